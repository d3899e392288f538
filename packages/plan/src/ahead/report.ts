// The water ahead as the command line prints it.
import { litres } from '../compile/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import type { WaterAhead } from './ahead.ts';

const round = (v: number): number => Number(v.toFixed(1));

export function aheadReport(w: WaterAhead): Readonly<Record<string, unknown>> {
  const on = (day: number | null): string | null => (day === null ? null : dateOf(dayNumber(w.from) + day));
  return {
    from: w.from,
    usableL: round(litres(w.volume)),
    fullL: round(litres(w.capacity)),
    reserveL: round(litres(w.reserve)),
    useLPerDay: round(litres(w.use)),
    inflowLPerDay: round(litres(w.inflow)),
    days: w.mid.empty,
    daysLow: w.low.empty,
    daysHigh: w.high.empty,
    ends: on(w.mid.empty),
    rain: w.rain ?? null,
    haul: w.haul ? { from: on(w.haul.day), litresPerDay: round(litres(w.haul.perDay)) } : null,
    cuts: w.cuts.map((c) => ({ id: c.id, name: c.name, savesLPerDay: round(litres(c.saves)), days: c.days })),
    tanks: Object.fromEntries(
      w.tanks.map((t) => [t.tank.id, { levelM: t.level, read: t.read ?? null, usableL: round(litres(t.volume)) }]),
    ),
    sources: Object.fromEntries(
      w.sources.map((s) => [
        s.source.id,
        {
          way: s.way,
          halvingDays: s.halving === undefined ? null : round(s.halving),
        },
      ]),
    ),
  };
}

// What the water ahead asks of a person.
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import { HORIZON, type WaterAhead } from './ahead.ts';

/** Days left below which it is said aloud. */
const SOON = 14;
const WATCH = 45;

export function aheadFindings(w: WaterAhead): Finding[] {
  if (w.tanks.length === 0 || w.use <= 0) return [];
  const { empty } = w.mid;
  if (empty === null) return worstFirst([finding('ahead-lasts', '', { days: HORIZON })]);
  const on = (day: number): string => dateOf(dayNumber(w.from) + day);
  const values = { days: empty, on: on(empty) };
  const found = [
    empty < SOON
      ? finding('ahead-soon', '', values)
      : empty < WATCH
        ? finding('ahead-watch', '', values)
        : finding('ahead-days', '', values),
  ];
  const { haul } = w;
  if (haul && empty < WATCH)
    found.push(
      haul.day === 0
        ? finding('ahead-haul-now', '', { perDay: haul.perDay })
        : finding('ahead-haul', '', { on: on(haul.day), perDay: haul.perDay }),
    );
  const [first] = w.cuts;
  if (first && empty < WATCH && (first.days ?? Infinity) > empty)
    found.push(
      first.days === null
        ? finding('ahead-cut-holds', '', { what: first.name })
        : finding('ahead-cut', '', { what: first.name, days: first.days }),
    );
  if (w.tanks.some((t) => t.read === undefined)) found.push(finding('ahead-unread', '', {}));
  return worstFirst(found);
}

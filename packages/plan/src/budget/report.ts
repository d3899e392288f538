// What the `balance` and `store` verbs print: plain figures in the plan file's units.
import type { Finding } from '../findings/index.ts';
import { litres, lpmOfFlow, mmOfMetres } from '../compile/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import type { PlanBalance } from './balance.ts';
import { balanceFindings, qualityFindings, storeFindings } from './findings.ts';
import { roomOf } from './room.ts';
import { daysLeft, sizeRun, tankStore, type SizeAnswer } from './store.ts';

const round = (v: number, digits = 3): number => Number(v.toFixed(digits));
const perDay = (list: readonly number[]): number[] => list.map((v) => round(litres(v)));

export interface BalanceReport {
  readonly sources: Readonly<
    Record<
      string,
      {
        basis: string;
        litresPerDayByMonth: number[];
        lowLitresPerDay: number;
        broughtLPerDay?: number;
        assumption?: string;
      }
    >
  >;
  readonly needs: readonly { name: string; kind: string; litresPerDayByMonth: number[]; source: string }[];
  readonly months: readonly {
    month: number;
    givenLPerDay: number;
    neededLPerDay: number;
    spareLPerDay: number;
    bridgeL: number | null;
    peakLpm: number;
    peakHour: number;
  }[];
  readonly tightestMonth: number;
  readonly driestWeek: { month: number; givenLPerDay: number; neededLPerDay: number };
  /** `more`: every day met; `moreOnMostDays`: 95 % of the recorded days. */
  readonly room: readonly { name: string; more: number; moreOnMostDays?: number; tenthSavesLPerDay: number }[];
  readonly recordedMonths?: { months: number; short: number };
  readonly lossShare: number;
  readonly fireReserveL: number;
  readonly findings: readonly Finding[];
}

export function balanceReport(plan: Plan, b: PlanBalance): BalanceReport {
  return {
    sources: Object.fromEntries(
      b.yields.map((y) => [
        y.source.id,
        {
          basis: y.basis,
          litresPerDayByMonth: perDay(y.perDay),
          lowLitresPerDay: round(litres(y.low)),
          ...(b.brings.has(y.source.id)
            ? { broughtLPerDay: round(litres((b.brings.get(y.source.id) ?? 0) * 86_400)) }
            : {}),
          assumption: y.assumption,
        },
      ]),
    ),
    needs: b.needs.rows.map((r) => ({
      name: r.name,
      kind: r.kind,
      litresPerDayByMonth: perDay(r.perDay),
      source: r.source,
    })),
    months: b.months.map((m, k) => ({
      month: k + 1,
      givenLPerDay: round(litres(m.given)),
      neededLPerDay: round(litres(m.needed)),
      spareLPerDay: round(litres(m.spare)),
      bridgeL: Number.isNaN(m.bridge) ? null : round(litres(m.bridge)),
      peakLpm: round(lpmOfFlow(b.needs.totals.peakHour[k])),
      peakHour: b.needs.totals.peakAt[k],
    })),
    tightestMonth: b.tightest + 1,
    driestWeek: {
      month: b.week.month + 1,
      givenLPerDay: round(litres(b.week.given)),
      neededLPerDay: round(litres(b.week.needed)),
    },
    room: roomOf(b).rooms.map((r) => ({
      name: r.name,
      more: r.more,
      ...(r.often === undefined ? {} : { moreOnMostDays: r.often }),
      tenthSavesLPerDay: round(litres(r.tenthSaves)),
    })),
    ...(b.recorded ? { recordedMonths: b.recorded } : {}),
    lossShare: b.needs.losses,
    fireReserveL: round(litres(b.needs.fireReserve)),
    findings: [...balanceFindings(b), ...qualityFindings(plan)],
  };
}

export interface StoreReport {
  readonly tank: string;
  readonly usableL: number;
  readonly parts: { belowOutletL: number; belowTapL: number; aboveFloatL: number; aboveOverflowL: number };
  readonly linkedUsableL?: number[];
  readonly todayL: number;
  readonly daysUntilEmpty: number | null;
  readonly overflow?: { largestLpm: number; carriesLpm: number; headMm: number | null };
  readonly ventMm: number;
  readonly school: string;
  readonly stepHours: number;
  readonly steps: number;
  readonly from: string;
  readonly own: {
    capacityL: number;
    shareOfSteps: number;
    shareOfLitres: number;
    spilledL: number;
    longestShortSteps: number;
    longestDrySteps: number;
  };
  readonly paysUpToL: number;
  readonly sizes: readonly {
    capacityL: number;
    shareOfSteps: number;
    shareOfLitres: number;
    spilledL: number;
    longestDrySteps: number;
  }[];
  readonly findings: readonly Finding[];
}

export function storeReport(
  plan: Plan,
  tank: StoreNode,
  b: PlanBalance,
  sizes: SizeAnswer,
  month: number,
): StoreReport {
  const s = tankStore(plan, tank, b);
  return {
    tank: tank.id,
    usableL: round(litres(s.usableAll)),
    parts: {
      belowOutletL: round(litres(s.usable.belowOutlet)),
      belowTapL: round(litres(s.usable.belowTap)),
      aboveFloatL: round(litres(s.usable.aboveFloat)),
      aboveOverflowL: round(litres(s.usable.aboveOverflow)),
    },
    linkedUsableL: s.linked?.usable.map((v) => round(litres(v))),
    todayL: round(litres(s.today)),
    daysUntilEmpty: daysLeft(s, b, month - 1),
    overflow: s.overflow && {
      largestLpm: round(lpmOfFlow(s.overflow.largest)),
      carriesLpm: round(lpmOfFlow(s.overflow.carries)),
      headMm: Number.isFinite(s.overflow.head) ? round(mmOfMetres(s.overflow.head), 1) : null,
    },
    ventMm: round(mmOfMetres(s.vent), 1),
    school: sizes.rule === 'YAS' ? 'after' : 'before',
    stepHours: sizes.series.stepHours,
    steps: sizes.series.inflow.length,
    from: sizes.series.from,
    own: {
      capacityL: round(litres(sizes.own.capacity)),
      shareOfSteps: round(sizes.own.days, 5),
      shareOfLitres: round(sizes.own.volume, 5),
      spilledL: round(litres(sizes.own.run.spill)),
      longestShortSteps: sizes.own.run.longestShort,
      longestDrySteps: sizes.own.run.longestDrySurvived,
    },
    paysUpToL: round(litres(sizes.rows[sizes.knee]?.capacity ?? 0)),
    sizes: sizes.rows.map((r) => ({
      capacityL: round(litres(r.capacity)),
      shareOfSteps: round(r.days, 5),
      shareOfLitres: round(r.volume, 5),
      spilledL: round(litres(r.spill)),
      longestDrySteps: sizeRun(sizes, r.capacity).longestDrySurvived,
    })),
    findings: storeFindings(plan, tank.id, b, sizes),
  };
}

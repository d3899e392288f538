// The readings of one situation on the hillside: the plan as it should have run then, and with the likeliest cause in it.
import { headOfPressure } from '@vernal-slope/core/water';
import { compilePlan } from '@vernal-slope/plan/compile';
import { leakId, situationOf, withCause, type CauseKind, type ReadAgainst } from '@vernal-slope/plan/diagnose';
import type { Plan } from '@vernal-slope/plan/schema';
import { solvePlan } from '@vernal-slope/plan/solve';
import { dateText } from '@vernal-slope/display/dates';
import { showText, type UnitSystem } from '@vernal-slope/display/quantities';
import type { AsRead } from '../../drawings/hillside/asread.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { LogAnswer } from '../../workers/log.ts';
import { openState } from '@vernal-slope/display/logwords';

/** More places than this are not solved again for a drawing. */
const MOST_PLACES = 150;

/** What the flag over the suspected stretch asks. */
const FLAG: Readonly<Partial<Record<CauseKind, string>>> = {
  leak: 'a leak?',
  blockage: 'held back here?',
  narrow: 'narrower than said?',
};

/** The situation that is drawn: of the latest reading that parts from the plan while something ran. */
function drawnReading(readings: readonly ReadAgainst[]): ReadAgainst | undefined {
  const ran = readings.filter((r) => r.predicted !== undefined && (r.read.open?.length ?? 0) > 0);
  const apart = ran.filter((r) => !r.agrees);
  return [...(apart.length > 0 ? apart : ran)].sort((a, b) => (a.read.at < b.read.at ? -1 : 1)).at(-1);
}

const ranAlike = (a: readonly string[] | undefined, b: readonly string[] | undefined): boolean =>
  a !== undefined && b !== undefined && [...a].sort().join(' ') === [...b].sort().join(' ');

export interface Drawn {
  /** As it was planned to run then. */
  readonly planned: PlanResults;
  readonly read: AsRead;
  /** The place that was read: the hillside leads there. */
  readonly leads: string;
}

function solvedFor(plan: Plan, r: ReadAgainst['read'], extra: readonly string[], before: PlanResults): PlanResults {
  const compiled = compilePlan(plan);
  const situation = situationOf(plan, r);
  const result = solvePlan(compiled, { ...situation, open: [...(situation.open ?? []), ...extra] });
  return { ...before, compiled, result, findings: before.findings };
}

/** Both running lines of the readings; undefined where nothing ran, or it would take too long. */
export function drawnReadings(answer: LogAnswer, before: PlanResults, units: UnitSystem): Drawn | undefined {
  const { plan, diagnosis } = answer;
  const chosen = drawnReading(diagnosis.readings);
  if (!chosen || plan.nodes.length > MOST_PLACES) return undefined;
  const { read } = chosen;
  const [cause] = diagnosis.causes;
  const told = cause && cause.kind !== 'none' && cause.kind !== 'gauge' ? cause : undefined;
  const planned = solvedFor(plan, read, [], before);
  const hole = told?.kind === 'leak' ? [leakId(told.at)] : [];
  const explained = told ? { results: solvedFor(withCause(plan, told), read, hole, before) } : {};
  const flag = told && FLAG[told.kind];
  return {
    planned,
    leads: read.place,
    read: {
      ...explained,
      points: diagnosis.readings.flatMap((r) => {
        const map = planned.compiled.nodes.get(r.read.place);
        if (r.read.kind !== 'pressureKPa' || !map || !ranAlike(r.read.open, read.open)) return [];
        const z = map.elevation + headOfPressure(r.read.measured, planned.compiled.water.density);
        return [{ id: r.read.place, z, words: `read: ${showText(r.read.measured, 'pressure', units)}` }];
      }),
      ...(told && flag ? { suspect: { line: told.at, words: flag } } : {}),
      when: `${dateText(read.at.slice(0, 10))}, ${openState(plan, read.open)}`,
    },
  };
}

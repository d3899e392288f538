// What is found of a cabin's fixtures, each with nothing else open.
import type { Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { fireRuns } from './outdoors.ts';
import { cabinRuns, cabinsOf, codeNeeds, gravityNeeds, takings, type Cabin, type CabinRuns } from './cabin.ts';

/** A loss that one feels: a shower that turns hot or cold (assumption). */
const MUCH = 0.2;
/** Within this of what is asked is enough. */
const CLOSE = 1e-6;

/** Of a cabin as it runs, without who takes whose water: what gravity gives each fixture and what it does not. */
function fixtureFindings(c: Compiled, cabin: Cabin, runs: CabinRuns): Finding[] {
  const found: Finding[] = [];
  for (const f of runs.fixtures) {
    const row = f.fixture?.row;
    if (!row) continue;
    const needs = gravityNeeds(row);
    const code = codeNeeds(row);
    const at = f.tap.id;
    if (f.alonePressure < needs.pressure * (1 - CLOSE))
      found.push(
        finding('fixture-starves', at, {
          fixture: row.name,
          pressure: Math.max(0, f.alonePressure),
          least: needs.pressure,
        }),
      );
    else if (f.alone < needs.flow * (1 - CLOSE))
      found.push(finding('fixture-slow', at, { fixture: row.name, flow: f.alone, useful: needs.flow }));
    else if (code && f.alonePressure < code.pressure)
      found.push(
        finding('fixture-under-code', at, {
          fixture: row.name,
          flow: f.alone,
          pressure: f.alonePressure,
          codeFlow: code.flow,
          codePressure: code.pressure,
        }),
      );
  }
  found.push(...fireFindings(c, cabin));
  return worstFirst(found);
}

/** Of a cabin as it runs: what gravity gives each fixture, what it does not, and who takes whose water. */
export function cabinFindings(c: Compiled, cabin: Cabin, runs: CabinRuns): Finding[] {
  const found = fixtureFindings(c, cabin, runs);
  for (const t of (runs.settled ? takings(c, cabin) : []).filter((one) => one.lost >= MUCH))
    found.push(
      finding('fixture-loses', t.id, {
        to: c.plan.nodes.find((n) => n.id === t.to)?.name ?? t.to,
        lost: t.lost,
        own: t.own?.lost ?? t.lost,
      }),
    );
  return worstFirst(found);
}

function fireFindings(c: Compiled, cabin: Cabin): Finding[] {
  return cabin.taps.flatMap((tap) => {
    const f = fireRuns(c, cabin, tap);
    if (!f?.settled) return [];
    const found: Finding[] = [];
    if (f.flow < f.wants * (1 - CLOSE)) found.push(finding('fire-slow', tap.id, { flow: f.flow, wants: f.wants }));
    if (f.has < f.wantsVolume * (1 - CLOSE))
      found.push(finding('fire-little', tap.id, { has: f.has, wants: f.wantsVolume }));
    if (found.length === 0) found.push(finding('fire-served', tap.id, { flow: f.flow, has: f.has }));
    return found;
  });
}

/** Of all cabins of a plan. */
export const judgeCabins = (c: Compiled): Finding[] =>
  worstFirst(cabinsOf(c.plan).flatMap((cabin) => judgeCabin(c, cabin)));

/** Of a cabin, all its taps shut. */
export const judgeCabin = (c: Compiled, cabin: Cabin): Finding[] => cabinFindings(c, cabin, cabinRuns(c, cabin, []));

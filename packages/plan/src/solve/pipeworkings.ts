// Workings of the Pipe step: losses of a stretch, what is lost to another, rating used, cost, what is missing.
import type { Term, Working } from '@vernal-slope/core/working';
import { compilePlan, type Compiled } from '../compile/index.ts';
import type { Plan, Situation } from '../schema/index.ts';
import { nameOfId, servedPlaces } from '../topology/index.ts';
import { resolvePipe } from '../compile/index.ts';
import type { Candidate } from './candidates.ts';
import type { CostUnit } from './prices.ts';
import { pricesOf } from './prices.ts';
import { withPipe } from './remedy.ts';
import { settledRefill } from './refill.ts';
import { gardenIn, optionsOf, type Served } from './situations.ts';
import type { LegSize, PlanMissing } from './sizing.ts';
import { solvePlan } from './solve.ts';
import { flowWorking, pressureWorking } from './workings.ts';
import { legLossWorking, speedWorking } from './legworkings.ts';
import { refillWorking } from './heightworkings.ts';

/** Which figure of a candidate. */
export type CandidateFigure =
  | { readonly of: 'flow' | 'pressure'; readonly id: string }
  | { readonly of: 'speed' | 'loss' | 'rating' | 'cost' }
  | { readonly of: 'refill'; readonly id: string };

/** The working of a figure of a pipe laid side by side with others: of the plan as it would be with that pipe. */
export function candidateWorking(
  plan: Plan,
  line: string,
  legs: readonly number[],
  candidate: Candidate,
  figure: CandidateFigure,
): Working | undefined {
  const c = compilePlan(withPipe(plan, line, legs, candidate.pipe));
  const result = solvePlan(c);
  switch (figure.of) {
    case 'flow':
      return flowWorking(c, result, figure.id);
    case 'pressure':
      return pressureWorking(c, result, figure.id);
    case 'speed': {
      const speeds = result.lines.get(line)?.segmentSpeed ?? [];
      const fastest = [...legs].sort((a, b) => speeds[b] - speeds[a])[0];
      return speedWorking(c, result, line, fastest);
    }
    case 'loss':
      return stretchLoss(
        nameOfId(plan, line),
        legs.map((leg) => legLossWorking(c, result, line, leg)),
      );
    case 'refill': {
      const refill = settledRefill(c, figure.id);
      return refill && refillWorking(c, figure.id, refill);
    }
    case 'rating':
      return ratingWorking(nameOfId(plan, line), candidate);
    case 'cost':
      return costWorking(nameOfId(plan, line), candidate.perMetre, candidate.length, candidate.unit);
  }
}

function stretchLoss(of: string, legs: readonly (Working | undefined)[]): Working {
  const known = legs.filter((w) => w !== undefined);
  return {
    code: 'stretch-loss',
    of,
    rule: `h = ${known.map((_, k) => `{{h${k}}}`).join(' + ')}`,
    terms: known.map((w, k) => ({
      key: `h${k}`,
      tex: `h_{${k + 1}}`,
      name: `lost on ${w.of}`,
      value: Math.abs(w.result.value),
      dimension: 'length',
      working: w,
    })),
    result: { tex: 'h', value: known.reduce((sum, w) => sum + Math.abs(w.result.value), 0), dimension: 'length' },
    source: 'Losses of legs in series add up',
  };
}

function ratingWorking(of: string, k: Candidate): Working | undefined {
  if (k.bears === undefined || k.ratingUsed === undefined) return undefined;
  return {
    code: 'rating-used',
    of,
    rule: 'u = \\dfrac{{{p}}}{{{pr}}}',
    terms: [
      {
        key: 'p',
        tex: 'p_\\mathrm{standing}',
        name: 'highest pressure on it, all shut and the tanks full',
        value: k.standing,
        dimension: 'pressure',
      },
      {
        key: 'pr',
        tex: 'p_\\mathrm{rated}',
        name: 'what the pipe bears at the water’s temperature',
        value: k.bears,
        dimension: 'pressure',
        source: 'catalogue, derated',
      },
    ],
    result: { tex: 'u', value: k.ratingUsed, dimension: 'ratio' },
    source: 'Standing pressure against the derated rating',
  };
}

const UNIT_NAME: Readonly<Record<CostUnit, string>> = {
  money: 'price of a metre',
  plastic: 'plastic in a metre of it, kg',
};
const COST_SOURCE: Readonly<Record<CostUnit, string>> = {
  money: 'Prices entered in the plan',
  plastic: 'Section of the wall times 1,000 kg/m³: dearer pipe is heavier pipe (assumption)',
};

/** Cost of a length of pipe. */
export function costWorking(of: string, perMetre: number, length: number, unit: CostUnit): Working {
  return {
    code: 'pipe-cost',
    of,
    rule: 'K = {{c}} \\cdot {{L}}',
    terms: [
      { key: 'c', tex: 'c', name: UNIT_NAME[unit], value: perMetre, dimension: 'ratio' },
      { key: 'L', tex: 'L', name: 'length of the stretch', value: length, dimension: 'length', source: 'as walked' },
    ],
    result: { tex: 'K', value: perMetre * length, dimension: 'ratio' },
    source: COST_SOURCE[unit],
  };
}

/** Cost of sizes over the plan: a share for each leg. */
export function sizesCostWorking(plan: Plan, sizes: readonly LegSize[]): Working {
  const rows = sizes.flatMap((s) => resolvePipe(s.pipe).row ?? []);
  const prices = pricesOf(plan, rows);
  const terms = sizes.flatMap((s, k): Term[] => {
    const row = resolvePipe(s.pipe).row;
    const length = plan.lines.find((l) => l.id === s.line)?.legs[s.leg].lengthM;
    if (!row || length === undefined) return [];
    const of = `leg ${s.leg + 1} of ${nameOfId(plan, s.line)}, ${row.nominal}`;
    const working = costWorking(of, prices.perMetre(row), length, prices.unit);
    return [{ key: `k${k}`, tex: `K_{${k + 1}}`, name: of, value: working.result.value, dimension: 'ratio', working }];
  });
  return {
    code: 'sizes-cost',
    of: plan.title,
    rule: `K = ${terms.map((t) => `{{${t.key}}}`).join(' + ')}`,
    terms,
    result: { tex: 'K', value: terms.reduce((sum, t) => sum + t.value, 0), dimension: 'ratio' },
    source: COST_SOURCE[prices.unit],
  };
}

/** Flow of a place while a set of places is open. */
export function situationFlow(
  c: Compiled,
  id: string,
  open: readonly string[],
  level: Situation['level'],
): Working | undefined {
  const options = optionsOf(c, open, level);
  const result = solvePlan(c, options);
  const [garden] = servedPlaces(c).includes(id) ? [] : gardenIn(c, result, [id]);
  return garden ? gardenFlowWorking(c, garden) : flowWorking(c, result, id, options);
}

/** What a plot gives by all of its holes, or what comes into a bucket of beds by its lines. */
function gardenFlowWorking(c: Compiled, { id, flow }: Served): Working {
  const plot = c.plan.plots?.find((p) => p.id === id);
  const holes = plot?.lines.reduce(
    (sum, line) => sum + (c.lines.get(line)?.lateral?.emitters.filter((e) => !e.shut).length ?? 0),
    0,
  );
  const parts = holes ?? c.plan.lines.filter((l) => l.to === id).length;
  return {
    code: 'garden-flow',
    of: plot?.name ?? nameOfId(c.plan, id),
    rule: 'Q = {{n}} \\, {{q}}',
    terms: [
      { key: 'n', tex: 'n', name: plot ? 'holes that are open' : 'lines into it', value: parts, dimension: 'ratio' },
      { key: 'q', tex: '\\bar q', name: 'mean flow of each', value: flow / Math.max(1, parts), dimension: 'flow' },
    ],
    result: { tex: 'Q', value: flow, dimension: 'flow' },
    source: 'The whole network solved with all that runs in this situation',
  };
}

/** What a place loses while another is open. */
export function lostWorking(
  plan: Plan,
  id: string,
  other: string,
  level: Situation['level'] = 'start',
): Working | undefined {
  const c = compilePlan(plan);
  const [alone, both] = [situationFlow(c, id, [id], level), situationFlow(c, id, [id, other], level)];
  if (!alone || !both) return undefined;
  return {
    code: 'lost-to',
    of: `${nameOfId(plan, id)} while ${nameOfId(plan, other)} is open`,
    rule: 'v = 1 - \\dfrac{{{qb}}}{{{qa}}}',
    terms: [
      {
        key: 'qb',
        tex: 'q_\\mathrm{both}',
        name: 'flow with both open',
        value: both.result.value,
        dimension: 'flow',
        working: both,
      },
      {
        key: 'qa',
        tex: 'q_\\mathrm{alone}',
        name: 'flow with nothing else open',
        value: alone.result.value,
        dimension: 'flow',
        working: alone,
      },
    ],
    result: { tex: 'v', value: 1 - both.result.value / alone.result.value, dimension: 'ratio' },
    source: 'The whole network solved twice, tanks as they stand',
  };
}

/** Head that is missing at a place even with the widest pipe. */
export function missingWorking(plan: Plan, m: PlanMissing): Working {
  return {
    code: 'missing-head',
    of: nameOfId(plan, m.at),
    rule: 'm = {{need}} - {{has}}',
    terms: [
      {
        key: 'need',
        tex: 'H_\\mathrm{needed}',
        name: 'head that it must have, above the datum',
        value: m.need,
        dimension: 'length',
      },
      {
        key: 'has',
        tex: 'H_\\mathrm{widest}',
        name: 'head it has with the widest pipe all the way',
        value: m.need - m.by,
        dimension: 'length',
      },
    ],
    result: { tex: 'm', value: m.by, dimension: 'length' },
    source: 'The whole network solved with the widest size of every leg, all drawing what they want',
  };
}

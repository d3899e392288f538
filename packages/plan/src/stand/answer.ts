// All that is said of a tank's stand: checks, what does not fit, findings, parts, waits.
import { GRAVITY } from '@vernal-slope/core/units';
import { ENGINEER_HEIGHT, worstFirst, type Finding, finding } from '../findings/index.ts';
import {
  bearing,
  curing,
  loose,
  misfits,
  screenStand,
  standGeometry,
  standParts,
  type Curing,
  type Misfit,
  type StandCheck,
  type StandLoads,
  WIND_SHARES,
  type StandParts,
} from '@vernal-slope/core/stand';
import type { Working } from '@vernal-slope/core/working';
import { findSoil } from '../catalogue/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import { readStand, type StandRead } from './design.ts';
import { isStore } from '../kinds/index.ts';

/** Why a licensed engineer must look at it. */
export type EngineerReason = 'height' | 'people' | 'soil' | 'earthquake' | 'wind' | 'over' | 'improvised';

/**
 * From this height, m, and from this gust of a map of strength design, m/s (hurricane country), a stand goes to an engineer
 * (common practice).
 */
export const ENGINEER_FROM = { height: ENGINEER_HEIGHT, gust: 52 } as const;
/** Footings reach at least this deep into undisturbed ground, m. @see IRC R403.1.4 (from memory) */
const LEAST_DEPTH = 0.3;
/** Plain concrete of a footing is no thinner, m (6 in). @see IRC R403.1.1 (from memory) */
const LEAST_THICKNESS = 0.15;
/** A check that is used up to this is worth a word. */
const NEAR = 0.9;

/** What does not fit and yet does not fall. */
const MENDABLE = new Set<Misfit['member']>(['gap', 'footing']);

/** Days of a pour's waits as dates. */
export interface CuringDates extends Curing {
  readonly poured: string;
  readonly stripOn: string;
  readonly lightOn: string;
  readonly fullOn: string;
  readonly strengthOn: string;
}

export interface StandAnswer extends StandRead {
  readonly tank: StoreNode;
  /** Nothing is entered yet: all of it is where one would start. */ readonly assumed: boolean;
  /** None unless the tank stands on posts that reach. */ readonly checks: readonly StandCheck[];
  readonly loads?: StandLoads;
  readonly weight: { readonly mass: number; readonly working: Working };
  readonly parts?: StandParts;
  readonly concrete?: Working;
  readonly misfits: readonly Misfit[];
  readonly engineer: readonly EngineerReason[];
  readonly findings: readonly Finding[];
  readonly curing: Curing;
  readonly dates?: CuringDates;
  /** Under a tank on a pad or berm, Pa */ readonly underPad?: { readonly pressure: number; readonly working: Working };
}

/** Mass of the full tank, kg. */
function fullWeight(read: StandRead): { mass: number; working: Working } {
  const { tank } = read.design;
  const mass = tank.empty + tank.water;
  return {
    mass,
    working: {
      code: 'stand-weight',
      of: 'the full tank',
      rule: '{{w}} + {{e}}',
      terms: [
        {
          key: 'w',
          tex: 'm_w',
          name: 'water to the brim, by its volume and density',
          value: tank.water,
          dimension: 'mass',
        },
        { key: 'e', tex: 'm_e', name: 'empty tank', value: tank.empty, dimension: 'mass', source: 'entered' },
      ],
      result: { tex: 'm', value: mass, dimension: 'mass' },
      source: 'Density of water at the site’s temperature',
    },
  };
}

/** Concrete of all footings, m³. */
function concreteOf(read: StandRead, parts: StandParts): Working {
  const { footing } = read.design;
  const g = standGeometry(read.design);
  return {
    code: 'stand-concrete',
    of: 'the footings',
    rule: '{{n}} \\cdot \\left( {{s}}^2 \\cdot {{t}} + 0.785398 \\cdot {{p}}^2 \\cdot {{l}} \\right)',
    terms: [
      { key: 'n', tex: 'n', name: 'footings', value: g.posts, dimension: 'ratio' },
      { key: 's', tex: 's', name: 'side', value: footing.side, dimension: 'length', source: 'entered' },
      { key: 't', tex: 't', name: 'thickness', value: footing.thickness, dimension: 'length', source: 'entered' },
      { key: 'p', tex: 'd', name: 'pier, across', value: footing.pier, dimension: 'length', source: 'entered' },
      {
        key: 'l',
        tex: '\\ell',
        name: 'pier, from the footing to the ground',
        value: Math.max(0, footing.depth - footing.thickness),
        dimension: 'length',
      },
    ],
    result: { tex: 'V', value: parts.concrete, dimension: 'volume' },
    source: 'Square footings, round piers; π/4 = 0.785398',
    assumptions: ['A tenth more is bought in bags, for waste.'],
  };
}

/** Pressure of a full tank on its pad. */
function padPressure(read: StandRead): { pressure: number; working: Working } {
  const { tank } = read.design;
  const { bottom } = standGeometry(read.design);
  const weight = (tank.empty + tank.water) * GRAVITY;
  const pressure = bearing(weight, bottom);
  return {
    pressure,
    working: {
      code: 'stand-pad',
      of: 'the pad',
      rule: '\\frac{ {{w}} }{ {{a}} }',
      terms: [
        { key: 'w', tex: 'W', name: 'full tank', value: weight, dimension: 'force' },
        { key: 'a', tex: 'A', name: 'what it stands on', value: bottom, dimension: 'area', source: 'entered' },
      ],
      result: { tex: 'p', value: pressure, dimension: 'pressure' },
      source: 'Force over area; presumptive bearing from IRC Table R401.4.1 (from memory)',
    },
  };
}

function engineerReasons(read: StandRead, tank: StoreNode, over: boolean): EngineerReason[] {
  const { full } = read;
  const high = tank.standM ?? 0;
  const reasons: (EngineerReason | false)[] = [
    full.kind === 'improvised' && 'improvised',
    high > ENGINEER_FROM.height && 'height',
    full.peopleNear && high > 0 && 'people',
    // what nobody has said is not known
    (read.design.soil.bearing === 0 || tank.stand?.soil === undefined) && 'soil',
    full.earthquake !== 'low' && 'earthquake',
    full.wind.gustMs / Math.sqrt(read.design.wind.share / WIND_SHARES.strength) >= ENGINEER_FROM.gust && 'wind',
    over && 'over',
  ];
  return reasons.filter((r) => r !== false);
}

function postFindings(
  tank: StoreNode,
  read: StandRead,
  checks: readonly StandCheck[],
  misfit: readonly Misfit[],
): Finding[] {
  const { design, full } = read;
  const at = tank.id;
  const swings = loose(design);
  const found: Finding[] = misfit.map((m) => finding(`stand-misfit-${m.member}`, at, { needs: m.needs, has: m.has }));
  for (const c of checks) {
    // that nothing holds it is told below
    if (c.ratio <= NEAR || c.code === 'sway') continue;
    const slender = c.code === 'post-slender';
    const unbraced = !design.braces.front || !design.braces.side;
    if (slender && c.ratio <= 1) continue;
    found.push(
      finding(
        slender ? 'stand-slender' : 'stand-check',
        at,
        { check: c.code, ratio: c.ratio, demand: c.demand, capacity: c.capacity },
        unbraced && /^post/.test(c.code) ? { kind: 'brace', tank: at } : undefined,
      ),
    );
  }
  if (!design.braces.front || !design.braces.side)
    found.push(
      finding(
        'stand-unbraced',
        at,
        {
          faces: design.braces.front ? 'side' : design.braces.side ? 'front' : 'both',
          held: swings.length > 0 ? 'not' : 'by-the-ground',
        },
        { kind: 'brace', tank: at },
      ),
    );
  const { depth } = design.footing;
  if (depth < design.frost - 1e-9) found.push(finding('stand-above-frost', at, { depth, frost: design.frost }));
  else if (depth < LEAST_DEPTH - 1e-9) found.push(finding('stand-shallow', at, { depth, least: LEAST_DEPTH }));
  if (design.footing.thickness < LEAST_THICKNESS - 1e-9)
    found.push(finding('stand-footing-thin', at, { thickness: design.footing.thickness, least: LEAST_THICKNESS }));
  if (!full.footing.anchored) found.push(finding('stand-untied', at, {}));
  if (!full.strapped) found.push(finding('stand-unstrapped', at, {}));
  if (read.otherGrade.length > 0) found.push(finding('stand-grade', at, { members: read.otherGrade.join(', ') }));
  return found;
}

/** That no check goes over: good news only where nothing sends the stand to an engineer. */
function underFinding(
  tank: StoreNode,
  checks: readonly StandCheck[],
  misfit: readonly Misfit[],
  engineer: readonly EngineerReason[],
): Finding[] {
  const worst = checks.reduce<StandCheck | undefined>((a, c) => (!a || c.ratio > a.ratio ? c : a), undefined);
  if (!worst || worst.ratio > 1 || !misfit.every((m) => MENDABLE.has(m.member))) return [];
  const values = { checks: checks.length, check: worst.code, ratio: worst.ratio };
  return [finding('stand-checks-under', tank.id, { ...values, engineer: engineer.length > 0 ? 'asked' : 'not' })];
}

/** The stand of a tank as entered, or as one would start, and all that the screening says of it. */
export function standAnswer(plan: Plan, tank: StoreNode): StandAnswer {
  const read = readStand(plan, tank);
  const { design, full } = read;
  const high = (tank.standM ?? 0) > 0;
  const posts = full.kind === 'posts' && high;
  const misfit = posts ? misfits(design) : [];
  // members that do not reach cannot be reckoned with
  const reaches = !misfit.some((m) => m.member === 'height' || m.member === 'posts');
  const screened = posts && reaches ? screenStand(design) : undefined;
  const checks = screened?.checks ?? [];
  const parts = posts && reaches ? standParts(design) : undefined;
  const found: Finding[] = posts ? postFindings(tank, read, checks, misfit) : [];
  const at = tank.id;
  const pad = full.kind === 'pad' || full.kind === 'berm' ? padPressure(read) : undefined;
  if (full.kind === 'improvised') found.push(finding('stand-improvised', at, {}));
  if (pad && design.soil.bearing > 0)
    found.push(
      finding('stand-pad', at, {
        pressure: pad.pressure,
        bearing: design.soil.bearing,
        raised: high ? 'raised' : 'on-the-ground',
      }),
    );
  if (design.soil.bearing === 0)
    found.push(finding('stand-soft', at, { soil: findSoil(full.soil)?.name ?? full.soil }));
  const over = checks.some((c) => c.ratio > 1) || misfit.some((m) => !MENDABLE.has(m.member));
  const engineer = high || tank.stand ? engineerReasons(read, tank, over) : [];
  if (posts) found.push(...underFinding(tank, checks, misfit, engineer));
  if (posts && full.earthquake !== 'low') found.push(finding(`stand-earthquake-${full.earthquake}`, at, {}));
  const waits = curing(full.pourTemperatureC);
  if (posts && full.pouredOn && waits.frost) found.push(finding('stand-frost-pour', at, {}));
  const poured = full.pouredOn === undefined ? undefined : dayNumber(full.pouredOn);
  return {
    ...read,
    tank,
    assumed: tank.stand === undefined,
    checks,
    loads: screened?.loads,
    weight: fullWeight(read),
    parts,
    concrete: parts && concreteOf(read, parts),
    misfits: misfit,
    engineer,
    // what sends it to an engineer comes before everything that is looked at here
    findings: [
      ...(engineer.length > 0 && high ? [finding('stand-engineer', at, { reasons: engineer.join(' ') })] : []),
      ...worstFirst(found),
    ],
    curing: waits,
    ...(poured === undefined || full.pouredOn === undefined
      ? {}
      : {
          dates: {
            ...waits,
            poured: full.pouredOn,
            stripOn: dateOf(poured + waits.strip),
            lightOn: dateOf(poured + waits.light),
            fullOn: dateOf(poured + waits.full),
            strengthOn: dateOf(poured + waits.strength),
          },
        }),
    underPad: pad,
  };
}

/** Findings by tank: a plan is never changed in place, so a tank that is the same has the same. */
const kept = new WeakMap<StoreNode, { readonly site: Plan['site']; readonly findings: readonly Finding[] }>();

/** A tank that stands on something nobody has entered: nothing of it is looked at. */
export const unseenStand = (tank: StoreNode): Finding[] =>
  (tank.standM ?? 0) > 0 && !tank.stand ? [finding('stand-not-entered', tank.id, { has: tank.standM ?? 0 })] : [];

/** Findings of every stand that is entered, and of those that are not. */
export function standFindings(plan: Plan): Finding[] {
  const found = plan.nodes.flatMap((n): readonly Finding[] => {
    if (!isStore(n)) return [];
    if (!n.stand) return unseenStand(n);
    const before = kept.get(n);
    if (before && before.site === plan.site) return before.findings;
    const { findings } = standAnswer(plan, n);
    kept.set(n, { site: plan.site, findings });
    return findings;
  });
  return worstFirst(found);
}

// Valves: those that eat the head, what a full-port one gives back, and what closing one does to the pipe.
import type { Finding, Remedy } from '../findings/index.ts';
import { boreArea, surge, velocityHead, waveSpeed } from '@vernal-slope/core/pipe';
import { pressureOfHead } from '@vernal-slope/core/water';
import { deratingFactor, findFitting, type PipeRow } from '../catalogue/index.ts';
import {
  compilePlan,
  fittingK,
  metresOfMm,
  pascals,
  resolvePipe,
  type Compiled,
  type StateOptions,
} from '../compile/index.ts';
import { applyCommand, remedyCommand } from '../edit/index.ts';
import { SITE_DEFAULTS, type Plan } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';
import { solvePlan, type PlanResult } from './solve.ts';
import { kindOf } from '../kinds/index.ts';
import { finding } from '../findings/index.ts';

/** What a valve is changed for. */
export const FULL_PORT = 'ball-full';
/** A valve is worth a word when it takes this share of its line's losses, and this head, m. */
const WORTH_SHARE = 0.1;
const WORTH_HEAD = 0.05;

/** The plan with a remedy done, by the same command that the page tries. */
function tried(plan: Plan, remedy: Remedy): Plan {
  const command = remedyCommand(plan, remedy);
  return (command && applyCommand(plan, command)?.plan) ?? plan;
}

/** Valves that take a good part of a line's head, with what a full-port one would give back. */
export function valveFindings(c: Compiled, result: PlanResult, options: StateOptions): Finding[] {
  const found: Finding[] = [];
  for (const [id, map] of c.lines) {
    const line = result.lines.get(id);
    if (!line || line.flow === 0) continue;
    const total = Math.abs(line.frictionLoss + line.minorLoss);
    map.plan.legs.forEach((leg, k) => {
      const bore = metresOfMm(resolvePipe(leg.pipe).insideDiameterMm);
      for (const f of leg.fittings ?? []) {
        const type = 'type' in f && typeof f.type === 'string' ? f.type : '';
        const row = findFitting(type);
        if (row?.group !== 'valve') continue;
        const loss = fittingK(f, leg.pipe) * (f.count ?? 1) * velocityHead(line.flow, bore);
        if (loss < WORTH_HEAD || loss < WORTH_SHARE * total) continue;
        const remedy = { kind: 'fitting', line: id, leg: k, from: type, to: FULL_PORT } as const;
        const swapped = solvePlan(compilePlan(tried(c.plan, remedy)), options).lines.get(id);
        found.push(
          finding(
            'valve-eats',
            id,
            {
              valve: row.name,
              leg: k + 1,
              loss,
              share: loss / total,
              flow: Math.abs(line.flow),
              then: Math.abs(swapped?.flow ?? 0),
            },
            remedy,
          ),
        );
      }
    });
  }
  return found;
}

/** Short-term modulus of the wall, Pa (handbook figures from memory; they spread by a third). */
const MODULUS: Readonly<Record<PipeRow['material'], number>> = {
  PE: 0.8e9,
  PE100: 1.1e9,
  PVC: 2.758e9,
  CPVC: 2.5e9,
  PEX: 0.6e9,
  ABS: 2.2e9,
  hose: 0.05e9,
  copper: 117e9,
};
/** Time in which a quarter-turn tap or a snapping float is shut, s (assumption). */
export const QUICK_CLOSING = 0.2;
/** Bore over wall where the catalogue has no wall (assumption). */
const USUAL_BORE_OVER_WALL = 12;

/** What a tap shut at once does to a leg: the rise of pressure, the wave, and the way to open water. */
export interface LegSurge {
  readonly leg: number;
  /** Pa */ readonly surge: number;
  /** m/s */ readonly wave: number;
  /** m */ readonly length: number;
  /** Pa, with all shut and the tanks full */ readonly standing: number;
  /** Pa */ readonly rating: number;
  /** m/s */ readonly speed: number;
}

/**
 * Of the legs of a line that are rated, where a tap at its end shuts at once.
 * @param grade head at each station with all shut and the tanks full, m
 */
export function surgesOf(c: Compiled, result: PlanResult, id: string, grade: readonly number[]): LegSurge[] {
  const map = c.lines.get(id);
  const line = result.lines.get(id);
  const to = map && c.nodes.get(map.plan.to)?.plan;
  const quick = to !== undefined && (kindOf(to).shutsAtOnce?.(to) ?? false);
  if (!map || !quick || !line || line.flow <= 0) return [];
  const temperature = c.plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  const route = routeTo(c, map.plan.to);
  const length = (route?.lines ?? []).reduce((sum, l) => sum + (c.lines.get(l.line)?.geometry.chainage.at(-1) ?? 0), 0);
  const over = grade.map((g, k) => pressureOfHead(g - map.geometry.pipe[k], c.water.density));
  // each bore stops water of its own speed, with a wave of its own: a narrow pipe before a wide end is hit hardest
  return map.plan.legs.flatMap((leg, k) => {
    const { row } = resolvePipe(leg.pipe);
    if (row?.ratingKPa === undefined) return [];
    const bore = metresOfMm(row.insideDiameterMm);
    const ratio = row.minimumWallMm === undefined ? USUAL_BORE_OVER_WALL : bore / metresOfMm(row.minimumWallMm);
    const speed = line.flow / boreArea(bore);
    const wave = waveSpeed(c.water.density, MODULUS[row.material], ratio);
    return [
      {
        leg: k,
        surge: surge(c.water.density, wave, speed, length, QUICK_CLOSING),
        wave,
        length,
        standing: Math.max(over[k], over[k + 1]),
        rating: pascals(row.ratingKPa) * deratingFactor(row, temperature),
        speed,
      },
    ];
  });
}

/** The leg of a line that a tap shut at once strains most. */
export const worstSurge = (legs: readonly LegSurge[]): LegSurge | undefined => {
  const used = (l: LegSurge): number => (l.standing + l.surge) / l.rating;
  return legs.reduce<LegSurge | undefined>((w, l) => (w && used(w) >= used(l) ? w : l), undefined);
};

/**
 * Lines whose pipe would not bear a tap shut at once.
 * @param standing heads of each line with all shut and the tanks full, m
 */
export function surgeFindings(
  c: Compiled,
  result: PlanResult,
  standing: ReadonlyMap<string, readonly number[]>,
): Finding[] {
  return [...c.lines.keys()].flatMap((id) => {
    const worst = worstSurge(surgesOf(c, result, id, standing.get(id) ?? []));
    if (!worst || worst.standing + worst.surge <= worst.rating) return [];
    const { surge: rise, standing: before, rating, speed } = worst;
    return [finding('surge-too-much', id, { surge: rise, standing: before, rating, closing: QUICK_CLOSING, speed })];
  });
}

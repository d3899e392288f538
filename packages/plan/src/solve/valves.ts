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

/**
 * Lines whose pipe would not bear a tap shut at once.
 * @param standing heads of each line with all shut and the tanks full, m
 */
export function surgeFindings(
  c: Compiled,
  result: PlanResult,
  standing: ReadonlyMap<string, readonly number[]>,
): Finding[] {
  const found: Finding[] = [];
  const temperature = c.plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  for (const [id, map] of c.lines) {
    const to = c.nodes.get(map.plan.to)?.plan;
    const quick = to !== undefined && (kindOf(to).shutsAtOnce?.(to) ?? false);
    const line = result.lines.get(id);
    if (!quick || !line || line.flow <= 0) continue;
    const route = routeTo(c, map.plan.to);
    const length = (route?.lines ?? []).reduce(
      (sum, l) => sum + (c.lines.get(l.line)?.geometry.chainage.at(-1) ?? 0),
      0,
    );
    const grade = standing.get(id) ?? [];
    const over = grade.map((g, k) => pressureOfHead(g - map.geometry.pipe[k], c.water.density));
    // each bore stops water of its own speed, with a wave of its own: a narrow pipe before a wide end is hit hardest
    const legs = map.plan.legs.flatMap((leg, k) => {
      const { row } = resolvePipe(leg.pipe);
      if (row?.ratingKPa === undefined) return [];
      const bore = metresOfMm(row.insideDiameterMm);
      const ratio = row.minimumWallMm === undefined ? USUAL_BORE_OVER_WALL : bore / metresOfMm(row.minimumWallMm);
      const speed = line.flow / boreArea(bore);
      return [
        {
          surge: surge(
            c.water.density,
            waveSpeed(c.water.density, MODULUS[row.material], ratio),
            speed,
            length,
            QUICK_CLOSING,
          ),
          standing: Math.max(over[k], over[k + 1]),
          rating: pascals(row.ratingKPa) * deratingFactor(row, temperature),
          closing: QUICK_CLOSING,
          speed,
        },
      ];
    });
    const used = (l: (typeof legs)[number]): number => (l.standing + l.surge) / l.rating;
    const worst = legs.reduce<(typeof legs)[number] | undefined>(
      (w, l) => (w && used(w) >= used(l) ? w : l),
      undefined,
    );
    if (worst && used(worst) > 1) found.push(finding('surge-too-much', id, worst));
  }
  return found;
}

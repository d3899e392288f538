// What is found of the work.
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { COLD, type DatedStep } from './dates.ts';
import { buildTemperature } from './steps.ts';
import { SIGN_WORDS } from './words.ts';

/** Under this the concrete must be kept from freezing, °C (ACI 306, from memory). */
const FROST = 5;

export function buildFindings(plan: Plan, steps: readonly DatedStep[]): Finding[] {
  if (steps.length === 0) return [];
  const found: Finding[] = [];
  const title = new Map(steps.map((s) => [s.id, s.title]));
  for (const s of steps)
    if (s.early)
      found.push(
        finding('build-early', s.at ?? '', {
          step: s.title,
          of: title.get(s.early.of) ?? s.early.of,
          from: s.early.from,
        }),
      );
  const signs = new Set(steps.filter((s) => !s.done).flatMap((s) => s.signs));
  for (const sign of ['engineer', 'water-right', 'laboratory'] as const)
    if (signs.has(sign))
      found.push(
        finding('build-sign', steps.find((s) => !s.done && s.signs.includes(sign))?.at ?? '', {
          what: SIGN_WORDS[sign].replace(/\.$/, ''),
        }),
      );
  if (
    plan.build?.temperatureC !== undefined &&
    buildTemperature(plan) < FROST &&
    steps.some((s) => s.work === 'pour' && !s.done)
  )
    found.push(finding('build-frost', steps.find((s) => s.work === 'pour' && !s.done)?.at ?? '', {}));
  const waiting = steps.find((s) => s.warmFrom !== undefined);
  if (waiting)
    found.push(
      finding('build-warm', waiting.at ?? '', {
        step: waiting.title,
        on: waiting.warmFrom ?? waiting.first,
        least: COLD,
      }),
    );
  const open = steps.filter((s) => !s.done);
  const next = open.reduce<DatedStep | undefined>((a, b) => (a && a.day <= b.day ? a : b), undefined);
  if (next) {
    const last = open.reduce((a, b) => (b.last > a.last ? b : a));
    found.push(
      finding('build-next', next.at ?? '', { step: next.title, on: next.first, open: open.length, end: last.last }),
    );
  } else found.push(finding('build-done', '', { steps: steps.length }));
  return worstFirst(found);
}

// Plan files in and out of the browser.
import { loadPlan, MAX_BYTES, savePlan, type Loaded } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';

export async function readPlanFile(file: File): Promise<Loaded> {
  if (file.size > MAX_BYTES) {
    return {
      ok: false,
      faults: [{ path: '$', message: 'is larger than 10 MB', advice: 'a plan file is at most 10 MB' }],
    };
  }
  return loadPlan(await file.text());
}

/** Name of a plan's file: its title, made fit for any disk. */
export const fileNameOf = (plan: Plan): string =>
  `${
    plan.title
      .normalize('NFKD')
      .replace(/[^\w\s-]/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase()
      .slice(0, 80) || 'plan'
  }.vernal.json`;

export function downloadPlan(plan: Plan): void {
  const url = URL.createObjectURL(new Blob([savePlan(plan)], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = fileNameOf(plan);
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

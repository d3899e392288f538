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

/** Name of a file of a plan: its title, made fit for any disk. */
export const fileNameOf = (plan: Plan, ending = 'vernal.json'): string =>
  `${
    plan.title
      .normalize('NFKD')
      .replace(/[^\w\s-]/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase()
      .slice(0, 80) || 'plan'
  }.${ending}`;

/** Hands a file to the person. */
export function downloadBlob(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

export const downloadText = (text: string, name: string, type: string): void =>
  downloadBlob(new Blob([text], { type }), name);

export const downloadPlan = (plan: Plan): void => downloadText(savePlan(plan), fileNameOf(plan), 'application/json');

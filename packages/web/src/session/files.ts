// Plan files in and out of the browser.
import { loadPlan, MAX_BYTES, savePlan, type Loaded } from '@vernal-slope/plan/document';
import { fileNameOf as nameOfFile } from '@vernal-slope/display/names';
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

/** Name of a file of a plan. */
export const fileNameOf = (plan: Plan, ending = 'vernal.json'): string => nameOfFile(plan.title, ending);

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

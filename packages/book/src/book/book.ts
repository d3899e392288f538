// The book of a plan: every chapter, and behind them the working of each figure that they quote.
import { dateText } from '@vernal-slope/display/dates';
import { gallons, showText, type UnitSystem } from '@vernal-slope/display/quantities';
import { SITE_DEFAULTS, type Plan } from '@vernal-slope/plan/schema';
import { CHAPTERS } from '../chapters/index.ts';
import { knowPlan, writerOf } from '../known/index.ts';
import type { Book, Chapter, Form, Paper } from '../model/index.ts';

export interface BookAsked {
  readonly units: UnitSystem;
  readonly paper?: Paper;
  readonly form?: Form;
  /** The day of printing, YYYY-MM-DD. */
  readonly today: string;
  /** When what is printed was saved, as people write it. */
  readonly saved?: string;
  /** Positions on the earth are left out. */
  readonly withoutPositions?: boolean;
}

/**
 * The whole book as data.
 * @param plan as it was checked @param told share that is done, 0 to 1
 */
export function bookOf(plan: Plan, asked: BookAsked, told: (share: number) => void = () => {}): Book {
  const { units, paper = 'a4', form = 'whole', today, saved } = asked;
  const before = gallons.imperial;
  gallons.imperial = plan.settings?.gallons === 'imperial';
  try {
    const known = knowPlan(plan, units, today, told);
    const w = writerOf(known, form === 'whole');
    const options = { form, withoutPositions: asked.withoutPositions === true };
    const chapters: Chapter[] = [];
    for (const { id, title, forms, make } of CHAPTERS) {
      if (!forms.includes(form)) continue;
      const sheets = make(w, options);
      if (sheets.length > 0) chapters.push({ id, title, sheets });
    }
    const blocks = w.appendix();
    if (blocks.length > 0 && form === 'whole')
      chapters.push({
        id: 'workings',
        title: 'The working of each figure',
        sheets: [
          {
            id: 'workings',
            title: 'The working of each figure',
            under: ['Numbers behind figures in the text lead here. Rules are followed in metres, seconds and pascals.'],
            blocks,
          },
        ],
      });
    told(1);
    const water = showText(plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC, 'temperature', units);
    return {
      title: plan.title,
      units,
      paper,
      form,
      reads: `the plan, printed; ${units === 'us' ? 'US units' : 'metric'}, water at ${water}`,
      printed: dateText(today),
      ...(saved ? { saved } : {}),
      chapters,
    };
  } finally {
    gallons.imperial = before;
  }
}

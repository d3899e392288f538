// The verb `report`: the book of a plan, as a file or on standard output.
import { writeFileSync } from 'node:fs';
import { todayText } from '@vernal-slope/display/dates';
import { oneOf, UsageError, type Options } from '../options.ts';
import { fault, type Verb } from './verb.ts';

const formatOf = ({ format }: Options): 'html' | 'pdf' | 'md' =>
  oneOf('format', format, ['html', 'pdf', 'md'], 'html, pdf or md');

export const report: Verb = {
  name: 'report',
  options: ['format', 'out', 'units', 'paper', 'form', 'positions', 'from'],
  usage: [
    'report FILE [--format html|pdf|md] [--out FILE] [--units metric|us] [--paper a4|letter]',
    'the plan as a book, on standard output or in a file (pdf needs --out);',
    '--form whole|field, field is the short one; --from the day of printing;',
    '--positions yes|no, no leaves out where it lies',
  ],
  // the book goes by the month that the screens go by
  asItStands: true,
  needs: (options) => {
    if (formatOf(options) === 'pdf' && options.out === undefined)
      throw new UsageError('vernal: report --format pdf needs --out FILE');
  },
  run: async (plan, options) => {
    // only this verb sets type: the others need not wait for its fonts
    const [{ bookOf }, { htmlFonts, pdfOf }, { bookMarkdown, fileHtml }] = await Promise.all([
      import('@vernal-slope/book/book'),
      import('@vernal-slope/book/pdf'),
      import('@vernal-slope/book/write'),
    ]);
    const units = options.units ?? plan.settings?.units ?? 'metric';
    const book = bookOf(plan, {
      units,
      paper: options.paper ?? (units === 'us' ? 'letter' : 'a4'),
      form: options.form,
      today: options.from ?? todayText(),
      withoutPositions: options.positions === 'no',
    });
    const format = formatOf(options);
    const made =
      format === 'pdf' ? await pdfOf(book) : format === 'html' ? fileHtml(book, htmlFonts()) : bookMarkdown(book);
    if (options.out === undefined) return made;
    try {
      writeFileSync(options.out, made);
    } catch (error) {
      throw fault(
        '--out',
        `"${options.out}" cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`,
        'name a file in a folder that is there',
      );
    }
    return '';
  },
};

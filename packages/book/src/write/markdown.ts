// The book as Markdown: for a message, a diff, a printer that knows nothing else. Drawings are named, not drawn.
import { SEVERITY_WORD } from '@vernal-slope/display/sentences';
import { lineOf, whole, type Block, type Book, type Runs, type Sheet } from '../model/index.ts';
import { formulaText } from './formula.ts';
import { footOf } from './html.ts';

/** Signs that would be read as marks. */
const plain = (text: string): string => text.replace(/[\\`*_[\]<>|#]/g, '\\$&').replace(/\n+/g, ' ');

const runsText = (runs: Runs): string =>
  whole(runs)
    .map((r) => {
      const text = plain(r.text);
      const shown = r.strong && text.trim() ? `**${text.trim()}**${/\s$/.test(text) ? ' ' : ''}` : text;
      return r.working ? `${shown} [${r.working}](#w${r.working})` : shown;
    })
    .join('');

const code = (tex: string): string => `\`${formulaText(tex)}\``;

function tableText(head: readonly string[], right: readonly boolean[], rows: readonly (readonly string[])[]): string {
  const row = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  return [row(head), row(right.map((r) => (r ? '---:' : '---'))), ...rows.map(row)].join('\n');
}

function blockText(block: Block): string {
  switch (block.kind) {
    case 'heading':
      return `### ${plain(block.text)}`;
    case 'text':
      return runsText(block.text);
    case 'list':
      return block.items.map((i, k) => `${block.numbered ? `${k + 1}.` : '-'} ${runsText(i)}`).join('\n');
    case 'table':
      return `${block.titled ? `### ${plain(block.title)}\n\n` : ''}${tableText(
        block.columns.map(
          (c) => `${c.tex ? `${code(c.tex)} ` : ''}${plain(`${c.head}${c.unit ? ` (${c.unit})` : ''}`)}`,
        ),
        block.columns.map((c) => c.align === 'right'),
        block.rows.map((r) =>
          r.cells.map(
            (c, k) => `${k === 0 && r.worked !== undefined ? `<a id="w${r.worked}"></a>` : ''}${runsText(c)}`,
          ),
        ),
      )}`;
    case 'pairs':
      return `### ${plain(block.title)}\n\n${tableText(
        ['', ''],
        [false, true],
        block.rows.map(([name, value]) => [plain(name), runsText(value)]),
      )}`;
    case 'checks':
      return `${block.title ? `### ${plain(block.title)}\n\n` : ''}${block.items
        .map(
          (c) =>
            `- [${c.done ? 'x' : ' '}] ${runsText(c.text)}${c.found === undefined ? '' : ` found: ______ ${plain(c.found)}`}`,
        )
        .join('\n')}`;
    case 'drawing':
      return `*Drawing: ${plain(block.drawing.title)}.*${block.caption ? ` ${runsText(block.caption)}` : ''}`;
    case 'side':
      return block.columns.map((c) => c.map(blockText).join('\n\n')).join('\n\n');
    case 'says':
      return `### ${plain(block.title)}\n\n${block.said.map((s) => `- **${SEVERITY_WORD[s.severity]}.** ${runsText(s.text)}`).join('\n')}`;
    case 'rule': {
      const { rule } = block;
      return [
        `### ${plain(rule.title)}`,
        [rule.rule, ...rule.also, rule.first].filter(Boolean).map(code).join('  \n'),
        `${rule.terms.map((t) => `${code(t.tex)} ${plain(t.name)}${t.value ? ` ${plain(t.value)}${t.working ? ` [${t.working}](#w${t.working})` : ''}` : ''}${t.source ? ` (${plain(t.source)})` : ''}`).join('; ')}. Source: ${plain(rule.source)}`,
      ].join('\n\n');
    }
    default: {
      const { working: w } = block;
      if (w.plain)
        return [
          `### <a id="w${w.number}"></a>${w.number}. ${plain(w.title)}: ${plain(w.result)}${w.resultSI ? ` (${plain(w.resultSI)})` : ''}`,
          runsText(lineOf(w)),
        ].join('\n\n');
      return [
        `### <a id="w${w.number}"></a>${w.number}. ${plain(w.title)}: ${plain(w.result)}${w.resultSI ? ` (${plain(w.resultSI)})` : ''}`,
        [w.rule, ...w.also, w.own, w.figures].filter(Boolean).map(code).join('  \n'),
        w.terms
          .map(
            (t) =>
              `- ${code(t.tex)}, ${plain(t.name)}: ${plain(t.value)}${t.inRule ? ` (${plain(t.inRule)})` : ''}${t.working ? ` [${t.working}](#w${t.working})` : ''}${t.source ? `; ${plain(t.source)}` : ''}`,
          )
          .join('\n'),
        `Source: ${plain(w.source)}.${w.assumptions.map((a) => ` Assumed: ${plain(a)}`).join('')}`,
      ]
        .filter(Boolean)
        .join('\n\n');
    }
  }
}

const sheetText = (sheet: Sheet, level: string): string =>
  [
    `${level} ${plain(sheet.title)}`,
    ...(sheet.under ? [runsText(sheet.under)] : []),
    ...sheet.blocks.map(blockText),
  ].join('\n\n');

/** The whole book. */
export function bookMarkdown(book: Book): string {
  return `${[
    `# ${plain(book.title)}`,
    plain(`${book.reads}; ${footOf(book)}.`),
    ...book.chapters.flatMap((c) =>
      c.sheets.map((s) => (s.title === c.title ? sheetText(s, '##') : sheetText(s, `## ${plain(c.title)}:`))),
    ),
  ].join('\n\n')}\n`;
}

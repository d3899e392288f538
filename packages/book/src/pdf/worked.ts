// A working of the appendix in the PDF: rule, figures put in, where each comes from.
import { lineOf, type Rule, type Worked } from '../model/index.ts';
import { formulaText } from '../write/index.ts';
import type { Slab } from './slabs.ts';
import { Flow, flowOf, plainFlow, setText } from './text.ts';
import { formulaBox, symbolPieces } from './typeset.ts';

const SOURCE = { size: 7, color: '#555555' };

/** A formula at the side of the text, on as many lines as it takes where it is too long for one. */
function formulaSlabs(tex: string, size: number, width: number): Slab[] {
  if (!tex) return [];
  const box = formulaBox(tex, size, width - 20);
  if (box) return [{ height: box.height + 3, draw: (paper, x, y) => box.draw(paper, x + 10, y + 1.5) }];
  const text = setText(plainFlow(formulaText(tex), { size: 8 }), width - 20, 8);
  return [{ height: text.height + 3, draw: (paper, x, y) => text.draw(paper, x + 10, y + 1.5) }];
}

/** Adds a symbol to a text, what is lowered or raised smaller. */
export function addSymbol(flow: Flow, tex: string, size: number, bold = false): Flow {
  for (const { text, at } of symbolPieces(tex))
    flow.add(
      text,
      { size: at ? 0.75 * size : size, bold },
      { rise: at === 'sub' ? -0.2 * size : at === 'sup' ? 0.375 * size : 0 },
    );
  return flow;
}

/** A rule that a table of figures follows. */
export function ruleSlabs(r: Rule, width: number): Slab[] {
  const head = setText(plainFlow(r.title, { size: 9, bold: true }), width, 9);
  const legend = new Flow();
  r.terms.forEach((t, k) => {
    if (k > 0) legend.add('; ', { size: 8 });
    addSymbol(legend, t.tex, 8);
    legend.add(` ${t.name}`, { size: 8 });
    if (t.value) legend.add(' ', { size: 8 }).add(t.value, { size: 8, use: 'figure' });
    if (t.working) legend.ref(t.working, 8);
    if (t.source) legend.add(` (${t.source})`, SOURCE);
  });
  legend.add(`. Source: ${r.source}`, SOURCE);
  const words = setText(legend, width - 10, 8);
  return [
    { height: head.height + 8, keepsNext: true, draw: (paper, x, y) => head.draw(paper, x, y + 6) },
    ...[r.rule, ...r.also, r.first].flatMap((tex, k) =>
      formulaSlabs(tex, k === 0 || k > r.also.length ? 9 : 8, width).map((s) => ({ ...s, keepsNext: true })),
    ),
    { height: words.height + 2, keepsNext: true, draw: (paper, x, y) => words.draw(paper, x + 10, y + 1) },
  ];
}

export function workingSlabs(w: Worked, width: number): Slab[] {
  const title = new Flow()
    .add(`${w.number}. ${w.title}: `, { size: 9, bold: true })
    .add(w.result, { size: 9, bold: true, use: 'figure' });
  if (w.resultSI) title.add(`  ${w.resultSI}`, { size: 7.5, color: '#555555' });
  const head = setText(title, width, 9);
  const headSlab: Slab = {
    height: head.height + 8,
    keepsNext: true,
    draw: (paper, x, y) => {
      paper.addNamedDestination(`w${w.number}`, 'XYZ', x, y, null);
      head.draw(paper, x, y + 6);
    },
  };
  if (w.plain) {
    const line = setText(flowOf(lineOf(w), { size: 8 }), width - 10, 8);
    return [headSlab, { height: line.height + 2, draw: (paper, x, y) => line.draw(paper, x + 10, y + 1) }];
  }
  const formula = (tex: string, size: number): Slab[] => formulaSlabs(tex, size, width);
  const terms = w.terms.map((t): Slab => {
    const symbol = addSymbol(new Flow(), t.tex, 8);
    const name = plainFlow(t.name, { size: 8 });
    if (t.source) name.add(`  ${t.source}`, SOURCE);
    const value = plainFlow(t.value, { size: 8, use: 'figure' });
    if (t.working) value.ref(t.working, 8);
    const widths = [62, width - 10 - 62 - 88 - 84 - 12, 88, 84];
    const sets = [
      setText(symbol, widths[0], 8),
      setText(name, widths[1], 8),
      setText(value, widths[2], 8, 'right'),
      setText(plainFlow(t.inRule, SOURCE), widths[3], 7, 'right'),
    ];
    return {
      height: Math.max(...sets.map((s) => s.height)) + 1.6,
      draw: (paper, x, y) => {
        let at = x + 10;
        sets.forEach((s, k) => {
          s.draw(paper, at, y + 0.8);
          at += widths[k] + 4;
        });
      },
    };
  });
  const source = setText(
    plainFlow(`Source: ${w.source}.${w.assumptions.map((a) => ` Assumed: ${a}`).join('')}`, SOURCE),
    width - 10,
    7,
  );
  return [
    headSlab,
    ...formula(w.rule, 9),
    ...w.also.flatMap((tex) => formula(tex, 8)),
    ...formula(w.own, 9),
    ...formula(w.figures, 9),
    ...terms,
    { height: source.height + 3, draw: (paper, x, y) => source.draw(paper, x + 10, y + 1) },
  ];
}

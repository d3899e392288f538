// The book as HTML: the body of a page, and one file that opens anywhere.
import { SEVERITY_WORD } from '@vernal-slope/display/sentences';
import { lineOf, whole, type Block, type Book, type Column, type Runs, type Said, type Sheet } from '../model/index.ts';
import { escaped, svgOf } from '../drawing/index.ts';
import { mathml } from './formula.ts';
import { BOOK_STYLE, pageStyle } from './style.ts';

const tag = (name: string, classes: string, inner: string, more = ''): string =>
  `<${name}${classes ? ` class="${classes}"` : ''}${more}>${inner}</${name}>`;

/** The number of a working, which leads to it. */
const refHtml = (number: number | undefined): string =>
  number === undefined ? '' : `<a class="vs-ref" href="#w${number}" aria-label="working ${number}">${number}</a>`;

function runsHtml(runs: Runs): string {
  return whole(runs)
    .map((r) => {
      const classes = [r.figure ? 'vs-figure' : '', r.working ? 'vs-worked' : '', r.muted ? 'vs-muted' : '']
        .filter(Boolean)
        .join(' ');
      const text = r.strong ? `<strong>${escaped(r.text)}</strong>` : escaped(r.text);
      const shown = classes ? tag('span', classes, text) : text;
      return `${shown}${refHtml(r.working)}`;
    })
    .join('');
}

const formulaHtml = (tex: string): string => (tex ? tag('div', 'vs-formula', mathml(tex)) : '');

const side = (c: Column): string => (c.align === 'right' ? 'vs-right' : c.align === 'middle' ? 'vs-middle' : '');

/** A drop that is full, half, or hollow: good, fair, short. */
function drop({ severity }: Said): string {
  const fill =
    severity === 'ok'
      ? '<path d="M5 0.6C7 3.4 8.6 5.2 8.6 7.2A3.6 3.6 0 0 1 1.4 7.2C1.4 5.2 3 3.4 5 0.6Z" fill="#111"/>'
      : severity === 'error'
        ? ''
        : '<path d="M1.4 7.2A3.6 3.6 0 0 0 8.6 7.2Z" fill="#111"/>';
  return `<svg width="10" height="12" viewBox="0 0 10 12" aria-hidden="true">${fill}<path d="M5 0.6C7 3.4 8.6 5.2 8.6 7.2A3.6 3.6 0 0 1 1.4 7.2C1.4 5.2 3 3.4 5 0.6Z" fill="none" stroke="#111" stroke-width="1"/></svg>`;
}

function blockHtml(block: Block): string {
  switch (block.kind) {
    case 'heading':
      return tag('h3', '', escaped(block.text), block.id ? ` id="${escaped(block.id)}"` : '');
    case 'text':
      return tag('p', block.small ? 'vs-small' : '', runsHtml(block.text));
    case 'list': {
      const items = block.items.map((i) => tag('li', '', runsHtml(i))).join('');
      return tag(block.numbered ? 'ol' : 'ul', '', items);
    }
    case 'table': {
      const head = block.columns
        .map((c) =>
          tag(
            'th',
            side(c),
            `${c.tex ? `${mathml(c.tex)} ` : ''}${escaped(c.head)}${c.unit ? ` <span class="vs-unit">${escaped(c.unit)}</span>` : ''}`,
            ' scope="col"',
          ),
        )
        .join('');
      const rows = block.rows
        .map((r) =>
          tag(
            'tr',
            r.marked ? 'vs-marked' : r.sum ? 'vs-sum' : '',
            r.cells.map((cell, k) => tag('td', side(block.columns[k]), runsHtml(cell))).join(''),
            r.worked === undefined ? '' : ` id="w${r.worked}"`,
          ),
        )
        .join('');
      const caption = tag('caption', block.titled ? '' : 'vs-hidden', escaped(block.title));
      return tag(
        'div',
        'vs-wide',
        tag('table', '', `${caption}<thead><tr>${head}</tr></thead><tbody>${rows}</tbody>`),
        ` tabindex="0" role="region" aria-label="${escaped(block.title)}"`,
      );
    }
    case 'pairs': {
      const rows = block.rows
        .map(([name, value]) => tag('tr', '', tag('td', '', escaped(name)) + tag('td', '', runsHtml(value))))
        .join('');
      return tag('div', 'vs-pairs', `${tag('h3', '', escaped(block.title))}<table><tbody>${rows}</tbody></table>`);
    }
    case 'checks': {
      const items = block.items
        .map((c) =>
          c.found === undefined
            ? tag('li', 'vs-bare', `<span class="vs-box">${c.done ? '✓' : ''}</span><span>${runsHtml(c.text)}</span>`)
            : tag(
                'li',
                '',
                `<span class="vs-box">${c.done ? '✓' : ''}</span><span>${runsHtml(c.text)}</span><span class="vs-blank">${escaped(c.found)}</span><span class="vs-blank">by, on</span>`,
              ),
        )
        .join('');
      return `${block.title ? tag('h3', '', escaped(block.title)) : ''}${tag('ul', 'vs-checks', items)}`;
    }
    case 'drawing':
      return tag(
        'figure',
        'vs-drawn',
        `${svgOf(block.drawing)}${block.caption ? tag('figcaption', '', runsHtml(block.caption)) : ''}`,
        ` data-drawing="${escaped(block.drawing.name)}" tabindex="0" aria-label="${escaped(block.drawing.title)}"`,
      );
    case 'side':
      return tag('div', 'vs-side', block.columns.map((c) => tag('div', '', c.map(blockHtml).join(''))).join(''));
    case 'says': {
      const items = block.said
        .map((s) => tag('li', '', `${drop(s)}<strong>${SEVERITY_WORD[s.severity]}.</strong> ${runsHtml(s.text)}`))
        .join('');
      return tag('div', 'vs-says', `${tag('h3', '', escaped(block.title))}${tag('ul', 'vs-said', items)}`);
    }
    case 'rule': {
      const { rule } = block;
      const terms = rule.terms.map(
        (t) =>
          `${mathml(t.tex)} ${escaped(t.name)}${t.value ? ` <span class="vs-figure">${escaped(t.value)}</span>${refHtml(t.working)}` : ''}${t.source ? ` (${escaped(t.source)})` : ''}`,
      );
      return tag(
        'div',
        'vs-worked-out vs-rule',
        `${tag('h3', '', escaped(rule.title))}${[rule.rule, ...rule.also, rule.first].map(formulaHtml).join('')}${tag('p', 'vs-small', `${terms.join('; ')}. Source: ${escaped(rule.source)}`)}`,
        ` tabindex="0" role="group" aria-label="${escaped(rule.title)}"`,
      );
    }
    default: {
      const { working: w } = block;
      const terms = w.terms
        .map((t) =>
          tag(
            'tr',
            '',
            tag('td', '', mathml(t.tex)) +
              tag(
                'td',
                '',
                `${escaped(t.name)}${t.source ? ` <span class="vs-small">${escaped(t.source)}</span>` : ''}`,
              ) +
              tag('td', 'vs-right vs-figure', `${escaped(t.value)}${refHtml(t.working)}`) +
              tag('td', 'vs-right vs-small', escaped(t.inRule)),
          ),
        )
        .join('');
      const told = w.plain
        ? tag('p', 'vs-small', runsHtml(lineOf(w)))
        : `${[w.rule, ...w.also, w.own, w.figures].map(formulaHtml).join('')}<table><tbody>${terms}</tbody></table>${tag('p', 'vs-small', `Source: ${escaped(w.source)}.${w.assumptions.map((a) => ` Assumed: ${escaped(a)}`).join('')}`)}`;
      return tag(
        'div',
        'vs-worked-out',
        `${tag('h3', '', `${w.number}. ${escaped(w.title)}: <span class="vs-figure">${escaped(w.result)}</span>${w.resultSI ? ` <span class="vs-small">${escaped(w.resultSI)}</span>` : ''}`)}${told}`,
        // a formula may be wider than a phone: the working slides, by keys too
        ` id="w${w.number}" tabindex="0" role="group" aria-label="${escaped(`Working ${w.number}`)}"`,
      );
    }
  }
}

function sheetHtml(sheet: Sheet, chapter: string): string {
  const head = `${chapter === sheet.title ? '' : tag('span', 'vs-chapter', escaped(chapter))}${tag('h2', '', escaped(sheet.title))}${sheet.under ? tag('p', 'vs-under', runsHtml(sheet.under)) : ''}`;
  return tag('section', 'vs-sheet', `${head}${sheet.blocks.map(blockHtml).join('')}`, ` id="${escaped(sheet.id)}"`);
}

const contents = (book: Book): string =>
  tag(
    'nav',
    '',
    tag('h3', '', 'Contents') +
      tag(
        'ul',
        'vs-contents',
        book.chapters
          .slice(1)
          .flatMap((c) => [
            tag('li', '', `<a href="#${escaped(c.sheets[0].id)}">${escaped(c.title)}</a>`),
            ...(c.sheets.length > 1
              ? c.sheets.map((s) => tag('li', 'vs-sub', `<a href="#${escaped(s.id)}">${escaped(s.title)}</a>`))
              : []),
          ])
          .join(''),
      ),
    ' aria-label="Contents"',
  );

/** What stands at the foot of each page. */
export const footOf = (book: Book): string =>
  `printed ${book.printed}${book.saved ? `, plan saved ${book.saved}` : ''}; dotted under: worked out, its number leads to its working`;

/** The body of the book. */
export function bodyHtml(book: Book): string {
  const [first, ...rest] = book.chapters.flatMap((c) => c.sheets.map((s) => ({ s, c })));
  if (!first) return tag('article', 'vs-book', '');
  const cover = sheetHtml(first.s, first.s.title).replace(/<\/section>$/, `${contents(book)}</section>`);
  return tag('article', 'vs-book', cover + rest.map(({ s, c }) => sheetHtml(s, c.title)).join(''));
}

/** Style of the book with its pages. */
export const styleOf = (book: Book): string => pageStyle(book.paper, book.title, book.reads, footOf(book)) + BOOK_STYLE;

/** A font of the one file, as base64 of WOFF2. */
export interface FileFont {
  readonly family: string;
  readonly weight: number;
  readonly base64: string;
}

/** The book in one file, which needs nothing else: its fonts and drawings are in it. */
export function fileHtml(book: Book, fonts: readonly FileFont[]): string {
  const faces = fonts
    .map(
      (f) =>
        `@font-face { font-family: '${f.family}'; font-weight: ${f.weight}; src: url(data:font/woff2;base64,${f.base64}) format('woff2'); }`,
    )
    .join('\n');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:">
<title>${escaped(book.title)}: the book</title>
<style>
body { margin: 0; }
${faces}
${styleOf(book)}
</style>
</head>
<body>
<main>
<h1 class="vs-hidden">${escaped(book.title)}</h1>
${bodyHtml(book).replace('<article class="vs-book">', '<article class="vs-book" aria-label="The book">')}
</main>
</body>
</html>
`;
}

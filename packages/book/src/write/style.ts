// The look of the book as a page and as one file: ink on paper, one blue, no drawing cut by a page's edge.
import type { Paper } from '../model/index.ts';

const SIZES: Readonly<Record<Paper, string>> = { a4: 'A4', letter: 'letter' };
/** A text of a style sheet: whatever is not plainly a letter stands as its code, so that nothing in it ends the style. */
const cssText = (text: string): string =>
  `"${text.replace(/[^\p{L}\p{N} .,;:]/gu, (c) => `\\${(c.codePointAt(0) ?? 32).toString(16)} `)}"`;

/** Rules of the pages: their size, and what stands at their head and foot. */
export const pageStyle = (paper: Paper, title: string, reads: string, foot: string): string => `
@page {
  size: ${SIZES[paper]};
  margin: 17mm 14mm 16mm;
  @top-left { content: ${cssText(`${title}   ${reads}`)}; font: 9pt 'Book Text', 'Atkinson Hyperlegible Next Variable', sans-serif; }
  @bottom-left { content: ${cssText(foot)}; font: 8pt 'Book Text', 'Atkinson Hyperlegible Next Variable', sans-serif; }
  @bottom-right { content: 'page ' counter(page) ' of ' counter(pages); font: bold 8pt 'Book Text', 'Atkinson Hyperlegible Next Variable', sans-serif; }
}`;

export const BOOK_STYLE = `
.vs-book { color: #111; background: #fff; font: 10pt/1.4 'Book Text', 'Atkinson Hyperlegible Next Variable', sans-serif; }
.vs-book * { box-sizing: border-box; }
.vs-book .vs-sheet { position: relative; max-width: 210mm; margin: 0 auto; padding: 14mm 14mm 10mm; }
.vs-book .vs-sheet + .vs-sheet { border-top: 1px solid #b4b4b4; }
.vs-book h2, .vs-book h3 { margin: 0; font-family: 'Book Head', 'Bitter Variable', serif; line-height: 1.2; break-after: avoid; }
.vs-book h2 { font-size: 19pt; font-weight: 700; }
.vs-book h3 { margin: 4mm 0 1.2mm; font-size: 11.5pt; font-weight: 700; }
.vs-book p { margin: 1mm 0 2mm; max-width: 170mm; }
.vs-book .vs-under { margin-bottom: 3mm; color: #333; }
.vs-book .vs-chapter { float: right; margin-left: 6mm; font-weight: 700; font-size: 9pt; }
.vs-book .vs-small { font-size: 8.5pt; color: #444; }
.vs-book .vs-muted { color: #555; }
.vs-book .vs-figure { font-family: 'Book Figure', 'Atkinson Hyperlegible Mono Variable', monospace; font-size: 0.94em; }
.vs-book .vs-worked { border-bottom: 1px dotted #2f6f95; }
.vs-book a.vs-ref { color: #2f6f95; font-size: 7pt; line-height: 0; vertical-align: super; text-decoration: none; padding: 0 1px; }
.vs-book a { color: inherit; }
.vs-book .vs-wide { overflow-x: auto; }
.vs-book table { width: 100%; border-collapse: collapse; font-size: 9pt; line-height: 1.3; }
.vs-book caption { padding: 2mm 0 1mm; text-align: left; font-weight: 700; }
.vs-book .vs-hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
.vs-book th, .vs-book td { padding: 0.7mm 1.6mm 0.7mm 0; text-align: left; vertical-align: top; border-bottom: 0.6px solid #c4c4c4; }
.vs-book thead th { border-bottom: 1.2px solid #111; vertical-align: bottom; font-weight: 700; }
.vs-book thead { display: table-header-group; }
.vs-book tr { break-inside: avoid; }
.vs-book th.vs-right, .vs-book td.vs-right { text-align: right; }
.vs-book td.vs-right { white-space: nowrap; }
.vs-book th.vs-middle, .vs-book td.vs-middle { text-align: center; }
.vs-book .vs-unit { font-weight: 400; color: #444; }
.vs-book tr.vs-marked td { background: #e9e9e9; }
.vs-book tr.vs-sum td { border-top: 1.2px solid #111; border-bottom: 1.2px solid #111; font-weight: 700; }
.vs-book .vs-side { display: flex; flex-wrap: wrap; gap: 0 6mm; }
.vs-book .vs-side > div { flex: 1 1 50mm; min-width: 0; }
.vs-book .vs-side > div:has(> .vs-says) { flex-grow: 1.7; }
.vs-book .vs-pairs, .vs-book .vs-says, .vs-book .vs-drawn, .vs-book .vs-worked-out, .vs-book .vs-checks li { break-inside: avoid; }
.vs-book .vs-pairs td + td { text-align: right; white-space: nowrap; padding-right: 0; }
.vs-book figure { margin: 2mm 0; }
.vs-book figure svg { display: block; max-width: 100%; height: auto; }
.vs-book figcaption { font-size: 8.5pt; color: #333; }
.vs-book ul, .vs-book ol { margin: 1mm 0 2mm; padding-left: 5mm; }
.vs-book ul.vs-checks, .vs-book ul.vs-said { padding: 0; list-style: none; }
.vs-book ul.vs-checks li { display: grid; grid-template-columns: 6mm 1fr 34mm 24mm; gap: 2mm; align-items: end; padding: 0.8mm 0; }
.vs-book ul.vs-checks li.vs-bare { grid-template-columns: 6mm 1fr; }
.vs-book .vs-box { width: 4mm; height: 4mm; border: 1px solid #111; align-self: start; margin-top: 0.4mm; font-size: 9pt; line-height: 3.4mm; text-align: center; }
.vs-book .vs-blank { border-bottom: 1px solid #111; height: 4.4mm; font-size: 8pt; text-align: right; }
.vs-book ul.vs-said li { position: relative; padding: 0.4mm 0 0.4mm 4.5mm; }
.vs-book ul.vs-said svg { position: absolute; left: 0; top: 1mm; }
.vs-book .vs-worked-out { overflow-x: auto; overflow-y: hidden; padding: 1.5mm 0 2mm; border-bottom: 0.6px solid #c4c4c4; }
.vs-book .vs-worked-out h3 { margin: 0 0 1mm; font-size: 10pt; font-family: inherit; }
.vs-book .vs-rule { border-bottom: 0; break-after: avoid; }
.vs-book .vs-formula { padding: 0.6mm 0; }
.vs-book .vs-contents { columns: 2; column-gap: 8mm; padding: 0; list-style: none; }
.vs-book .vs-contents li { break-inside: avoid; padding: 0.3mm 0; }
.vs-book .vs-contents .vs-sub { padding-left: 5mm; font-size: 9pt; }
@media (max-width: 640px) {
  .vs-book .vs-sheet { padding: 5mm 4mm; }
  .vs-book .vs-contents { columns: 1; }
  .vs-book ul.vs-checks li { grid-template-columns: 6mm 1fr; }
  .vs-book ul.vs-checks .vs-blank { grid-column: 2; max-width: 60mm; }
  .vs-book figure svg { min-width: 150mm; }
  .vs-book figure { overflow-x: auto; }
}
@media print {
  .vs-book .vs-sheet { max-width: none; margin: 0; padding: 0; border: 0; break-before: page; }
  .vs-book .vs-sheet:first-child { break-before: auto; }
  .vs-book .vs-sheet + .vs-sheet { border-top: 0; }
  .vs-book { font-size: 9.5pt; }
  .vs-book .vs-wide, .vs-book .vs-worked-out { overflow: visible; }
}
`;

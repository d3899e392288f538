// Typesetting of formulas by KaTeX, into the page's own elements (no style attributes in markup, which the
// content policy forbids).
import katex from 'katex';
import 'katex/dist/katex.min.css';

export function typeset(tex: string, into: HTMLElement): void {
  katex.render(tex, into, { displayMode: true, throwOnError: false, output: 'htmlAndMathml', strict: false });
}

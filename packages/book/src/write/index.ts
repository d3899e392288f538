// The book as HTML and Markdown.
export { bodyHtml, fileHtml, footOf, styleOf, type FileFont } from './html.ts';
export { bookMarkdown } from './markdown.ts';
export { childrenOf, formulaText, mathml, mathTree, type MathNode } from './formula.ts';

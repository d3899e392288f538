// The book as PDF, and the fonts that it is set in.
export { htmlFonts } from './fonts.ts';
export { pdfOf } from './pdf.ts';

// Lists of the book as sheets.
export { SHEETS, type SheetFile } from './sheets.ts';

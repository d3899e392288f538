// What the book knows of a plan, and how it writes it.
export { knowPlan, type Known } from './known.ts';
export { inMonth, writerOf, type Writer } from './writer.ts';

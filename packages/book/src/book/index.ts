// The book of a plan as data.
export { bookOf, type BookAsked } from './book.ts';

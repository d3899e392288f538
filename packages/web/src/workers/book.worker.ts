// The worker's end of the line for the book.
import { expose } from 'comlink';
import { bookApi } from './book.ts';

expose(bookApi);

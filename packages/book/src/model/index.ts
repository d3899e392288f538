// The book as data.
export * from './model.ts';

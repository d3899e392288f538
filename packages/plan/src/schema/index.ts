// The plan document's schema: the face of the subject.
export * from './schema.ts';

export * from './water.ts';
export * from './stand.ts';

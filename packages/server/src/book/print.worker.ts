// The printing thread's end.
export { makeReady, printBook as default } from './print.ts';

// The working of a figure: rule, figures put in, result, source; and its rule worked out again.
export * from './working.ts';
export { holdsInAnyUnits } from './anyunits.ts';
export { ruleValue } from './evaluate.ts';
export { plainForm, plainWorking, sumWorking, type Figure, type Part } from './plain.ts';

// Gardens watered: plots of emitters, chains of wicking beds. The face of the subject.
export { emittersOf, waterPlot, wateringState, type EmitterRuns, type PlotRuns, type WateringOptions } from './drip.ts';
export { chainsOf, chainStands, type BedStands, type Chain, type ChainStands } from './beds.ts';
export { chainFindings, judgeBeds, plotFindings, screenFor, smallestHole, WICKS } from './judge.ts';
export { bedsReport, dripReport } from './report.ts';

// Upkeep: what a place asks for, when it is due, what was done. The face of the subject.
export { COMING, frostDay, runsFrom, STORM_MM, upkeepOf, type DueBy, type FrostDay, type JobDue } from './due.ts';
export { addOwn, changeUpkeep, leaveOut, markDone, setEvery } from './edits.ts';
export { jobsOf, type Job } from './jobs.ts';
export { upkeepFindings, upkeepIcs, upkeepReport, type UpkeepReport } from './report.ts';
export { JOBS, type JobKind } from './words.ts';

// The work of building a plan: its order, its days, what each piece is about. The face of the subject.
export { calendarOf, type CalendarEntry } from './calendar.ts';
export { BUILD_DEFAULTS, COLD, datedSteps, waitDays, weekday, type DatedStep } from './dates.ts';
export { changeBuild, setOff, tickStep } from './edits.ts';
export { buildFindings } from './judge.ts';
export { stepsIcs, stepsReport, type StepsReport } from './report.ts';
export { buildSteps, buildTemperature, type BuildStep, type HoursPart } from './steps.ts';
export { stepParts, stepPipe, stepStand, stepTools, type Taken, type TakenPipe } from './takes.ts';
export { CAUTION_WORDS, SIGN_WORDS, WORK, type Caution, type Does, type Sign, type Work } from './words.ts';
export { hoursWorking } from './workings.ts';

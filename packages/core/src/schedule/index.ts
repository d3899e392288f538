// The order of work and its days: what must be done before what, how long one waits, and a crew of one.
export { orderOf, type Order, type Task, type Hold } from './order.ts';
export { schedule, type Calendar, type Slot } from './days.ts';
export { cementDays, SILICONE_DAYS } from './waits.ts';

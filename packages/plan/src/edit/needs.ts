// Commands on what a plan needs: herds at the places where they drink, people, gardens.
import { findAnimal, USUAL_HOURS } from '../catalogue/index.ts';
import { isBasin, isBed, isVessel, type VesselNode } from '../kinds/index.ts';
import type { Garden, Herd, NeedAt, Needs, People, Plan } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { changeNode, changePlan } from './commands.ts';

/** The herd, household or garden of a row; undefined where the row is of another kind or gone. */
export function herdAt(plan: Plan, at: NeedAt): Herd | undefined {
  if (!('node' in at)) return undefined;
  const found = plan.nodes.find((n) => n.id === at.node);
  return isVessel(found) ? found.herds?.[at.index] : undefined;
}
export const peopleAt = (plan: Plan, at: NeedAt): People | undefined =>
  'list' in at && at.list === 'people' ? plan.needs?.people?.[at.index] : undefined;
export const gardenAt = (plan: Plan, at: NeedAt): Garden | undefined =>
  'list' in at && at.list === 'gardens' ? plan.needs?.gardens?.[at.index] : undefined;

const change =
  <T>(find: (plan: Plan, at: NeedAt) => T | undefined) =>
  (at: NeedAt, label: string, recipe: (found: T) => void): Command =>
    changePlan(label, (plan) => {
      const found = find(plan, at);
      if (found) recipe(found);
    });

/** Changes a row in place; nothing where it is gone. */
export const changeHerd = change(herdAt);
export const changePeople = change(peopleAt);
export const changeGarden = change(gardenAt);

/** The row of a need, of whatever kind. */
const needAt = (plan: Plan, at: NeedAt): Herd | People | Garden | undefined =>
  herdAt(plan, at) ?? peopleAt(plan, at) ?? gardenAt(plan, at);

type Visits = Herd['visits'];
/** When of a day a need is taken: as said, else people and gardens by common practice, a herd in no visits. */
export function visitsAt(plan: Plan, at: NeedAt): Visits {
  const said = needAt(plan, at)?.visits;
  if (said) return said;
  return (peopleAt(plan, at) ? USUAL_HOURS.people : gardenAt(plan, at) ? USUAL_HOURS.garden : []).map((v) => ({
    ...v,
  }));
}

/** Changes when of a day a need is taken, from what is usual where nobody said. */
export const changeVisits = (at: NeedAt, label: string, recipe: (visits: Visits) => void): Command =>
  changePlan(label, (plan) => {
    const found = needAt(plan, at);
    if (!found) return;
    const visits = visitsAt(plan, at);
    recipe(visits);
    if (visits.length > 0 || herdAt(plan, at)) found.visits = visits;
    else delete found.visits;
  });

/** People and gardens take it when is usual again; a herd comes in no visits. */
export const forgetVisits = (at: NeedAt): Command =>
  changePlan('hours as usual', (plan) => {
    const herd = herdAt(plan, at);
    if (herd) herd.visits = [];
    delete (peopleAt(plan, at) ?? gardenAt(plan, at))?.visits;
  });

/** A need that is thought of, and counts for nothing; or, taken back, one that is there. */
export const setIfToo = (at: NeedAt, on: boolean, name: string): Command =>
  changePlan(on ? `${name}: if it comes too` : `${name} too`, (plan) => {
    const found = needAt(plan, at);
    if (!found) return;
    if (on) found.ifToo = true;
    else delete found.ifToo;
  });

/** The plan's needs, begun where there are none. */
export const changeNeeds = (label: string, recipe: (needs: Needs) => void): Command =>
  changePlan(label, (plan) => recipe((plan.needs ??= {})));

/** The place where a new herd drinks: the first trough, else the first vessel. */
export const herdPlace = (plan: Plan): VesselNode | undefined =>
  plan.nodes.filter(isVessel).find((n) => isBasin(n)) ?? plan.nodes.find(isVessel);

/** A herd of the class at a place, with what its class drinks by the table. */
export const addHerd = (node: string, animal = 'ewe-dry', count = 20): Command =>
  changeNode(node, isVessel, 'another herd', (n) => {
    (n.herds ??= []).push({
      class: animal,
      count,
      litresPerHeadPerDay: findAnimal(animal)?.typical ?? 5,
      visits: [],
    });
  });

/** Another class of animals, with what it drinks by the table; why the old figure differed is forgotten. */
export const setHerdClass = (at: NeedAt, animal: string): Command =>
  changeHerd(at, 'class of the herd', (h) => {
    h.class = animal;
    const found = findAnimal(animal);
    if (found) h.litresPerHeadPerDay = found.typical;
    delete h.reason;
  });

export const addPeople = (): Command =>
  changeNeeds('people', (n) => void (n.people ??= []).push({ name: 'Cabin', count: 2, level: 'cabin-gravity' }));

export const addGarden = (): Command =>
  changeNeeds(
    'garden',
    (n) =>
      void (n.gardens ??= []).push({
        name: 'Garden',
        areaM2: 20,
        crop: 'tomato',
        method: 'drip',
        rainFed: true,
        months: [5, 6, 7, 8, 9],
      }),
  );

/** Another name for a garden; plots and beds that water it go with it. */
export const renameGarden = (at: NeedAt, name: string): Command =>
  changePlan('name of the garden', (plan) => {
    const garden = gardenAt(plan, at);
    if (!garden) return;
    for (const p of plan.plots ?? []) if (p.garden === garden.name) p.garden = name;
    for (const n of plan.nodes) if (isBed(n) && n.garden === garden.name) n.garden = name;
    garden.name = name;
  });

export const removeNeed = (at: NeedAt): Command =>
  'node' in at
    ? changeNode(at.node, isVessel, 'herd taken out', (n) => void n.herds?.splice(at.index, 1))
    : changeNeeds('need taken out', (n) => {
        // beds and plots are taken out where they stand
        if ('list' in at) n[at.list]?.splice(at.index, 1);
      });

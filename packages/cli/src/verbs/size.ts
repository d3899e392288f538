// The verb `size`: the cheapest sizes of pipe.
import { compilePlan } from '@vernal-slope/plan/compile';
import { sizePlan, sizesReport } from '@vernal-slope/plan/solve';
import { servedPlaces } from '@vernal-slope/plan/topology';
import { fault, type Verb } from './verb.ts';

export const size: Verb = {
  name: 'size',
  options: ['open', 'level'],
  usage: [
    'size FILE [--open a,b] [--level full|low|start]',
    'the cheapest sizes that serve every named situation (or the places named)',
  ],
  run: (plan, { open, level }) => {
    const ids = servedPlaces(compilePlan(plan));
    for (const id of open ?? [])
      if (!ids.includes(id))
        throw fault(
          '--open',
          `"${id}" is no outlet or trough`,
          `give ids among ${ids.join(', ')}, with commas between`,
        );
    const situations = open && [{ name: 'named', open: [...open], level }];
    return sizesReport(plan, sizePlan(plan, { situations }));
  },
};

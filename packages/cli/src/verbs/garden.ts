// The verbs `drip` and `beds`: plots watered, chains of beds at rest.
import { compilePlan } from '@vernal-slope/plan/compile';
import { isRail, railFindings, railStands } from '@vernal-slope/plan/drink';
import { bedsReport, dripReport, judgeBeds, plotFindings, waterPlot } from '@vernal-slope/plan/garden';
import { isBasin, isTap } from '@vernal-slope/plan/kinds';
import { fault, placesNamed, type Verb } from './verb.ts';

export const drip: Verb = {
  name: 'drip',
  options: ['plot', 'level', 'open'],
  usage: [
    'drip FILE [--plot id] [--level full|low|start] [--open a,b]',
    'what every hole of a plot gives, and how even it is',
  ],
  run: (plan, options) => {
    const all = plan.plots ?? [];
    if (all.length === 0) throw fault('$.plots', 'has no plot', 'drip needs a plan with "plots"');
    const plots = options.plot === undefined ? all : all.filter((p) => p.id === options.plot);
    if (plots.length === 0) throw fault('--plot', `"${options.plot ?? ''}" is no plot`, 'give the id of a plot');
    const open = placesNamed(plan, 'open', options.open, (n) => isTap(n) || isBasin(n), 'outlet or trough');
    const c = compilePlan(plan);
    const runs = plots.map((plot) => waterPlot(c, plot, { level: options.level, open }));
    return dripReport(
      runs,
      // drinkers have findings of their own
      runs.flatMap((r) => (isRail(r.plot) ? railFindings(c, railStands(c, r.plot)) : plotFindings(c, r))),
    );
  },
};

export const beds: Verb = {
  name: 'beds',
  options: [],
  usage: ['beds FILE', 'how wicking beds stand under their float, and what each is off by'],
  run: (plan) => {
    const { chains, findings } = judgeBeds(plan);
    if (chains.length === 0 && findings.length === 0)
      throw fault('$.nodes', 'has no bed', 'beds needs a plan with wicking beds');
    return bedsReport(chains, findings);
  },
};

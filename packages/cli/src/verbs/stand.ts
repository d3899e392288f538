// The verbs `height` and `stand`: how high a tank must be, and what it stands on.
import { compilePlan, flowFromLpm, pascals } from '@vernal-slope/plan/compile';
import { isOutlet, isStore, isTap } from '@vernal-slope/plan/kinds';
import { standFor, standWorking } from '@vernal-slope/plan/solve';
import { dryAt, standReport } from '@vernal-slope/plan/stand';
import { routeTo } from '@vernal-slope/plan/topology';
import { UsageError } from '../options.ts';
import { fault, tankOf, type Verb } from './verb.ts';

export const height: Verb = {
  name: 'height',
  options: ['tank', 'outlet', 'flow', 'pressure', 'open'],
  usage: [
    'height FILE --outlet id [--outlet id …] [--tank id] [--flow L/min] [--pressure kPa] [--open a,b]',
    'the least stand of a tank so that each outlet has its pressure at its flow',
  ],
  needs: ({ outlet }) => {
    if (!outlet?.length) throw new UsageError('vernal: height needs at least one --outlet');
  },
  run: (plan, { tank: id, outlet: served = [], flow, pressure, open }) => {
    for (const [name, ids, fits] of [
      ['outlet', served, isOutlet],
      ['open', open ?? [], isTap],
    ] as const)
      for (const at of ids)
        if (!fits(plan.nodes.find((n) => n.id === at)))
          throw fault(`--${name}`, `"${at}" is no outlet`, 'give the id of an outlet');
    // the tank that is named, else the one that feeds the first outlet
    const start = id ?? routeTo(compilePlan(plan), served[0])?.start;
    const tank = tankOf(plan, id ?? (isStore(plan.nodes.find((n) => n.id === start)) ? start : undefined));
    const asked = {
      tank: tank.id,
      outlets: served,
      open,
      ...(flow === undefined ? {} : { flow: flowFromLpm(flow) }),
      ...(pressure === undefined ? {} : { pressure: pascals(pressure) }),
    };
    const found = standFor(plan, asked);
    if (!found.ok)
      throw found.reason === 'no-wants'
        ? fault('--outlet', `"${found.id}" does not say what it wants`, 'give --flow and --pressure')
        : fault(
            '--tank',
            `even a stand of ${found.limit} m gives "${found.governing}" too little`,
            'give a wider pipe, less flow or less pressure',
          );
    return {
      standM: found.stand,
      governing: found.governing,
      staticOnlyM: found.staticOnly,
      // tanks that fill now and would not with this one so high
      starves: dryAt(plan, tank.id, found.stand),
      working: standWorking(plan, asked, found),
    };
  },
};

export const stand: Verb = {
  name: 'stand',
  options: ['tank'],
  usage: ['stand FILE [--tank id]', 'a first look at what a tank stands on: height needed, checks, parts, waits'],
  // the tank that is named, else the first on a stand, else the first
  run: (plan, { tank }) =>
    standReport(plan, tankOf(plan, tank ?? plan.nodes.find((n) => isStore(n) && (n.standM ?? 0) > 0)?.id)),
};

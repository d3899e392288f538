// What a finding proposes, as a command that can be tried.
import type { Remedy } from '../findings/index.ts';
import { findFitting, findPipe } from '../catalogue/index.ts';
import type { Fitting, Plan } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { lineName } from '../topology/index.ts';
import { changeNode, setLeg, setPipe, setReducer } from './commands.ts';
import { isStore } from '../kinds/index.ts';

/** The fittings of a leg with those of one kind changed for another. */
export const swapFitting = (fittings: readonly Fitting[], from: string, to: string): Fitting[] =>
  fittings.map((f) => ('type' in f && f.type === from ? { ...f, type: to } : { ...f }) as Fitting);

/** The command of a remedy; undefined where the plan has no such place any more. */
export function remedyCommand(plan: Plan, remedy: Remedy): Command | undefined {
  switch (remedy.kind) {
    case 'pipe':
      return setPipe(remedy.line, remedy.legs, remedy.pipe, `${findPipe(remedy.pipe)?.nominal ?? remedy.pipe} pipe`);
    case 'stand': {
      const tank = plan.nodes.find((n) => n.id === remedy.tank);
      return isStore(tank)
        ? changeNode(remedy.tank, isStore, `${tank.name ?? tank.id} on a stand of ${remedy.standM} m`, (n) => {
            n.standM = remedy.standM;
          })
        : undefined;
    }
    case 'reducer':
      return plan.lines.some((l) => l.id === remedy.line)
        ? {
            ...setReducer(remedy.line, remedy.kPa),
            label: `a pressure reducer at the start of ${lineName(plan, remedy.line)}`,
          }
        : undefined;
    case 'brace':
      return changeNode(remedy.tank, isStore, 'crossed braces on all four faces', (n) => {
        const stand = (n.stand ??= { kind: 'posts' });
        stand.braces = { ...stand.braces, front: true, side: true };
      });
    case 'fitting': {
      const leg = plan.lines.find((l) => l.id === remedy.line)?.legs[remedy.leg];
      if (!leg) return undefined;
      const fittings = swapFitting(leg.fittings ?? [], remedy.from, remedy.to);
      const name = findFitting(remedy.to)?.name ?? remedy.to;
      return { ...setLeg(remedy.line, remedy.leg, { fittings }, 'valve'), label: `${name} on leg ${remedy.leg + 1}` };
    }
  }
}

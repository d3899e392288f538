// How high the tank that feeds an outlet must stand, for one line in series.
import { leastStand, type HeightAnswer } from '@vernal-slope/core/design';
import { levelFor, type Compiled } from '../compile/index.ts';

import { routeTo, type Route } from '../topology/index.ts';
import { isBareJoint, isOutlet, isStore, wantsOf } from '../kinds/index.ts';

export interface PlanHeight {
  readonly tank: string;
  readonly outlet: string;
  readonly route: Route;
  readonly answer: HeightAnswer;
  /** m³/s and Pa asked for */ readonly flow: number;
  readonly pressure: number;
}

/**
 * Least stand of the feeding tank at its low water, so that the node has its pressure while giving its flow.
 * Undefined when no tank feeds it, when the way has branches, or when it does not say what it wants.
 */
export function heightFor(c: Compiled, id: string): PlanHeight | undefined {
  const map = c.nodes.get(id);
  if (!isOutlet(map?.plan)) return undefined;
  const wants = wantsOf(map.plan);
  const route = routeTo(c, id);
  const tank = route && c.nodes.get(route.start)?.plan;
  if (!route || !isStore(tank) || wants.flow === undefined || wants.pressure === undefined) return undefined;
  const branches = route.lines.slice(0, -1).some(({ line, reversed }) => {
    const plan = c.lines.get(line)?.plan;
    const node = plan && c.nodes.get(reversed ? plan.from : plan.to);
    return !node || !isBareJoint(node.plan) || node.entering.length + node.leaving.length > 2;
  });
  if (branches) return undefined;
  return {
    tank: tank.id,
    outlet: id,
    route,
    flow: wants.flow,
    pressure: wants.pressure,
    answer: leastStand({
      network: c.network,
      way: route.lines.flatMap(({ line, reversed }) => {
        const links = c.lines.get(line)?.links ?? [-1];
        return (reversed ? [...links].reverse() : links).map((link) => ({ link, reversed }));
      }),
      flow: wants.flow,
      pressure: wants.pressure,
      outletElevation: map.elevation,
      lowWaterOnGround: tank.groundM + levelFor(tank, 'low'),
      density: c.water.density,
    }),
  };
}

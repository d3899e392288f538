// Keys of both drawings: along the line, onto a branch, closer, further, the whole.
import type { LegRef } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { Zoom } from '../useZoom.ts';
import type { Section } from '@vernal-slope/display/section';
import { nextLeg } from './steps.ts';

export interface DrawingKeys {
  readonly results: () => PlanResults;
  readonly section: () => Section;
  readonly leg: () => LegRef | null;
  readonly zoom: Pick<Zoom, 'zoomIn' | 'zoomOut' | 'whole'>;
  readonly choose: (id: string) => void;
  readonly take: (leg: LegRef) => void;
}

/** What the arrows do: a step down the line, or up it. */
export const ARROW_STEP: Readonly<Record<string, number | undefined>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

export function useDrawingKeys(on: DrawingKeys): (event: KeyboardEvent) => void {
  return (event) => {
    if (event.altKey || event.ctrlKey || event.metaKey || (event.target as Element).matches('input, select')) return;
    const { zoomIn, zoomOut, whole } = on.zoom;
    const zooming = { '+': zoomIn, '=': zoomIn, '-': zoomOut, Home: whole }[event.key];
    if (zooming) zooming();
    else {
      const step = ARROW_STEP[event.key];
      if (!step) return;
      const next = nextLeg(on.results(), on.section(), on.leg(), step, event.shiftKey);
      if (next?.choose !== undefined) on.choose(next.choose);
      if (next) on.take(next.leg);
    }
    event.preventDefault();
    event.stopPropagation();
  };
}

// Dragging on the drawings: a place follows the pointer once a frame, the plan changes when it is let go.
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { computed, shallowRef } from 'vue';
import { scaleLinear } from 'd3-scale';
import { applyCommand, setPosition, type Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { resultsOf } from '../session/usePlanResults.ts';
import { demoPlan } from '../testing/page.ts';
import { useSpotDrag } from './above/useSpotDrag.ts';
import { endsThatSlide, sectionOf, type Slide } from '@vernal-slope/display/section';
import { useSliding } from './hillside/useSliding.ts';
import { drawnVessels } from './hillside/vessels.ts';

let frames: (() => void)[] = [];
const frame = (): void => {
  const due = frames;
  frames = [];
  for (const work of due) work();
};
beforeEach(() => {
  frames = [];
  vi.stubGlobal('requestAnimationFrame', (work: () => void) => frames.push(work));
  vi.stubGlobal('cancelAnimationFrame', (id: number) => void frames.splice(id - 1, 1, () => undefined));
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined, removeItem: () => undefined });
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
});
afterEach(() => vi.unstubAllGlobals());

function pointer(clientX: number, clientY = 0, button = 0): PointerEvent {
  return {
    clientX,
    clientY,
    button,
    pointerId: 1,
    preventDefault: vi.fn(),
    stopPropagation: vi.fn(),
    currentTarget: { setPointerCapture: vi.fn() },
  } as unknown as PointerEvent;
}

describe('along the slope', () => {
  const results = resultsOf(demoPlan('ousel-bank'));
  const section = sectionOf(results, 'low');
  const ends = endsThatSlide(section, results);
  const low = ends.find((e) => e.node === 'low');
  const hill = ends.find((e) => e.node === 'hill');
  if (!low || !hill) throw new Error('the way has no ends that slide');
  /** Ten pixels a metre from the start of the way. */
  const make = () => {
    const slides: Slide[] = [];
    const ended: boolean[] = [];
    const sliding = useSliding({
      spans: () => section,
      behind: () => section.behind,
      along: (clientX) => clientX / 10,
      slide: (s) => slides.push(s),
      slid: (done) => ended.push(done),
    });
    return { slides, ended, sliding };
  };
  it('follows the pointer once a frame, to the tenth of a metre', () => {
    const { slides, sliding } = make();
    sliding.grab(pointer(10 * low.x), low);
    for (const by of [0.5, 1, 1.5, 2.04]) sliding.drag(pointer(10 * (low.x + by)));
    expect(slides).toEqual([]);
    frame();
    expect(slides).toHaveLength(1);
    expect(slides[0].node).toBe('low');
    expect(slides[0].chainage - low.chainage).toBeCloseTo(2, 6);
    expect((10 * slides[0].chainage) % 1).toBeCloseTo(0, 6);
  });
  it('is kept when it was moved, and nothing has happened when it was not', () => {
    const { ended, sliding } = make();
    sliding.grab(pointer(10 * low.x), low);
    sliding.release(true);
    expect(ended).toEqual([false]);
    sliding.grab(pointer(10 * low.x), low);
    sliding.drag(pointer(10 * (low.x - 3)));
    frame();
    sliding.release(true);
    expect(ended).toEqual([false, true]);
    sliding.release(true);
    expect(ended).toHaveLength(2);
  });
  it('a frame that comes after letting go moves nothing', () => {
    const { slides, sliding } = make();
    sliding.grab(pointer(10 * low.x), low);
    sliding.drag(pointer(10 * (low.x + 5)));
    sliding.release(false);
    frame();
    expect(slides).toEqual([]);
  });
  it('the head of the way stays under the pointer though all else counts from it', () => {
    const { slides, sliding } = make();
    expect(hill.shifts).toBe(true);
    sliding.grab(pointer(10 * hill.x), hill);
    sliding.drag(pointer(10 * (hill.x + 2)));
    frame();
    const first = slides[0].chainage;
    expect(sliding.drift()).toBeCloseTo(first - hill.chainage, 9);
    // the scale has moved by as much: the pointer, which rests, is now over another distance
    sliding.drag(pointer(10 * (hill.x + 2 - sliding.drift())));
    frame();
    expect(slides[1].chainage).toBeCloseTo(first, 6);
  });
  it('by keys: a metre, five with Shift; Escape lets go', () => {
    const { slides, ended, sliding } = make();
    const key = (name: string, shiftKey = false): KeyboardEvent =>
      ({ key: name, shiftKey, preventDefault: vi.fn(), stopPropagation: vi.fn() }) as unknown as KeyboardEvent;
    sliding.nudge(key('ArrowRight'), low);
    sliding.nudge(key('ArrowLeft', true), low);
    sliding.nudge(key('x'), low);
    const sign = low.reversed ? -1 : 1;
    expect(slides.map((s) => s.chainage - low.chainage)).toEqual([sign, -5 * sign]);
    expect(ended).toEqual([true, true]);
    sliding.grab(pointer(0), low);
    sliding.nudge(key('Escape'), low);
    expect(sliding.held.value).toBeNull();
  });
  it('only the first button takes hold', () => {
    const { sliding } = make();
    sliding.grab(pointer(0, 0, 2), low);
    expect(sliding.held.value).toBeNull();
  });
});

describe('over the ground', () => {
  const make = (fixed = false) => {
    const plan = shallowRef<Plan>(demoPlan('ousel-bank'));
    const done: Command[] = [];
    const spot = useSpotDrag({
      plan: computed(() => plan.value),
      fixed: () => fixed,
      corner: () => ({ left: 100, top: 50 }),
      ground: (px, py) => ({ east: px / 2, north: 500 - py / 2 }),
      perform: (command) => {
        done.push(command);
        plan.value = applyCommand(plan.value, command)?.plan ?? plan.value;
        return true;
      },
    });
    const at = (id: string) => spot.shownPlan.value.nodes.find((n) => n.id === id);
    return { plan, done, spot, at };
  };
  it('the spot stays where it was taken hold of under the pointer', () => {
    const { spot, at, plan, done } = make();
    // the mark is drawn at 200, 300; the finger lands 4 px right and 2 px under it
    spot.grab(pointer(304, 352), { node: 'low' }, { x: 200, y: 300 });
    spot.drag(pointer(404, 252));
    frame();
    expect(at('low')).toMatchObject({ eastingM: 150, northingM: 400 });
    expect(spot.moving.value?.what).toBe('150\u00a0m east, 400\u00a0m north');
    expect(plan.value.nodes.find((n) => n.id === 'low')?.eastingM).not.toBe(150);
    expect(done).toEqual([]);
  });
  it('letting go keeps the last move, also one whose frame has not come', () => {
    const { spot, plan, done } = make();
    spot.grab(pointer(300, 350), { node: 'low' }, { x: 200, y: 300 });
    spot.drag(pointer(320, 350));
    spot.release(true);
    expect(done).toHaveLength(1);
    expect(plan.value.nodes.find((n) => n.id === 'low')?.eastingM).toBe(110);
    expect(spot.moving.value).toBeNull();
    expect(spot.shownPlan.value).toBe(plan.value);
  });
  it('a drag that is broken off leaves all as it was', () => {
    const { spot, plan, done } = make();
    const before = plan.value;
    spot.grab(pointer(300, 350), { line: 'main', leg: 1 }, { x: 200, y: 300 });
    spot.drag(pointer(500, 350));
    frame();
    spot.release(false);
    expect(done).toEqual([]);
    expect(spot.shownPlan.value).toBe(before);
  });
  it('a sketch cannot be moved', () => {
    const { spot } = make(true);
    spot.grab(pointer(300, 350), { node: 'low' }, { x: 200, y: 300 });
    spot.drag(pointer(500, 350));
    frame();
    expect(spot.moving.value).toBeNull();
  });
  it('shows an edit that comes from elsewhere', () => {
    const { spot, plan, at } = make();
    expect(at('low')).toBeDefined();
    plan.value = applyCommand(plan.value, setPosition({ node: 'low' }, 1, 2))?.plan ?? plan.value;
    // told in the next flush; a drag that begins now begins from it
    spot.release(true);
    expect(at('low')).toMatchObject({ eastingM: 1, northingM: 2 });
  });
});

describe('vessels', () => {
  const x = scaleLinear().domain([0, 100]).range([0, 1000]);
  const y = scaleLinear().domain([730, 750]).range([400, 0]);
  const results = resultsOf(demoPlan('ousel-bank'));
  const drawn = drawnVessels(sectionOf(results, 'low').vessels, x, y, 'metric');
  it('stand on their floors, water in them as high as it is', () => {
    for (const v of drawn) {
      expect(y.invert(v.box.foot)).toBeCloseTo(v.floor, 9);
      expect(y.invert(v.box.water) - v.floor).toBeCloseTo(v.level, 9);
      expect(v.box.top).toBeLessThan(v.box.water + 1e-9);
      expect(v.box.ground).toBeGreaterThanOrEqual(v.box.foot - 1e-9);
    }
  });
  it('a store says what it holds, a basin does not', () => {
    expect(drawn.find((v) => v.id === 'hill')?.holds).toMatch(/^\d[\d,]*\u00a0L$/);
    expect(drawn.find((v) => v.id === 'low')?.holds).toBe('');
    expect(drawnVessels(sectionOf(results, 'low').vessels, x, y, 'us').find((v) => v.id === 'hill')?.holds).toMatch(
      /US gal$/,
    );
  });
  it('only what is filled from the top has a pipe over its rim', () => {
    for (const v of drawn) expect(v.filling === '').toBe(v.inlet === undefined || v.pipeEnd === undefined);
    expect(drawn.some((v) => v.filling !== '')).toBe(true);
  });
});

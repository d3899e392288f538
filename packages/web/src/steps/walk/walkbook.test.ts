// @vitest-environment happy-dom
// The walk book on a page: legs typed, moved, put in and taken out by mouse and by keys; the focus goes where one types on.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick } from 'vue';
import { demoPlan, mountOnPage } from '../../testing/page.ts';
import WalkPage from './WalkPage.vue';

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});

async function open(line = 'main') {
  const on = mountOnPage(demoPlan('ousel-bank'), () => h(WalkPage));
  on.page.showLine(line);
  await nextTick();
  const { view } = on;
  const legs = () => on.plan.value.lines.find((l) => l.id === line)?.legs ?? [];
  const cell = (leg: number, column: string) => view.find(`[data-cell="${leg}-${column}"]`);
  const input = (leg: number, column: string) => cell(leg, column).find('input');
  const settle = async (): Promise<void> => {
    for (let k = 0; k < 4; k++) await nextTick();
  };
  const focused = (): string | undefined =>
    document.activeElement?.closest('[data-cell]')?.getAttribute('data-cell') ??
    (document.activeElement?.closest('.open-row') ? 'open' : undefined);
  const type = async (leg: number, column: string, text: string, key = 'Enter', more = {}): Promise<void> => {
    const field = input(leg, column);
    (field.element as HTMLInputElement).focus();
    await field.setValue(text);
    await field.trigger('keydown', { key, ...more });
    await settle();
  };
  return { ...on, legs, cell, input, settle, focused, type };
}

describe('typing legs', () => {
  it('a length typed in is the leg’s, and Enter goes down the column', async () => {
    const w = await open();
    await w.type(0, 'length', '45');
    expect(w.legs()[0].lengthM).toBe(45);
    expect(w.focused()).toBe('1-length');
    await w.type(1, 'length', '50', 'Enter', { shiftKey: true });
    expect(w.focused()).toBe('0-length');
  });
  it('a rise moves the end of the leg, what lies beyond keeps its own rises', async () => {
    const w = await open();
    const before = w.legs().map((l) => l.endGroundM);
    await w.type(1, 'rise', '+2');
    const by = w.legs()[1].endGroundM - before[1];
    expect(w.legs()[1].endGroundM - w.legs()[0].endGroundM).toBeCloseTo(2, 9);
    w.legs()
      .slice(2)
      .forEach((l, k) => expect(l.endGroundM - before[k + 2]).toBeCloseTo(by, 6));
  });
  it('in feet where feet are typed', async () => {
    const w = await open();
    await w.type(0, 'length', '100 ft');
    expect(w.legs()[0].lengthM).toBeCloseTo(30.48, 9);
  });
  it('below the last leg comes the open row; a length there makes a leg and asks its rise', async () => {
    const w = await open();
    const count = w.legs().length;
    await w.type(count - 1, 'length', String(w.legs()[count - 1].lengthM));
    expect(w.focused()).toBe('open');
    const row = w.view.find('.open-row input');
    await row.setValue('12');
    await row.trigger('keydown', { key: 'Enter' });
    await w.settle();
    expect(w.legs()).toHaveLength(count + 1);
    expect(w.legs()[count].lengthM).toBe(12);
    expect(w.legs()[count].endGroundM).toBeCloseTo(w.legs()[count - 1].endGroundM, 9);
    expect(w.focused()).toBe(`${count}-rise`);
    expect((w.view.find('.open-row input').element as HTMLInputElement).value).toBe('');
  });
  it('what cannot be is said at its field, and the plan stays', async () => {
    const w = await open();
    const before = w.plan.value;
    await w.type(0, 'length', 'far');
    expect(w.cell(0, 'length').find('[role=alert]').text()).not.toBe('');
    expect(w.plan.value).toBe(before);
    expect(w.focused()).toBe('0-length');
    await w.input(0, 'length').trigger('keydown', { key: 'Escape' });
    // a leg cannot be shorter than it rises
    await w.type(0, 'rise', '500');
    expect(w.cell(0, 'rise').find('[role=alert]').text()).toMatch(/shorter/i);
    expect(w.plan.value).toBe(before);
  });
  it('a remark stays with its leg', async () => {
    const w = await open();
    await w.input(2, 'remark').setValue('rock from 0.4 m');
    expect(w.legs()[2].remark).toBe('rock from 0.4 m');
  });
});

describe('moving, putting in, taking out', () => {
  it.each([
    ['ArrowDown', 0, 1],
    ['ArrowUp', 2, 1],
  ])('Alt and %s moves leg %d to %d', async (key, from, to) => {
    const w = await open();
    const leg = { length: w.legs()[from].lengthM, pipe: w.legs()[from].pipe };
    const count = w.legs().length;
    w.page.pickLeg({ line: 'main', leg: from });
    await w.settle();
    await w.input(from, 'length').trigger('keydown', { key, altKey: true });
    await w.settle();
    expect(w.legs()).toHaveLength(count);
    expect({ length: w.legs()[to].lengthM, pipe: w.legs()[to].pipe }).toEqual(leg);
    expect(w.focused()).toBe(`${to}-length`);
  });
  it('the first leg moves no further up', async () => {
    const w = await open();
    w.page.pickLeg({ line: 'main', leg: 0 });
    await w.settle();
    const before = w.plan.value;
    await w.input(0, 'length').trigger('keydown', { key: 'ArrowUp', altKey: true });
    await w.settle();
    expect(w.plan.value).toBe(before);
    expect(w.view.find('[aria-label="Move the leg up"]').attributes('disabled')).toBeDefined();
  });
  it('Alt and Enter puts a leg in below and asks its length', async () => {
    const w = await open();
    w.page.pickLeg({ line: 'main', leg: 1 });
    await w.settle();
    const count = w.legs().length;
    await w.input(1, 'length').trigger('keydown', { key: 'Enter', altKey: true });
    await w.settle();
    expect(w.legs()).toHaveLength(count + 1);
    expect(w.focused()).toBe('2-length');
  });
  it('Alt and Delete takes the leg out, but never the last', async () => {
    const w = await open('fill');
    while (w.legs().length > 1) {
      w.page.pickLeg({ line: 'fill', leg: 0 });
      await w.settle();
      await w.input(0, 'length').trigger('keydown', { key: 'Delete', altKey: true });
      await w.settle();
    }
    const before = w.plan.value;
    await w.input(0, 'length').trigger('keydown', { key: 'Delete', altKey: true });
    await w.settle();
    expect(w.plan.value).toBe(before);
    expect(w.view.find('[data-test=remove-leg]').attributes('disabled')).toBeDefined();
  });
  it('the line that is put in or taken out ends where its place stands', async () => {
    const w = await open();
    w.page.pickLeg({ line: 'main', leg: 3 });
    await w.settle();
    await w.view.find('[data-test=remove-leg]').trigger('click');
    await w.settle();
    const end = w.plan.value.nodes.find((n) => n.id === 'low');
    expect(w.legs().at(-1)?.endGroundM).toBeCloseTo(end?.groundM ?? NaN, 9);
  });
});

describe('what is worked out', () => {
  it('opens its working: loss, speed, pressure at the end', async () => {
    const w = await open();
    for (const label of ['Loss of leg 2', 'Speed in leg 2', 'Pressure at the end of leg 2'])
      await w.view.find(`button[aria-label^="${label}"]`).trigger('click');
    expect(w.opened).toEqual([
      { of: 'loss', id: 'main', leg: 1 },
      { of: 'speed', id: 'main', leg: 1 },
      { of: 'station', id: 'main', leg: 2 },
    ]);
  });
  it('lights the leg under the pointer, on the slope too', async () => {
    const w = await open();
    await w.view.find('[data-test=leg-2]').trigger('mouseenter');
    expect(w.page.hovered.value).toEqual({ line: 'main', leg: 2 });
    await w.settle();
    expect(w.view.find('[data-test=leg-2]').classes()).toContain('hovered');
    await w.view.find('[data-test=leg-2]').trigger('mouseleave');
    expect(w.page.hovered.value).toBeNull();
  });
  it('says the flow to a screen reader', async () => {
    const w = await open();
    expect(w.view.find('[aria-live=polite]').text()).toMatch(/L\/min in the line$/);
  });
});

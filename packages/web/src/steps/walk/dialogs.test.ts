// @vitest-environment happy-dom
// Dialogs of the walk: rows pasted, one figure asked, a leg as it was read. Nothing is taken that cannot be.
import { DOMWrapper, mount } from '@vue/test-utils';
import { createPinia, setActivePinia, type Pinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick, type Component } from 'vue';
import type { LegReading, PastedRow } from '@vernal-slope/plan/edit';
import type { Leg } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import AmountDialog, { type Asked } from './AmountDialog.vue';
import PasteDialog from './PasteDialog.vue';
import ReadingDialog from './ReadingDialog.vue';

let pinia: Pinia;
beforeEach(() => {
  localStorage.clear();
  pinia = createPinia();
  setActivePinia(pinia);
});
afterEach(() => {
  document.body.innerHTML = '';
});
/** Dialogs lie at the end of the page, not where they are written. */
const page = () => new DOMWrapper(document.body);
const show = (dialog: Component, props: object) =>
  mount({ render: () => h(dialog, props) }, { global: { plugins: [pinia] }, attachTo: document.body });

describe('rows that are pasted', () => {
  const open = () => {
    const kept: PastedRow[][] = [];
    const view = show(PasteDialog, { show: true, onKeep: (rows: PastedRow[]) => kept.push(rows) });
    const paste = async (text: string): Promise<void> => {
      await page().find('[data-test=paste-text]').setValue(text);
      await nextTick();
    };
    const keep = () => page().find('[data-test=keep-paste]');
    return { view, kept, paste, keep };
  };
  it('are shown as they are read before they are taken', async () => {
    const { kept, paste, keep } = open();
    expect(keep().attributes('disabled')).toBeDefined();
    await paste('24\t-1.5\n72\t-4.54\t0.4\tstony turf');
    expect(page().find('[data-test=paste-preview]').text()).toMatch(
      /2 legs,\s+96\u00a0m\s+in all,\s+falling\s+6\.04\u00a0m/,
    );
    await keep().trigger('click');
    expect(kept).toEqual([
      [expect.objectContaining({ lengthM: 24, riseM: -1.5 }), expect.objectContaining({ lengthM: 72, riseM: -4.54 })],
    ]);
  });
  it('without a unit are in feet where feet are read', async () => {
    useSettings().units = 'us';
    const { kept, paste, keep } = open();
    await paste('100, -10');
    expect(page().find('[data-test=paste-preview]').text()).toContain('100\u00a0ft');
    await keep().trigger('click');
    expect(kept[0][0].lengthM).toBeCloseTo(30.48, 6);
    expect(kept[0][0].riseM).toBeCloseTo(-3.048, 6);
    useSettings().units = 'metric';
  });
  it('with a row that is none are not taken, and the row is named', async () => {
    const { kept, paste, keep } = open();
    await paste('24, -1.5\nover the wall\n72, -4.5');
    expect(page().text()).toMatch(/Row 2: /);
    expect(keep().attributes('disabled')).toBeDefined();
    await keep().trigger('click');
    expect(kept).toEqual([]);
  });
});

describe('a figure that is asked', () => {
  const open = (run: Asked['run'] = () => undefined) => {
    const closed = vi.fn();
    const asked: Asked = {
      title: 'Split leg 2',
      label: 'How far along the leg',
      note: 'The leg is 72 m long.',
      value: 36,
      quantity: 'distance',
      limits: { min: 0.01, max: 71.99 },
      action: 'Split it there',
      run,
    };
    show(AmountDialog, { asked, onClose: closed });
    const field = () => page().find('.quantity input');
    const act = () =>
      page()
        .findAll('button')
        .find((b) => b.text() === 'Split it there') as DOMWrapper<HTMLButtonElement>;
    return { closed, field, act };
  };
  it('is done with what is typed, also in another unit', async () => {
    const run = vi.fn(() => undefined);
    const { closed, field, act } = open(run);
    await field().setValue('100 ft');
    await act().trigger('click');
    expect(run).toHaveBeenCalledWith(expect.closeTo(30.48, 9));
    expect(closed).toHaveBeenCalledTimes(1);
  });
  it('is not done with what cannot be', async () => {
    const run = vi.fn(() => undefined);
    const { field, act } = open(run);
    await field().setValue('90');
    await nextTick();
    expect(act().attributes('disabled')).toBeDefined();
    expect(page().find('[role=alert]').text()).toContain('at most');
    await act().trigger('click');
    expect(run).not.toHaveBeenCalled();
  });
  it('says why it could not be done, and stays', async () => {
    const { closed, act } = open(() => 'The tee stands there.');
    await act().trigger('click');
    await nextTick();
    expect(page().text()).toContain('The tee stands there.');
    expect(closed).not.toHaveBeenCalled();
  });
});

describe('a leg as it was read', () => {
  const leg = (survey?: Leg['survey']): Leg => ({ lengthM: 50, endGroundM: 95, pipe: 'astm-d2239-sidr15/1', survey });
  const open = (survey?: Leg['survey']) => {
    const kept: LegReading[] = [];
    show(ReadingDialog, {
      show: true,
      leg: 1,
      now: leg(survey),
      rise: -5,
      density: 1000,
      onKeep: (r: LegReading) => kept.push(r),
    });
    const keep = async (): Promise<void> => {
      const buttons = page().findAll('button.main');
      await buttons[buttons.length - 1].trigger('click');
    };
    const type = async (label: string, text: string): Promise<void> => {
      const field = page().find(`[aria-label^="${label}"]`);
      await field.trigger('focus');
      await field.setValue(text);
      await field.trigger('change');
      await field.trigger('blur');
      await nextTick();
    };
    return { kept, keep, type };
  };
  it('a level with staff: backsights less foresights', async () => {
    const { kept, keep, type } = open({ method: 'sight-level', sights: [{ backM: 1.2, foreM: 1.9 }] });
    await type('Backsight and foresight', '1.50, 2.10\n0.80, 2.65');
    await keep();
    // (1.50 − 2.10) + (0.80 − 2.65) = −2.45
    expect(kept[0]?.riseM).toBeCloseTo(-2.45, 9);
    expect(kept[0]?.survey).toMatchObject({ method: 'sight-level', sights: [{ backM: 1.5 }, { backM: 0.8 }] });
  });
  it('a clinometer: length along the slope times the sine', async () => {
    const { kept, keep } = open({ method: 'clinometer', angleDeg: -6 });
    await keep();
    expect(kept[0]?.riseM).toBeCloseTo(50 * Math.sin((-6 * Math.PI) / 180), 3);
  });
  it('a gauge at the foot of a closed hose: pressure over weight of water', async () => {
    const { kept, keep } = open({ method: 'gauge', pressureKPa: 49.03325 });
    await keep();
    // 49.03325 kPa over 9.80665 kPa/m is 5 m
    expect(kept[0]?.riseM).toBeCloseTo(-5, 3);
  });
  it('marks on a water level: the one that stands higher on its rod is lower ground', async () => {
    const { kept, keep } = open({ method: 'water-level', marksM: [1.5, 2.75] });
    await keep();
    expect(kept[0]?.riseM).toBeCloseTo(-1.25, 9);
  });
  it('what cannot be is not taken', async () => {
    const { kept, keep, type } = open({ method: 'sight-level', sights: [{ backM: 1, foreM: 2 }] });
    await type('Backsight and foresight', 'about two');
    await keep();
    expect(kept).toEqual([]);
    expect(page().text()).toContain('Give a backsight and a foresight');
  });
  it.each<NonNullable<Leg['survey']>['method']>([
    'sight-level',
    'water-level',
    'slope-level',
    'clinometer',
    'gauge',
    'guess',
    'map',
  ])('in US units %s is asked in feet, inches and psi, and no metric unit is named', async (method) => {
    useSettings().units = 'us';
    open({ method });
    await nextTick();
    const all = [
      page().text(),
      ...page()
        .findAll('[aria-label]')
        .map((e) => e.attributes('aria-label') ?? ''),
    ].join(' | ');
    expect(all).not.toMatch(/\b(?:metres?|litres?)\b|, m\b|kPa|\bcm\b/);
    useSettings().units = 'metric';
  });
  it('readings in feet are kept as the same readings in metres; inches a foot as the same slope', async () => {
    useSettings().units = 'us';
    const level = open({ method: 'sight-level', sights: [{ backM: 1, foreM: 2 }] });
    await level.type('Backsight and foresight', '5.00, 7.00');
    await level.keep();
    // two feet lower
    expect(level.kept[0]?.riseM).toBeCloseTo(-2 * 0.3048, 6);
    expect(level.kept[0]?.survey?.sights?.[0].backM).toBeCloseTo(5 * 0.3048, 4);
    page().findAll('[role=dialog]');
    document.body.innerHTML = '';
    const slope = open({ method: 'slope-level', fallPerM: 0.01 });
    await slope.type('Falls, in a foot', '0.25');
    await slope.keep();
    // a quarter inch in a foot is one in 48
    expect(slope.kept[0]?.survey?.fallPerM).toBeCloseTo(1 / 48, 4);
    useSettings().units = 'metric';
  });
  it('more fall than length is not taken', async () => {
    const { kept, keep } = open({ method: 'water-level', marksM: [0, 60] });
    await keep();
    expect(kept).toEqual([]);
    expect(page().text()).toContain('more than its length');
  });
});

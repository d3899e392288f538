// @vitest-environment happy-dom
// Timed fills on a phone: the clock, slips of the finger, times typed in, what is kept, what survives a closed page.
import { mount } from '@vue/test-utils';
import { createPinia, setActivePinia, type Pinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useSettings } from '../../display/settings.ts';
import BucketTest from './BucketTest.vue';

let pinia: Pinia;
beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers({ now: new Date('2026-08-14T09:00:00') });
  pinia = createPinia();
  setActivePinia(pinia);
});
afterEach(() => {
  vi.useRealTimers();
  document.body.innerHTML = '';
});

function open(draft = 'adit') {
  const view = mount(BucketTest, {
    props: { name: 'Adit', place: 'over the hill tank', draft },
    global: { plugins: [pinia] },
    attachTo: document.body,
  });
  const test = (name: string) => view.find(`[data-test=${name}]`);
  const press = (): Promise<void> => test('press').trigger('click');
  const fill = async (seconds: number): Promise<void> => {
    await press();
    vi.advanceTimersByTime(1000 * seconds);
    await press();
  };
  const type = async (text: string): Promise<void> => {
    if (!view.find('form').exists()) await test('type-time').trigger('click');
    await test('typed-time').setValue(text);
    await view.find('form').trigger('submit');
  };
  return { view, test, press, fill, type };
}

describe('fills by the clock', () => {
  it('three that agree are good, their mean is litres over seconds', async () => {
    const { view, test, fill } = open();
    for (const s of [60, 62, 58]) await fill(s);
    expect(view.findAll('[data-test=fill]')).toHaveLength(3);
    // 4 L in 60, 62 and 58 s: 4.000, 3.871 and 4.138 L/min
    expect(Number(test('bucket-mean').text())).toBeCloseTo((4 + 3.871 + 4.138) / 3, 2);
    expect(test('bucket-verdict').text()).toContain('Good.');
    view.unmount();
  });
  it('the first two ask for more', async () => {
    const { test, fill } = open();
    await fill(60);
    expect(test('bucket-verdict').text()).toContain('2 more fills make it');
    await fill(60);
    expect(test('bucket-verdict').text()).toContain('1 more fill makes it');
  });
  it('one far from the others is pointed at, and can be taken out', async () => {
    const { view, test, fill } = open();
    for (const s of [60, 61, 20, 60, 59]) await fill(s);
    expect(test('bucket-verdict').text()).toContain('Fill 3 lies far from the others');
    await view.find('[aria-label="Take fill 3 out"]').trigger('click');
    expect(test('bucket-verdict').text()).toContain('Good.');
  });
  it('fills that differ say so', async () => {
    const { test, fill } = open();
    for (const s of [50, 60, 70]) await fill(s);
    expect(test('bucket-verdict').text()).toContain('differ by');
  });
  it('a slip of the finger is no fill', async () => {
    const { view, fill } = open();
    await fill(0.2);
    expect(view.find('[role=alert]').text()).toContain('too short');
    expect(view.findAll('[data-test=fill]')).toHaveLength(0);
  });
  it('shows the time as it runs, and when it is likely full', async () => {
    const { view, test, fill, press } = open();
    await fill(75);
    await press();
    vi.advanceTimersByTime(61_500);
    await nextTick();
    expect(test('stopwatch').text()).toBe('1:01.5');
    expect(view.text()).toContain('Likely full at 1:15.0');
    expect(test('keep-test').attributes('disabled')).toBeDefined();
  });
});

describe('times that are typed', () => {
  it.each([
    ['2:49.2', 169.2],
    ['2:49,2', 169.2],
    ['169.2', 169.2],
    ['2 min', 120],
  ])('%s is %d s', async (text, seconds) => {
    const { view, test, type } = open();
    await type(text);
    expect(view.findAll('[data-test=fill]')).toHaveLength(1);
    expect(Number(test('bucket-mean').text())).toBeCloseTo((4 / seconds) * 60, 1);
  });
  it.each(['soon', '', '0', '-5', '4 L'])('"%s" is refused, and stays to be mended', async (text) => {
    const { view, test, type } = open();
    await type(text);
    expect(view.findAll('[data-test=fill]')).toHaveLength(0);
    expect(view.find('form [role=alert]').text()).toContain('such as 2:49');
    expect((test('typed-time').element as HTMLInputElement).value).toBe(text);
  });
});

describe('what is kept', () => {
  it('is a test of the plan: fills, vessel, date, words', async () => {
    const { view, test, fill } = open();
    await fill(60);
    await view.find('input[aria-label="Weather"]').setValue('dry week');
    await view.find('input[aria-label^="Water passing"]').setValue('1.5');
    await view.find('input[aria-label^="Water passing"]').trigger('blur');
    await test('keep-test').trigger('click');
    expect(view.emitted('keep')).toEqual([
      [
        {
          method: 'bucket',
          date: '2026-08-14',
          fills: [{ volumeL: 4, seconds: 60 }],
          passingByLpm: 1.5,
          weather: 'dry week',
        },
      ],
    ]);
    expect(view.findAll('[data-test=fill]')).toHaveLength(0);
  });
  it('lives through a closed page, for each spring on its own', async () => {
    const first = open('adit');
    await first.fill(60);
    await nextTick();
    first.view.unmount();
    expect(open('beck').view.findAll('[data-test=fill]')).toHaveLength(0);
    expect(open('adit').view.findAll('[data-test=fill]')).toHaveLength(1);
  });
  it('Escape and the arrow leave it', async () => {
    const { view, test } = open();
    await test('bucket').trigger('keydown', { key: 'Escape' });
    await test('bucket-back').trigger('click');
    expect(view.emitted('close')).toHaveLength(2);
  });
});

describe('the vessel', () => {
  const holds = (view: ReturnType<typeof open>['view']): string =>
    (view.find('input[aria-label^="Bucket holds"]').element as HTMLInputElement).value;
  it('goes through buckets that people have, up and down', async () => {
    const { view } = open();
    await view.find('[aria-label=Larger]').trigger('click');
    expect(holds(view)).toBe('5');
    await view.find('[aria-label=Smaller]').trigger('click');
    await view.find('[aria-label=Smaller]').trigger('click');
    expect(holds(view)).toBe('2');
  });
  it('in gallons where the person reads gallons', async () => {
    useSettings().units = 'us';
    const { view } = open();
    for (const text of ['2', '3', '4', '5']) {
      await view.find('[aria-label=Larger]').trigger('click');
      expect(holds(view)).toBe(text);
    }
    await view.find('[aria-label=Smaller]').trigger('click');
    expect(holds(view)).toBe('4');
  });
  it('can be of any size, also typed in another unit', async () => {
    const { view, fill, test } = open();
    const input = view.find('input[aria-label^="Bucket holds"]');
    await input.setValue('2 US gal');
    await input.trigger('blur');
    await nextTick();
    await fill(60);
    expect(Number(test('bucket-mean').text())).toBeCloseTo(2 * 3.785411784, 1);
  });
});

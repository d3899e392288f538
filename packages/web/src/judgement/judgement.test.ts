// @vitest-environment happy-dom
// What the judgement says beside a step and of a place, and the drawer with the working of a figure.
import { mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick } from 'vue';
import { ruleInFigures, type Working } from '@vernal-slope/core/working';
import { applyCommand } from '@vernal-slope/plan/edit';
import { finding, worstFirst } from '@vernal-slope/plan/findings';
import { flowWorking, judgePlan, pressureWorking, refillOf } from '@vernal-slope/plan/solve';
import { useSettings } from '../display/settings.ts';
import { resultsOf } from '../session/usePlanResults.ts';
import { demoPlan, mountOnPage } from '../testing/page.ts';
import AnswerState from './AnswerState.vue';
import FindingList from './FindingList.vue';
import JudgementColumn from './JudgementColumn.vue';
import TryingBox from './TryingBox.vue';
import WorkingDrawer from './WorkingDrawer.vue';

beforeEach(() => localStorage.clear());
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});

describe('the judgement of a place', () => {
  const open = (chosen: string, more: Record<string, unknown> = {}) => {
    const tried: string[] = [];
    const opened: unknown[] = [];
    const on = mountOnPage(demoPlan('ousel-bank'), ({ page }) =>
      h(JudgementColumn, {
        results: page.results.value ?? resultsOf(demoPlan('ousel-bank')),
        chosen,
        slow: null,
        busy: false,
        error: '',
        trying: '',
        onTry: (command) => tried.push(command.label),
        onOpen: (key) => opened.push(key),
        ...more,
      }),
    );
    return { ...on, tried, opened };
  };
  it('names the place, its flow and its pressure, each with its working', async () => {
    const { view, opened } = open('kitchen');
    expect(view.find('h2').text()).toBe('Kitchen tap');
    const results = resultsOf(demoPlan('ousel-bank'));
    const flow = results.result.nodes.get('kitchen')?.flow ?? NaN;
    expect(Number(view.find('[data-test=flow]').text())).toBeCloseTo(flow * 60_000, 1);
    await view.find('[data-test=flow]').trigger('click');
    await view.find('[data-test=pressure]').trigger('click');
    expect(opened).toEqual([
      { of: 'flow', id: 'kitchen' },
      { of: 'pressure', id: 'kitchen' },
    ]);
  });
  it('names the month that flows are worked out for where sources give by month, and leads to what is not known', () => {
    const plan = demoPlan('ousel-bank');
    Object.assign(plan.nodes[0], { yieldByMonthLpm: [3, 2, 4, 8, 12, 16, 20, 18, 15, 10, 7, 5] });
    const text = (month?: number): string => {
      const { view } = open('kitchen', { results: resultsOf({ ...plan, settings: { ...plan.settings, month } }) });
      return view.text();
    };
    expect(text()).toMatch(/Flows are worked out for February, the month with the least to spare/);
    expect(text(7)).toMatch(/worked out for July, when sources by month give .*; February has the least to spare/);
    const { view } = open('kitchen', { results: resultsOf(plan) });
    expect(view.findAll('[data-test=limit]').map((a) => a.attributes('href'))).toContain('/limits#pipe');
  });
  it('says what falls short before what is good', () => {
    for (const id of ['kitchen', 'shower', 'low', 'sink', 'hill']) {
      const { view } = open(id);
      const words = view.findAll('li strong').map((s) => s.text());
      const rank = { 'Short.': 0, 'Fair.': 1, 'Good.': 2 } as Record<string, number>;
      const ranks = words.filter((w) => w in rank).map((w) => rank[w]);
      expect(ranks.length).toBeGreaterThan(0);
      const good = ranks.indexOf(2);
      if (good >= 0) expect(ranks.slice(good).every((r) => r === 2)).toBe(true);
      view.unmount();
    }
  });
  it('in US units says gallons and psi, and no metric unit', async () => {
    const { view } = open('kitchen');
    useSettings().units = 'us';
    await nextTick();
    expect(view.text()).toContain('US gal/min');
    expect(view.text()).toContain('psi');
    expect(view.text()).not.toMatch(/kPa|L\/min/);
    useSettings().units = 'metric';
  });
  it('shows no figure of a solve that is not settled, and calls nothing good', () => {
    const pinia = createPinia();
    setActivePinia(pinia);
    const good = resultsOf(demoPlan('ousel-bank'));
    const result = { ...good.result, converged: false, broken: 'suction' as const, worstAt: 'main' };
    const view = mount(JudgementColumn, {
      props: {
        results: { ...good, result, findings: judgePlan(good.compiled, result) },
        chosen: 'kitchen',
        slow: null,
        busy: false,
        error: '',
        trying: '',
      },
      global: { plugins: [pinia] },
    });
    expect(view.find('[data-test=not-settled]').exists()).toBe(true);
    expect(view.find('[data-test=flow]').exists()).toBe(false);
    expect(view.text()).toContain('water would be sucked over a high point');
    expect(view.text()).not.toContain('Good.');
  });
  it('tells no time of a filling that is not settled', () => {
    const results = resultsOf(demoPlan('ousel-bank'));
    const refill = refillOf(results.compiled, 'low');
    if (!refill) throw new Error('no filling');
    const said = (settled: boolean): string =>
      open('low', { slow: { refill: { ...refill, settled }, alternatives: [] } }).view.text();
    expect(said(true)).toMatch(/refill time is/);
    expect(said(false)).not.toMatch(/refill time is/);
    expect(said(false)).toContain('Its filling is not settled');
  });
  it('says why slow answers are not there', () => {
    const { view } = open('kitchen', { error: 'The answer was cut off.' });
    expect(view.text()).toContain('The answer was cut off.');
  });
});

describe('the judgement of a step', () => {
  const plan = demoPlan('ousel-bank');
  const findings = worstFirst([
    finding('stand-pad', 'bakehouse-tank', { pressure: 2e4, bearing: 7e4, raised: 'on-the-ground' }),
    finding('stand-pad', 'hill', { pressure: 9e4, bearing: 7e4, raised: 'on-the-ground' }),
  ]);
  const open = (trying = '') => {
    const pinia = createPinia();
    setActivePinia(pinia);
    return mount(FindingList, {
      props: {
        plan,
        title: 'Stand',
        subtitle: 'two tanks',
        figures: [
          { text: '2.40', unit: 'm', label: 'stands', test: 'stands' },
          { text: '3.10', unit: 'm', label: 'needed', opens: { of: 'height', id: 'sink' } as const, test: 'needed' },
        ],
        findings,
        trying,
      },
      global: { plugins: [pinia] },
    });
  };
  it('tells the worst first, with its figures', () => {
    const rows = open().findAll('li');
    expect(rows.map((r) => r.find('strong').text())).toEqual(['Short.', 'Good.']);
    expect(rows[0].text()).toContain('90.0');
    expect(rows[1].text()).toContain('20.0');
  });
  it('opens the working of a figure that has one, and of no other', async () => {
    const view = open();
    expect(view.find('[data-test=stands]').element.tagName).toBe('SPAN');
    await view.find('[data-test=needed]').trigger('click');
    expect(view.emitted('open')).toEqual([[{ of: 'height', id: 'sink' }]]);
  });
  it('while something is tried, it can be kept or put back', async () => {
    const view = open('1¼ in on leg 1');
    expect(view.text()).toContain('1¼ in on leg 1');
    for (const b of view.findComponent(TryingBox).findAll('button')) await b.trigger('click');
    expect([view.emitted('keep')?.length, view.emitted('back')?.length]).toEqual([1, 1]);
  });
});

describe('a slow answer', () => {
  it.each([
    [{ busy: true, error: '' }, /…/],
    [{ busy: false, error: 'It could not be worked out.' }, /could not be worked out/],
  ])('%j says how it stands', (props, words) => {
    const view = mount(AnswerState, { props: { ...props, what: 'Sizes' } as never });
    expect(view.text()).toMatch(words);
  });
});

describe('the working of a figure', () => {
  const results = resultsOf(demoPlan('ousel-bank'));
  const working = pressureWorking(results.compiled, results.result, 'kitchen');
  const flow = flowWorking(results.compiled, results.result, 'kitchen');
  if (!working || !flow) throw new Error('no working');
  const open = (of: Working) => {
    const pinia = createPinia();
    setActivePinia(pinia);
    return mount(WorkingDrawer, {
      props: { working: of, alternatives: [], title: 'a' },
      global: { plugins: [pinia] },
      attachTo: document.body,
    });
  };
  it('shows the rule, the figures that stand in it, and where each comes from', () => {
    const view = open(working);
    expect(view.text()).toContain('The working: pressure at Kitchen tap');
    for (const term of working.terms.slice(0, 4)) expect(view.text()).toContain(term.name);
    expect(ruleInFigures(working, (t) => String(t.value))).not.toBe('');
  });
  it('takes the focus, and Escape closes it', async () => {
    const view = open(flow);
    await nextTick();
    await nextTick();
    expect(view.element.contains(document.activeElement)).toBe(true);
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    expect(view.emitted('close')?.length).toBeGreaterThan(0);
  });
  it('goes down into the working of a figure in it, and back', async () => {
    const within = working.terms.findIndex((t) => t.working !== undefined);
    expect(within).toBeGreaterThanOrEqual(0);
    const view = open(working);
    const heading = (): string => view.find('h2').text();
    const first = heading();
    const down = view.findAll('button').filter((b) => b.classes().includes('figure'));
    await down[0].trigger('click');
    await nextTick();
    expect(heading()).not.toBe(first);
    const back = view.findAll('button').find((b) => /back/i.test(`${b.text()} ${b.attributes('aria-label') ?? ''}`));
    await back?.trigger('click');
    await nextTick();
    expect(heading()).toBe(first);
  });
});

describe('what can be tried', () => {
  it('a finding’s remedy is a change of the plan that mends it', () => {
    const plan = demoPlan('kestrel-croft');
    const results = resultsOf(plan);
    const slender = results.findings.find((f) => f.remedy);
    if (!slender?.remedy) return;
    const tried = mountOnPage(plan, ({ page }) =>
      h(FindingList, {
        plan,
        title: '',
        subtitle: '',
        figures: [],
        findings: [slender],
        trying: '',
        onTry: (command) => page.tryIt(command),
      }),
    );
    void tried.view.find('[data-test=try-finding]').trigger('click');
    expect(tried.tried).toHaveLength(1);
    const applied = applyCommand(plan, tried.tried[0]);
    expect(applied).toBeDefined();
    const after = applied && resultsOf(applied.plan).findings;
    expect(after?.some((f) => f.code === slender.code && f.at === slender.at)).toBe(false);
  });
});

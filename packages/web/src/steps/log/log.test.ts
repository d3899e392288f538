// @vitest-environment happy-dom
// The Log page: a reading against what was planned, causes by weight, one tried; what cannot be is told and nothing is lost.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import { demoPlan, mountOnPage, type TestPage } from '../../testing/page.ts';
import { logApi } from '../../workers/log.ts';
import CauseList from './CauseList.vue';
import { causeWords, kindsAt, openState, openWords } from '@vernal-slope/display/logwords';
import ReadingTable from './ReadingTable.vue';

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('Worker', class extends EventTarget {});
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});
const bank = demoPlan('ousel-bank');
const read: Plan = {
  ...bank,
  log: [
    { at: '2026-09-18T08:00', place: 'low', pressureKPa: 5.1, open: ['low'] },
    { at: '2026-09-18T08:10', place: 'low', flowLpm: 8.4, open: ['low'] },
    { at: '2026-09-18T08:20', place: 'low', pressureKPa: 103, open: [] },
  ],
};

describe('readings', () => {
  it('stand beside what was planned, the latest first, with what they are off by', () => {
    const { view } = mountOnPage(read, (t: TestPage) => h(ReadingTable, { answer: logApi.log(t.plan.value) }), 'log');
    const rows = view.findAll('tbody tr').map((r) => r.text().replace(/\s+/g, ' '));
    expect(rows).toHaveLength(3);
    expect(rows[0]).toMatch(/Low Meadow.*all shut.*103 kPa.*103 kPa/);
    expect(rows[2]).toMatch(/5\.10 kPa ?8\.32 kPa ?−3\.22 kPa/);
  });
  it('are taken out one at a time', async () => {
    const on = mountOnPage(read, (t: TestPage) => h(ReadingTable, { answer: logApi.log(t.plan.value) }), 'log');
    // the first row is the latest: the third of the log
    await on.view.findAll('[data-test="take-reading"]')[0].trigger('click');
    expect(on.page.plan.value?.log?.map((r) => r.at)).toEqual(['2026-09-18T08:00', '2026-09-18T08:10']);
  });
});

describe('causes', () => {
  it('stand by weight, with what to look at first; a gauge and chance are not tried in the plan', () => {
    const { view } = mountOnPage(read, (t: TestPage) => h(CauseList, { answer: logApi.log(t.plan.value) }), 'log');
    const items = view.findAll('[data-test="causes"] li');
    const shares = items.map((i) => Number.parseFloat(i.get('.share').text()));
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
    expect(view.find('[data-cause="blockage main"]').exists()).toBe(true);
    for (const item of items)
      expect(item.find('[data-test="try-cause"]').exists()).toBe(
        !/^(none|gauge) /.test(item.attributes('data-cause') ?? ''),
      );
  });
  it('a cause that is tried is a command of the plan', async () => {
    const tried: string[] = [];
    const { view } = mountOnPage(
      read,
      (t: TestPage) =>
        h(CauseList, { answer: logApi.log(t.plan.value), onTry: (c: { label: string }) => void tried.push(c.label) }),
      'log',
    );
    await view.get('[data-cause="blockage main"] [data-test="try-cause"]').trigger('click');
    expect(tried[0]).toMatch(/^as read: Hill tank to Low Meadow held back/);
  });
  it('are said in the person’s units', () => {
    const cause = { kind: 'height', at: 'low', size: -1.5 } as const;
    expect(causeWords(bank, cause, 'metric')).toMatch(/^Low Meadow 1\.50\sm lower than entered$/);
    expect(causeWords(bank, cause, 'us')).toMatch(/4\.9\d*\sft lower/);
    expect(causeWords(bank, { kind: 'leak', at: 'main', size: 5 }, 'metric')).toMatch(/a hole of 5\.?0*\smm/);
    for (const kind of ['blockage', 'narrow', 'gauge', 'supply', 'none'] as const)
      expect(causeWords(bank, { kind, at: 'main', size: 0.5 }, 'metric')).not.toMatch(/undefined|NaN/);
  });
});

describe('what can be read', () => {
  it('hangs on the place: a bucket at a source, a stick in a tank, a watch at a trough', () => {
    const of = (id: string) => kindsAt(bank.nodes.find((n) => n.id === id));
    expect(of('adit')).toEqual(['flowLpm']);
    expect(of('hill')).toEqual(['pressureKPa', 'levelM']);
    expect(of('low')).toEqual(['pressureKPa', 'flowLpm', 'levelM', 'refillMin']);
    expect(of('kitchen')).toEqual(['pressureKPa', 'flowLpm']);
    expect(kindsAt(undefined)).toEqual([]);
  });
  it('is planned before it is kept: 8.32 kPa at Low Meadow alone, 103 kPa all shut', () => {
    const planned = (open: string[]): number =>
      logApi.planned(bank, { at: '2026-09-18T08:00', place: 'low', pressureKPa: 1, open }).value ?? NaN;
    expect(planned(['low'])).toBeCloseTo(8320, -1);
    expect(planned([])).toBeCloseTo(103_400, -3);
    expect(logApi.planned(bank, { at: '2026-09-18T08:00', place: 'gone', pressureKPa: 1 }).value).toBeUndefined();
    expect(openWords(bank, [])).toBe('all shut');
    expect(openState(bank, [])).toBe('all shut');
    expect(openState(bank, ['low'])).toBe('Low Meadow open');
    expect(openWords(bank, ['low', 'kitchen'])).toBe('Low Meadow, Kitchen tap');
  });
});

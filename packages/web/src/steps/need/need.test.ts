// @vitest-environment happy-dom
// The Need step on a page: what is entered becomes the plan, what cannot be is said, figures are in the person's units.
import { describe, expect, it } from 'vitest';
import { h, nextTick } from 'vue';
import type { VueWrapper } from '@vue/test-utils';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import { demoPlan, mountOnPage } from '../../testing/page.ts';
import NeedPage from './NeedPage.vue';

const open = (plan: Plan = demoPlan('ousel-bank')) => mountOnPage(plan, () => h(NeedPage), 'need');
const button = (view: VueWrapper, words: string) => {
  const found = view.findAll('button').find((b) => b.text() === words || b.attributes('aria-label') === words);
  if (!found) throw new Error(`no button ${words}`);
  return found;
};
const field = (view: VueWrapper, label: string) => view.find(`input[aria-label^="${label}"]`);
async function enter(view: VueWrapper, label: string, text: string): Promise<void> {
  const input = field(view, label);
  await input.trigger('focus');
  await input.setValue(text);
  await input.trigger('change');
  await input.trigger('blur');
  await nextTick();
}

describe('what is needed', () => {
  it('shows each need with where its figure comes from, and opens its working', async () => {
    const { view, opened } = open();
    const rows = view.findAll('.row');
    expect(rows.length).toBeGreaterThanOrEqual(3);
    for (const row of rows) expect(row.find('.from').text()).toMatch(/\w.*\.$/);
    await rows[0].find('.figure').trigger('click');
    expect(opened).toEqual([{ of: 'need', id: rows[0].attributes('data-test'), leg: 0 }]);
    view.unmount();
  });
  it('a person more is in the plan, half a person is not and says why', async () => {
    const { view, plan, done } = open();
    await enter(view, 'People, Bakehouse', '4');
    expect(plan.value.needs?.people?.[0].count).toBe(4);
    await enter(view, 'People, Bakehouse', '2.5');
    expect(plan.value.needs?.people?.[0].count).toBe(4);
    expect(view.find('[role=alert]').text()).toContain('2.5 cannot be');
    expect(done).toEqual(['people']);
    view.unmount();
  });
  it('a figure that differs from the table asks why', async () => {
    const { view, plan } = open();
    expect(view.find('input[aria-label="Why, Bakehouse"]').exists()).toBe(false);
    await enter(view, 'Water a person and day, Bakehouse', '70');
    expect(plan.value.needs?.people?.[0].litresPerDay).toBe(70);
    const why = view.find('input[aria-label="Why, Bakehouse"]');
    await why.setValue('dough');
    await why.trigger('change');
    expect(plan.value.needs?.people?.[0].reason).toBe('dough');
    view.unmount();
  });
  it('begins from nothing: a herd where there is a trough, people, a garden; and is taken out again', async () => {
    const { view, plan } = open({ ...demoPlan('tarn-foot'), needs: undefined });
    const before = view.findAll('.row').length;
    await button(view, 'People').trigger('click');
    await button(view, 'A garden').trigger('click');
    await button(view, 'A herd').trigger('click');
    expect(view.findAll('.row')).toHaveLength(before + 3);
    await button(view, 'Take out Garden').trigger('click');
    expect(plan.value.needs?.gardens).toEqual([]);
    expect(view.findAll('.row')).toHaveLength(before + 2);
    view.unmount();
  });
  it('a herd cannot come where nothing holds water', () => {
    const plan = demoPlan('ousel-bank');
    const dry = {
      ...plan,
      nodes: plan.nodes.filter((n) => n.kind === 'source'),
      lines: [],
      situations: undefined,
    };
    const { view } = open(dry);
    expect(button(view, 'A herd').attributes('disabled')).toBeDefined();
    view.unmount();
  });
  it('months are toggled, all of them said as nothing', async () => {
    const { view, plan } = open();
    const group = view.find('[aria-label="Months, currant rows"]');
    await group.find('button[aria-label="April"]').trigger('click');
    expect(plan.value.needs?.gardens?.[0].months).toEqual([4, 5, 6, 7, 8, 9]);
    for (const name of ['January', 'February', 'March', 'October', 'November', 'December'])
      await view.find(`[aria-label="Months, currant rows"] button[aria-label="${name}"]`).trigger('click');
    expect(plan.value.needs?.gardens?.[0].months).toBeUndefined();
    view.unmount();
  });
});

describe('in US units', () => {
  it('evaporation is in inches, areas in square feet, service levels in gallons', async () => {
    const { view } = open();
    const figures = (): number[] => view.findAll('[data-test=et0] .figure').map((f) => Number(f.text()));
    const mm = figures();
    expect(view.find('[data-test=et0]').text()).toContain('mm a day');
    useSettings().units = 'us';
    await nextTick();
    expect(view.find('[data-test=et0]').text()).toContain('in a day');
    const inches = figures();
    expect(mm).toHaveLength(12);
    mm.forEach((v, m) => expect(inches[m]).toBeCloseTo(v / 25.4, 1));
    expect(view.text()).not.toMatch(/\d L\b/);
    expect(view.text()).not.toContain('m²');
    useSettings().units = 'metric';
    view.unmount();
  });
});

describe('kept back', () => {
  it('the fire reserve and leaks are entered and in the balance', async () => {
    const { view, plan } = open();
    await enter(view, 'Fire reserve, never planned away', '2 m³');
    expect(plan.value.needs?.fireReserveL).toBe(2000);
    await enter(view, 'Leaks and spills, per cent', '20');
    expect(plan.value.needs?.lossShare).toBeCloseTo(0.2, 9);
    await enter(view, 'Leaks and spills, per cent', '95');
    expect(plan.value.needs?.lossShare).toBeCloseTo(0.2, 9);
    expect(view.find('[role=alert]').text()).toBe('95 cannot be: give a number from 0 to 90.');
    view.unmount();
  });
});

describe('the drawing of the day and the year', () => {
  const key = async (view: VueWrapper, part: string, name: string): Promise<void> => {
    const own = view.find(`[data-test="herd:low:0"] [data-test="${part}"]`);
    await (own.exists() ? own : view.find(`[data-test="${part}"]`)).trigger('keydown', { key: name });
    await nextTick();
  };
  const herd = (plan: Plan, k = 0) =>
    plan.nodes.flatMap((n) => (n.id === 'low' && n.kind === 'trough' ? (n.herds ?? []) : []))[k];
  it('a visit is moved along the day and by its top, by keys; the other visits take the rest', async () => {
    const { view, plan } = open();
    const before = herd(plan.value).visits.map((v) => ({ ...v }));
    await key(view, 'visit-0', 'ArrowRight');
    expect(herd(plan.value).visits[0].at).toBe('07:45');
    await key(view, 'visit-0', 'ArrowUp');
    const [a, b] = herd(plan.value).visits;
    expect(a.share).toBeCloseTo(before[0].share + 0.05, 6);
    expect(a.share + b.share).toBeCloseTo(1, 6);
    await key(view, 'visit-1', 'Delete');
    expect(herd(plan.value).visits).toHaveLength(1);
    expect(herd(plan.value).visits[0].share).toBe(1);
    view.unmount();
  });
  it('the ends of the year are moved by keys, and all twelve are no limit', async () => {
    const { view, plan } = open();
    await key(view, 'month-last', '[');
    expect(herd(plan.value).months).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
    await key(view, 'month-first', 'ArrowRight');
    expect(herd(plan.value).months?.[0]).toBe(2);
    await key(view, 'month-first', 'ArrowLeft');
    await key(view, 'month-last', ']');
    expect(herd(plan.value).months).toBeUndefined();
    view.unmount();
  });
  it('the busiest hour is drawn and said, in the month that is picked', async () => {
    const { view } = open();
    expect(view.find('[data-test="peak-mark"]').text()).toMatch(/busiest: 358\sL from 7:00/);
    expect(view.find('[data-test="sum-spare"]').text()).toMatch(/^834\sL$/);
    // the store that bridges the day, as its own working has it
    expect(view.find('[data-test="need-hours"]').text()).toMatch(/the tank lends 491\sL/);
    // January: the currants want nothing then
    await view.findAll('[data-test="balance-chart"] .month')[0].trigger('click');
    expect(view.find('[data-test="sum-spare"]').text()).not.toMatch(/^834\sL$/);
    view.unmount();
  });
  it('hours of people are taken hold of by keys, and given back to practice', async () => {
    const { view, plan } = open();
    const row = () => view.find('[data-test="people:0"]');
    expect(row().text()).toContain('common practice');
    const press = async (code: string) => {
      await row().find('[data-test="visit-0"]').trigger('keydown', { key: code });
      await nextTick();
    };
    await press('ArrowLeft');
    await press(']');
    expect(plan.value.needs?.people?.[0].visits?.[0]).toEqual({ at: '05:45', durationMin: 195, share: 0.4 });
    await press('ArrowUp');
    expect(plan.value.needs?.people?.[0].visits?.map((v) => v.share).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 2);
    await row().find('[data-test="usual-hours"]').trigger('click');
    expect(plan.value.needs?.people?.[0].visits).toBeUndefined();
    view.unmount();
  });
  it('the end of a visit is dragged for longer', async () => {
    const { view, plan } = open();
    const end = view.find('[data-test="garden:0"] [data-test="visit-end-0"]');
    const at = (clientX: number) => ({ clientX, clientY: 0, pointerId: 1 });
    (end.element as unknown as { setPointerCapture: () => void }).setPointerCapture = () => undefined;
    await end.trigger('pointerdown', at(100));
    // a px is a unit of the drawing, an hour 12.33 of them
    const svg = view.find('[data-test="garden:0"] [data-test="need-day"]').element;
    svg.getBoundingClientRect = () => ({ width: 300 }) as DOMRect;
    await end.trigger('pointermove', at(100 + 2 * 12.34));
    await end.trigger('pointerup', at(100 + 2 * 12.34));
    expect(plan.value.needs?.gardens?.[0].visits).toEqual([{ at: '05:00', durationMin: 300, share: 1 }]);
    view.unmount();
  });
  it('what might come too is drawn apart, counted nowhere, and offered', async () => {
    const { view, judgement, plan } = open();
    const goats = view.find('[data-test="herd:low:1"]');
    expect(goats.text()).toContain('if it comes too');
    expect(view.find('[data-test="wished-spare"]').text()).toMatch(/694\sL/);
    expect(judgement()?.offers?.map((o) => o.title)).toEqual(['Also 14 goats in milk, Low Meadow']);
    expect(judgement()?.offers?.[0].text).toMatch(/140\sL a day more with losses; 694\sL a day stay spare in July/);
    await goats.find('[data-test="if-too"]').trigger('click');
    expect(herd(plan.value, 1).ifToo).toBeUndefined();
    view.unmount();
  });
  it('a herd without visits can begin to come in two', async () => {
    const demo = demoPlan('ousel-bank');
    const { view, plan } = open({
      ...demo,
      nodes: demo.nodes.map((n) =>
        n.kind === 'trough' ? { ...n, herds: n.herds?.map((h) => ({ ...h, visits: [] })) } : n,
      ),
    });
    await view.find('[data-test="begin-visits"]').trigger('click');
    expect(
      plan.value.nodes.flatMap((n) => (n.kind === 'trough' ? (n.herds?.[0].visits ?? []) : [])).map((v) => v.share),
    ).toEqual([0.5, 0.5]);
    view.unmount();
  });
});

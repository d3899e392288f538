// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick, ref, type Ref } from 'vue';
import { billOf, otherWays } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import { demoPlan, mountOnPage, type TestPage } from '../../testing/page.ts';
import { partsApi, type PartsAnswer } from '../../workers/parts.ts';
import BillTable from './BillTable.vue';
import CutBars from './CutBars.vue';
import { drawChain } from './drawing.ts';
import JointBench from './JointBench.vue';
import { chainWords, jointTitle } from './jointwords.ts';
import OtherWays from './OtherWays.vue';

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('Worker', class extends EventTarget {});
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});
const answerOf = (plan: Plan, units: 'metric' | 'us' = 'metric'): PartsAnswer => partsApi.parts(plan, units);
const PE = 'astm-d2239-sidr15/3/4';

function mountBill(units: 'metric' | 'us' = 'metric'): ReturnType<typeof mountOnPage> {
  const on = mountOnPage(
    demoPlan('ousel-bank'),
    (t: TestPage) => h(BillTable, { answer: answerOf(t.plan.value, units), onWorking: t.page.openMade }),
    'parts',
  );
  useSettings().units = units;
  return on;
}
const rowOf = (on: ReturnType<typeof mountOnPage>, id: string) => on.view.find(`[data-item="${id}"]`);
const shop = (on: ReturnType<typeof mountOnPage>): Plan['shop'] => on.page.plan.value?.shop;

describe('the list', () => {
  it('is ticked off, and what was bought is not to spend any more', async () => {
    const on = mountBill();
    const left = (): number => Number(on.view.get('[data-test="bill-left"]').text().replace(/,/g, ''));
    const before = left();
    await rowOf(on, PE).get('input[type=checkbox]').setValue(true);
    expect(shop(on)?.bought).toContain(PE);
    expect(left()).toBeLessThan(before - 100);
    expect(rowOf(on, PE).classes()).toContain('done');
    await rowOf(on, PE).get('input[type=checkbox]').setValue(false);
    expect(left()).toBeCloseTo(before, 2);
  });
  it('takes off what lies in the shed; what is no count stays in its field and is told', async () => {
    const on = mountBill();
    const id = 'bulkhead/npt-3_4-f';
    const input = rowOf(on, id).get('.count-cell input');
    await input.setValue('2');
    expect(shop(on)?.shed).toContainEqual({ part: id, count: 2 });
    for (const wrong of ['-1', 'abc', '1.5']) {
      await input.setValue(wrong);
      expect(rowOf(on, id).text()).toContain('a whole number from 0');
      expect((input.element as HTMLInputElement).value).toBe(wrong);
    }
    expect(shop(on)?.shed).toContainEqual({ part: id, count: 2 });
    await input.setValue('');
    expect(shop(on)?.shed?.some((s) => s.part === id)).toBe(false);
  });
  it('keeps a price once for a part, a metre or a foot of pipe', async () => {
    const on = mountBill('us');
    await rowOf(on, PE).get('.price-field input').setValue('0.25');
    expect(on.page.plan.value?.prices?.pipes?.find((p) => p.pipe === PE)?.perM).toBeCloseTo(0.25 / 0.3048, 3);
    await rowOf(on, 'tool/drill').get('.price-field input').setValue('-3');
    expect(rowOf(on, 'tool/drill').text()).toContain('a number above 0');
    expect(on.page.plan.value?.prices?.parts?.some((p) => p.part === 'tool/drill')).toBe(false);
  });
  it('buys by the foot where feet are read', async () => {
    const us = mountBill('us');
    await nextTick();
    expect(rowOf(us, PE).text()).toMatch(/of 300.ft/);
    const metric = mountBill();
    await nextTick();
    expect(rowOf(metric, PE).text()).toMatch(/of 100.m/);
  });
  it('says which rows of a sheet could not be taken, and takes the others', async () => {
    const on = mountBill();
    const file = new File(['price;id\n-3;tape\n4,50;tool/drill\n1;lead\n'], 'prices.csv');
    const input = on.view.get('[data-test="prices-in"]');
    Object.defineProperty(input.element, 'files', { value: [file] });
    await input.trigger('change');
    await vi.waitFor(() => expect(on.view.find('[data-test="prices-told"]').exists()).toBe(true));
    const told = on.view.get('[data-test="prices-told"]').text();
    expect(told).toContain('One price taken from prices.csv');
    expect(told).toContain('row 2: "-3" is no price');
    expect(told).toContain('row 4: "lead" is nothing of this bill');
    expect(on.page.plan.value?.prices?.parts).toContainEqual({ part: 'tool/drill', each: 4.5 });
  });
  it('opens how many of a part there are, place by place', async () => {
    const on = mountBill();
    await rowOf(on, 'bulkhead/npt-3_4-f').get('button.figure').trigger('click');
    expect(on.made.at(-1)?.terms.length).toBeGreaterThan(1);
  });
  it('shows what one part of the work takes, or what is still to buy', async () => {
    const on = mountBill();
    const rows = (): number => on.view.findAll('[data-item]').length;
    const all = rows();
    await on.view.get('[data-test="only-open"]').trigger('click');
    expect(rows()).toBe(all - 1);
  });
});

function mountJoint(
  plan: Plan,
  units: 'metric' | 'us' = 'metric',
  picked: Ref<string> = ref(''),
): ReturnType<typeof mountOnPage> {
  const on = mountOnPage(
    plan,
    (t: TestPage) =>
      h(JointBench, {
        answer: answerOf(t.plan.value, units),
        joint: picked.value,
        'onUpdate:joint': (k: string) => (picked.value = k),
        onTry: t.page.tryIt,
        onWorking: t.page.openMade,
      }),
    'parts',
  );
  useSettings().units = units;
  return on;
}

describe('a joint', () => {
  it('shows its chain, its saw and the wall that it suits; the wall is entered in the person’s units', async () => {
    const picked = ref('wall main');
    const on = mountJoint(demoPlan('ousel-bank'), 'us', picked);
    await nextTick();
    const hole = on.view.get('[data-test="hole"]');
    expect(hole.text()).toContain('1 5/8 in');
    expect(hole.text() + on.view.get('[data-test="chains"]').text()).not.toMatch(/\d.mm\b/);
    await hole.get('input').setValue('1/2 in');
    await hole.get('input').trigger('keydown', { key: 'Enter' });
    const node = on.page.plan.value?.nodes.find((n) => n.id === 'hill');
    expect((node as { wallMm?: number }).wallMm).toBeCloseTo(12.7, 2);
  });
  it('offers other chains; taking one is tried beside the plan', async () => {
    const on = mountJoint(demoPlan('ousel-bank'), 'metric', ref('wall main'));
    await nextTick();
    const rows = on.view.findAll('[data-test="take-chain"]');
    expect(rows.length).toBeGreaterThan(1);
    await rows[1].trigger('click');
    expect(on.tried).toHaveLength(1);
    const plan = structuredClone(on.page.plan.value) as Plan;
    on.tried[0].recipe(plan);
    expect(plan.lines.find((l) => l.id === 'main')?.legs[0].startChain?.length).toBeGreaterThan(1);
  });
  it('of a pipe of one’s own figures asks what it ends in', async () => {
    const plan = structuredClone(demoPlan('ousel-bank'));
    for (const line of plan.lines) for (const leg of line.legs) if (typeof leg.pipe !== 'string') delete leg.pipe.end;
    const on = mountJoint(plan, 'metric', ref('wall hose-1'));
    await nextTick();
    expect(on.view.get('[data-test="joint-unknown"]').text()).toContain('What the pipe ends in is not known');
    expect(on.view.find('[data-test="pipe-end"]').exists()).toBe(true);
  });
  it('that does not close has words for the gap, and is first in the row', () => {
    const plan = structuredClone(demoPlan('ousel-bank'));
    // a pipe that nothing in the catalogue grips
    const leg = plan.lines.find((l) => l.id === 'hose-1')?.legs[0];
    if (leg) leg.pipe = { insideDiameterMm: 100, end: { system: 'grommet', size: '4', gender: 'female' } };
    const on = mountJoint(plan);
    expect(on.view.get('[data-test="all-joints"] li').text()).toContain('does not close');
    expect(on.view.get('[data-test="joint-gap"]').text()).toContain('cannot take');
  });
  it.each(['ousel-bank', 'bakehouse-yard'] as const)(
    'of %s is drawn whole: a body a part, each meeting in its place',
    (name) => {
      const plan = demoPlan(name);
      for (const j of billOf(plan).joints) {
        if (!j.chain || j.kind === 'drinker') continue;
        const d = drawChain(j.chain, ['a', 'b'], 800, 168, j.wallMm);
        expect(d.bodies.filter((b) => b.name !== '').length, j.key).toBe(j.chain.links.length + 2);
        expect(d.meetings.length).toBe(j.chain.links.length + 1);
        for (const b of d.bodies) expect(b.wall, j.key).not.toMatch(/NaN|undefined|Infinity/);
        expect(d.water).not.toMatch(/NaN|Infinity/);
        expect(d.width).toBeLessThanOrEqual(1200);
        expect(jointTitle(plan, j)).not.toContain('undefined');
        expect(chainWords(j.chain)).not.toBe('');
      }
    },
  );
});

describe('what is cut', () => {
  const mountCuts = (units: 'metric' | 'us') => {
    const on = mountOnPage(
      demoPlan('ousel-bank'),
      (t: TestPage) => h(CutBars, { answer: answerOf(t.plan.value, units) }),
      'parts',
    );
    useSettings().units = units;
    return on;
  };
  it('is bars as long as what is bought; lengths as sold are entered in feet, and a wrong one is told', async () => {
    const on = mountCuts('us');
    await nextTick();
    const input = on.view.get(`[data-cut="${PE}"] input`);
    await input.setValue('200, 400');
    await input.trigger('change');
    expect(shop(on)?.stock?.[0].lengthsM.map((m) => Math.round(m / 0.3048))).toEqual([200, 400]);
    expect(on.view.get(`[data-cut="${PE}"]`).text()).toMatch(/400.ft/);
    await on.view.get(`[data-cut="${PE}"] input`).setValue('0');
    await on.view.get(`[data-cut="${PE}"] input`).trigger('change');
    expect(on.view.find(`[data-cut="${PE}"] [role=alert]`).exists()).toBe(true);
    expect(shop(on)?.stock?.[0].lengthsM.length).toBe(2);
  });
  it('has the stand’s timber in the same list', () => {
    expect(mountCuts('metric').view.findAll('.timber').length).toBeGreaterThan(0);
  });
});

describe('the other ways', () => {
  it('tell the week and the month, and follow what is entered', async () => {
    const plan = demoPlan('ousel-bank');
    const on = mountOnPage(
      plan,
      (t: TestPage) => h(OtherWays, { answer: answerOf(t.plan.value), onWorking: t.page.openMade }),
      'parts',
    );
    await nextTick();
    const week = (): number => Number(on.view.get('[data-test="paid-week"]').text());
    const before = week();
    expect(before).toBe(otherWays(plan, billOf(plan)).paidWeek);
    const input = on.view.get('input[aria-label^="Water of one trip"]');
    await input.setValue('300');
    await input.trigger('keydown', { key: 'Enter' });
    expect(shop(on)?.haul?.litresPerTrip).toBe(300);
    await nextTick();
    expect(week()).toBeLessThan(before);
    await on.view.get('[data-test="paid-week"]').trigger('click');
    expect(on.made.at(-1)?.code).toBe('paid');
  });
  it('say that nothing has a price yet, in the place of a week', () => {
    const plan = { ...demoPlan('ousel-bank'), prices: undefined };
    const on = mountOnPage(plan, (t: TestPage) => h(OtherWays, { answer: answerOf(t.plan.value) }), 'parts');
    expect(on.view.get('[data-test="paid"]').text()).toContain('Nothing has a price yet');
  });
});

// @vitest-environment happy-dom
// The Refill step on the page: what it says in the person's units, its fields, its clock, what is tried and asked.
import type { VueWrapper } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { h, nextTick } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import {
  mendsFor,
  pictureOf,
  simulatePlan,
  type HeadsCarried,
  type MendTried,
  type Spread,
} from '@vernal-slope/plan/simulate';
import type { UnitSystem } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { demoPlan, mountOnPage, type TestPage } from '../../testing/page.ts';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import RefillStep from './RefillStep.vue';

beforeEach(() => localStorage.clear());
afterEach(() => {
  document.body.innerHTML = '';
});

const answer = <A>(value: A | null): AnswerShown<A> => ({
  answer: value,
  busy: false,
  progress: 0,
  error: '',
  ask: () => Promise.resolve(),
  cancel: () => undefined,
});
interface Told {
  now: number[];
  choose: string[];
  heads: unknown[];
  tried: string[];
}
interface Shown {
  readonly mends?: readonly MendTried[];
  readonly heads?: HeadsCarried;
  readonly spread?: Spread;
  readonly chosen?: string;
}

function open(
  plan: Plan,
  units: UnitSystem = 'metric',
  shown: Shown = {},
): TestPage & { view: VueWrapper; told: Told } {
  localStorage.setItem('vernal-units', units);
  const told: Told = { now: [], choose: [], heads: [], tried: [] };
  const on = mountOnPage(
    plan,
    (page) =>
      h(RefillStep, {
        plan: page.plan.value,
        run: answer({ plan: page.plan.value, picture: pictureOf(simulatePlan(page.plan.value, { duration: 86_400 })) }),
        asked: {
          mends: answer(shown.mends ?? []),
          heads: answer<HeadsCarried | undefined>(shown.heads ?? null),
          spread: answer(shown.spread ?? null),
        },
        span: 'day',
        month: 7,
        now: 8 * 3600 + 300,
        chosen: shown.chosen ?? '',
        trying: false,
        guessed: false,
        onNow: (t: number) => void told.now.push(t),
        onChoose: (id: string) => void told.choose.push(id),
        onHeads: (asked: unknown) => void told.heads.push(asked),
        onTry: (command: { label: string }) => void told.tried.push(command.label),
      }),
    'refill',
  );
  return { ...on, told };
}
const button = (view: VueWrapper, words: string) => {
  const found = view
    .findAll('button')
    .find((b) => b.text().includes(words) || b.attributes('aria-label')?.includes(words));
  if (!found) throw new Error(`no button ${words}`);
  return found;
};
async function enter(view: VueWrapper, label: string, text: string): Promise<void> {
  const field = view.find(`input[aria-label^="${label}"]`);
  await field.setValue(text);
  await field.trigger('change');
  await field.trigger('blur');
  await nextTick();
}

describe('what it says', () => {
  it.each<[UnitSystem, RegExp]>([
    ['us', /\d\s(?:mm|m|L|L\/min|kPa)(?![\w/])/],
    ['metric', /\d\s(?:in|ft|US gal|psi)(?![\w/])/],
  ])('in %s units no figure has a unit of the other system', (units, other) => {
    for (const name of ['ousel-bank', 'tarn-foot', 'kestrel-croft'] as const) {
      const spread = { daysMet: 0.9, days: 100, shortfalls: [0.01, 0.2], yieldSpread: 0.15, thirstSpread: 0.2 };
      const { view } = open(demoPlan(name), units, { spread });
      useSettings();
      const said = `${view.text()} ${view
        .findAll('[aria-label]')
        .map((e) => e.attributes('aria-label'))
        .join(' ')}`;
      expect(said.replace(/\s+/g, ' ')).not.toMatch(other);
      expect(said).toContain('balances');
      view.unmount();
    }
  });
  it('a place that holds no water says what to put in', () => {
    const plan = demoPlan('long-fell-hut');
    const { view } = open({ ...plan, nodes: plan.nodes.filter((n) => n.kind !== 'tank'), lines: [] });
    expect(view.text()).toContain('Nothing holds water here yet');
    view.unmount();
  });
  it('says whose rain falls where there is a record', () => {
    const { view } = open(demoPlan('kestrel-croft'));
    expect(view.find('[data-test=balance]').text()).toMatch(/Rain falls as it did from .*\d{4} on/);
    view.unmount();
  });
});

describe('the clock', () => {
  it('goes by five minutes, by hours, to both ends, and is held to the run', async () => {
    const { view, told } = open(demoPlan('tarn-foot'));
    const scrub = view.find('[data-test=scrub]');
    expect(scrub.attributes('aria-valuetext')).toBe('08:05');
    for (const key of ['ArrowRight', 'PageUp', 'Home', 'End']) await scrub.trigger('keydown', { key });
    expect(told.now).toEqual([29_400, 25_500, 0, 86_400]);
    view.unmount();
  });
  it('a name opens its strip, with its entries; the kind of float sets its figures', async () => {
    const { view, told, plan } = open(demoPlan('tarn-foot'));
    await view.find('[data-test=open-foot]').trigger('click');
    expect(told.choose).toEqual(['foot']);
    await enter(view, 'shuts at', '0.3');
    const foot = plan.value.nodes.find((n) => n.id === 'foot');
    expect(foot).toMatchObject({ inlet: { floatValve: { closeLevelM: 0.3 } } });
    // one that is wider than the water under the closing level is refused at its field
    await enter(view, 'band', '900');
    expect(plan.value.nodes.find((n) => n.id === 'foot')).toMatchObject({ inlet: { floatValve: { bandM: 0.06 } } });
    expect(view.find('[role=alert]').text()).toMatch(/more than/);
    view.unmount();
  });
});

describe('what comes and goes', () => {
  it('times and habits of a tap are entered, and no time that is none', async () => {
    const { view, plan } = open(demoPlan('ousel-bank'));
    const kitchen = () => plan.value.nodes.find((n) => n.id === 'kitchen') as { draws?: unknown[]; habits?: unknown[] };
    await view.find('[data-test=add-time-kitchen]').trigger('click');
    expect(kitchen().draws).toHaveLength(4);
    await enter(view, 'Open from, time 4 of Kitchen tap', '2130');
    expect(kitchen().draws?.[3]).toMatchObject({ at: '21:30', durationMin: 10 });
    await enter(view, 'Open from, time 4 of Kitchen tap', '25:00');
    expect(kitchen().draws?.[3]).toMatchObject({ at: '21:30' });
    expect(view.find('[role=alert]').text()).toBe('“25:00” is no time of day. Give one such as 06:30.');
    await view.find('[data-test=add-habit-kitchen]').trigger('click');
    expect(kitchen().habits).toEqual([{ timesPerDay: 6, durationMin: 2, from: '06:00', to: '22:00' }]);
    await button(view, 'Take out habit 1 of Kitchen tap').trigger('click');
    expect(kitchen().habits).toEqual([]);
    view.unmount();
  });
  it('a tank is emptied at an hour, leaks, lies open', async () => {
    const { view, plan } = open(demoPlan('ousel-bank'));
    const hill = () => plan.value.nodes.find((n) => n.id === 'hill');
    await view.find('[data-test=add-taking-hill]').trigger('click');
    await enter(view, 'Taken from, 1 of Hill tank', '6.15');
    await enter(view, 'Flow that is taken, 1 of Hill tank', '45');
    expect(hill()).toMatchObject({ takings: [{ at: '06:15', durationMin: 20, flowLpm: 45 }] });
    await button(view, 'No longer taken, 1 of Hill tank').trigger('click');
    expect(hill()).toMatchObject({ takings: [] });
    view.unmount();
  });
});

describe('what is tried and asked', () => {
  it('a mend is tried by its own words', async () => {
    const plan = demoPlan('tarn-foot');
    const short = {
      ...plan,
      nodes: plan.nodes.map((n) =>
        n.kind === 'trough' ? { ...n, herds: (n.herds ?? []).map((x) => ({ ...x, count: 900 })) } : n,
      ),
    };
    const mends = mendsFor(short, { duration: 86_400 });
    expect(mends.length).toBeGreaterThan(0);
    const { view, told } = open(short, 'us', { mends });
    await view.find('[data-test=try-mend]').trigger('click');
    expect(told.tried).toHaveLength(1);
    expect(view.find('[data-test=mends] strong').text()).toBe(told.tried[0]);
    view.unmount();
  });
  it('how many it carries is asked of the herd that is chosen, and told', async () => {
    const heads: HeadsCarried = { at: 'wall', herd: 0, now: 70, most: 131, beyond: false, runs: 9 };
    const { view, told } = open(demoPlan('tarn-foot'), 'metric', { heads });
    await view.find('[data-test=ask-heads]').trigger('click');
    expect(told.heads).toEqual([{ at: 'wall', herd: 0 }]);
    expect(view.find('[data-test=heads-answer]').text()).toMatch(/^131\s*heads; 70\s*are entered/);
    view.unmount();
  });
});

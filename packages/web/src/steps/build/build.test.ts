// @vitest-environment happy-dom
// The Build page: the slope, a step with its craft and cautions, ticks, days; the calendar as a file.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, nextTick, ref, type Ref } from 'vue';
import { datedSteps, setOff, tickStep } from '@vernal-slope/plan/build';
import { applyCommand, type Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSettings } from '../../display/settings.ts';
import * as files from '../../session/files.ts';
import { demoPlan, mountOnPage, type TestPage } from '../../testing/page.ts';
import { buildApi } from '../../workers/build.ts';
import BuildDays from './BuildDays.vue';
import BuildList from './BuildList.vue';
import BuildSlope from './BuildSlope.vue';
import { slopeOf } from './slope.ts';
import StepFacts from './StepFacts.vue';

const TODAY = '2026-05-04';
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('Worker', class extends EventTarget {});
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.innerHTML = '';
});
const bank = demoPlan('ousel-bank');
const after = (plan: Plan, ...commands: Command[]): Plan =>
  commands.reduce((p, c) => applyCommand(p, c)?.plan ?? p, plan);
const answer = (plan: Plan) => buildApi.build(plan, TODAY, 'metric');
const mount = (part: (t: TestPage, chosen: Ref<string>) => ReturnType<typeof h>, plan = bank) => {
  const chosen = ref('');
  const on = mountOnPage(plan, (t: TestPage) => part(t, chosen), 'build');
  return { ...on, chosen };
};

describe('the slope', () => {
  it('goes down the days: no tread begins before the one above, each where its days are, waits behind it', () => {
    const steps = [...datedSteps(bank, TODAY)].sort((a, b) => a.day - b.day);
    const { treads, ticks, today } = slopeOf(steps, TODAY, 3, 14);
    expect(treads).toHaveLength(14);
    treads.forEach((t, k) => {
      if (k > 0) expect(t.from).toBeGreaterThanOrEqual(treads[k - 1].from);
      expect(t.to).toBeGreaterThan(t.from);
      expect(t.to).toBeLessThanOrEqual(1);
      if (t.waits !== undefined) expect(t.waits).toBeGreaterThanOrEqual(t.to);
    });
    const pour = treads.find((t) => t.step.work === 'pour')!;
    // four days of concrete against the days of its own tread
    const day =
      (treads[0].to - treads[0].from) /
      (1 + Math.round((Date.parse(treads[0].step.last) - Date.parse(treads[0].step.first)) / 864e5));
    expect((pour.waits! - pour.to) / day).toBeCloseTo(4, 6);
    expect(today).toBeCloseTo(day / 2, 6);
    for (const t of ticks) expect(Number.isInteger(t.day)).toBe(true);
  });
  it('hangs a plumb line from a wait that is over to the step it held up, and from no other', () => {
    const steps = [...datedSteps(bank, TODAY)].sort((a, b) => a.day - b.day);
    const { treads, plumbs } = slopeOf(steps, TODAY, 3, 40);
    const raised = plumbs.find((p) => treads[p.to].step.work === 'stand')!;
    expect(treads[raised.from].step.work).toBe('pour');
    expect(raised.at).toBeCloseTo(treads[raised.from].waits!, 6);
    for (const p of plumbs) {
      expect(p.to).toBeGreaterThan(p.from);
      expect(treads[p.to].from).toBeGreaterThanOrEqual(p.at - 1e-9);
      expect(treads[p.to].step.holds.some((h) => h.of === treads[p.from].step.id && h.wait > 0)).toBe(true);
    }
  });
  it('keeps the steps done last in sight, and is empty where there is no work', () => {
    const done = after(bank, tickStep('pegs:all', '2026-05-04'));
    const { treads } = slopeOf(
      [...datedSteps(done, TODAY)].sort((a, b) => a.day - b.day),
      TODAY,
      3,
      5,
    );
    expect(treads.filter((t) => t.step.done).map((t) => t.step.id)).toEqual(['pegs:all']);
    expect(treads).toHaveLength(6);
    expect(slopeOf([], TODAY, 3, 5)).toEqual({ treads: [], plumbs: [], ticks: [] });
  });
  it('a step is chosen by its tread, and said whole to who does not see it', async () => {
    const steps = [...answer(bank).steps].sort((a, b) => a.day - b.day);
    const { view, chosen } = mount((_, c) =>
      h(BuildSlope, {
        steps,
        now: 'pegs:all',
        today: TODAY,
        chosen: c.value,
        'onUpdate:chosen': (id: string) => void (c.value = id),
      }),
    );
    const pour = view.get('[data-step="pour:bakehouse-tank"]');
    expect(pour.attributes('aria-label')).toMatch(
      /^Pour the footings of Bakehouse tank, from .*; then concrete hardens$/,
    );
    await pour.trigger('click');
    expect(chosen.value).toBe('pour:bakehouse-tank');
  });
});

describe('a step', () => {
  const facts = (id: string, plan = bank) =>
    mount((t) => {
      const a = answer(t.plan.value);
      return h(StepFacts, { answer: a, step: a.steps.find((s) => s.id === id)! });
    }, plan);
  it('says why, its cautions, who signs, what it waits for and what it takes', () => {
    const { view } = facts('stand:bakehouse-tank');
    expect(view.text()).toContain('before any weight is on it');
    expect(
      view
        .findAll('[data-test="caution"]')
        .map((c) => c.text())
        .join(' '),
    ).toContain('ladder');
    expect(view.get('[data-test="sign"]').text()).toContain('licensed engineer');
    expect(view.get('[data-test="waits-for"]').text()).toMatch(/Pour the footings of Bakehouse tank, then four days/);
    expect(facts('fittings:hill').view.text()).toMatch(/\d × Bulkhead/);
  });
  it('cautions of depths are in the person’s units', async () => {
    const deep: Plan = {
      ...bank,
      lines: bank.lines.map((l) => ({ ...l, legs: l.legs.map((leg) => ({ ...leg, depthM: 1.5 })) })),
    };
    const { view } = facts('trench:main', deep);
    expect(view.text()).toContain('A trench can fall in');
  });
  it('is ticked off with a day and a note, opened again, and undone', async () => {
    const on = facts('pegs:all');
    await on.view.get('input[type=date]').setValue('2026-05-06');
    await on.view
      .get('[data-test="step-note"]')
      .setValue('frost heaved peg 3')
      .catch(() => undefined);
    const note = on.view.get('input[aria-label="Note on this step"]');
    await note.setValue('peg 3 moved');
    await note.trigger('change');
    await on.view.get('[data-test="tick-step"]').trigger('click');
    expect(on.page.plan.value?.build?.done).toEqual([{ step: 'pegs:all', on: '2026-05-06', note: 'peg 3 moved' }]);
    await on.view.get('[data-test="untick-step"]').trigger('click');
    expect(on.page.plan.value?.build?.done).toEqual([]);
  });
});

describe('all the work', () => {
  it('is ticked off with today’s date; open ones alone are shown where asked', async () => {
    const on = mount((t, c) => {
      const a = answer(t.plan.value);
      return h(BuildList, { answer: a, steps: a.steps, chosen: c.value });
    });
    const rows = (): number => on.view.findAll('[data-row]').length;
    const before = rows();
    expect(before).toBe(answer(bank).steps.length);
    await on.view.get('[data-row="pegs:all"] input').setValue(true);
    expect(on.page.plan.value?.build?.done).toEqual([{ step: 'pegs:all', on: TODAY }]);
    await on.view.get('[data-test="only-open-steps"]').trigger('click');
    await nextTick();
    expect(rows()).toBe(before - 1);
  });
});

describe('days', () => {
  const days = (plan = bank) => mount((t) => h(BuildDays, { answer: answer(t.plan.value) }), plan);
  it('the start moves, a day of the week is left out, the last one cannot be', async () => {
    const on = days();
    expect(on.view.text()).toContain('today; nothing entered');
    await on.view.get('input[aria-label="First day of work"]').setValue('2026-06-01');
    expect(on.page.plan.value?.build?.from).toBe('2026-06-01');
    await on.view.get('input[aria-label="First day of work"]').setValue('');
    expect(on.page.plan.value?.build?.from).toBe('2026-06-01');
  });
  it('a day off is kept, told, and worked after all', async () => {
    const on = days(after(bank, setOff('2026-05-07', true)));
    await on.view.get('input[aria-label="A day on which nothing is done"]').setValue('2026-05-06');
    expect(on.page.plan.value?.build?.off).toEqual(['2026-05-06', '2026-05-07']);
    await on.view.get('button[aria-label^="7 May 2026"]').trigger('click');
    expect(on.page.plan.value?.build?.off).toEqual(['2026-05-06']);
  });
  it('the calendar goes out as a file', async () => {
    const save = vi.spyOn(files, 'downloadText').mockImplementation(() => undefined);
    const on = days();
    await on.view.get('[data-test="ics"]').trigger('click');
    const [text, name, type] = save.mock.calls[0];
    expect(text).toContain('SUMMARY:Peg out the lines and the places');
    expect(name).toMatch(/\.ics$/);
    expect(type).toBe('text/calendar');
    save.mockRestore();
  });
  it('temperatures are entered in the person’s units', async () => {
    const on = days();
    useSettings().units = 'us';
    await nextTick();
    const field = on.view.get('input[aria-label^="Temperature of the air"]');
    await field.setValue('41');
    await field.trigger('change');
    await field.trigger('blur');
    expect(on.page.plan.value?.build?.temperatureC).toBeCloseTo(5, 6);
  });
});

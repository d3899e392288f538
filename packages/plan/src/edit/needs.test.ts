// Commands on what is needed: by class of animal, undone whole, never on a row that is gone.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { planBalance, wishesOf } from '../budget/index.ts';
import { findAnimal } from '../catalogue/index.ts';
import { checkPlan, loadPlan } from '../document/index.ts';
import { isBasin } from '../kinds/index.ts';
import { visitsOf } from '../solve/index.ts';
import type { NeedAt, Plan } from '../schema/index.ts';
import {
  addGarden,
  addHerd,
  addPeople,
  applyCommand,
  changeGarden,
  changeHerd,
  changePeople,
  changeVisits,
  forgetVisits,
  gardenAt,
  herdAt,
  herdPlace,
  peopleAt,
  removeNeed,
  setHerdClass,
  setIfToo,
  undoEdit,
  visitsAt,
  type Command,
} from './index.ts';

const loaded = loadPlan(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!loaded.ok) throw new Error('the demo plan has faults');
const ousel = loaded.plan;

/** As the app does it; undo must bring the old plan back to the letter. */
function done(plan: Plan, command: Command): Plan {
  const applied = applyCommand(plan, command);
  if (!applied) return plan;
  expect(undoEdit(applied.plan, applied.edit)).toEqual(plan);
  expect(checkPlan(applied.plan).ok).toBe(true);
  return applied.plan;
}
const rowAt = (plan: Plan, kind: 'herd' | 'people' | 'garden'): NeedAt => {
  const row = planBalance(plan).needs.rows.find((r) => r.kind === kind);
  if (!row) throw new Error(`no ${kind}`);
  return row.at;
};

describe('a herd', () => {
  it('comes to the first trough, with what its class drinks by the table', () => {
    expect(herdPlace(ousel)?.id).toBe('rowan');
    const before = herdPlace(ousel)?.herds?.length ?? 0;
    const after = done(ousel, addHerd('rowan', 'goat', 6));
    const herds = herdPlace(after)?.herds ?? [];
    expect(herds).toHaveLength(before + 1);
    expect(herds.at(-1)).toMatchObject({ class: 'goat', count: 6 });
    const fresh = done(ousel, addHerd('rowan'));
    expect(herdPlace(fresh)?.herds?.at(-1)?.litresPerHeadPerDay).toBe(findAnimal('ewe-dry')?.typical);
  });
  it('drinks at a tank where there is no trough, and nowhere where nothing holds water', () => {
    const bare = { ...ousel, nodes: ousel.nodes.filter((n) => n.kind !== 'trough') };
    expect(herdPlace(bare)?.kind).toBe('tank');
    expect(herdPlace({ ...ousel, nodes: ousel.nodes.filter((n) => n.kind === 'junction') })).toBeUndefined();
  });
  it('of another class drinks what that class does; why it differed is forgotten', () => {
    const at = rowAt(ousel, 'herd');
    const odd = done(
      ousel,
      changeHerd(at, 'water a head', (h) => {
        h.litresPerHeadPerDay = 99;
        h.reason = 'salt lick';
      }),
    );
    const now = done(odd, setHerdClass(at, 'ewe-dry'));
    expect(herdAt(now, at)).toMatchObject({ class: 'ewe-dry', litresPerHeadPerDay: findAnimal('ewe-dry')?.typical });
    expect(herdAt(now, at)?.reason).toBeUndefined();
    const own = done(odd, setHerdClass(at, 'yaks'));
    expect(herdAt(own, at)).toMatchObject({ class: 'yaks', litresPerHeadPerDay: 99 });
  });
  it('drinks more in the balance as it grows', () => {
    const at = rowAt(ousel, 'herd');
    const spare = (plan: Plan): number => planBalance(plan).months[6].spare;
    const more = done(
      ousel,
      changeHerd(at, 'heads', (h) => void (h.count *= 2)),
    );
    expect(spare(more)).toBeLessThan(spare(ousel));
  });
});

describe('people and gardens', () => {
  const bare: Plan = { ...ousel, needs: undefined };
  it('begin the needs of a plan that has none', () => {
    const people = done(bare, addPeople());
    expect(people.needs?.people).toHaveLength(1);
    const garden = done(people, addGarden());
    expect(garden.needs?.gardens?.[0]).toMatchObject({ areaM2: 20, months: [5, 6, 7, 8, 9] });
    expect(planBalance(garden).needs.rows.map((r) => r.kind)).toEqual(expect.arrayContaining(['people', 'garden']));
  });
  it('are changed in place and taken out, the others stay', () => {
    const two = done(done(ousel, addPeople()), addGarden());
    const at: NeedAt = { list: 'people', index: 1 };
    const named = done(
      two,
      changePeople(at, 'name', (p) => void (p.name = 'Drying loft')),
    );
    expect(peopleAt(named, at)?.name).toBe('Drying loft');
    expect(named.needs?.people?.[0]).toEqual(ousel.needs?.people?.[0]);
    const less = done(named, removeNeed({ list: 'people', index: 0 }));
    expect(less.needs?.people?.map((p) => p.name)).toEqual(['Drying loft']);
    expect(less.needs?.gardens).toHaveLength(2);
    const plot: NeedAt = { list: 'gardens', index: 0 };
    const wide = done(
      two,
      changeGarden(plot, 'area', (g) => void (g.areaM2 = 200)),
    );
    expect(gardenAt(wide, plot)?.areaM2).toBe(200);
  });
  it('a herd is taken out where it drinks', () => {
    const at = rowAt(ousel, 'herd');
    const gone = done(ousel, removeNeed(at));
    expect(planBalance(gone).needs.rows.filter((r) => r.kind === 'herd')).toHaveLength(
      planBalance(ousel).needs.rows.filter((r) => r.kind === 'herd').length - 1,
    );
  });
});

describe('a row that is gone', () => {
  it.each<NeedAt>([
    { node: 'nowhere', index: 0 },
    { node: 'low', index: 99 },
    { node: 'adit', index: 0 },
    { list: 'people', index: 99 },
    { list: 'gardens', index: 99 },
  ])('changes nothing: %j', (at) => {
    const wrong = (): never => {
      throw new Error('there is nothing to change');
    };
    for (const command of [changeHerd(at, 'x', wrong), changePeople(at, 'x', wrong), changeGarden(at, 'x', wrong)])
      expect(applyCommand(ousel, command)).toBeUndefined();
    expect([herdAt(ousel, at), peopleAt(ousel, at), gardenAt(ousel, at)]).toEqual([undefined, undefined, undefined]);
  });
  it('of one kind is not of another', () => {
    expect(herdAt(ousel, { list: 'people', index: 0 })).toBeUndefined();
    expect(gardenAt(ousel, { list: 'people', index: 0 })).toBeUndefined();
    expect(peopleAt(ousel, { list: 'gardens', index: 0 })).toBeUndefined();
  });
});

describe('when of a day', () => {
  it('people and gardens take it by common practice until somebody says', () => {
    const people = rowAt(ousel, 'people');
    expect(visitsAt(ousel, people).map((v) => v.at)).toEqual(['06:00', '11:00', '17:00']);
    const hours = (plan: Plan): readonly number[] =>
      planBalance(plan).needs.rows.find((r) => r.kind === 'people')?.hours ?? [];
    const usual = hours(ousel);
    const late = done(
      ousel,
      changeVisits(people, 'time', (list) => list.splice(0, list.length, { at: '20:00', durationMin: 120, share: 1 })),
    );
    expect(hours(late)[20]).toBeCloseTo(0.5, 9);
    expect(hours(late)[21]).toBeCloseTo(0.5, 9);
    expect(hours(late).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(hours(done(late, forgetVisits(people)))).toEqual(usual);
    // the last time taken out: as usual again, never no hours at all
    expect(
      hours(
        done(
          late,
          changeVisits(people, 'out', (list) => list.splice(0)),
        ),
      ),
    ).toEqual(usual);
  });
  it('a garden watered at noon moves the busiest hour of July, and nothing of its day', () => {
    const garden = rowAt(ousel, 'garden');
    const noon = done(
      ousel,
      changeVisits(garden, 'time', (list) => void (list[0].at = '12:00')),
    );
    const [a, b] = [planBalance(ousel), planBalance(noon)];
    expect(b.needs.totals.perDay[6]).toBeCloseTo(a.needs.totals.perDay[6], 12);
    expect([5, 6, 7].every((h) => (b.needs.rows.find((r) => r.kind === 'garden')?.hours[h] ?? 1) === 0)).toBe(true);
  });
});

describe('what might come too', () => {
  const goats: NeedAt = { node: 'low', index: 1 };
  it('is in no sum; the months with it are reckoned beside: 14 goats at 9 L are 126 L, 140 L with a tenth lost', () => {
    const { needs, months, withWished } = planBalance(ousel);
    expect(needs.wished.map((r) => r.at)).toEqual([goats]);
    expect(needs.rows.some((r) => r.ifToo)).toBe(false);
    for (let m = 0; m < 12; m++)
      expect((months[m].spare - (withWished?.[m].spare ?? 0)) * 1000).toBeCloseTo(126 / 0.9, 6);
  });
  it('each alone: what it takes, and what is left in the month with the least', () => {
    const balance = planBalance(ousel);
    const [wish] = wishesOf(balance);
    expect(wish.takes * 1000).toBeCloseTo(140, 6);
    expect(wish.month).toBe(balance.tightest);
    expect(wish.left).toBeCloseTo(balance.months[balance.tightest].spare - wish.takes, 12);
  });
  it('is as if it were not there, to the balance and to the filling of its trough', () => {
    const without = done(ousel, removeNeed(goats));
    expect(planBalance(without).months).toEqual(planBalance(ousel).months);
    const visits = (plan: Plan) => {
      const low = plan.nodes.find((n) => n.id === 'low');
      return isBasin(low) ? visitsOf(low) : [];
    };
    expect(visits(ousel)).toEqual(visits(without));
    expect(visits(done(ousel, setIfToo(goats, false, 'goats')))).toHaveLength(4);
  });
  it('counts once it is there, people and gardens too, and goes back', () => {
    const there = done(ousel, setIfToo(goats, false, 'goats'));
    expect(planBalance(there).months).toEqual(planBalance(ousel).withWished);
    expect(planBalance(there).withWished).toBeUndefined();
    for (const kind of ['people', 'garden'] as const) {
      const at = rowAt(ousel, kind);
      const thought = done(ousel, setIfToo(at, true, kind));
      expect(planBalance(thought).needs.wished.map((r) => r.kind)).toContain(kind);
      expect(planBalance(thought).needs.totals.perDay[6]).toBeLessThan(planBalance(ousel).needs.totals.perDay[6]);
      expect(done(thought, setIfToo(at, false, kind))).toEqual(ousel);
    }
  });
});

// What the walk book writes: the plan's own figures in the person's units, summed as they stand.
import { describe, expect, it } from 'vitest';
import { applyCommand, setLeg, setReading } from '@vernal-slope/plan/edit';
import { resultsOf } from '../../session/usePlanResults.ts';
import { demoPlan } from '../../testing/page.ts';
import { walkRows, walkTotal } from '@vernal-slope/display/walkrows';

const ousel = resultsOf(demoPlan('ousel-bank'));
const legs = ousel.compiled.lines.get('main')?.plan.legs ?? [];
const number = (text: string): number => Number(text.replace('−', '-').replace(',', ''));

describe('rows', () => {
  it('are the legs in their order, distances counted from the start of the line', () => {
    const rows = walkRows(ousel, 'main', 'metric');
    expect(rows).toHaveLength(legs.length);
    let gone = 0;
    rows.forEach((row, k) => {
      gone += legs[k].lengthM;
      expect(number(row.to)).toBeCloseTo(gone, 1);
      expect(row.leg).toEqual(legs[k]);
    });
  });
  it('rise from the ground before them, and come out at the height of their end', () => {
    const rows = walkRows(ousel, 'main', 'metric');
    const start = ousel.compiled.nodes.get('hill')?.plan.groundM ?? NaN;
    const ends = legs.map((l) => l.endGroundM);
    rows.forEach((row, k) => {
      expect(row.rise).toBeCloseTo(ends[k] - (k === 0 ? start : ends[k - 1]), 9);
      expect(number(row.ground)).toBeCloseTo(ends[k], 2);
    });
  });
  it('lose in all what the line loses, in either system', () => {
    for (const [system, per] of [
      ['metric', 1],
      ['us', 0.3048],
    ] as const) {
      const lost = ousel.result.lines.get('main')?.segmentLoss.reduce((a, b) => a + b, 0) ?? NaN;
      const written = walkRows(ousel, 'main', system).reduce((sum, r) => sum + number(r.loss), 0) * per;
      expect(written).toBeCloseTo(lost, 1);
      expect(number(walkTotal(ousel, 'main', system).loss) * per).toBeCloseTo(lost, 1);
    }
  });
  it('mark the end where a hump holds the flow, and no other', () => {
    const held = walkRows(ousel, 'main', 'metric').map((r) => r.held);
    expect(held.filter(Boolean)).toHaveLength(1);
    expect(held.indexOf(true) + 1).toBe(ousel.result.lines.get('main')?.heldStation);
  });
  it('say a method that is assumed, and the one that was said', () => {
    expect(walkRows(ousel, 'bakehouse', 'metric').some((r) => r.measured)).toBe(
      (ousel.compiled.lines.get('bakehouse')?.plan.legs ?? []).some((l) => l.survey !== undefined),
    );
    const read = applyCommand(
      ousel.compiled.plan,
      setReading('main', 0, { method: 'bubble-tube', entry: 'rise', riseM: -1 } as never),
    );
    if (read) expect(walkRows(resultsOf(read.plan), 'main', 'metric')[0].measured).toBe(true);
  });
  it('a pipe above still water is dry, not under suction', () => {
    // the first leg of the way climbs over its own source: nothing runs, and the crest stands above the water
    const high = applyCommand(demoPlan('tarn-foot'), setLeg('main', 0, { depthM: -30 }, 'lifted'));
    if (!high) throw new Error('not lifted');
    const results = resultsOf(high.plan);
    expect(results.result.lines.get('main')?.flow).toBe(0);
    expect(walkRows(results, 'main', 'metric')[0].pressure).toBe('dry');
  });
  it('are none of a line that is gone', () => {
    expect(walkRows(ousel, 'nowhere', 'metric')).toEqual([]);
    expect(walkTotal(ousel, 'nowhere', 'metric')).toEqual({ length: '0', rise: '0.00', loss: '0.00' });
  });
});

describe('the sum', () => {
  it('rises by what the heights of its ends differ', () => {
    const { rise, length } = walkTotal(ousel, 'main', 'metric');
    const start = ousel.compiled.nodes.get('hill')?.plan.groundM ?? NaN;
    expect(number(rise)).toBeCloseTo((legs.at(-1)?.endGroundM ?? NaN) - start, 2);
    expect(number(length)).toBeCloseTo(
      legs.reduce((sum, l) => sum + l.lengthM, 0),
      1,
    );
  });
  it('says a rise with its sign', () => {
    const back = ousel.compiled.plan.lines.find((l) => walkTotal(ousel, l.id, 'metric').rise.startsWith('+'));
    const rising = ousel.compiled.plan.lines.find((l) => {
      const from = ousel.compiled.nodes.get(l.from)?.plan.groundM ?? 0;
      return (l.legs.at(-1)?.endGroundM ?? 0) > from;
    });
    expect(back?.id).toBe(rising?.id);
  });
});

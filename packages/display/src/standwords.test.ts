import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { CHECK_WORDS, finding, type FindingCode, type FindingValues } from '@vernal-slope/plan/findings';
import { screenStand } from '@vernal-slope/core/stand';
import { loadPlan } from '@vernal-slope/plan/document';
import { pressureWays, readStand } from '@vernal-slope/plan/stand';
import { checkFigure, usedText, wayText } from './standwords.ts';
import { plainText, sentence } from './sentences.ts';

const read = loadPlan(readFileSync(new URL('../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const { plan } = read;
const tank = plan.nodes.find((n) => n.id === 'bakehouse-tank');
if (tank?.kind !== 'tank') throw new Error('no tank');
const said = <C extends FindingCode>(code: C, values: FindingValues<C>): string =>
  plainText(sentence(finding(code, 'x', values), 'metric', () => 'Somewhere')).replace(/\u00A0/g, ' ');

describe('words of a stand', () => {
  it('every check has a name of its own', () => {
    const codes = screenStand(readStand(plan, tank).design).checks.map((c) => c.code);
    const names = codes.map((c) => CHECK_WORDS[c]);
    expect(new Set(names).size).toBe(codes.length);
  });
  it('what is used: a share, many times, or no figure at all', () => {
    expect([usedText(0.62), usedText(1.34), usedText(24), usedText(Infinity)]).toEqual([
      '62 %',
      '134 %',
      'over 10 times',
      'far over',
    ]);
  });
  it('figures of both sides are in the units of their kind', () => {
    const text = (...args: Parameters<typeof checkFigure>): string => checkFigure(...args).replace(/\u00A0/g, ' ');
    expect(text(5.68e6, 'stress', 'metric')).toBe('5.68 MPa');
    expect(text(5.68e6, 'stress', 'us')).toBe('824 psi');
    expect(text(71_820, 'pressure', 'us')).toBe('1,500 psf');
    expect(text(0.0042, 'length', 'metric')).toBe('4.2 mm');
    expect(text(48.2, 'ratio', 'us')).toBe('48.2');
  });
  it('slender: short past 50, a word of warning before', () => {
    expect(said('stand-slender', { check: 'post-slender', ratio: 1.2, demand: 60, capacity: 50 })).toContain(
      'too slender: 60 times',
    );
    expect(said('stand-slender', { check: 'post-slender', ratio: 0.95, demand: 47.6, capacity: 50 })).toContain(
      'are slender: 48 times',
    );
  });
  it('a check that no figure fits is said without one', () => {
    expect(said('stand-check', { check: 'post-wind', ratio: Infinity, demand: 1, capacity: 0 })).toBe(
      'Far over in this first look: posts, tank full in a gust. Nothing here bears it.',
    );
    expect(said('stand-check', { check: 'soil', ratio: 1.3, demand: 1.3, capacity: 1 })).toContain(
      '130 % of what may be',
    );
  });
  it('what does not reach is told with both lengths', () => {
    expect(said('stand-misfit-post', { needs: 1.992, has: 1.2 })).toBe(
      'The posts do not reach the beams: they must be 1.99 m long and are 1.20 m.',
    );
  });
  it('every other way says where and what', () => {
    const ways = pressureWays(plan, tank.id).map((w) => wayText(plan, w, 'metric').replace(/\u00A0/g, ' '));
    expect(ways).toContain('Wider first stretch: ¾ in on all of Bakehouse tank to the bench');
    expect(ways).toContain('Bakehouse sink content with the least it works with, 2 kPa');
    expect(ways).toContain('One place at a time, the others shut');
    expect(ways.some((w) => /^The tank on the ground 20\.\d m up Hill tank to the bakehouse tank$/.test(w))).toBe(true);
  });
});

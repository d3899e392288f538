import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '@vernal-slope/plan/document';
import { readStand } from '@vernal-slope/plan/stand';
import type { StandDesign } from '@vernal-slope/core/stand';
import { elevation, type Box } from './elevation.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const { plan } = read;
const tank = plan.nodes.find((n) => n.id === 'bakehouse-tank');
if (tank?.kind !== 'tank') throw new Error('no tank');
const { design } = readStand(plan, tank);
const all = (d: StandDesign, face: 'front' | 'side', of: Box['of']): Box[] =>
  elevation(d, face, 0.5).boxes.filter((b) => b.of === of);

describe('the drawing of a stand', () => {
  it.each(['front', 'side'] as const)('%s: members stand on each other, from the footing to the tank', (face) => {
    const top = (of: Box['of']): number => Math.max(...all(design, face, of).map((b) => b.y + b.h));
    const foot = (of: Box['of']): number => Math.min(...all(design, face, of).map((b) => b.y));
    expect(top('pier')).toBeCloseTo(foot('post'), 9);
    expect(top('footing')).toBeCloseTo(foot('pier'), 9);
    expect(top('post')).toBeCloseTo(foot('beam'), 9);
    expect(top('beam')).toBeCloseTo(foot('joist'), 9);
    expect(top('joist')).toBeCloseTo(foot('deck'), 9);
    expect(top('deck')).toBeCloseTo(2.4, 9);
    expect(foot('tank')).toBeCloseTo(2.4, 9);
  });
  it('a post that is set in the ground goes down through its concrete to the footing', () => {
    const planted = { ...design, posts: { ...design.posts, inGround: true } };
    const [post] = all(planted, 'front', 'post');
    const [pad] = all(planted, 'front', 'footing');
    expect(post.y).toBeCloseTo(pad.y + pad.h, 9);
    expect(post.y + post.h).toBeCloseTo(all(design, 'front', 'post')[0].y + all(design, 'front', 'post')[0].h, 9);
  });
  it('its measures are those of the stand', () => {
    const measures = new Map(elevation(design, 'front', 0.5).measures.map((m) => [m.key, m]));
    expect(measures.get('height')?.value).toBeCloseTo(2.4, 9);
    expect(measures.get('platform')?.value).toBeCloseTo(1.35, 9);
    const posts = measures.get('posts');
    expect(posts && posts.x2 - posts.x1).toBeCloseTo(posts?.value ?? NaN, 9);
  });
  it('keeps the water inside the tank, and everything inside its extent', () => {
    const e = elevation(design, 'front', 99);
    const water = e.boxes.find((b) => b.of === 'water');
    expect(water?.h).toBeCloseTo(design.tank.height, 9);
    for (const b of e.boxes) {
      expect(b.x).toBeGreaterThanOrEqual(e.left - 1e-9);
      expect(b.x + b.w).toBeLessThanOrEqual(e.right + 1e-9);
      expect(b.y + b.h).toBeLessThanOrEqual(e.top + 1e-9);
      expect(b.y).toBeGreaterThanOrEqual(e.bottom - 1e-9);
    }
  });
  it('shows what does not reach as a gap', () => {
    const short = { ...design, posts: { ...design.posts, length: 1.2 } };
    expect(all(design, 'front', 'short')).toEqual([]);
    const gaps = all(short, 'front', 'short');
    expect(gaps).toHaveLength(2);
    expect(all(short, 'front', 'post')[0].h + gaps[0].h).toBeCloseTo(all(design, 'front', 'post')[0].h, 9);
  });
  it('draws a pair of braces for every bay, and none where there are none', () => {
    const bare = { ...design, braces: { ...design.braces, front: false } };
    expect(elevation(bare, 'front', 0).strokes).toEqual([]);
    // one bay, a girt: two pairs
    expect(elevation(design, 'front', 0).strokes).toHaveLength(4);
  });
});

// Posts as columns: how long they stand free, and what they bear along the grain.
import type { Working } from '../working/index.ts';
import { column, STABILITY_C, type ColumnAnswer, type EndCondition } from './column.ts';
import type { Section, StandDesign } from './design.ts';
import type { StandLoads } from './loads.ts';
import { timberValues, type Duration, type TimberValues } from './timber.ts';
import { NDS, term, entered, type Side, area } from './check.ts';

export interface PostColumn extends ColumnAnswer {
  readonly along: 'front' | 'side';
  readonly ends: EndCondition;
  readonly free: number;
  /** From the beam to where the foot is held, m */ readonly reach: number;
  readonly d: number;
  readonly fcStar: number;
  readonly eMin: number;
  /** Carried by the formula, N */ readonly bears: number;
}
/**
 * The busiest post in the planes of both faces: which way it would go first. Without a brace its foot must be held, by
 * concrete in the ground (`loose` is asked before); a third of the depth down (assumption).
 */
export function postColumns(d: StandDesign, loads: StandLoads, duration: Duration): PostColumn[] {
  const { posts, braces } = d;
  const v = timberValues(posts.timber, d.use, duration);
  const g = loads.geometry;
  return (['front', 'side'] as const).map((along) => {
    const ends: EndCondition = braces[along] ? 'pinned-pinned' : 'fixed-free';
    const reach = Math.max(0.01, g.postLength) + (posts.inGround ? d.footing.depth / 3 : 0);
    const held = along === 'front' ? g.freeFront : g.freeSide;
    const free = braces[along] ? Math.max(0.01, held) : reach;
    const least = along === 'front' ? posts.width : posts.depth;
    const answer = column({
      length: free,
      ends,
      side: least,
      area: area(posts),
      fcStar: v.compression,
      eMin: v.modulusMin,
    });
    return {
      ...answer,
      along,
      ends,
      free,
      reach,
      d: least,
      fcStar: v.compression,
      eMin: v.modulusMin,
      bears: v.compression * answer.stability * area(posts),
    };
  });
}
export const HELD: Readonly<Record<'front' | 'side', string>> = { front: 'along the front', side: 'along the side' };
/** How the value of compression along the grain came about. */
function compressionWorking(section: Section, v: TimberValues, duration: string): Working {
  const f = v.factors;
  const { timber } = section;
  return {
    code: 'stand-compression',
    of: 'compression along the grain',
    rule: '{{f}} \\cdot {{cd}} \\cdot {{cm}} \\cdot {{cf}} \\cdot {{ci}}',
    terms: [
      term('f', 'F_c', 'base value', timber.compression, 'stress', { source: timber.source }),
      term('cd', 'C_D', 'how long the load lasts', f.duration, 'ratio', { source: duration }),
      term('cm', 'C_M', 'wet or dry service', f.wetCompression, 'ratio', entered),
      term('cf', 'C_F', 'size', timber.sizeCompression, 'ratio', { source: timber.source }),
      term('ci', 'C_i', 'incised for treatment', f.incised, 'ratio', entered),
    ],
    result: { tex: 'F_c^*', value: v.compression, dimension: 'stress' },
    source: NDS,
  };
}
export function bearsSide(d: StandDesign, c: PostColumn, duration: Duration): Side {
  const section = d.posts;
  const words = duration === 'wind' ? 'a gust of minutes' : 'a full tank is permanent';
  const v = timberValues(section.timber, d.use, duration);
  return {
    rule: '{{f}} \\cdot {{cp}} \\cdot {{a}}',
    also: [
      'C_P = \\frac{1+\\alpha}{2c} - \\sqrt{\\left(\\frac{1+\\alpha}{2c}\\right)^2 - \\frac{\\alpha}{c}},\\quad \\alpha = \\frac{F_{cE}}{F_c^*},\\quad F_{cE} = \\frac{0.822\\,E_\\mathrm{min}}{(\\ell_e/d)^2}',
    ],
    name: 'what one post may bear',
    value: c.bears,
    terms: [
      term('f', 'F_c^*', 'compression with its factors', c.fcStar, 'stress', {
        working: compressionWorking(section, v, words),
      }),
      term('cp', 'C_P', `stability, c ${STABILITY_C.sawn}, ${HELD[c.along]}`, c.stability, 'ratio'),
      term('a', 'A', 'section', area(section), 'area', entered),
      term('s', '\\ell_e/d', 'slenderness', c.slenderness, 'ratio'),
      term('fce', 'F_{cE}', 'stress at which it buckles', c.fcE, 'stress'),
      term('e', "E_\\mathrm{min}'", 'modulus for stability', c.eMin, 'stress', { source: section.timber.source }),
    ],
  };
}

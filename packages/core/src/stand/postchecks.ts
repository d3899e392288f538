// Checks of posts that stand in still air: slenderness, and what they bear.
import { END_CONDITIONS, MOST_SLENDER } from './column.ts';
import type { StandDesign } from './design.ts';
import type { StandLoads } from './loads.ts';
import { type StandCheck, NDS, term, entered, type Side, check, worse } from './check.ts';
import { type PostColumn, postColumns, HELD, bearsSide } from './postcolumns.ts';
import { postInWind } from './postwind.ts';

function slenderCheck(c: PostColumn): StandCheck {
  return check(
    'post-slender',
    'ratio',
    {
      rule: '\\frac{ {{k}} \\cdot {{l}} }{ {{d}} }',
      name: `slenderness ${HELD[c.along]}`,
      value: c.slenderness,
      terms: [
        term(
          'k',
          'K_e',
          c.ends === 'fixed-free' ? 'foot in the ground, no brace: free to sway' : 'braced: held at both ends',
          END_CONDITIONS[c.ends],
          'ratio',
          {
            source: 'NDS Appendix G',
          },
        ),
        term('l', '\\ell', 'between held points', c.free, 'length'),
        term('d', 'd', 'thickness that way', c.d, 'length', entered),
      ],
    },
    {
      rule: '50',
      name: 'most that the rule holds for',
      value: MOST_SLENDER,
      terms: [],
    },
    'NDS 3.7.1.4 (from memory)',
  );
}
export function postChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const still = worse(postColumns(d, loads, 'permanent'), (c) => -c.bears);
  const slender = worse(postColumns(d, loads, 'permanent'), (c) => c.slenderness);
  const postLoad: Side = {
    rule: '{{r}} + {{w}}',
    name: 'on the busiest post, tank full',
    value: loads.post,
    terms: [
      term('r', 'R', 'from the beam above it', Math.max(loads.beam.outer, loads.beam.middle ?? 0), 'force'),
      term(
        'w',
        'G',
        'its share of posts and braces',
        (loads.timber - loads.timberAbove) / loads.geometry.posts,
        'force',
      ),
    ],
  };
  return [
    slenderCheck(slender),
    check('post-load', 'force', postLoad, bearsSide(d, still, 'permanent'), NDS),
    worse(
      loads.winds.map((w) => postInWind(d, loads, w)),
      (c) => c.ratio,
    ),
  ];
}

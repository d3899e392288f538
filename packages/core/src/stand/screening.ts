// First checks of a stand of posts: what each member meets against what it may bear. A screening, never a design.
import type { Section, StandDesign } from './design.ts';
import { standLoads, type StandLoads } from './loads.ts';
import { REPETITIVE, timberValues } from './timber.ts';
import { type StandCheck, NDS, term, entered, check, modulusOf, allowable } from './check.ts';
import { spanChecks, seat } from './spanchecks.ts';
import { postChecks } from './postchecks.ts';
import { braceChecks, loose, swayCheck } from './bracechecks.ts';
import { embedmentCheck, footingBend, footingLean, soilChecks } from './footingchecks.ts';
import { windChecks } from './groundchecks.ts';

/** A board from joist to joist under the tank. */
function deckCheck(d: StandDesign, loads: StandLoads): StandCheck {
  const { deck } = d.platform;
  const span = d.joists.spacing;
  const board: Section = { ...deck, width: loads.geometry.deckBoard };
  const v = timberValues(deck.timber, d.use, 'permanent');
  const load = loads.onDeck * (board.width + d.platform.gap) * span;
  const moment = (load * span) / 8;
  return check(
    'deck-bending',
    'stress',
    {
      rule: '\\frac{ {{p}} \\cdot {{w}} \\cdot {{l}}^2 }{ 8 \\cdot {{s}} }',
      name: 'stress in a board',
      value: moment / modulusOf(board),
      terms: [
        term('p', 'p', 'under the full tank and a person', loads.onDeck, 'pressure'),
        term('w', 'b', 'a board and its gap', board.width + d.platform.gap, 'length'),
        term('l', 'L', 'from joist to joist', span, 'length', entered),
        term('s', 'S', 'bd²/6, in m³', modulusOf(board), 'ratio'),
      ],
    },
    allowable(d, deck, 'bending', loads.geometry.deckBoards >= 3 ? REPETITIVE : 1, v),
    NDS,
    ['The board is taken as ending on each joist. The size factor of flat use is not counted.'],
  );
}
/** Every check of a stand of posts, members from the top down, then the ground and the wind. */
export function screenStand(d: StandDesign): { readonly checks: StandCheck[]; readonly loads: StandLoads } {
  const loads = standLoads(d);
  const g = loads.geometry;
  const beamReaction = Math.max(loads.beam.outer, loads.beam.middle ?? 0);
  const joistReaction = Math.max(loads.joist.outer, loads.joist.middle ?? 0);
  const there = (c: StandCheck | undefined): StandCheck[] => (c ? [c] : []);
  return {
    loads,
    checks: [
      deckCheck(d, loads),
      ...spanChecks(d, 'joist', d.joists, 1, g.spanSide, loads.joist, loads.joistLoad, g.joistsUnder),
      seat(d, 'joist-seat', joistReaction, d.joists.width * d.beams.width * d.beams.plies, d.joists),
      ...spanChecks(d, 'beam', d.beams, d.beams.plies, g.spanFront, loads.beam, loads.beamLoad, 1),
      seat(
        d,
        'beam-seat',
        beamReaction,
        Math.min(d.beams.width * d.beams.plies, d.posts.depth) * d.posts.width,
        d.beams,
      ),
      ...there(swayCheck(d, loads)),
      ...(loose(d).length > 0 ? [] : postChecks(d, loads)),
      ...braceChecks(d, loads),
      ...there(embedmentCheck(d, loads)),
      ...soilChecks(d, loads),
      footingBend(d, loads),
      ...there(footingLean(d, loads)),
      ...windChecks(d, loads),
    ],
  };
}

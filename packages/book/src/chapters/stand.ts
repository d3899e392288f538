// Each tank's stand: drawing, cut list, what was looked at, the waits of its pour; and always that it is a first look.
import { BAG_KG, ENGINEER_FROM, partLines, standAnswer, tankNeeds, needWorking } from '@vernal-slope/plan/stand';
import { CHECK_WORDS } from '@vernal-slope/plan/findings';
import { levelFor } from '@vernal-slope/plan/compile';
import { isStore } from '@vernal-slope/plan/kinds';
import { dateText } from '@vernal-slope/display/dates';
import { fixed, showText, tapeText } from '@vernal-slope/display/quantities';
import {
  checkFigure,
  engineerText,
  FASTENER_WORDS,
  NOT_LOOKED_AT,
  PIECE_WORDS,
  usedText,
} from '@vernal-slope/display/standwords';
import { elevation, standDrawing } from '../drawing/index.ts';
import { figure, strong, type Block, type Runs, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import type { StoreNode } from '@vernal-slope/plan/schema';
import type { ChapterRow } from './chapter.ts';

function sheetOf(w: Writer, tank: StoreNode): Sheet {
  const { plan, units } = w.known;
  const answer = standAnswer(plan, tank);
  const h = (m: number): string => tapeText(m, units);
  const section = (a: number, b: number): string =>
    `${showText(a, 'section', units).replace(/\s.*/, '')} × ${showText(b, 'section', units)}`;
  const weight = showText(answer.weight.mass, 'mass', units);
  const blocks: Block[] = [
    {
      kind: 'text',
      text: [
        strong('A first look, never a design. '),
        `Full it weighs ${weight}, and a stand that fails kills. Local codes come first. Over ${h(ENGINEER_FROM.height)}, with people near or under it, on bad ground, in earthquake country, or where the code says so, a licensed engineer designs it.`,
      ],
    },
  ];
  if (answer.engineer.length > 0)
    blocks.push({
      kind: 'text',
      text: [
        strong('This one goes to an engineer: '),
        `${answer.engineer.map((r) => engineerText(r, units)).join('; ')}.`,
      ],
    });
  if (answer.full.kind === 'posts')
    blocks.push({
      kind: 'drawing',
      drawing: standDrawing(
        `stand-${tank.id}`,
        `Stand of ${w.name(tank.id)}, front and side`,
        [
          elevation(answer.design, 'front', levelFor(tank, 'start')),
          elevation(answer.design, 'side', levelFor(tank, 'start')),
        ],
        h,
      ),
    });
  const { most } = tankNeeds(plan, tank.id);
  const facts: [string, Runs][] = [
    ['height of the platform', [figure(h(tank.standM ?? 0))]],
    ...(most
      ? [
          [
            `least that ${most.served.map((id) => w.name(id)).join(', ')} asks for`,
            [w.worked(h(most.found.stand), needWorking(plan, tank.id, most))],
          ] satisfies [string, Runs],
        ]
      : []),
    ['full it weighs', [w.fig(answer.weight.mass, 'mass', answer.weight.working)]],
    ...(answer.underPad
      ? [
          ['under its pad', [w.fig(answer.underPad.pressure, 'bearing', answer.underPad.working)]] satisfies [
            string,
            Runs,
          ],
        ]
      : []),
  ];
  const waits: [string, Runs][] = answer.parts
    ? (
        [
          [answer.curing.strip, answer.dates?.stripOn, 'forms off'],
          [answer.curing.light, answer.dates?.lightOn, 'posts, platform, the empty tank'],
          [answer.curing.full, answer.dates?.fullOn, 'the tank full'],
          [answer.curing.strength, answer.dates?.strengthOn, 'the strength it is sold by'],
        ] as const
      ).map(([days, on, words]) => [words, [on ? dateText(on) : `after ${days} day${days === 1 ? '' : 's'}`]])
    : [];
  blocks.push({
    kind: 'side',
    columns: [
      [{ kind: 'pairs', title: 'Its height', rows: facts }],
      ...(waits.length > 0 ? [[{ kind: 'pairs', title: 'After the pour', rows: waits } satisfies Block]] : []),
    ],
  });
  if (answer.parts) {
    blocks.push({
      kind: 'table',
      title: 'Cut list',
      titled: true,
      columns: [
        { head: 'Piece', grows: 1 },
        { head: 'Count', align: 'right' },
        { head: 'Length', align: 'right' },
        { head: 'Section' },
      ],
      rows: answer.parts.pieces.map((p) => ({
        cells: [[PIECE_WORDS[p.of]], [figure(String(p.count))], [figure(h(p.length))], [section(p.width, p.depth)]],
      })),
    });
    blocks.push({
      kind: 'table',
      title: 'What it takes besides',
      titled: true,
      columns: [
        { head: 'What', grows: 1 },
        { head: 'How many', align: 'right' },
      ],
      rows: partLines(plan, answer.parts, units)
        .filter((l) => l.kind !== 'timber')
        .map((l) => ({
          cells: [
            [
              l.kind === 'concrete'
                ? `Concrete, bags of ${units === 'us' ? '80 lb' : showText(BAG_KG.metric, 'mass', units)}`
                : l.kind === 'gravel'
                  ? 'Gravel under the footings'
                  : FASTENER_WORDS[l.fastener as keyof typeof FASTENER_WORDS],
            ],
            [figure(l.kind === 'gravel' ? showText(l.quantity, 'bulk', units) : fixed(l.quantity, 0))],
          ],
        })),
    });
  }
  if (answer.checks.length > 0)
    blocks.push({
      kind: 'table',
      title: 'Looked at, first',
      titled: true,
      columns: [
        { head: 'Looked at', grows: 1 },
        { head: 'It meets', align: 'right' },
        { head: 'It may bear', align: 'right' },
        { head: 'Used', align: 'right' },
      ],
      rows: answer.checks.map((c) => ({
        marked: c.ratio > 1,
        cells: [
          [CHECK_WORDS[c.code]],
          [figure(checkFigure(c.demand, c.dimension, units))],
          [figure(checkFigure(c.capacity, c.dimension, units))],
          [w.worked(usedText(c.ratio), c.working)],
        ],
      })),
    });
  blocks.push({ kind: 'text', small: true, text: [`Not looked at: ${NOT_LOOKED_AT.join('; ')}.`] });
  if (answer.findings.length > 0)
    blocks.push({ kind: 'says', title: 'What the plan says', said: answer.findings.map(w.said) });
  return {
    id: `stand-${tank.id}`,
    title: `Stand of ${w.name(tank.id)}`,
    under: [answer.assumed ? 'Nothing of it was entered: all of it is where one would start' : 'As it was entered'],
    blocks,
  };
}

export const standChapter: ChapterRow = {
  id: 'stand',
  title: 'Stands',
  forms: ['whole', 'field'],
  make: (w) =>
    w.known.plan.nodes
      .filter(isStore)
      .filter((t) => (t.standM ?? 0) > 0.05 || t.stand !== undefined)
      .map((t) => sheetOf(w, t)),
};

// The cover: the place in a paragraph and on one drawing, and what the plan says of itself.
import { isBed, isOutlet, isSource, isStore } from '@vernal-slope/plan/kinds';
import { lineLength } from '@vernal-slope/plan/positions';
import { consumers } from '@vernal-slope/plan/topology';
import { worstFirst, type Finding } from '@vernal-slope/plan/findings';
import { tankCapacity } from '@vernal-slope/core/tank';
import { sumWorking } from '@vernal-slope/core/working';
import { capacityWorking } from '@vernal-slope/plan/budget';
import { tankShape } from '@vernal-slope/plan/compile';
import { MONTHS } from '@vernal-slope/display/dates';
import { numberWord } from '@vernal-slope/display/names';
import { inUnit, unitFor } from '@vernal-slope/display/quantities';
import { sectionOf } from '@vernal-slope/display/section';
import { hillsideDrawing } from '../drawing/index.ts';
import { plain, type Block, type Run, type Runs, type Said, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import type { ChapterRow } from './chapter.ts';
import { neededIn } from './water.ts';

/** So many findings stand on the cover; all are with what they are about. */
const SAID = 8;

const listed = (names: readonly string[], most = 12): string => {
  const shown = names.slice(0, most);
  const rest = names.length - shown.length;
  if (rest > 0) return `${shown.join(', ')} and ${rest} more`;
  return shown.length < 2 ? shown.join('') : `${shown.slice(0, -1).join(', ')} and ${shown[shown.length - 1]}`;
};
const many = (n: number, one: string, more = `${one}s`): string => `${numberWord(n)} ${n === 1 ? one : more}`;

function paragraph(w: Writer): Runs {
  const { plan, balance, month } = w.known;
  const sources = plan.nodes.filter(isSource);
  const tanks = plan.nodes.filter(isStore);
  const ends = plan.nodes.filter((n) => isOutlet(n) || isBed(n));
  const runs: (string | Run)[] = [];
  if (plan.nodes.length === 0) return ['Nothing is in this plan yet.'];
  if (sources.length > 0) runs.push(`Water comes from ${listed(sources.map((n) => w.name(n.id)))}. `);
  if (tanks.length > 0) {
    const holds = tanks.reduce((sum, t) => sum + tankCapacity(tankShape(t.shape, t.count)), 0);
    runs.push(
      `${tanks.length === 1 ? 'One tank holds' : `${numberWord(tanks.length)} tanks hold`.replace(/^./, (c) => c.toUpperCase())} `,
      w.fig(
        holds,
        'volume',
        tanks.length === 1
          ? capacityWorking(tanks[0])
          : sumWorking(
              'hold-all',
              'all tanks',
              tanks.map((t) => {
                const one = capacityWorking(t);
                return { name: w.name(t.id), value: one.result.value, working: one };
              }),
              ['V', holds, 'volume'],
              'Tanks added up',
            ),
      ),
      ' to the brim: ',
      `${listed(tanks.map((n) => w.name(n.id)))}. `,
    );
  }
  if (plan.lines.length > 0) {
    const length = plan.lines.reduce((sum, l) => sum + lineLength(l), 0);
    const highest = plan.nodes.reduce((a, b) => (b.groundM > a.groundM ? b : a));
    const lowest = plan.nodes.reduce((a, b) => (b.groundM < a.groundM ? b : a));
    runs.push(
      `${many(plan.lines.length, 'line')} of together `.replace(/^./, (c) => c.toUpperCase()),
      w.fig(
        length,
        'distance',
        sumWorking(
          'lengths',
          'all lines',
          plan.lines.map((l) => ({ name: w.name(l.id), value: lineLength(l), source: 'your walk' })),
          ['L', length, 'length'],
          'Lines added up',
        ),
      ),
      ' lie over ',
      w.fig(
        highest.groundM - lowest.groundM,
        'height',
        sumWorking(
          'height-range',
          'the place',
          [
            { name: `ground at ${w.name(highest.id)}`, value: highest.groundM, source: 'entered' },
            { name: `ground at ${w.name(lowest.id)}`, value: lowest.groundM, less: true, source: 'entered' },
          ],
          ['z', highest.groundM - lowest.groundM, 'length'],
          'The highest less the lowest',
        ),
      ),
      ' of height. ',
    );
  }
  if (ends.length > 0) runs.push(`Water goes to ${listed(ends.map((n) => w.name(n.id)))}. `);
  const now = balance.months[month - 1];
  if (balance.yields.length > 0 && balance.needs.rows.length > 0)
    runs.push(
      `In ${MONTHS[month - 1]}, the month that this book goes by, `,
      w.fig(now.given, 'volume', { of: 'given', id: 'need', leg: month - 1 }),
      ' come in a day and ',
      w.fig(now.needed, 'volume', neededIn(w, month - 1)),
      ' are needed: ',
      w.fig(Math.abs(now.spare), 'volume', { of: 'spare', id: 'need', leg: month - 1 }),
      now.spare >= 0 ? ' to spare.' : ' too little.',
    );
  return runs;
}

/** What is said, with whose it is before it: nothing else on the cover tells. */
function named(w: Writer, f: Finding): Said {
  const told = w.said(f);
  const name = f.at === '' ? '' : w.name(f.at);
  return name === '' || plain(told.text).includes(name) ? told : { ...told, text: [`${name}: `, ...told.text] };
}

function make(w: Writer): Sheet[] {
  const { plan, compiled, result, findings, budgetFindings, units } = w.known;
  const ends = consumers(compiled);
  const furthest = ends.reduce<string | undefined>((far, id) => {
    const ground = (at: string): number => plan.nodes.find((n) => n.id === at)?.groundM ?? Infinity;
    return far === undefined || ground(id) < ground(far) ? id : far;
  }, undefined);
  const section = sectionOf({ compiled, result, findings, consumers: ends }, furthest ?? plan.nodes[0]?.id ?? '');
  const drawing = hillsideDrawing({
    section,
    title: `${plan.title}: the hillside, from the highest water to ${furthest ? w.name(furthest) : 'its end'}`,
    name: w.name,
    unit: { size: 1 / inUnit(1, 'height', units), symbol: unitFor('height', units).symbol },
  });
  const said = worstFirst([...findings, ...budgetFindings].filter((f) => f.severity !== 'ok')).slice(0, SAID);
  const settled: Block[] = result.converged
    ? []
    : [
        {
          kind: 'text',
          text: [
            'Flows and pressures are not settled: no answer that keeps all conditions was found, and none is printed as good.',
          ],
        },
      ];
  return [
    {
      id: 'cover',
      title: plan.title,
      blocks: [
        { kind: 'text', text: paragraph(w) },
        ...settled,
        ...(drawing ? [{ kind: 'drawing', drawing } satisfies Block] : []),
        ...(said.length > 0
          ? [{ kind: 'says', title: 'What the plan says first', said: said.map((f) => named(w, f)) } satisfies Block]
          : [{ kind: 'text', text: ['The plan finds nothing that is short.'] } satisfies Block]),
      ],
    },
  ];
}

export const coverChapter: ChapterRow = { id: 'cover', title: 'The place', forms: ['whole', 'field'], make };

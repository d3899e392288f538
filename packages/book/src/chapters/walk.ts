// The walk: every line on a sheet of its own, as walked and as worked out, with what is set, said and checked there.
import { findPipe } from '@vernal-slope/plan/catalogue';
import { levelFor, vesselHeight } from '@vernal-slope/plan/compile';
import { flagOf, worstFirst } from '@vernal-slope/plan/findings';
import { isOutlet, isVessel, wantsOf } from '@vernal-slope/plan/kinds';
import { lineLength } from '@vernal-slope/plan/positions';
import type { Line, PlanNode } from '@vernal-slope/plan/schema';
import {
  flowWorking,
  legLossWorking,
  lineFlowWorking,
  lineLossWorking,
  pipeHeightWorking,
  speedWorking,
  stationStaticWorking,
  stationWorking,
  type LineResult,
} from '@vernal-slope/plan/solve';
import { lineGeometry } from '@vernal-slope/plan/compile';
import { findFitting } from '@vernal-slope/plan/catalogue';
import { pressureOfHead } from '@vernal-slope/core/water';
import { plainWorking, type Working } from '@vernal-slope/core/working';
import { asSI, inUnit, show, showText, unitFor, type Quantity } from '@vernal-slope/display/quantities';
import { pipeFamily, pipeName } from '@vernal-slope/display/names';
import { walkRows, walkTotal } from '@vernal-slope/display/walkrows';
import { profileDrawing, type ProfileEnd } from '../drawing/index.ts';
import {
  figure,
  strong,
  type Block,
  type Check,
  type Column,
  type Row,
  type Runs,
  type Sheet,
} from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import type { ChapterRow } from './chapter.ts';

const NONE = '–';
/** So many sentences have room beside the settings, the worst first. */
const SAID = 4;

/** What was worked out of a line; of an answer that is not settled nothing. */
const workedOut = ({ known: { result } }: Writer, line: Line): LineResult | undefined =>
  result.converged ? result.lines.get(line.id) : undefined;

/** Nothing was worked out: the way as it lies. */
const unsolved = (stations: number): LineResult =>
  ({
    flow: 0,
    grade: new Array<number>(stations).fill(NaN),
    staticGrade: new Array<number>(stations).fill(NaN),
    pressure: new Array<number>(stations).fill(0),
    segmentLoss: new Array<number>(stations - 1).fill(0),
    segmentSpeed: new Array<number>(stations - 1).fill(0),
    heldStation: -1,
  }) as unknown as LineResult;

function endOf(w: Writer, node: PlanNode | undefined, id: string, says?: string): ProfileEnd {
  const name = w.name(id);
  if (!isVessel(node)) return { name, ...(says ? { says } : {}) };
  return {
    name,
    ...(says ? { says } : {}),
    vessel: {
      floor: node.groundM + (node.standM ?? 0),
      height: vesselHeight(node),
      level: levelFor(node, 'start'),
    },
  };
}

/** What flows through a line: where it fills a vessel by itself by the law of that inlet, else by continuity at its end. */
export function throughWorking({ known: { plan, compiled, result } }: Writer, line: Line): Working | undefined {
  const filled = isVessel(plan.nodes.find((n) => n.id === line.to));
  const alone = plan.lines.every((l) => l.id === line.id || (l.to !== line.to && l.from !== line.to));
  return (
    (filled && alone ? flowWorking(compiled, result, line.to) : undefined) ?? lineFlowWorking(compiled, result, line.id)
  );
}

/** "it takes 10.8 L/min and wants 12 L/min". */
function takes(w: Writer, line: Line, to: PlanNode | undefined): Runs {
  const found = workedOut(w, line);
  if (!found) return ['nothing is worked out here'];
  if (!isOutlet(to)) return [w.fig(Math.abs(found.flow), 'flow', throughWorking(w, line)), ' pass through it'];
  const wants = wantsOf(to).flow;
  return [
    'it takes ',
    w.fig(w.known.result.nodes.get(to.id)?.flow ?? 0, 'flow', { of: 'flow', id: to.id }),
    ...(wants === undefined ? [] : [' and wants ', w.entered(wants, 'flow')]),
  ];
}

/** Pipe and parts of one line, as they are counted where it is laid. */
function partsOf(w: Writer, line: Line): [string, Runs][] {
  const { units } = w.known;
  const pipes = new Map<string, number>();
  const parts = new Map<string, number>();
  for (const leg of line.legs) {
    const row = typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined;
    const bore = row ? `, bore ${w.field('insideDiameterMm', row.insideDiameterMm)}` : '';
    const name = `${pipeName(leg.pipe, units)}${pipeFamily(leg.pipe) && row ? ` ${w.quoted(pipeFamily(leg.pipe))}` : ''}${bore}`;
    pipes.set(name, (pipes.get(name) ?? 0) + leg.lengthM);
    for (const f of leg.fittings ?? []) {
      const type = 'type' in f && typeof f.type === 'string' ? f.type : undefined;
      const called = type ? (findFitting(type)?.name ?? type) : 'fitting, K as entered';
      parts.set(called, (parts.get(called) ?? 0) + (f.count ?? 1));
    }
  }
  return [
    ...[...pipes].map(([name, length]): [string, Runs] => [name, [figure(showText(length, 'distance', units))]]),
    ...[...parts].filter(([, n]) => n > 0).map(([name, n]): [string, Runs] => [w.quoted(name), [figure(String(n))]]),
  ];
}

/** How what is at its ends is set, and what the pipe bears. */
function settingsOf(w: Writer, line: Line, ends: readonly (PlanNode | undefined)[]): [string, Runs][] {
  const rows: [string, Runs][] = [];
  for (const node of ends) {
    if (isVessel(node) && node.inlet?.floatValve && node.id === line.to) {
      const float = node.inlet.floatValve;
      rows.push([`float of ${w.name(node.id)}, seat`, [figure(w.field('seatMm', float.seatMm))]]);
      rows.push(['it shuts at a level of', [figure(w.field('closeLevelM', float.closeLevelM))]]);
      rows.push(['it is wide open at', [figure(w.field('closeLevelM', float.closeLevelM - float.bandM))]]);
    }
    if (isVessel(node) && node.id === line.from) {
      if (node.outletM !== undefined)
        rows.push([`outlet of ${w.name(node.id)}, over its floor`, [figure(w.field('outletM', node.outletM))]]);
      if ((node.standM ?? 0) > 0) rows.push(['its stand', [figure(w.field('standM', node.standM ?? 0))]]);
    }
  }
  const found = workedOut(w, line);
  const map = w.known.compiled.lines.get(line.id);
  if (found && map) {
    const shut = map.geometry.pipe.map(
      (z, k) => (found.staticGrade[k] - z) * pressureOfHead(1, w.known.compiled.water.density),
    );
    const at = shut.reduce((a, p, k) => (Number.isFinite(p) && !(p <= shut[a]) ? k : a), 0);
    if (shut[at] > 0)
      rows.push([
        'most pressure, all shut',
        [w.fig(shut[at], 'pressure', stationStaticWorking(w.known.compiled, w.known.result, line.id, at))],
      ]);
    const ratings = line.legs.flatMap((l) => (typeof l.pipe === 'string' ? [findPipe(l.pipe)?.ratingKPa] : []));
    const least = Math.min(...ratings.flatMap((r) => (r === undefined ? [] : [r])));
    if (Number.isFinite(least)) rows.push(['the pipe is rated for', [figure(w.field('pressureKPa', least))]]);
  }
  return rows;
}

/** How long a bucket takes to fill. @param volume m³ @param flow m³/s */
const bucketWorking = (w: Writer, id: string, volume: number, flow: number): Working =>
  plainWorking(
    'bucket-time',
    w.name(id),
    '\\frac{ {{v}} }{ {{q}} }',
    [
      ['v', 'V', 'the bucket', volume, 'volume'],
      ['q', 'Q', 'flow in this plan', flow, 'flow', { working: flowWorking(w.known.compiled, w.known.result, id) }],
    ],
    ['t', volume / flow, 'time'],
    'Volume over flow',
  );

/** What is checked where it is laid, with room to write. */
function checksOf(w: Writer, line: Line, to: PlanNode | undefined): Check[] {
  const { units, result, compiled } = w.known;
  const checks: Check[] = [];
  const found = workedOut(w, line);
  const map = compiled.lines.get(line.id);
  const heightUnit = unitFor('height', units).symbol;
  if (found && map) {
    const held = found.heldStation;
    if (held >= 0)
      checks.push({
        text: [
          `Peg ${held}: level it twice; its pipe is at `,
          w.fig(map.geometry.pipe[held], 'height', pipeHeightWorking(compiled, line.id, held)),
          ', lower gives more.',
        ],
        found: heightUnit,
      });
    checks.push({
      text: ['First filling: open a quarter, the far end held open, until no air comes.'],
      found: 'min',
    });
    const metres = pressureOfHead(1, compiled.water.density);
    const shut = map.geometry.pipe
      .map((z, k) => ({ k, p: (found.staticGrade[k] - z) * metres }))
      .filter((s) => Number.isFinite(s.p));
    const lowest = shut.reduce((a, b) => (b.p > a.p ? b : a), shut[0]);
    if (lowest && lowest.p > 0)
      checks.push({
        text: [
          `All shut: a gauge at peg ${lowest.k} reads `,
          w.fig(lowest.p, 'pressure', stationStaticWorking(compiled, result, line.id, lowest.k)),
          '; less: a leak above it, or a wrong height.',
        ],
        found: unitFor('pressure', units).symbol,
      });
    const flow = to ? (result.nodes.get(to.id)?.flow ?? 0) : 0;
    if (isOutlet(to) && flow > 1e-7) {
      const bucket =
        units === 'us'
          ? { text: '5 US gal', volume: asSI(5, 'volume', 'us') }
          : { text: '10 L', volume: asSI(10, 'volume', 'metric') };
      checks.push({
        text: [
          `${w.name(to.id)}, as in this plan: ${bucket.text} fill in `,
          w.fig(bucket.volume / flow, 'duration', bucketWorking(w, to.id, bucket.volume, flow)),
          '.',
        ],
        found: 's',
      });
    }
  }
  const shallow = line.legs.findIndex((l) => (l.depthM ?? 0) < 0.3);
  if (shallow >= 0)
    checks.push({
      text: [
        `Leg ${shallow + 1} lies `,
        figure(w.field('depthM', line.legs[shallow].depthM ?? 0)),
        ' deep: drain it before frost, or cover it.',
      ],
      found: unitFor('depth', units).symbol,
    });
  return checks;
}

function tableOf(w: Writer, line: Line): { columns: Column[]; rows: Row[] } {
  const { units, result, compiled } = w.known;
  const of = (q: Quantity): string => unitFor(q, units).symbol;
  const rows = walkRows(w.known, line.id, units);
  const found = workedOut(w, line);
  const pipe = compiled.lines.get(line.id)?.geometry.pipe;
  const metres = pressureOfHead(1, compiled.water.density);
  const remarks = rows.some((r) => r.leg.remark);
  const columns: Column[] = [
    { head: 'Peg', align: 'middle' },
    { head: 'To', unit: of('distance'), align: 'right' },
    { head: 'Length', unit: of('distance'), align: 'right' },
    { head: 'Rise, fall', unit: of('rise'), align: 'right' },
    { head: 'Deep', unit: of('depth'), align: 'right' },
    ...(remarks ? [{ head: 'Ground', grows: 1 }] : []),
    { head: 'Pipe' },
    { head: 'Fittings', grows: 1 },
    { head: 'Height', unit: of('height'), align: 'right' },
    { head: 'Loss', unit: of('loss'), align: 'right' },
    { head: 'Speed', unit: of('speed'), align: 'right' },
    { head: 'Runs', unit: of('pressure'), align: 'right' },
    { head: 'Shut', unit: of('pressure'), align: 'right' },
  ];
  const total = walkTotal(w.known, line.id, units);
  return {
    columns,
    rows: [
      ...rows.map((r, k): Row => {
        const shut = found && pipe ? (found.staticGrade[k + 1] - pipe[k + 1]) * metres : NaN;
        return {
          marked: found !== undefined && r.held,
          cells: [
            [strong(String(k + 1))],
            [figure(r.to)],
            [figure(show(r.leg.lengthM, 'distance', units).text)],
            [figure(`${r.rise > 0 ? '+' : ''}${show(r.rise, 'rise', units).text}`)],
            [figure(show(r.leg.depthM ?? 0, 'depth', units).text)],
            ...(remarks ? [[r.leg.remark ?? '']] : []),
            [r.pipe],
            [r.fittings === 'none' ? '' : r.fittings],
            [figure(r.ground)],
            [found ? w.worked(r.loss, legLossWorking(compiled, result, line.id, k)) : NONE],
            [found ? w.worked(r.speed, speedWorking(compiled, result, line.id, k)) : NONE],
            [
              ...(found && r.held ? [strong('held ')] : []),
              found && r.pressure !== 'dry'
                ? w.worked(r.pressure, stationWorking(compiled, result, line.id, k + 1))
                : found
                  ? r.pressure
                  : NONE,
            ],
            [
              Number.isFinite(shut)
                ? w.bare(shut, 'pressure', stationStaticWorking(compiled, result, line.id, k + 1))
                : NONE,
            ],
          ],
        };
      }),
      {
        sum: true,
        cells: [
          [strong('All')],
          [],
          [figure(total.length)],
          [figure(total.rise)],
          [],
          ...(remarks ? [[]] : []),
          [],
          [],
          [],
          [found ? w.worked(total.loss, lineLossWorking(compiled, result, line.id)) : NONE],
          [],
          [],
          [],
        ],
      },
    ],
  };
}

function sheetOf(w: Writer, line: Line, k: number): Sheet {
  const { plan, compiled, result, findings, units } = w.known;
  const at = (id: string): PlanNode | undefined => plan.nodes.find((n) => n.id === id);
  const [from, to] = [at(line.from), at(line.to)];
  const map = compiled.lines.get(line.id);
  const geometry = map?.geometry ?? lineGeometry(line, from?.groundM ?? 0);
  const found = workedOut(w, line);
  const solved = found !== undefined;
  const flags = findings.flatMap((f) => {
    const words = flagOf(f);
    if (f.at !== line.id || words === undefined || !('chainage' in f.values)) return [];
    return [{ station: Math.max(0, geometry.chainage.indexOf(f.values.chainage)), words }];
  });
  const one = unitFor('height', units);
  const end = isOutlet(to) ? result.nodes.get(to.id) : undefined;
  const drawn = profileDrawing({
    name: `line-${line.id}`,
    title: `${w.name(line.id)} in section`,
    geometry,
    profile: found ?? unsolved(geometry.chainage.length),
    solved,
    from: endOf(w, from, line.from),
    to: endOf(w, to, line.to, end && solved ? `${showText(end.pressure, 'pressure', units)} running` : undefined),
    flags: flags.filter((f, i) => flags.findIndex((g) => g.station === f.station) === i),
    unit: { size: 1 / inUnit(1, 'height', units), symbol: one.symbol },
    along: (m) => show(m, 'distance', units).text,
  });
  const said = worstFirst(findings.filter((f) => f.at === line.id || f.at === line.to))
    .slice(0, SAID)
    .map(w.said);
  const checks = checksOf(w, line, to);
  const parts = partsOf(w, line);
  const settings = settingsOf(w, line, [from, to]);
  const bottom: Block[][] = [
    [{ kind: 'pairs', title: 'Pipe and parts', rows: parts }],
    ...(settings.length > 0 ? [[{ kind: 'pairs', title: 'Settings', rows: settings } satisfies Block]] : []),
    ...(said.length > 0 ? [[{ kind: 'says', title: 'What the plan says', said } satisfies Block]] : []),
  ];
  const under: Runs = [
    `line ${k + 1} of ${plan.lines.length}, ${showText(lineLength(line), 'distance', units)} from ${w.name(line.from)} to ${w.name(line.to)}; `,
    ...takes(w, line, to),
  ];
  return {
    id: `line-${line.id}`,
    title: w.name(line.id),
    under,
    blocks: [
      { kind: 'drawing', drawing: drawn.drawing },
      { kind: 'table', title: `${w.name(line.id)}, peg by peg`, ...tableOf(w, line) },
      { kind: 'side', columns: bottom },
      ...(checks.length > 0 ? [{ kind: 'checks', title: 'To check on site', items: checks } satisfies Block] : []),
    ],
  };
}

export const walkChapter: ChapterRow = {
  id: 'walk',
  title: 'The walk',
  forms: ['whole', 'field'],
  make: (w) => w.known.plan.lines.map((line, k) => sheetOf(w, line, k)),
};

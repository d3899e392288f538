// The `vernal` command: the plan's verbs without a browser. JSON on standard output, faults on standard error.
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import { faultLine, loadPlan, MAX_BYTES, type Fault } from '@vernal-slope/plan/document';
import { planJsonSchema, type Plan, type Tank } from '@vernal-slope/plan/schema';
import { balanceReport, planBalance, storeReport, storeSizes } from '@vernal-slope/plan/budget';
import { compilePlan, DEFAULT_MONTH, flowFromLpm, pascals, type StateOptions } from '@vernal-slope/plan/compile';
import {
  judgePlan,
  sizePlan,
  sizesReport,
  solvePlan,
  solveReport,
  standFor,
  standWorking,
} from '@vernal-slope/plan/solve';
import { servedPlaces, routeTo } from '@vernal-slope/plan/topology';
import { standReport } from '@vernal-slope/plan/stand';
import { MAX_TRACK_BYTES } from '@vernal-slope/plan/formats';
import { parseOptions, UsageError, type Options } from './options.ts';
import { exportWalk, importWalk, type Files } from './walks.ts';
import { isStore } from '@vernal-slope/plan/kinds';

export interface Output {
  readonly code: 0 | 2;
  readonly out?: string;
  readonly err?: string;
}

export const USAGE = `usage: vernal VERB FILE [options]
  check FILE [--month 1..12]       what is wrong or right with a plan
  solve FILE [--level full|low|start] [--open a,b] [--shut a,b] [--month 1..12]
                                   heads, pressures and flows
  balance FILE                     what the sources give against what is needed, by month
  store FILE [--tank id] [--school after|before] [--month 1..12]
                                   what a tank's water is good for, and which size pays
  size FILE [--open a,b] [--level full|low|start]
                                   the cheapest sizes that serve every named situation (or the places named)
  height FILE --outlet id [--outlet id …] [--tank id] [--flow L/min] [--pressure kPa] [--open a,b]
                                   the least stand of a tank so that each outlet has its pressure at its flow
  stand FILE [--tank id]           a first look at what a tank stands on: height needed, checks, parts, waits
  import FILE --track T|--csv T|--grid G [--line id] [--grid G] [--tolerance metres]
                                   the plan with a line's legs from a GPX, KML or GeoJSON track, or from a
                                   sheet of legs; heights from an ESRI ASCII grid or a GeoTIFF, for a track
                                   or for a line that has positions
  export FILE [--format csv|geojson|gpx] [--line id]
                                   a walk as a sheet, the lines as GeoJSON or GPX (not JSON then)
  schema                           the JSON Schema of the plan file`;

class PlanFaults extends Error {
  readonly faults: readonly Fault[];
  constructor(faults: readonly Fault[]) {
    super('faults in the plan');
    this.faults = faults;
  }
}

const fault = (path: string, message: string, advice: string): PlanFaults =>
  new PlanFaults([{ path, message, advice }]);

/** A file whole; a fault, not an exception of the system, when it cannot be read. */
function readBytes(file: string, limit: number): Buffer {
  const most = `${limit / (1024 * 1024)} MB`;
  let handle: number | undefined;
  try {
    const info = statSync(file);
    if (info.isDirectory()) throw fault('$', `"${file}" is a folder`, 'name a .vernal.json file');
    if (info.size > limit) throw fault('$', `"${file}" is larger than ${most}`, `a file is at most ${most} here`);
    handle = openSync(file, 'r');
    const chunks: Buffer[] = [];
    let total = 0;
    for (;;) {
      const chunk = Buffer.alloc(1 << 16);
      const read = readSync(handle, chunk);
      if (read === 0) break;
      total += read;
      if (total > limit) throw fault('$', `"${file}" is larger than ${most}`, `a file is at most ${most} here`);
      chunks.push(chunk.subarray(0, read));
    }
    return Buffer.concat(chunks);
  } catch (error) {
    if (error instanceof PlanFaults) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    throw fault(
      '$',
      code === 'ENOENT' ? `there is no file "${file}"` : `"${file}" cannot be read (${code ?? 'unknown'})`,
      'name a .vernal.json file that can be read',
    );
  } finally {
    if (handle !== undefined) closeSync(handle);
  }
}

const readText = (file: string, limit = MAX_BYTES): string => readBytes(file, limit).toString('utf8');
const FILES: Files = {
  text: (file) => readText(file, MAX_TRACK_BYTES),
  bytes: (file) => new Uint8Array(readBytes(file, MAX_TRACK_BYTES)).buffer,
};

function readPlan(file: string): Plan {
  const loaded = loadPlan(readText(file));
  if (!loaded.ok) throw new PlanFaults(loaded.faults);
  return loaded.plan;
}

/** Options of a solve, checked against the plan's nodes. */
function stateOptions(plan: Plan, options: Options): StateOptions {
  const ids = (name: 'open' | 'shut', fits: (kind: string) => boolean, what: string): string[] | undefined => {
    const list = options[name];
    if (list === undefined) return undefined;
    for (const id of list) {
      const node = plan.nodes.find((n) => n.id === id);
      if (!node || !fits(node.kind))
        throw fault(`--${name}`, `"${id}" is no ${what}`, `give ids of ${what}s, with commas between`);
    }
    return [...list];
  };
  return {
    level: options.level,
    month: options.month,
    open: ids('open', (kind) => kind === 'outlet', 'outlet'),
    shut: ids('shut', (kind) => kind === 'tank' || kind === 'trough', 'tank or trough'),
  };
}

/** The tank that is named, else the first of the plan. */
function tankOf(plan: Plan, id: string | undefined): Tank {
  const tanks = plan.nodes.filter(isStore);
  const tank = id === undefined ? tanks[0] : tanks.find((t) => t.id === id);
  if (!tank) {
    throw id === undefined
      ? fault('$.nodes', 'has no tank', 'store needs a plan with a tank')
      : fault('--tank', `"${id}" is no tank`, 'give the id of a tank');
  }
  return tank;
}

/** The answer of `height`; a fault where an outlet is none, says no flow, or no stand would do. */
function heightAnswer(plan: Plan, options: Options): object {
  const served = options.outlets ?? [];
  for (const [name, ids] of [
    ['outlet', served],
    ['open', options.open ?? []],
  ] as const)
    for (const id of ids) {
      const kind = plan.nodes.find((n) => n.id === id)?.kind;
      if (kind !== 'outlet' && !(name === 'outlet' && kind === 'trough'))
        throw fault(`--${name}`, `"${id}" is no outlet`, 'give the id of an outlet');
    }
  // the tank that is named, else the one that feeds the first outlet
  const route = options.tank === undefined ? routeTo(compilePlan(plan), served[0])?.start : undefined;
  const tank = tankOf(plan, options.tank ?? (isStore(plan.nodes.find((n) => n.id === route)) ? route : undefined));
  const asked = {
    tank: tank.id,
    outlets: served,
    open: options.open,
    ...(options.flow === undefined ? {} : { flow: flowFromLpm(options.flow) }),
    ...(options.pressure === undefined ? {} : { pressure: pascals(options.pressure) }),
  };
  const found = standFor(plan, asked);
  if (!found.ok)
    throw found.reason === 'no-wants'
      ? fault('--outlet', `"${found.id}" does not say what it wants`, 'give --flow and --pressure')
      : fault(
          '--tank',
          `even a stand of ${found.limit} m gives "${found.governing}" too little`,
          'give a wider pipe, less flow or less pressure',
        );
  return {
    standM: found.stand,
    governing: found.governing,
    staticOnlyM: found.staticOnly,
    working: standWorking(plan, asked, found),
  };
}

/** The tank that is named, else the first on a stand, else the first. */
const standingTank = (plan: Plan, id: string | undefined): Tank =>
  tankOf(plan, id ?? plan.nodes.find((n) => isStore(n) && (n.standM ?? 0) > 0)?.id);

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** Runs one command. Never throws for bad input. */
export async function run(args: readonly string[]): Promise<Output> {
  try {
    const { verb, file, options } = parseOptions(args);
    if (verb === 'help') return { code: 0, out: `${USAGE}\n` };
    if (verb === 'schema') return { code: 0, out: json(planJsonSchema()) };
    const plan = readPlan(file);
    if (verb === 'import' || verb === 'export') {
      const outcome = verb === 'import' ? await importWalk(plan, options, FILES) : exportWalk(plan, options);
      if (!outcome.ok) throw new PlanFaults(outcome.faults);
      return { code: 0, out: typeof outcome.value === 'string' ? outcome.value : json(outcome.value) };
    }
    if (verb === 'balance') return { code: 0, out: json(balanceReport(plan, planBalance(plan))) };
    if (verb === 'store') {
      const chosen = options.school ? { ...plan, settings: { ...plan.settings, storageSchool: options.school } } : plan;
      const tank = tankOf(chosen, options.tank);
      const report = storeReport(
        chosen,
        tank,
        planBalance(chosen),
        storeSizes(chosen, tank),
        options.month ?? DEFAULT_MONTH,
      );
      return { code: 0, out: json(report) };
    }
    if (verb === 'size') {
      const ids = servedPlaces(compilePlan(plan));
      for (const id of options.open ?? [])
        if (!ids.includes(id))
          throw fault(
            '--open',
            `"${id}" is no outlet or trough`,
            `give ids among ${ids.join(', ')}, with commas between`,
          );
      const named = options.open && [{ name: 'named', open: [...options.open], level: options.level }];
      return { code: 0, out: json(sizesReport(plan, sizePlan(plan, { situations: named }))) };
    }
    if (verb === 'stand') return { code: 0, out: json(standReport(plan, standingTank(plan, options.tank))) };
    if (verb === 'height') return { code: 0, out: json(heightAnswer(plan, options)) };
    const compiled = compilePlan(plan);
    const choice = stateOptions(plan, options);
    const result = solvePlan(compiled, choice);
    const findings = judgePlan(compiled, result, choice);
    if (verb === 'check') {
      // ok: the document is sound; what falls short is said by its findings
      return { code: 0, out: json({ ok: true, findings }) };
    }
    return { code: 0, out: json(solveReport(compiled, result, findings)) };
  } catch (error) {
    if (error instanceof PlanFaults) return { code: 2, err: `${error.faults.map(faultLine).join('\n')}\n` };
    if (error instanceof UsageError) return { code: 2, err: `${error.message}\n${USAGE}\n` };
    throw error;
  }
}

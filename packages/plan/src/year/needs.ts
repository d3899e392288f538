// What a plan's animals, people and gardens take, by month and hour, each with where its figure comes from.
import {
  blendHours,
  EFFECTIVE_RAIN,
  interpolate,
  plantNeed,
  soilDays,
  spreadOver,
  totalNeed,
  type NeedTotals,
  type Consumer,
} from '@vernal-slope/core/demand';
import { DAYS_IN_MONTH } from '@vernal-slope/core/supply';
import type { Term, Working } from '@vernal-slope/core/working';
import {
  findAnimal,
  herdWords,
  drinkByWarmth,
  findCrop,
  findGardenSoil,
  findMethod,
  findService,
  rootsOf,
  USE_ROWS,
  USUAL_GARDEN_SOIL,
  USUAL_HOURS,
  type UsualVisit,
} from '../catalogue/index.ts';
import { cubicMetres, emitterPlaces, litres, metresOfMm, minutesOf } from '../fields/index.ts';
import type { Herd, NeedAt, Needs, Plan, Plot, VesselNode } from '../schema/index.ts';
import { etByMonth, meansOfMonths, weatherDays, weatherOf, type EtByMonth } from './climate.ts';
import { railHours } from './drinkers.ts';
import { isBed, isTote, isVessel, nameOf } from '../kinds/index.ts';

export interface NeedRow extends Consumer {
  readonly kind: 'herd' | 'people' | 'garden';
  readonly name: string;
  /** Litres a head, person or m² and day in the thirstiest month. */
  readonly each: number;
  readonly count: number;
  /** m³ a day that one more head, person or m² would take in the thirstiest month. */
  readonly perUnit: number;
  readonly source: string;
  readonly basis: 'entered' | 'computed' | 'memory' | 'common practice';
  /** Said where a default was taken or a figure differs from the table. */
  readonly note?: string;
  /** Working of the thirstiest month's day. */
  readonly working: Working;
  /** Workings of the day of each month. */
  readonly workings: readonly Working[];
  /** Where the herd drinks, or the place of the row in the plan's needs. */
  readonly at: NeedAt;
  /** Thought of, and not counted. */
  readonly ifToo: boolean;
  /** m³ of each day of the plan's weather, where it hangs on the day; its months' means are `perDay`. */
  readonly days?: Float64Array;
  /** m³ a day by month while no rain falls, where that is more. */
  readonly dryPerDay?: readonly number[];
}

/** Shares of a day's water by the hour, from when it is taken. */
const hoursFrom = (visits: readonly UsualVisit[]): number[] =>
  blendHours(visits.map((v) => ({ weight: v.share, hours: spreadOver(minutesOf(v.at), v.durationMin) })));
const DEFAULT_KC = 1;
const DEFAULT_EFFICIENCY = 0.8;
/** A table that says so many times what was entered is told. */
const THIRSTIER = 1.15;

const there = (months: readonly number[] | undefined, m: number): boolean => !months || months.includes(m + 1);

/** Hours over which a herd drinks: its visits, else spread over the hours of its class. */
function herdHours(herd: Herd): number[] {
  if (herd.visits.length > 0) return hoursFrom(herd.visits);
  const hours = findAnimal(herd.class)?.hours ?? 10;
  return spreadOver(Math.round((13 - hours / 2) * 60), hours * 60);
}

/** What somebody said, as it was said. */
const ownWords = (text: string): string => `“${text}”`;

/** n heads or persons at a figure each: V = n v. @param each L a day */
const eachWorking = (name: string, count: number, each: number, whose: string, source: string): Working => ({
  code: 'need',
  of: name,
  rule: 'V = {{n}} \\, {{v}}',
  terms: [
    { key: 'n', tex: 'n', name: `${whose}s`, value: count, dimension: 'ratio', source: 'entered' },
    { key: 'v', tex: 'v', name: `water a ${whose} and day`, value: cubicMetres(each), dimension: 'volume', source },
  ],
  result: { tex: 'V', value: cubicMetres(count * each), dimension: 'volume' },
  source,
});
/** The same for each month: nothing in those in which nobody is there. @param each L a day, by month */
const eachWorkings = (name: string, count: number, each: readonly number[], whose: string, source: string): Working[] =>
  each.map((l) => eachWorking(name, count, l, whose, l > 0 ? source : `${source}; none is there in this month`));
const ALL_YEAR = Array.from({ length: 12 }, (_, m) => m);

function herdRow(plan: Plan, node: VesselNode, index: number): NeedRow {
  const herd = (node.herds ?? [])[index];
  const row = findAnimal(herd.class);
  const climate = weatherOf(plan);
  const table = row && drinkByWarmth(row);
  const warm = herd.byWarmth && table;
  const meanWarmth = (m: number): number => (climate.tMaxC[m] + climate.tMinC[m]) / 2;
  const weather = warm ? weatherDays(plan) : undefined;
  const litresOf =
    warm && weather
      ? Float64Array.from(weather.warmth, (t, d) => (there(herd.months, weather.months[d]) ? interpolate(table, t) : 0))
      : undefined;
  const perHead = (m: number): number => (warm ? interpolate(table, meanWarmth(m)) : herd.litresPerHeadPerDay);
  const each =
    weather && litresOf
      ? meansOfMonths(weather.months, litresOf)
      : Array.from({ length: 12 }, (_, m) => (there(herd.months, m) ? perHead(m) : 0));
  const most = Math.max(...each);
  const high = row && Math.max(row.high, row.hot ?? 0);
  const differs = row && high !== undefined && !warm && (most < row.low || most > high);
  // entered, and the place is warmer than what was entered for
  const hottest = each.reduce(
    (best, l, m) => (l > 0 && meanWarmth(m) > meanWarmth(best) ? m : best),
    each.indexOf(most),
  );
  const inHeat = table && !warm && !climate.assumed ? interpolate(table, meanWarmth(hottest)) : 0;
  const thirsty = inHeat > THIRSTIER * most;
  const name = `${herdWords(herd.count, herd.class)}${node.name ? `, ${node.name}` : ''}`;
  const source = warm
    ? `${row?.source ?? ''}, by ${weather ? 'each day’s warmth' : 'the month’s mean warmth'}`
    : herd.reason
      ? ownWords(herd.reason)
      : row
        ? `entered; the table of ${row.name.toLowerCase()} says ${row.low} to ${row.high} L${row.hot === undefined ? '' : `, ${row.hot} L in heat`} (${row.source})`
        : 'entered';
  return {
    id: `herd:${node.id}:${index}`,
    kind: 'herd',
    name,
    perDay: each.map((l) => cubicMetres(herd.count * l)),
    hours: herdHours(herd),
    each: most,
    count: herd.count,
    perUnit: cubicMetres(most),
    source,
    working: eachWorking(name, herd.count, most, 'head', source),
    workings: eachWorkings(name, herd.count, each, 'head', source),
    basis: warm ? (row?.basis ?? 'memory') : 'entered',
    note: herd.reason
      ? undefined
      : differs
        ? `outside the ${row.low} to ${high} L of the table: say why`
        : thirsty
          ? `its table says ${Math.round(inHeat)} L a head at the ${Math.round(meanWarmth(hottest))} °C of the hottest month, ${most} L are entered: reckon it by the warmth, or say why`
          : undefined,
    at: { node: node.id, index },
    ifToo: herd.ifToo ?? false,
    ...(litresOf ? { days: litresOf.map((l) => cubicMetres(herd.count * l)) } : {}),
  };
}

function peopleRow(needs: Needs, index: number): NeedRow {
  const p = (needs.people ?? [])[index];
  const level = findService(p.level) ?? findService('cabin-gravity');
  const uses = USE_ROWS.filter((u) => p.uses?.includes(u.name));
  const byUse = uses.reduce((sum, u) => sum + u.litres * u.perPersonPerDay, 0);
  const each = p.litresPerDay ?? (uses.length > 0 ? byUse : (level?.typical ?? 50));
  const source =
    p.litresPerDay !== undefined
      ? p.reason
        ? ownWords(p.reason)
        : 'entered'
      : uses.length > 0
        ? uses.map((u) => `${u.name.toLowerCase()} ${u.litres} L, ${u.perPersonPerDay} a day (${u.source})`).join('; ')
        : `${level?.name ?? ''}: ${level?.source ?? ''}`;
  return {
    id: `people:${index}`,
    kind: 'people',
    name: p.name,
    perDay: Array.from({ length: 12 }, (_, m) => (there(p.months, m) ? cubicMetres(p.count * each) : 0)),
    hours: hoursFrom(p.visits ?? USUAL_HOURS.people),
    each,
    count: p.count,
    perUnit: cubicMetres(each),
    source,
    working: eachWorking(p.name, p.count, each, 'person', source),
    workings: eachWorkings(
      p.name,
      p.count,
      ALL_YEAR.map((m) => (there(p.months, m) ? each : 0)),
      'person',
      source,
    ),
    basis:
      p.litresPerDay !== undefined
        ? 'entered'
        : uses.length > 0
          ? uses.some((u) => u.basis === 'common practice')
            ? 'common practice'
            : 'memory'
          : (level?.basis ?? 'common practice'),
    at: { list: 'people', index },
    ifToo: p.ifToo ?? false,
  };
}

function gardenRow(plan: Plan, needs: Needs, index: number, et: EtByMonth): NeedRow {
  const g = (needs.gardens ?? [])[index];
  const crop = findCrop(g.crop);
  const method = findMethod(g.method);
  const kc = g.kc ?? crop?.kcMid ?? DEFAULT_KC;
  const efficiency = g.efficiency ?? method?.typical ?? DEFAULT_EFFICIENCY;
  const rain = weatherOf(plan).rainMm;
  const weather = weatherDays(plan);
  const soil = findGardenSoil(g.soil) ?? findGardenSoil(USUAL_GARDEN_SOIL);
  const roots = rootsOf(g.crop);
  const available = metresOfMm((soil?.availableMmPerM ?? 0) * roots.depthM);
  const sparing = g.kept === 'from-thirst';
  const zone = { available, mayLack: sparing ? roots.readily * available : 0 };
  const depths =
    weather &&
    soilDays(weather.et0, g.rainFed === false ? new Float64Array(weather.rain.length) : weather.rain, kc, zone, (d) =>
      there(g.months, weather.months[d]),
    ).given;
  const days = depths?.map((depth) => (depth * g.areaM2) / efficiency);
  const perDay =
    weather && days
      ? meansOfMonths(weather.months, days)
      : Array.from({ length: 12 }, (_, m) => {
          if (!there(g.months, m)) return 0;
          const used = g.rainFed === false || !rain ? 0 : (EFFECTIVE_RAIN * rain[m]) / DAYS_IN_MONTH[m];
          return plantNeed(metresOfMm(et.et0[m]), kc, g.areaM2, metresOfMm(used), efficiency);
        });
  const most = Math.max(...perDay);
  const month = perDay.indexOf(most);
  const depth = (key: string, tex: string, label: string, mm: number, from: string): Term => ({
    key,
    tex,
    name: label,
    value: metresOfMm(mm),
    dimension: 'length',
    source: from,
  });
  const usedIn = (m: number): number =>
    g.rainFed === false || !rain ? 0 : (EFFECTIVE_RAIN * rain[m]) / DAYS_IN_MONTH[m];
  const etaTerm: Term = {
    key: 'eta',
    tex: '\\eta',
    name: 'share that reaches the roots',
    value: efficiency,
    dimension: 'ratio',
    source: method?.source ?? 'entered',
  };
  const areaTerm: Term = { key: 'area', tex: 'A', name: 'area', value: g.areaM2, dimension: 'area', source: 'entered' };
  const daily = (m: number, from: string): Working => ({
    code: 'need',
    of: g.name,
    rule: 'V = \\frac{ {{given}} \\, {{area}}}{ {{eta}} }',
    terms: [
      {
        key: 'given',
        tex: 'I',
        name: 'depth to be given to the roots a day',
        value: (perDay[m] * efficiency) / g.areaM2,
        dimension: 'length',
        source: `mean of the month over ${from}: soil water day by day`,
      },
      areaTerm,
      etaTerm,
    ],
    result: { tex: 'V', value: perDay[m], dimension: 'volume' },
    source: 'FAO-56 eq. 82 to 85: soil water balance of the root zone, day by day',
    assumptions: [
      `${m === month ? 'The thirstiest month’s mean day' : 'The month’s mean day'}; dry days take more, and Store runs them one by one.`,
      sparing
        ? 'It is watered in the evening as far as plants would thirst and no more: room is left for rain. Rain under a fifth of the day’s ET0 counts for nothing.'
        : 'It is watered in the evening as far as it dried (the plan’s choice: kept moist). Rain under a fifth of the day’s ET0 counts for nothing.',
      `Roots ${roots.depthM} m deep take ${Math.round(100 * roots.readily)} % of the water without thirst (${roots.known ? 'FAO-56 table 22' : 'assumption, as shallow vegetables'}); ${soil?.name ?? ''} holds ${soil?.availableMmPerM ?? 0} mm a metre (${g.soil === undefined ? 'assumption; ' : ''}FAO-56 table 19).`,
    ],
  });
  const byMean = (m: number): Working => ({
    code: 'need',
    of: g.name,
    rule:
      perDay[m] > 0
        ? 'V = \\frac{\\left( {{et}} \\, {{kc}} - {{rain}} \\right) {{area}}}{ {{eta}} }'
        : 'V = \\frac{\\max( 0, {{et}} \\, {{kc}} - {{rain}} ) {{area}}}{ {{eta}} }',
    terms: [
      depth(
        'et',
        'ET_0',
        'reference evapotranspiration a day',
        et.et0[m],
        et ? `${et.method}, ${et.from}` : 'not known',
      ),
      {
        key: 'kc',
        tex: 'K_c',
        name: 'crop coefficient',
        value: kc,
        dimension: 'ratio',
        source: crop?.source ?? 'entered',
      },
      depth('rain', 'P', 'rain that plants use, a day', usedIn(m), '0.8 of the month’s rain (common practice)'),
      areaTerm,
      etaTerm,
    ],
    result: { tex: 'V', value: perDay[m], dimension: 'volume' },
    source: 'FAO-56 eq. 56, ETc = Kc ET0; gross need by the efficiency of the method',
    assumptions: [m === month ? 'The thirstiest month’s mean day.' : 'The month’s mean day.'],
  });
  const away = (): Working => ({
    code: 'need',
    of: g.name,
    rule: 'V = {{none}}',
    terms: [
      { key: 'none', tex: 'V', name: 'not watered in this month', value: 0, dimension: 'volume', source: 'entered' },
    ],
    result: { tex: 'V', value: 0, dimension: 'volume' },
    source: 'months as entered',
  });
  const workings = ALL_YEAR.map((m) =>
    !there(g.months, m) && perDay[m] === 0 ? away() : weather ? daily(m, weather.from) : byMean(m),
  );
  return {
    working: workings[month],
    workings,
    id: `garden:${index}`,
    kind: 'garden',
    name: g.name,
    perDay,
    hours: hoursFrom(g.visits ?? USUAL_HOURS.garden),
    each: litres(most) / g.areaM2,
    count: g.areaM2,
    perUnit: most / g.areaM2,
    source: `${weather ? 'soil water day by day; ' : 'by the mean of each month; '}ET0 ${et.method === 'hargreaves' ? 'by Hargreaves and Samani (1985)' : 'by FAO-56 Penman-Monteith'} from ${et.from}; Kc ${kc}${crop && g.kc === undefined ? ` (${crop.source})` : ''}; ${Math.round(efficiency * 100)} % reaches the roots${method && g.efficiency === undefined ? ` (${method.source})` : ''}`,
    basis: 'computed',
    note: g.reason
      ? undefined
      : [
          ...(weatherOf(plan).assumed ? [`the weather is ${et.from}: enter the place’s own at Water`] : []),
          ...(et.latitudeAssumed ? [`latitude taken as ${et.latitudeDeg}°`] : []),
        ].join('; ') || undefined,
    at: { list: 'gardens', index },
    ifToo: g.ifToo ?? false,
    ...(days ? { days } : {}),
    dryPerDay: Array.from({ length: 12 }, (_, m) =>
      there(g.months, m) ? plantNeed(metresOfMm(et.et0[m]), kc, g.areaM2, 0, efficiency) : 0,
    ),
  };
}

const EVENLY = new Array<number>(24).fill(1 / 24);

/** The garden of Need whose crop a plot or a bed waters; undefined where it stands for itself. */
export const gardenOf = (plan: Plan, of: { readonly garden?: string }): string | undefined =>
  plan.needs?.gardens?.find((g) => g.name === of.garden)?.name;

/** Plants of a plot by its holes, those taped over left out. */
export function plantsIn(plan: Plan, plot: Plot): number {
  let plants = 0;
  for (const line of plan.lines)
    if (plot.lines.includes(line.id))
      for (const leg of line.legs)
        for (const e of leg.emitters ?? [])
          plants += (emitterPlaces(e).length - (e.shut?.length ?? 0)) / (e.perPlant ?? 1);
  return plants;
}

/** What beds use of which no garden of Need tells. */
function bedsRow(plan: Plan): NeedRow[] {
  const beds = plan.nodes.filter(isBed).filter((b) => b.useLPerDay && gardenOf(plan, b) === undefined);
  if (beds.length === 0) return [];
  const total = beds.reduce((sum, b) => sum + (b.useLPerDay ?? 0), 0);
  const name = beds.length === 1 ? nameOf(beds[0]) : `${beds.length} wicking beds`;
  const source = 'entered, bed by bed: taken evenly, day and night';
  return [
    {
      id: 'beds',
      kind: 'garden',
      name,
      perDay: new Array<number>(12).fill(cubicMetres(total)),
      hours: EVENLY,
      each: total / beds.length,
      count: beds.length,
      perUnit: 0,
      source,
      working: eachWorking(name, beds.length, total / beds.length, 'bed', source),
      workings: eachWorkings(
        name,
        beds.length,
        ALL_YEAR.map(() => total / beds.length),
        'bed',
        source,
      ),
      basis: 'entered',
      at: { grown: beds.map((b) => b.id), places: beds.map((b) => b.id) },
      ifToo: false,
    },
  ];
}

/** Where the water of a plot arrives. */
const placesOfPlot = (plan: Plan, plot: Plot): string[] =>
  plan.lines.filter((l) => plot.lines.includes(l.id)).map((l) => l.from);

/** What the plants of a plot want as entered, where no garden of Need tells. */
function plotRow(plan: Plan, plot: Plot): NeedRow[] {
  if (plot.drinkers) return [];
  const plants = plantsIn(plan, plot);
  const draws = plot.draws ?? [];
  if (plot.wantsLPerPlant === undefined || plants === 0 || draws.length === 0 || gardenOf(plan, plot) !== undefined)
    return [];
  const each = plot.wantsLPerPlant * draws.length;
  const source = `entered: ${plot.wantsLPerPlant} L a plant at each of ${draws.length} ${draws.length === 1 ? 'watering' : 'waterings'}`;
  const name = plot.name ?? plot.id;
  return [
    {
      id: `plot:${plot.id}`,
      kind: 'garden',
      name,
      perDay: new Array<number>(12).fill(cubicMetres(plants * each)),
      hours: blendHours(
        draws.map((d) => ({ weight: d.durationMin, hours: spreadOver(minutesOf(d.at), d.durationMin) })),
      ),
      each,
      count: plants,
      perUnit: 0,
      source,
      working: eachWorking(name, plants, each, 'plant', source),
      workings: eachWorkings(
        name,
        plants,
        ALL_YEAR.map(() => each),
        'plant',
        source,
      ),
      basis: 'entered',
      at: { grown: [plot.id], places: placesOfPlot(plan, plot) },
      ifToo: false,
    },
  ];
}

/** What animals at the drinkers of a rail take. */
function railRow(plan: Plan, plot: Plot): NeedRow[] {
  const d = plot.drinkers;
  if (!d) return [];
  const animal = findAnimal(d.animal);
  const each = d.litresPerHeadPerDay ?? animal?.typical ?? 0;
  const { from, hours } = railHours(d);
  const name = `${herdWords(d.heads, d.animal)}, ${plot.name ?? plot.id}`;
  const source =
    d.litresPerHeadPerDay === undefined && animal
      ? `${animal.name.toLowerCase()}: ${animal.source}`
      : `entered${animal ? `; the table of ${animal.name.toLowerCase()} says ${animal.low} to ${animal.high} L (${animal.source})` : ''}`;
  return [
    {
      id: `rail:${plot.id}`,
      kind: 'herd',
      name,
      perDay: new Array<number>(12).fill(cubicMetres(d.heads * each)),
      hours: spreadOver(from * 60, hours * 60),
      each,
      count: d.heads,
      perUnit: cubicMetres(each),
      source,
      working: eachWorking(name, d.heads, each, 'head', source),
      workings: eachWorkings(
        name,
        d.heads,
        ALL_YEAR.map(() => each),
        'head',
        source,
      ),
      basis: d.litresPerHeadPerDay === undefined ? (animal?.basis ?? 'common practice') : 'entered',
      at: { grown: [plot.id], places: placesOfPlot(plan, plot) },
      ifToo: false,
    },
  ];
}

/** What cans take from a tote that is filled at a place of the plan; what hangs on it has rows of its own. */
function toteRow(node: VesselNode): NeedRow[] {
  if (!isTote(node)) return [];
  const { from, litresPerDay: each, months, everyDays, at, fillLpm } = node.moved;
  if (from === undefined || !each) return [];
  const name = `${nameOf(node)}, by can`;
  const source = 'entered: taken by can, filled at its visits';
  return [
    {
      id: `tote:${node.id}`,
      kind: 'garden',
      name,
      perDay: Array.from({ length: 12 }, (_, m) => (there(months, m) ? cubicMetres(each) : 0)),
      hours: spreadOver(minutesOf(at ?? '08:00'), Math.max(1, (each * everyDays) / fillLpm)),
      each,
      count: 1,
      perUnit: 0,
      source,
      working: eachWorking(name, 1, each, 'tote', source),
      workings: eachWorkings(
        name,
        1,
        ALL_YEAR.map((m) => (there(months, m) ? each : 0)),
        'tote',
        source,
      ),
      basis: 'entered',
      at: { grown: [node.id], places: [from] },
      ifToo: false,
    },
  ];
}

/** Losses taken when the plan does not say: leaks and spills (common practice, no source). */
export const DEFAULT_LOSS = 0.1;

export interface PlanNeeds {
  readonly rows: readonly NeedRow[];
  /** What might come too: counted nowhere. */
  readonly wished: readonly NeedRow[];
  readonly totals: NeedTotals;
  readonly losses: number;
  readonly et: EtByMonth;
  /** m³ kept back for fire, never planned away */ readonly fireReserve: number;
}

/** What is needed on each day of a series, m³ with losses: rows that hang on the day by their days, others by their month. */
export function needDays(needs: PlanNeeds, months: Uint8Array): Float64Array {
  const gross = 1 / (1 - needs.losses);
  const found = new Float64Array(months.length);
  for (const row of needs.rows) {
    const days = row.days?.length === months.length ? row.days : undefined;
    for (let d = 0; d < months.length; d++) found[d] += gross * (days ? days[d] : row.perDay[months[d]]);
  }
  return found;
}

/** What is needed a day by month (0 to 11) while no rain falls, m³ with losses. */
export const dryNeed = (needs: PlanNeeds, month: number): number =>
  needs.rows.reduce((sum, row) => sum + (row.dryPerDay ?? row.perDay)[month], 0) / (1 - needs.losses);

/** Everything a plan needs. */
export function planNeeds(plan: Plan): PlanNeeds {
  const needs = plan.needs ?? {};
  const et = etByMonth(plan);
  const all: NeedRow[] = [
    ...plan.nodes.flatMap((n) => (isVessel(n) ? (n.herds ?? []).map((_, k) => herdRow(plan, n, k)) : [])),
    ...(needs.people ?? []).map((_, k) => peopleRow(needs, k)),
    ...(needs.gardens ?? []).map((_, k) => gardenRow(plan, needs, k, et)),
    ...bedsRow(plan),
    ...(plan.plots ?? []).flatMap((p) => [...railRow(plan, p), ...plotRow(plan, p)]),
    ...plan.nodes.flatMap((n) => (isVessel(n) ? toteRow(n) : [])),
  ];
  const losses = needs.lossShare ?? DEFAULT_LOSS;
  const rows = all.filter((r) => !r.ifToo);
  return {
    rows,
    wished: all.filter((r) => r.ifToo),
    totals: totalNeed(rows, losses),
    losses,
    et,
    fireReserve: cubicMetres(needs.fireReserveL ?? 0),
  };
}

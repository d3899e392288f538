// `node scripts/mutate.mjs [--only text]`: plants faults in core, plan and server, one at a time, in a copy, and says which of
// them no unit test sees. Not part of `npm test`: it takes a quarter of an hour.
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { root } from './ensure.mjs';

const C = 'packages/core/src/';
const P = 'packages/plan/src/';
const W = 'packages/web/src/';
/** What a close reading had found unseen. */
const NAMED = [
  [
    'exit loss at a hold: its sign',
    `${C}network/laws.ts`,
    'n.endLossForward[link] - n.exitLossForward[link] :',
    'n.endLossForward[link] + n.exitLossForward[link] :',
  ],
  ['dead load of the deck', `${C}stand/loads.ts`, '(onDeck + deckDead) * d.joists', '(onDeck - deckDead) * d.joists'],
  [
    'free length with a girt',
    `${C}stand/design.ts`,
    'postLength / (braces.front && beams.lines === 2 ? parts : 1)',
    'postLength / (braces.front && beams.lines === 2 ? 1 : parts)',
  ],
  ['Manning’s n', `${C}supply/gutter.ts`, 'const ROUGHNESS = 0.012;', 'const ROUGHNESS = 0.015;'],
  [
    'derating left out',
    `${P}solve/findings.ts`,
    'pascals(pipe.ratingKPa) * (pipe.row ? deratingFactor(pipe.row, temperature) : 1)',
    'pascals(pipe.ratingKPa) * (pipe.row && temperature > 1e9 ? deratingFactor(pipe.row, temperature) : 1)',
  ],
  [
    'largest inflow an hour for a second',
    `${P}budget/store.ts`,
    'Math.max(...y.hours(m)))) / 3600',
    'Math.max(...y.hours(m)))) / 60',
  ],
  ['count of upright tanks', `${P}fields/convert.ts`, 'shape.diameterM * Math.sqrt(count)', 'shape.diameterM * count'],
  ['rain rate', `${P}fields/convert.ts`, 'metresOfMm(mmPerHour) / 3600', 'metresOfMm(mmPerHour) / 60'],
  ['last hump point before an outlet', `${P}compile/compile.ts`, 'if (k < last || !end.open)', 'if (k < last)'],
  [
    'fall behind a hump: its sign',
    `${P}solve/findings.ts`,
    '(map.geometry.pipe[station] - map.geometry.pipe[station + 1]) / leg.lengthM',
    '(map.geometry.pipe[station + 1] - map.geometry.pipe[station]) / leg.lengthM',
  ],
  [
    'a slide on the other line: its sign',
    `${P}edit/positions.ts`,
    "other.legs[last].lengthM + (end === 'from' ? by : -by)",
    "other.legs[last].lengthM + (end === 'from' ? -by : by)",
  ],
  [
    'wind: the diagonal of a square is no more than its face',
    `${C}stand/wind.ts`,
    'const DIAGONAL = (1.0 * Math.SQRT2) / 1.3;',
    'const DIAGONAL = 1;',
  ],
  ['wind: only straight on', `${C}stand/wind.ts`, 'const STEP = 5;', 'const STEP = 90;'],
  [
    'stand: a girt and no brace holds it',
    `${C}stand/bracechecks.ts`,
    'WAYS.filter((way) => !d.braces[way]));',
    'WAYS.filter((way) => !d.braces[way] && d.braces.girts === 0));',
  ],
  [
    'stand: bolts forget the wet',
    `${C}stand/bracechecks.ts`,
    'const wet = d.use.wet ? WET_JOINT : 1;',
    'const wet = 1;',
  ],
  [
    'stand: a footing’s rough bottom is counted',
    `${C}stand/footingchecks.ts`,
    'Math.max(0, thickness - ROUGH)',
    'Math.max(0, thickness)',
  ],
  [
    'stand: a windward foot is not looked at',
    `${C}stand/footingchecks.ts`,
    "{ w, name: 'windward corner, tank full', post: loads.corner - push, own },",
    '',
  ],
  ['stand: ribs are smooth', `${C}stand/wind.ts`, "ROUND[ribbed ? 'ribbed' : 'smooth']", 'ROUND.smooth'],
  ['stand: strength maps taken whole', `${C}stand/wind.ts`, 'strength: 0.6,', 'strength: 1,'],
  ['spring valves: open at once', `${C}network/passing.ts`, 'if (opens > 0 && high - low <= opens) return false;', ''],
  [
    'spring valves: nothing kept once open',
    `${C}network/laws.ts`,
    'loss += Math.min(opens, wall);',
    'loss += 0 * wall;',
  ],
  [
    'siphons: never break',
    `${C}network/solve.ts`,
    'worst.under > network.columnHead + SUCTION',
    'worst.under > Infinity',
  ],
  [
    'siphons: the vapour forgotten',
    `${P}compile/compile.ts`,
    ' - vapourPressure(water.temperatureC)',
    ' - 0 * vapourPressure(water.temperatureC)',
  ],
  [
    'balance: all that a spring gives',
    `${P}budget/brought.ts`,
    'takes < flowFromLpm(lpm) * (1 - CLOSE)',
    'takes < -flowFromLpm(lpm) * (1 - CLOSE)',
  ],
  ['sizes: throttled taps will do', `${P}solve/freerun.ts`, 'now.lack > 0 && step <', 'now.lack > Infinity && step <'],
  [
    'threaded elbows: Crane’s',
    `${P}compile/parts.ts`,
    'if (row.kByBore) return kAt(',
    'if (row.kByBore && false) return kAt(',
  ],
  ['not settled: content', `${P}solve/situations.ts`, 'result.converged &&\n      at.flow > 0 &&', 'at.flow > 0 &&'],
  [
    'month of the driest week',
    `${P}budget/balance.ts`,
    'month: months[at + 3] }',
    'month: months[at - WEEK + 3] ?? 0 }',
  ],
  [
    'place: what is thought of is counted',
    `${P}year/needs.ts`,
    'const rows = all.filter((r) => !r.ifToo);',
    'const rows = all;',
  ],
  ['place: a herd thought of drinks', `${P}solve/refill.ts`, '.filter((herd) => !herd.ifToo)', '.filter(() => true)'],
  [
    'place: hours of people as usual whatever is said',
    `${P}year/needs.ts`,
    'hoursFrom(p.visits ?? USUAL_HOURS.people)',
    'hoursFrom(USUAL_HOURS.people)',
  ],
  [
    'place: the last time taken out leaves no hours',
    `${P}edit/needs.ts`,
    'if (visits.length > 0 || herdAt(plan, at)) found.visits = visits;',
    'if (visits.length >= 0 || herdAt(plan, at)) found.visits = visits;',
  ],
  [
    'place: any rule holds in any units',
    `${C}working/anyunits.ts`,
    '{ ...t, value: inOdd(',
    '{ ...t, value: ((v) => v)(',
  ],
  [
    'place: parts without a feed are compiled',
    `${P}topology/topology.ts`,
    'fed.has(rootOf(k)) ? [] : [n.id]',
    'fed.has(rootOf(k)) || true ? [] : [n.id]',
  ],
  [
    'place: only the first end of a line hangs together',
    `${P}topology/topology.ts`,
    'group[rootOf(a)] = rootOf(b);',
    'group[a] = b;',
  ],
  [
    'place: a source that feeds nothing is content',
    `${P}topology/loose.ts`,
    "if (!feedsSomething(plan, node.id)) add('feeds-nothing');",
    "if (feedsSomething(plan, node.id) && false) add('feeds-nothing');",
  ],
  [
    'place: a tank that nothing fills is content',
    `${P}topology/loose.ts`,
    "if (!filled.has(node.id)) add(joined.length === 0 ? 'alone' : 'unfilled');",
    "if (!filled.has(node.id) && joined.length === 0) add('alone');",
  ],
  [
    'place: what no need wants is counted',
    `${P}budget/balance.ts`,
    '[...idle].map((id) => [id, 0] as const)',
    '[...idle].map((id) => [id, 1] as const)',
  ],
  ['place: a tap feeds a trough', `${P}edit/places.ts`, 'cannotLeave(there) && isTap(made)', 'false'],
  [
    'place: a stand raised to the metre',
    `${P}solve/inflow.ts`,
    'Math.ceil(height.answer.stand * 100 - 1e-6) / 100',
    'Math.ceil(height.answer.stand - 1e-6)',
  ],
];
/** Planted besides. */
const OWN = [
  ['laminar friction', `${C}pipe/friction.ts`, 'factor.f = 64 / reynolds;', 'factor.f = 60 / reynolds;'],
  [
    'join of the two laws',
    `${C}pipe/friction.ts`,
    'const c2 = 3 * (f1 - f0) - 2 * m0 - m1;',
    'const c2 = 3 * (f1 - f0) - 2 * m0 + m1;',
  ],
  [
    'rough part of Colebrook',
    `${C}pipe/friction.ts`,
    'const rough = relativeRoughness / 3.7;',
    'const rough = relativeRoughness / 3.5;',
  ],
  [
    'wave speed',
    `${C}pipe/surge.ts`,
    'Math.sqrt(1 + (WATER_BULK / modulus) * boreOverWall)',
    'Math.sqrt((WATER_BULK / modulus) * boreOverWall)',
  ],
  ['critical time', `${C}pipe/surge.ts`, '(2 * length) / wave', 'length / wave'],
  ['slow closing', `${C}pipe/surge.ts`, '(sudden * critical) / closing', '(sudden * closing) / critical'],
  [
    'volume of a lying tank',
    `${C}tank/index.ts`,
    'Math.sqrt(Math.max(0, 2 * r * y - y * y)))',
    'Math.sqrt(Math.max(0, r * y - y * y)))',
  ],
  ['level from a table', `${C}tank/index.ts`, 'return shape.levels[k] + t *', 'return shape.levels[k + 1] + t *'],
  [
    'opening of a float',
    `${C}floatvalve/valve.ts`,
    '(valve.closeLevel - level) / valve.band',
    '(valve.closeLevel - level) / (2 * valve.band)',
  ],
  ['snap float inside its band', `${C}floatvalve/valve.ts`, 'return wasOpen ? 1 : 0;', 'return wasOpen ? 0 : 1;'],
  ['yield before spillage', `${C}storage/behaviour.ts`, 'const have = after ? v : v + q;', 'const have = v;'],
  [
    'room after spillage',
    `${C}storage/behaviour.ts`,
    'const room = after ? capacity - y : capacity;',
    'const room = capacity;',
  ],
  ['a run of short days', `${C}storage/behaviour.ts`, 'run = lastFailed === d - 1 ? run + 1 : 1;', 'run = run + 1;'],
  ['weir of an upright overflow', `${C}storage/overflow.ts`, 'diameter * head ** 1.5', 'diameter * head ** 2'],
  [
    'drowned overflow',
    `${C}storage/overflow.ts`,
    'orificeFlow(head - diameter / 2, diameter',
    'orificeFlow(head, diameter',
  ],
  ['cascade', `${C}storage/overflow.ts`, 'left -= g;', 'left -= 0;'],
  [
    'bridge over midnight',
    `${C}demand/balance.ts`,
    'const h = (start + k) % n;',
    'const h = Math.min(start + k, n - 1);',
  ],
  ['long-wave radiation', `${C}demand/et0.ts`, '0.34 - 0.14 * Math.sqrt(eaKPa)', '0.34 + 0.14 * Math.sqrt(eaKPa)'],
  ['wind in Penman-Monteith', `${C}demand/et0.ts`, '(slope + gamma * (1 + 0.34 * u2))', '(slope + gamma)'],
  ['Hargreaves', `${C}demand/et0.ts`, '0.0023 * (mean + 17.8)', '0.0023 * (mean + 7.8)'],
  ['errors in quadrature', `${C}survey/errors.ts`, 'walk.variance + leg.chance ** 2 +', 'walk.variance + leg.chance +'],
  [
    'misclosure spread the wrong way',
    `${C}survey/walk.ts`,
    'l.rise - (misclosure * l.length) / total',
    'l.rise + (misclosure * l.length) / total',
  ],
  [
    'likelier fault',
    `${C}survey/walk.ts`,
    "walkError > CLEARLY * readingError ? 'walk'",
    "walkError > CLEARLY * readingError ? 'reading'",
  ],
  ['air: the low point of a pocket', `${C}profile/index.ts`, 'sum += pipe[until] - low;', 'sum += pipe[until] - high;'],
  [
    'air pressed together',
    `${C}profile/index.ts`,
    'Math.max(compressed, pipe[vents[0]] + pressed)',
    'Math.max(compressed, pipe[vents[0]])',
  ],
  ['clearing speed', `${C}profile/index.ts`, '+ 0.825) * Math.sqrt', '+ 0.5) * Math.sqrt'],
  [
    'trough that spills',
    `${C}simulation/flows.ts`,
    'rate[block + Entry.Volume] = net - spilt - overRim;',
    'rate[block + Entry.Volume] = net + spilt - overRim;',
  ],
  [
    'dry trough',
    `${C}simulation/flows.ts`,
    'rate[block + Entry.Waiting] = this.wants[k] - drunk;',
    'rate[block + Entry.Waiting] = this.wants[k];',
  ],
  [
    'entrance of a line',
    `${P}compile/compile.ts`,
    'line.legs[0].entrance ? entranceK(line.legs[0]) : depart.entranceK',
    'depart.entranceK',
  ],
  ['exponent of an outlet', `${P}kinds/outlet.ts`, 'ratedHead ** exponent, exponent', 'ratedHead ** 0.5, exponent'],
  ['low water', `${P}kinds/water.ts`, '(node.outletM ?? 0) + LOW_WATER', '(node.outletM ?? 0)'],
  [
    'yield of the month',
    `${P}kinds/source.ts`,
    'source.yieldByMonthLpm?.[month - 1]',
    'source.yieldByMonthLpm?.[month]',
  ],
  [
    'an empty tank gives nothing',
    `${P}kinds/water.ts`,
    'if (map.limitLink < 0 && level <= (node.outletM ?? 0))',
    'if (map.limitLink < 0 && level < 0)',
  ],
  [
    'water runs back through a top inlet',
    `${P}topology/topology.ts`,
    "to.inlet?.at !== 'bottom' ||",
    "to.inlet?.at === 'bottom' ||",
  ],
  [
    'a check valve lets water back',
    `${P}topology/topology.ts`,
    'line.legs.some(isOneWay)',
    'line.legs.every(isOneWay)',
  ],
  [
    'what lies beyond stays',
    `${P}edit/beyond.ts`,
    'if (by !== 0) shiftNode(plan, line.to, by, new Set([line.from]));',
    'if (by !== 0) nodeOf(plan, line.to).groundM = tidy(nodeOf(plan, line.to).groundM + by);',
  ],
  ['closed hose against the walk', `${P}solve/heights.ts`, 'byGauge: -reading.rise', 'byGauge: reading.rise'],
  ['surge of the last leg alone', `${P}solve/valves.ts`, '(l.standing + l.surge) / l.rating', 'l.surge / l.rating'],
  [
    'loss of a valve',
    `${P}solve/valves.ts`,
    'fittingK(f, leg.pipe) * (f.count ?? 1) * velocityHead',
    'fittingK(f, leg.pipe) * velocityHead',
  ],
  [
    'least head of a place, sizes',
    `${P}solve/sizing.ts`,
    'head: elevation + Math.max(pressureHead, own)',
    'head: elevation + Math.min(pressureHead, own)',
  ],
  [
    'sizes that bear the pressure',
    `${P}solve/sizing.ts`,
    'deratingFactor(r, temperature) >= pressure',
    'deratingFactor(r, temperature) >= 0',
  ],
  [
    'stand at low water',
    `${P}solve/stands.ts`,
    "tank.groundM + stand + levelFor(tank, 'low')",
    "tank.groundM + stand + levelFor(tank, 'full')",
  ],
  [
    'longitude shrinks with latitude',
    `${P}formats/terrain.ts`,
    'Math.cos((origin.latitudeDeg * Math.PI) / 180),\n  origin.latitudeDeg',
    '1,\n  origin.latitudeDeg',
  ],
  [
    'losses of the need',
    `${P}year/needs.ts`,
    'const gross = 1 / (1 - needs.losses);',
    'const gross = 1 + needs.losses;',
  ],
  [
    'time: the cubic through a step',
    `${C}simulation/pair.ts`,
    '(s3 - s2) * h * this.last[i]',
    '(s3 + s2) * h * this.last[i]',
  ],
  [
    'time: at its outlet a tank gives as if it were full',
    `${C}simulation/flows.ts`,
    'mode > 0 ? Infinity : mode < 0 ? 0 : this.#passing[k]',
    'mode >= 0 ? Infinity : mode < 0 ? 0 : this.#passing[k]',
  ],
  [
    'time: who waits is forgotten',
    `${C}simulation/run.ts`,
    'this.#short[k] += Math.max(0, this.#y[waiting]);',
    'this.#short[k] += 0;',
  ],
  [
    'time: overflow is lost though it is led on',
    `${C}simulation/flows.ts`,
    'if (v.spillsInto >= 0) this.#spillIn[v.spillsInto] += spilt;',
    'if (v.spillsInto > 1e9) this.#spillIn[v.spillsInto] += spilt;',
  ],
  [
    'time: a snap float inside its band starts open',
    `${C}simulation/flows.ts`,
    'open: volume <= opens,',
    'open: volume < overflow,',
  ],
  [
    'time: a visit lasts a minute',
    `${P}intime/place.ts`,
    'minutesOf(at) * 60 + seconds(minutes)',
    'minutesOf(at) * 60 + 60',
  ],
  [
    'time: a month never turns',
    `${P}intime/place.ts`,
    'turns.filter((turn) => t >= turn).length',
    'turns.filter((turn) => t < 0 && t >= turn).length',
  ],
  ['time: the wettest month on record', `${P}intime/place.ts`, 'rain < best.rain', 'rain > best.rain'],
  [
    'time: joined tanks hold no more than the first',
    `${P}intime/place.ts`,
    'volumes: levels.map((l) => all(l) - all(0))',
    'volumes: levels.map((l) => volumeAt(own, l) + 1e-9 * (all(l) - all(0)))',
  ],
  [
    'time: what would mend it, the worst first',
    `${P}simulate/mends.ts`,
    '.sort((a, b) => b.short - a.short ||',
    '.sort((a, b) => a.short - b.short ||',
  ],
  [
    'time: days left of a tank that sinks',
    `${P}simulate/judge.ts`,
    'days: (v.end - outlet) / (fall / days)',
    'days: (v.end - outlet) / fall',
  ],
  [
    'time: a seat against its ball',
    `${C}floatvalve/fill.ts`,
    '(Math.PI / 6) * lever.ball ** 3',
    '(Math.PI / 6) * lever.ball ** 2',
  ],
  [
    'garden: the driest quarter is the driest half',
    `${C}irrigation/evenness.ts`,
    'Math.floor(flows.length / 4)',
    'Math.floor(flows.length / 2)',
  ],
  ['garden: compensating ones go on rising', `${C}irrigation/emitter.ts`, '  cap: flow,', '  cap: 2 * flow,'],
  [
    'garden: equivalent lengths are left out',
    `${C}irrigation/lateral.ts`,
    'sum + emitters[e].equivalentLength',
    'sum + 0 * emitters[e].equivalentLength',
  ],
  [
    'garden: a hole of a bed holds nothing down',
    `${C}irrigation/bed.ts`,
    'if (b.floor + b.overflow < line) {',
    'if (b.floor + b.overflow < line - 1e9) {',
  ],
  [
    'garden: what stone holds round a pipe',
    `${C}irrigation/bed.ts`,
    'pores * (whole - taken)) / whole,',
    'pores * whole) / whole,',
  ],
  [
    'garden: taped holes count as plants',
    `${P}year/needs.ts`,
    '(emitterPlaces(e).length - (e.shut?.length ?? 0))',
    '(emitterPlaces(e).length - 0 * (e.shut?.length ?? 0))',
  ],
  [
    'garden: beds of a garden of Need count twice',
    `${P}year/needs.ts`,
    'b.useLPerDay && gardenOf(plan, b) === undefined',
    'b.useLPerDay && gardenOf(plan, b) !== null',
  ],
  [
    'garden: plots that are not named run in a situation',
    `${P}solve/situations.ts`,
    '[...all.filter(opened), ...plots].filter((id) => open.includes(id))',
    '[...all.filter(opened), ...plots].filter((id) => plots.includes(id) || open.includes(id))',
  ],
  [
    'garden: drills by group may starve the plot',
    `${P}garden/holes.ts`,
    'r.evenness.mean >= KEEPS * now.evenness.mean',
    'r.evenness.mean >= 0.3 * KEEPS * now.evenness.mean',
  ],
  [
    'garden: a moved hole leaves its pipe',
    `${P}edit/garden.ts`,
    'Math.min(on.lengthM, Math.max(0, atM))',
    'Math.max(0, atM)',
  ],
  [
    'garden: rain falls on covered beds',
    `${P}intime/place.ts`,
    '.filter((b) => b.rainFalls);',
    '.filter((b) => b.id !== String(b.rainFalls));',
  ],
  [
    'garden: a wall is looked at by its lower half only',
    `${P}garden/judge.ts`,
    'height > bed.shape.heightM / 2 ?',
    'height > 2 * bed.shape.heightM ?',
  ],
  [
    'rail: what stands low in the bucket counts as full',
    `${P}drink/rail.ts`,
    'const [full, low] = [base + levels.full, base + levels.low];',
    'const [full, low] = [base + levels.low, base + levels.low];',
  ],
  [
    'rail: those that have most drink',
    `${P}drink/rail.ts`,
    'sort((a, b) => a.pressure - b.pressure).slice(0, atOnce)',
    'sort((a, b) => b.pressure - a.pressure).slice(0, atOnce)',
  ],
  [
    'rail: in time each drinker gives what it can',
    `${P}compile/compile.ts`,
    'cap: Math.min(e.law.cap ?? Infinity, drunk)',
    'cap: Math.max(e.law.cap ?? Infinity, drunk)',
  ],
  [
    'cabin: a pipe of its own leaves out its last stretch',
    `${P}cabin/cabin.ts`,
    'const legs = way.lines.flatMap(',
    'const legs = way.lines.slice(0, -1).flatMap(',
  ],
  ['cabin: what may be passed one moment in ten', `${P}cabin/cabin.ts`, 'const PASSED = 0.01;', 'const PASSED = 0.1;'],
  [
    'drain: every bore may lie as flat as a large one',
    `${P}catalogue/greywater.data.ts`,
    'DRAIN_FALLS.find((f) => mm <= f.upToMm) ??',
    'DRAIN_FALLS.find((f) => mm > 1e9 && mm <= f.upToMm) ??',
  ],
  [
    'drain: basins share alike whatever their number',
    `${C}drain/index.ts`,
    'shares.splice(most, 1, half, half);',
    'shares.splice(0, shares.length, ...Array(shares.length + 1).fill(1 / (shares.length + 1)));',
  ],
  [
    'parts: a male end mates with a male end',
    `${C}parts/ends.ts`,
    "b.gender === 'female') ||",
    "b.gender === 'male') ||",
  ],
  ['parts: threads of any size mate', `${C}parts/ends.ts`, '  a.size === b.size &&\n', ''],
  ['parts: a narrow part costs what a wide one does', `${C}parts/loss.ts`, '(pipeBoreMm / bore) ** 4', '1'],
  [
    'parts: a length cut twice',
    `${C}parts/packing.ts`,
    'bin.left -= p + kerf;\n      bin.pieces.push(p);\n    } else',
    'bin.pieces.push(p);\n    } else',
  ],
  ['parts: a coil that ends without a join', `${C}parts/packing.ts`, 'joins += wholes;', 'joins += 0 * wholes;'],
  [
    'parts: trips by halves',
    `${C}parts/payback.ts`,
    'Math.ceil((h.perDay * DAYS_A_WEEK) / h.perTrip - 1e-9)',
    '(h.perDay * DAYS_A_WEEK) / h.perTrip',
  ],
  ['parts: a taken chain without its loss', `${P}compile/parts.ts`, '  chainsK(leg) +\n', ''],
  ['parts: a split leg with its chain at both', `${P}edit/legs.ts`, '    delete second.startChain;\n', ''],
  [
    'parts: what is made twice counted once',
    `${P}parts/bill.ts`,
    'group: l.part.aisle, count: j.count',
    'group: l.part.aisle, count: 1',
  ],
  ['parts: a wall of any thickness suits', `${P}parts/joints.ts`, 'wallMm <= part.hole.wallMm[1]', 'wallMm >= 0'],
  ['parts: a price below nothing is a price', `${P}parts/lists.ts`, '!(value > 0 && value < MOST)', '!(value < MOST)'],
  [
    'parts: a tee’s chain without its loss',
    `${P}compile/arms.ts`,
    'add(run.line.id, run.out, takenK(before, run.leg));',
    '',
  ],
  [
    'parts: a branch on a tee that was not taken',
    `${P}parts/joints.ts`,
    'tee.chain?.links.find(',
    'tee.offers.at(0)?.links.find(',
  ],
  [
    'parts: a narrow pipe from an overflow carries what a wide one does',
    `${P}parts/judge.ts`,
    'if (lead < pipe)',
    'if (lead > pipe)',
  ],
  ['parts: a metre before the coil', `${P}parts/bill.ts`, '  if (own !== undefined) return own;\n', ''],
  ['parts: one system with a leg of another', `${P}parts/systems.ts`, 'leg.pipe = row.id;', ''],
  [
    'build: a task that is done before what it waits for',
    `${C}schedule/days.ts`,
    'undone.has(h.of) ? Infinity : (end.get(h.of) ?? -Infinity) + h.wait',
    '(end.get(h.of) ?? -Infinity) + h.wait',
  ],
  [
    'build: waits of no length',
    `${C}schedule/days.ts`,
    '(end.get(h.of) ?? -Infinity) + h.wait',
    '(end.get(h.of) ?? -Infinity)',
  ],
  [
    'build: work on days off',
    `${P}build/dates.ts`,
    'week.has(weekday(day)) && !off.has(day)',
    'week.has(weekday(day))',
  ],
  [
    'build: a float before its line was flushed',
    `${P}build/steps.ts`,
    "after: [ready, up, ...ending(node.id).map((l) => idOf('flush', l.id))],",
    'after: [ready, up],',
  ],
  [
    'build: a full tank on green concrete',
    `${P}build/steps.ts`,
    'full = [{ of: pour, wait: cure.full * DAY }];',
    'full = [];',
  ],
  [
    'build: cement without a wait',
    `${P}build/steps.ts`,
    "wait: cemented ? cementAt(idOf('lay', line.id)) : 0,",
    'wait: 0,',
  ],
  [
    'build: an end of the calendar’s entry a day short',
    `${P}build/calendar.ts`,
    'dayNumber(e.last) + 1',
    'dayNumber(e.last)',
  ],
  [
    'diagnosis: none never wins',
    `${C}diagnosis/rank.ts`,
    'c.fitted === 0 ? c.misfit :',
    'c.fitted === 0 ? c.misfit + 1e6 :',
  ],
  [
    'diagnosis: errors do not weigh',
    `${C}diagnosis/fit.ts`,
    '(r.measured - predicted[k]) / r.error',
    '(r.measured - predicted[k])',
  ],
  [
    'diagnosis: a gauge wrong everywhere',
    `${P}diagnose/diagnose.ts`,
    "used[k].kind === 'pressureKPa' && used[k].place === at ? p * size : p",
    "used[k].kind === 'pressureKPa' ? p * size : p",
  ],
  [
    'diagnosis: a leak that shuts with the taps',
    `${P}diagnose/predict.ts`,
    "r.open && this.#cause.kind === 'leak' ? [...r.open, leakId(this.#cause.at)] : r.open",
    'r.open',
  ],
  [
    'diagnosis: floats open though all was shut',
    `${P}diagnose/predict.ts`,
    '(open.length === 0 || !feeds(n)) && !open.includes(n.id)',
    '!feeds(n) && !open.includes(n.id)',
  ],
  [
    'ahead: what runs over is banked',
    `${C}storage/ahead.ts`,
    'v = Math.min(capacity, Math.max(0, rest));',
    'v = Math.max(0, rest);',
  ],
  [
    'year: July whatever is tight',
    `${P}year/month.ts`,
    'plan.settings?.month ?? tightestMonth(plan)',
    'plan.settings?.month ?? DEFAULT_MONTH',
  ],
  [
    'year: a month that is not pinned',
    `${P}year/month.ts`,
    'settings: { ...plan.settings, month },',
    'settings: { ...plan.settings },',
  ],
  [
    'year: days by their month',
    `${P}year/needs.ts`,
    '(days ? days[d] : row.perDay[months[d]])',
    'row.perDay[months[d]]',
  ],
  ['year: rain in a drought', `${P}year/needs.ts`, '(row.dryPerDay ?? row.perDay)[month]', 'row.perDay[month]'],
  ['year: soil without a bottom', `${C}demand/soil.ts`, 'lacks = Math.min(lacks, zone.available)', 'lacks += 0'],
  ['year: room by the mean', `${P}budget/room.ts`, 'byRecord(b, store, rows) ?? ', ''],
  ['year: mild days in heat', `${P}catalogue/index.ts`, 'return [...mild, [HOT_C, row.hot]];', 'return mild;'],
  [
    'heights: an index by chance',
    `${C}survey/errors.ts`,
    '(backwards ? -1 : 1) * leg.common.error',
    'leg.common.error',
  ],
  ['heights: satellites leg by leg', `${C}survey/errors.ts`, 'const entry = goes ? 0 :', 'const entry ='],
  ['heights: known though walked', `${P}solve/heights.ts`, '<= ON_IT);', '<= 1e9);'],
  [
    'heights: a gauge from the start',
    `${P}solve/heights.ts`,
    'errorBetween(plan, start.id, node.id) ?? 0',
    'heightErrors(plan).get(node.id) ?? 0',
  ],
  [
    'gutter: nothing joins on the way',
    `${C}supply/gutter.ts`,
    '- (2 * joins * joins * x) / (GRAVITY * area * area)',
    '',
  ],
  ['files: south is north', `${P}formats/geotiff.ts`, '(north ? row : rows - 1 - row)', 'row'],
  ['files: tied at the corner', `${P}formats/geotiff.ts`, 'x: x - column * scale[0]', 'x'],
  ['files: stretches meet unseen', `${C}survey/simplify.ts`, '!straight(points, from, to, tolerance)', 'false'],
  ['ahead: the reserve is used up', `${P}ahead/ahead.ts`, 'Math.max(0, volume - reserve)', 'volume'],
  ['ahead: a spring found dry runs', `${P}ahead/ahead.ts`, 'flows.at(-1)?.flow === 0', 'flows.at(-1)?.flow === -1'],
  ['ahead: a level of long ago', `${P}ahead/ahead.ts`, 'today - day > LEVEL_HOLDS', 'today - day > 1e9'],
  ['ahead: springs that never fall', `${P}ahead/ahead.ts`, 'if (!s.recession) return usual;', 'return usual;'],
  [
    'ahead: rain of another season',
    `${P}ahead/ahead.ts`,
    'dayOfYear(year, monthDay) - first',
    'dayOfYear(year, monthDay) - first + 180',
  ],
  ['upkeep: a storm before it was done', `${P}upkeep/due.ts`, 'wet.find((d) => d > from)', 'wet[0]'],
  ['upkeep: two winters in one', `${P}upkeep/due.ts`, 'done ? base + SEASON : base', 'base'],
  ['upkeep: use forgotten', `${P}upkeep/due.ts`, 'Math.floor(limit / job.usePerDay)', 'Math.floor(limit * 1e6)'],
  [
    'upkeep: the time that was entered first',
    `${P}upkeep/due.ts`,
    "(last.get(e.upkeep)?.on ?? '') > on",
    'last.has(e.upkeep)',
  ],
  [
    'log: sent and there twice',
    `${W}session/logrows.ts`,
    'if (entry.id === undefined || !there.has(entry.id)) next.push(entry);',
    'next.push(entry);',
  ],
  [
    'log: what was sent and not answered is forgotten',
    `${W}session/logrows.ts`,
    'const ours = sent?.base === version - 1',
    'const ours = version < 0 && sent?.base === version - 1',
  ],
  [
    'log: what another device took out comes back',
    `${W}session/logrows.ts`,
    'changedHere && before?.version === version ? own',
    'own ? own',
  ],
  ['build: concrete in the frost', `${P}build/dates.ts`, 'warm[monthOf(day)] >= COLD', 'warm[monthOf(day)] >= -99'],
  ['diagnosis: a filling after the wrong visit', `${P}solve/refill.ts`, 'done.length > 0 ? done : visits', 'visits'],
  ['parts: couplings of the walk book joined again', `${P}parts/bill.ts`, '- 1 - there', '- 1'],
  [
    'stock: sand that lets through what lies under its spill',
    `${P}kinds/water.ts`,
    'floorOf(vessel) + (vessel.outletM ?? 0) }] }',
    'floorOf(vessel) }] }',
  ],
  ['stock: sand without its depth', `${C}filter/index.ts`, '(conductivity * area) / depth', 'conductivity * area'],
  [
    'stock: an element straight or square alike',
    `${P}compile/parts.ts`,
    "law === 'straight' ? sum +",
    "law !== 'straight' ? sum +",
  ],
  ['stock: a filter raised without its crest', `${P}solve/stands.ts`, '+= by;', '+= 0 * by;'],
  ['stock: places of a round rim as of a straight one', `${P}catalogue/troughs.data.ts`, 'round: 0.7', 'round: 1'],
  [
    'stock: a far herd as a near one',
    `${P}trough/trough.ts`,
    'near + Math.min(1, Math.max(0, t)) * (far - near)',
    'near + 0 * t * (far - near)',
  ],
  [
    'stock: frost that a lid does not hold',
    `${P}trough/trough.ts`,
    '(1 - (setting.covered ?? 0))',
    '(1 - 0 * (setting.covered ?? 0))',
  ],
  [
    'stock: a tote filled for ever',
    `${C}simulation/flows.ts`,
    'tops && into >= 0 ? q * this.#room(into) : q',
    'tops && into >= 1e9 ? q * this.#room(into) : q',
  ],
  [
    'stock: a tote filled in every month',
    `${P}intime/place.ts`,
    '(!moved.months || moved.months.includes(month))',
    '(!moved.months || month > 0)',
  ],
  [
    'stock: what runs over feeds nothing',
    `${P}topology/topology.ts`,
    '[node.overflowInto, ...(node.takings',
    '[...(node.takings',
  ],
  [
    'stock: a tote tips without its stack',
    `${C}stand/tipping.ts`,
    'const arm = l.raised + l.height / 2;',
    'const arm = l.height / 2;',
  ],
  [
    'stock: a pump that lifts for nothing',
    `${C}supply/electric.ts`,
    '(p.density * GRAVITY * p.head * p.perDay) / p.efficiency',
    'p.density * GRAVITY * p.head * p.perDay',
  ],
  [
    'network: the last digits of heads count as flow',
    `${C}network/newton.ts`,
    'Math.max(0, Math.abs(step[l]) - digits)',
    'Math.max(0, Math.abs(step[l]) - 0 * digits)',
  ],
];

const S = 'packages/server/src/';
/** Keeping safe: what stands between stored plans and what could harm them. */
const SERVER = [
  [
    'server: one that fails takes the others with it',
    `${S}db/patient.ts`,
    'if (jobs.length > 1 && ofSqlite(error)) for (const job of jobs) await commit([job]);\n      else jobs',
    'jobs',
  ],
  [
    'server: a text is read as text',
    `${S}db/text.ts`,
    'sql`cast(${column} as blob)`.mapWith(decodeText);',
    'sql`${column}`.mapWith(decodeText);',
  ],
  [
    'server: the log is left beside the file',
    `${S}db/database.ts`,
    'PRAGMA wal_checkpoint(TRUNCATE)',
    'PRAGMA user_version',
  ],
  ['server: half of a salt', `${S}storage/wal.ts`, 'if (own || half)', 'if (own)'],
  [
    'server: a plan that is not what was saved',
    `${S}storage/sound.ts`,
    'if (kept !== text && ',
    'if (kept === undefined && ',
  ],
  ['server: twelve months', `${S}storage/names.ts`, 'newestOf(7, MONTHS_KEPT)', 'newestOf(7, DAYS_KEPT)'],
  [
    'server: a copy is looked over',
    `${S}storage/copies.ts`,
    'const damage = await damageOf(part);',
    'const damage = undefined;',
  ],
  ['server: readings of since then', `${S}storage/restore.ts`, 'w.version + 1, null,', 'w.version, null,'],
  [
    'server: what was there is kept',
    `${S}storage/restore.ts`,
    "await makeCopy(place, 'before-restore', now)",
    'undefined',
  ],
  ['server: who was signed in', `${S}storage/restore.ts`, "await client.execute('delete from sessions');", ''],
  ['server: addresses of the network', `${S}http/doors.ts`, 'if (!doors.open) return false;', ''],
  ['server: a sibling of our site', `${S}http/doors.ts`, "? site === 'same-origin'", "? site !== 'cross-site'"],
  ['server: the cookie of other sites', `${S}http/signing.ts`, "sameSite: 'strict',", "sameSite: 'lax',"],
  ['server: copies for readers', `${S}http/app.ts`, "    api.use('/copies', mayWrite(options.keys));\n", ''],
  ['server: another passphrase', `${S}db/keys.ts`, 'where(eq(sessions.role, role))', "where(eq(sessions.id, 'x'))"],
  ['server: slow bodies', `${S}http/limits.ts`, 'bytes / (ms / 1000) >= LEAST_BPS', 'bytes >= 0'],
  [
    'server: words of a failed query',
    `${S}http/app.ts`,
    "/failed query/i.test(inner.message ?? '') ? undefined : inner.message?",
    'error.message?',
  ],
  [
    'server: grace of a stop',
    `${S}http/stopping.ts`,
    'performance.now() - Math.max(state.idleSince, begun) >= GRACE_MS',
    'performance.now() >= begun',
  ],
  [
    'server: beyond this machine',
    `${S}start.ts`,
    "if (doors.open && !(await keys.roles()).has('writes'))",
    'if (doors.open && options.port < 0)',
  ],
  ['server: a folder with a hash in its name', `${S}storage/place.ts`, 'pathToFileURL(file).href', '`file:${file}`'],
];

const B = 'packages/book/src/';
/** The book: what it prints, and what it keeps to itself. */
const BOOK = [
  ['book: a title in the style sheet', `${B}write/style.ts`, '/[^\\p{L}\\p{N} .,;:]/gu', '/[\\n]/gu'],
  ['book: names in HTML', `${B}drawing/svg.ts`, ".replace(/</g, '&lt;')", ''],
  ['book: bars in Markdown', `${B}write/markdown.ts`, '[\\\\`*_[\\]<>|#]', '[\\\\`*_[\\]<>#]'],
  ['book: a heading left behind', `${B}pdf/slabs.ts`, 'slabs[j].keepsNext && j + 1', '!slabs[j].keepsNext && j + 1'],
  ['book: the head of a table that goes on', `${B}pdf/slabs.ts`, 'if (slab.head) put(slab.head);', ''],
  [
    'book: a scale that does not fit',
    `${B}drawing/profile.ts`,
    's * power >= least - 1e-9',
    's * power >= 0.9 * least',
  ],
  [
    'book: the pipe drawn to another scale',
    `${B}drawing/profile.ts`,
    'LEFT + (m * 1000) / lengths',
    'LEFT + (m * 990) / lengths',
  ],
  [
    'book: latitude told all the same',
    `${B}chapters/assumptions.ts`,
    'withoutPositions || site.latitudeDeg',
    'site.latitudeDeg',
  ],
  ['book: numbers without an appendix', `${B}book/book.ts`, "writerOf(known, form === 'whole')", 'writerOf(known)'],
  [
    'book: a loss of the leg before',
    `${B}chapters/walk.ts`,
    'w.worked(r.loss,',
    'w.worked(rows[Math.max(0, k - 1)].loss,',
  ],
  [
    'book: words that are too long for a line',
    `${B}pdf/text.ts`,
    '(k > 0 || used > 0)) break;',
    '(k > 0 || used > 1e9)) break;',
  ],
  ['archive: a photograph that changed', `${B}archive/archive.ts`, 'bytesToHex(sha256(found)) !== f.sha256', 'false'],
  [
    'archive: a photograph that is missing',
    `${B}archive/archive.ts`,
    'if (!found) return',
    'if (!found && f.bytes < 0) return',
  ],
  [
    'book: a working of another figure',
    `${B}chapters/troughs.ts`,
    'volumeWorking(node, runs.full)',
    'volumeWorking(node, height)',
  ],
  [
    'book: a number though its working gives another',
    `${B}known/writer.ts`,
    '!working || same(si, working.result.value)',
    '!working || si !== Infinity',
  ],
  [
    'appendix: figures of the first in each row',
    `${B}known/appendix.ts`,
    'const t = w.terms[k];',
    'const t = first.terms[k];',
  ],
  [
    'appendix: numbers by the text',
    `${B}known/appendix.ts`,
    'order.map((w, k) => [keyOf(w), k + 1])',
    'kept.map((w, k) => [keyOf(w), k + 1])',
  ],
  ['appendix: what is taken away is added', `${B}known/appendix.ts`, '`-\\\\s*', '`[+]\\\\s*'],
  [
    'book: the speed of the first leg',
    `${B}chapters/walk.ts`,
    'speedWorking(compiled, result, line.id, k)',
    'speedWorking(compiled, result, line.id, 0)',
  ],
];

const D = 'packages/display/src/';
/** Figures that findings tell: their tests are those of the display. */
const TOLD = [
  [
    'told: all shut with the tanks as they stand',
    `${P}solve/toldworkings.ts`,
    "{ level: 'full' }",
    "{ level: 'start' }",
  ],
  [
    'told: a full pipe with the yield counted',
    `${P}solve/findings.ts`,
    'if (limitLink >= 0) state.limit',
    'if (limitLink > 1e6) state.limit',
  ],
  [
    'told: the air whole where it is pressed',
    `${P}solve/toldworkings.ts`,
    'pressed ? air.missingCompressed : air.missing',
    'pressed ? air.missing : air.missing',
  ],
  [
    'told: another leg’s surge',
    `${P}solve/toldworkings.ts`,
    'speedWorking(c, result, id, worst.leg);',
    'speedWorking(c, result, id, worst.leg + 1);',
  ],
  [
    'told: a misclosure added',
    `${P}solve/toldworkings.ts`,
    "name: 'known height of its end', value: known, less: true",
    "name: 'known height of its end', value: known, less: false",
  ],
  [
    'told: the room over a float',
    `${P}budget/toldworkings.ts`,
    '[float.node.overflowM, float.closes]',
    '[float.node.overflowM, float.node.overflowM]',
  ],
  [
    'told: the gutter without its length',
    `${P}budget/toldworkings.ts`,
    'gutterCarries(g)',
    'gutterCarries({ ...g, lengthM: 30 })',
  ],
  [
    'told: the bed that is least off',
    `${D}toldbenches.ts`,
    'most(stands.beds, (b) => Math.abs(b.off))',
    'most(stands.beds, (b) => -Math.abs(b.off))',
  ],
  [
    'told: the steepest leg of a drain',
    `${D}toldbenches.ts`,
    'most(r.legs, (l) => -l.fall)',
    'most(r.legs, (l) => l.fall)',
  ],
  ['told: a stand’s first check', `${D}toldbenches.ts`, 'k.code === values.check', 'k.code !== values.check'],
  [
    'told: what a run changes, the other way',
    `${P}simulate/workings.ts`,
    "['\\\\Delta y', v.end - v.start, 'length']",
    "['\\\\Delta y', v.end - 2 * v.start, 'length']",
  ],
];

const only = process.argv.includes('--only') ? process.argv[process.argv.indexOf('--only') + 1] : '';
const faults = [
  ...NAMED.map((f) => [...f, 'named']),
  ...[...OWN, ...SERVER, ...BOOK, ...TOLD].map((f) => [...f, 'own']),
].filter(([name]) => name.includes(only));

const copy = mkdtempSync(join(tmpdir(), 'vernal-mutate-'));
const listed = spawnSync('git', ['ls-files', 'packages', 'demo', 'scripts', '*.json', '*.ts', '*.js'], {
  cwd: root,
  encoding: 'utf8',
}).stdout.split('\n');
for (const file of listed.filter(Boolean)) {
  mkdirSync(dirname(join(copy, file)), { recursive: true });
  writeFileSync(join(copy, file), readFileSync(join(root, file)));
}
// every package as it is installed, but ours from the copy
mkdirSync(join(copy, 'node_modules/@vernal-slope'), { recursive: true });
for (const name of readdirSync(join(root, 'node_modules')))
  if (name !== '@vernal-slope' && !name.startsWith('.'))
    symlinkSync(join(root, 'node_modules', name), join(copy, 'node_modules', name));
for (const name of readdirSync(join(copy, 'packages')))
  symlinkSync(join(copy, 'packages', name), join(copy, 'node_modules/@vernal-slope', name));

const vitest = join(root, 'node_modules/vitest/vitest.mjs');
const unseen = [];
const counts = { named: [0, 0], own: [0, 0] };
for (const [name, file, from, to, group] of faults) {
  const path = join(copy, file);
  const text = readFileSync(path, 'utf8');
  if (text.split(from).length !== 2) {
    console.log(`?      ${name}: “${from}” stands ${text.split(from).length - 1} times in ${file}`);
    process.exitCode = 1;
    continue;
  }
  writeFileSync(
    path,
    text.replace(from, () => to),
  );
  // what is wrong with the book its own tests see, and so with what is told
  const own = file.startsWith(B) ? 'packages/book' : name.startsWith('told:') ? 'packages/display' : undefined;
  const tests = own ? ['run', own] : ['related', path, '--run'];
  const args = [...tests, '--bail', '1', '--config', 'vitest.config.ts', '--reporter', 'dot'];
  // tests of the server take their time, and see nothing of the rest
  const others = file.startsWith(S) ? ['--exclude', 'scripts/**'] : ['--exclude', 'packages/server/**'];
  const { status } = spawnSync(process.execPath, [vitest, ...args, ...others], {
    cwd: copy,
    stdio: 'ignore',
  });
  writeFileSync(path, text);
  counts[group][1]++;
  if (status === 0) unseen.push(name);
  else counts[group][0]++;
  console.log(`${status === 0 ? 'UNSEEN' : 'seen  '} ${name}`);
}
rmSync(copy, { recursive: true, force: true });
for (const [group, [seen, all]] of Object.entries(counts))
  if (all > 0) console.log(`${group}: ${seen} of ${all} seen (${Math.round((100 * seen) / all)} %)`);
if (unseen.length > 0) process.exitCode = 1;

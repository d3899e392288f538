<script setup lang="ts">
// The hillside: a section true to its heights, with the water standing as high as its pressure.
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { computed, ref, useId } from 'vue';
import type { PlanResults } from '../composables/usePlanResults.ts';
import { sectionOf, type Vessel } from '../hillside/section.ts';
import { fixed, fromSI, showText, unitFor } from '../display/quantities.ts';
import { nameIn } from '../display/names.ts';
import { worstOf } from '@vernal-slope/core/judge';
import { tankCapacity } from '@vernal-slope/core/tank';
import { tankShape } from '@vernal-slope/plan/compile';
import { useSettings } from '../stores/settings.ts';
import type { FigureKey } from '../display/words.ts';
import DropGlyph from './DropGlyph.vue';

export interface LegRef {
  readonly line: string;
  readonly leg: number;
}

const props = defineProps<{
  results: PlanResults;
  chosen: string;
  leg: LegRef | null;
  hovered: LegRef | null;
  title: string;
}>();
const emit = defineEmits<{
  leg: [leg: LegRef];
  hover: [leg: LegRef | null];
  choose: [id: string];
  open: [key: FigureKey];
}>();

const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(holder);
const fade = useId();

const section = computed(() => sectionOf(props.results, props.chosen));
const plan = computed(() => props.results.compiled.plan);
const narrow = computed(() => width.value < 700);
const w = computed(() => Math.max(320, width.value));
const h = computed(() => Math.max(160, height.value));
/** Height kept for the key under the drawing: one line where there is room, else two. */
const foot = computed(() => (narrow.value ? 0 : w.value < 900 ? 36 : 18));
const side = computed(() => (narrow.value ? 48 : 84));
const x = computed(() =>
  scaleLinear()
    .domain(section.value.x)
    .range([side.value + (narrow.value ? 12 : 60), w.value - (narrow.value ? 40 : 90)]),
);
const y = computed(() =>
  scaleLinear()
    .domain(section.value.z)
    .range([h.value - foot.value - (narrow.value ? 40 : 34), narrow.value ? 84 : 92]),
);
/** How many times heights are stretched against distances. */
const stretch = computed(() => Math.abs(y.value(1) - y.value(0)) / Math.abs(x.value(1) - x.value(0)));
const metresPer = computed(() => fromSI(1, unitFor('height', settings.units)));
/** Ticks with as many decimals as tell them apart. */
function ticksOf(from: number, to: number, count: number): { at: number; text: string }[] {
  const list = scaleLinear().domain([from, to]).ticks(count);
  const step = list.length > 1 ? list[1] - list[0] : 1;
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  return list.map((at) => ({ at, text: fixed(at, decimals) }));
}
const heightTicks = computed(() =>
  ticksOf(section.value.z[0] * metresPer.value, section.value.z[1] * metresPer.value, narrow.value ? 4 : 7).map(
    (t) => ({ z: t.at / metresPer.value, text: t.text }),
  ),
);
const distanceTicks = computed(() =>
  section.value.strips.length === 0
    ? []
    : ticksOf(
        Math.max(0, section.value.x[0]) * metresPer.value,
        section.value.x[1] * metresPer.value,
        narrow.value ? 4 : 9,
      ).map((t) => ({ x: t.at / metresPer.value, text: t.text })),
);
const lengthUnit = computed(() => unitFor('height', settings.units).symbol);

const path = line<{ x: number; z: number }>(
  (p) => x.value(p.x),
  (p) => y.value(p.z),
);
const ground = computed(() => section.value.strips.flatMap((s, k) => (k === 0 ? s.ground : s.ground.slice(1))));
/** Ground with a stretch of level ground at both ends, so that vessels stand on something. */
const groundLine = computed(() => {
  const points =
    ground.value.length > 0
      ? ground.value
      : [{ x: section.value.vessels[0]?.x ?? 0, z: section.value.vessels[0]?.ground ?? 0 }];
  const first = points[0];
  const last = points[points.length - 1];
  return [{ x: x.value.invert(0), z: first.z }, ...points, { x: x.value.invert(w.value), z: last.z }];
});
const groundPath = computed(() => path(groundLine.value) ?? '');
const earthPath = computed(() => `${groundPath.value}V${h.value}H0Z`);
const pipePath = computed(() => section.value.strips.map((s) => path([...s.pipe]) ?? '').join(''));
const standingPath = computed(() => section.value.strips.map((s) => path([...s.standing]) ?? '').join(''));
const runningPath = computed(() =>
  section.value.strips.map((s) => path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? '').join(''),
);
const waterArea = area<{ x: number; pipe: number; line: number }>()
  .x((p) => x.value(p.x))
  .y0((p) => y.value(p.pipe))
  .y1((p) => y.value(Math.max(p.line, p.pipe)));
const waterPath = computed(() => section.value.strips.map((s) => waterArea([...s.running]) ?? '').join(''));

/** Columns of water between the pipe and the running line, one every few pixels. */
const columns = computed(() => {
  const list: { x: number; top: number; foot: number }[] = [];
  for (const strip of section.value.strips) {
    const points = strip.running;
    for (let k = 0; k + 1 < points.length; k++) {
      const [a, b] = [points[k], points[k + 1]];
      const [xa, xb] = [x.value(a.x), x.value(b.x)];
      for (let px = Math.ceil(xa / 6) * 6; px < xb; px += 6) {
        const t = (px - xa) / (xb - xa);
        const pipe = a.pipe + t * (b.pipe - a.pipe);
        const grade = a.line + t * (b.line - a.line);
        if (grade > pipe) list.push({ x: px, top: y.value(grade), foot: y.value(pipe) });
      }
    }
  }
  return list;
});

/** Tufts of grass along the ground, placed the same on every draw. */
const tufts = computed(() => {
  let d = '';
  const points = groundLine.value;
  for (let k = 0; k + 1 < points.length; k++) {
    const [xa, xb] = [x.value(points[k].x), x.value(points[k + 1].x)];
    for (let px = xa + 3; px < xb; px += 5) {
      const z = y.value(points[k].z) + ((px - xa) / (xb - xa)) * (y.value(points[k + 1].z) - y.value(points[k].z));
      const lean = ((px * 7919) % 5) - 2;
      d += `M${px.toFixed(1)} ${z.toFixed(1)}l${(lean * 0.6).toFixed(1)} ${(-2 - ((px * 31) % 3)).toFixed(1)}`;
    }
  }
  return d;
});

const shownLeg = computed(() => props.hovered ?? props.leg);
const band = computed(() =>
  section.value.legs.find((l) => l.line === shownLeg.value?.line && l.leg === shownLeg.value.leg),
);

const VESSEL_WIDTH = { tank: 36, trough: 40 } as const;
function box(v: Vessel): { left: number; width: number; top: number; foot: number; water: number; ground: number } {
  const width = v.node.kind === 'trough' ? VESSEL_WIDTH.trough : VESSEL_WIDTH.tank;
  const gap = v.node.kind === 'trough' ? 14 : 0;
  const left = v.side === 'end' ? x.value(v.x) + gap : x.value(v.x) - width - (v.side === 'middle' ? 0 : 0);
  return {
    left,
    width,
    top: y.value(v.floor + v.height),
    foot: y.value(v.floor),
    water: y.value(v.floor + v.level),
    ground: y.value(v.ground),
  };
}

const vessels = computed(() =>
  section.value.vessels.map((v) => ({
    ...v,
    box: box(v),
    name: v.node.name ?? v.id,
    holds:
      v.node.kind === 'tank'
        ? showText(tankCapacity(tankShape(v.node.shape, v.node.count)), 'volume', settings.units)
        : '',
  })),
);

const labels = computed(() =>
  section.value.tubes.map((t) => {
    const node = props.results.result.nodes.get(t.id);
    return {
      ...t,
      name: nameIn(plan.value, t.id),
      severity: worstOf(props.results.findings.filter((f) => f.at === t.id)),
      pressure: showText(node?.pressure ?? 0, 'pressure', settings.units),
      flow: showText(node?.flow ?? 0, 'flow', settings.units),
      left: Math.min(x.value(t.x), w.value - (nameIn(plan.value, t.id).length > 16 ? 108 : 70)),
      flowing: (node?.flow ?? 0) > 0,
    };
  }),
);

/** Places at the ends of lines behind, apart from each other where they would touch. */
const behindEnds = computed(() => {
  const placed: { left: number; top: number }[] = [];
  return section.value.behind.flatMap((s) => {
    if (!s.end) return [];
    const left = Math.min(Math.max(60, x.value(s.end.x)), w.value - 70);
    let top = y.value(s.end.z) - 26;
    while (placed.some((p) => Math.abs(p.left - left) < 110 && Math.abs(p.top - top) < 22)) top += 22;
    placed.push({ left, top });
    return [
      {
        id: s.end.id,
        name: nameIn(plan.value, s.end.id),
        severity: worstOf(props.results.findings.filter((f) => f.at === s.end?.id)),
        left,
        top: Math.min(top, h.value - foot.value - 60),
      },
    ];
  });
});
const behindGround = computed(() => section.value.behind.map((s) => `${path([...s.ground]) ?? ''}`));

const source = computed(() => {
  const first = section.value.strips[0];
  const map = first && props.results.compiled.lines.get(first.line);
  const node = map && plan.value.nodes.find((n) => n.id === map.plan.from);
  if (node?.kind !== 'source') return null;
  const flow = -(props.results.result.nodes.get(node.id)?.flow ?? 0);
  return {
    name: node.name ?? node.id,
    x: x.value(first.pipe[0].x),
    y: y.value(node.groundM),
    flow: showText(flow, 'flow', settings.units),
    type: node.type,
  };
});

const riseWords = (rise: number): string =>
  Math.abs(rise) < 0.005 ? 'level' : `${rise > 0 ? 'up' : 'down'} ${showText(Math.abs(rise), 'rise', settings.units)}`;

const FLAG_WORDS = { holds: 'holds the flow', stops: 'stops the water', air: 'air can stop it' } as const;

function legAt(event: MouseEvent): LegRef | null {
  const rect = holder.value?.getBoundingClientRect();
  if (!rect) return null;
  const at = x.value.invert(event.clientX - rect.left);
  const found = section.value.legs.find((l) => at >= l.x0 && at <= l.x1);
  return found ? { line: found.line, leg: found.leg } : null;
}

function onKey(event: KeyboardEvent): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  const step =
    event.key === 'ArrowRight' || event.key === 'ArrowDown'
      ? 1
      : event.key === 'ArrowLeft' || event.key === 'ArrowUp'
        ? -1
        : 0;
  if (step === 0) return;
  event.preventDefault();
  const list = section.value.legs;
  const now = list.findIndex((l) => l.line === props.leg?.line && l.leg === props.leg.leg);
  const next = list[Math.min(list.length - 1, Math.max(0, now < 0 ? 0 : now + step))];
  if (next) emit('leg', { line: next.line, leg: next.leg });
}

const summary = computed(() => {
  const tube = labels.value[0];
  return tube
    ? `${props.title}. ${tube.name}: ${tube.flowing ? `${tube.flow} at ${tube.pressure}` : 'no flow'}. Use the arrow keys to go along the line; the walk book below has every figure.`
    : `${props.title}.`;
});

const rows = computed(() =>
  section.value.strips.flatMap((strip) => {
    const map = props.results.compiled.lines.get(strip.line);
    const found = props.results.result.lines.get(strip.line);
    if (!map || !found) return [];
    return map.geometry.chainage.map((chainage, k) => ({
      key: `${strip.line}-${k}`,
      line: nameIn(plan.value, strip.line),
      chainage: showText(chainage, 'distance', settings.units),
      ground: showText(map.geometry.ground[k], 'height', settings.units),
      grade: showText(found.grade[k], 'height', settings.units),
      pressure: showText(found.pressure[k], 'pressure', settings.units),
    }));
  }),
);
defineExpose({ section });
</script>

<template>
  <section class="hillside" aria-label="Hillside">
    <div
      ref="holder"
      class="drawing"
      tabindex="0"
      role="group"
      :aria-label="summary"
      @mousemove="emit('hover', legAt($event))"
      @mouseleave="emit('hover', null)"
      @click="
        (event) => {
          const found = legAt(event);
          if (found) emit('leg', found);
        }
      "
      @keydown="onKey"
    >
      <svg :width="w" :height="h" :viewBox="`0 0 ${w} ${h}`" aria-hidden="true" data-test="hillside">
        <defs>
          <linearGradient :id="fade" x1="0" y1="0" x2="0" y2="1">
            <stop offset="0.55" stop-color="var(--earth-wash)" />
            <stop offset="1" stop-color="var(--paper)" />
          </linearGradient>
        </defs>
        <rect
          v-if="band"
          class="band"
          :x="x(band.x0)"
          y="64"
          :width="Math.max(1, x(band.x1) - x(band.x0))"
          :height="h - 92"
        />
        <g class="behind" data-test="behind">
          <path
            v-for="(d, k) in behindGround"
            :key="k"
            :d="`${d}V${h}H${x(section.behind[k].ground[0].x)}Z`"
            class="far-earth"
          />
        </g>
        <path :d="earthPath" :fill="`url(#${fade})`" />
        <g class="behind">
          <template v-for="(s, k) in section.behind" :key="s.line">
            <path :d="behindGround[k]" class="far-ground" />
            <path :d="path([...s.pipe]) ?? ''" class="far-pipe" />
            <path :d="path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? ''" class="far-line" />
          </template>
        </g>
        <path :d="waterPath" class="water" data-test="water" />
        <path class="columns" :d="columns.map((c) => `M${c.x} ${c.top.toFixed(1)}V${c.foot.toFixed(1)}`).join('')" />
        <path :d="groundPath" class="ground" />
        <path :d="tufts" class="grass" />
        <path :d="standingPath" class="standing" data-test="standing-line" />
        <path :d="pipePath" class="pipe" data-test="pipe" />
        <path :d="runningPath" class="running-edge" />
        <path :d="runningPath" class="running" data-test="running-line" />

        <g class="axis">
          <g v-for="tick in heightTicks" :key="tick.z" :transform="`translate(0 ${y(tick.z)})`">
            <line x1="0" x2="6" />
            <text x="10" dy="0.35em">
              {{ tick.text }}{{ tick === heightTicks.at(-1) && !narrow ? ` ${lengthUnit}` : '' }}
            </text>
          </g>
          <g v-for="(tick, k) in distanceTicks" :key="tick.x" :transform="`translate(${x(tick.x)} ${h - foot - 18})`">
            <line y1="-12" y2="-6" />
            <text text-anchor="middle" dy="0.6em">{{ tick.text }}</text>
            <text v-if="k === distanceTicks.length - 1" :x="tick.text.length * 4 + 8" dy="0.6em">{{ lengthUnit }}</text>
          </g>
        </g>

        <g v-for="v in vessels" :key="v.id + v.side" class="vessel">
          <g v-if="v.floor - v.ground > 0.01" class="stand">
            <path
              :d="`M${v.box.left + 4} ${v.box.foot}V${v.box.ground}M${v.box.left + v.box.width - 4} ${v.box.foot}V${v.box.ground}`"
            />
            <path
              :d="`M${v.box.left + 4} ${v.box.foot}L${v.box.left + v.box.width - 4} ${v.box.ground}M${v.box.left + v.box.width - 4} ${v.box.foot}L${v.box.left + 4} ${v.box.ground}`"
              class="brace"
            />
            <path :d="`M${v.box.left - 3} ${v.box.foot}H${v.box.left + v.box.width + 3}`" class="deck" />
          </g>
          <path
            v-if="v.pipeEnd !== undefined && v.inlet !== undefined"
            class="pipe"
            :d="
              v.side === 'end'
                ? `M${x(v.x)} ${y(v.pipeEnd)}V${y(v.inlet)}H${v.box.left + 5}`
                : `M${x(v.x)} ${y(v.pipeEnd)}H${v.box.left - 6}V${y(v.inlet)}H${v.box.left + 5}`
            "
          />
          <rect
            class="inside"
            :x="v.box.left"
            :y="v.box.top"
            :width="v.box.width"
            :height="Math.max(2, v.box.foot - v.box.top)"
          />
          <rect
            class="fill"
            :x="v.box.left"
            :y="v.box.water"
            :width="v.box.width"
            :height="Math.max(1, v.box.foot - v.box.water)"
          />
          <path
            class="shell"
            :d="`M${v.box.left} ${v.box.top}V${v.box.foot}H${v.box.left + v.box.width}V${v.box.top}${v.node.kind === 'tank' ? 'Z' : ''}`"
          />
        </g>

        <g v-if="source" class="spring">
          <path :d="`M${source.x - 26} ${source.y - 8}h22v10h-26z`" />
          <path
            class="seep"
            :d="`M${source.x - 18} ${source.y - 14}v4M${source.x - 12} ${source.y - 16}v5M${source.x - 6} ${source.y - 13}v4`"
          />
        </g>

        <g v-for="t in labels" :key="t.id" class="tube">
          <rect
            class="glass"
            :x="x(t.x) - 5"
            :y="y(t.standing) - 14"
            width="10"
            :height="Math.max(2, y(t.foot) - y(t.standing) + 14)"
          />
          <rect
            v-if="t.head > t.foot"
            class="fill"
            :x="x(t.x) - 5"
            :y="y(t.head)"
            width="10"
            :height="Math.max(1, y(t.foot) - y(t.head))"
            data-test="tube-water"
          />
          <path class="shell" :d="`M${x(t.x) - 5} ${y(t.standing) - 14}V${y(t.foot)}h10V${y(t.standing) - 14}`" />
          <path
            v-if="t.wanted !== undefined"
            class="notch"
            :class="{ low: t.head < t.wanted }"
            data-test="notch"
            :d="`M${x(t.x) - 7} ${y(t.wanted)}l-8 -5v10zM${x(t.x) + 7} ${y(t.wanted)}l8 -5v10z`"
          />
        </g>

        <g v-for="flag in section.flags" :key="flag.x" class="flag" data-test="flag">
          <path class="pole" :d="`M${x(flag.x)} ${y(flag.z)}V${y(section.z[1]) - 6}`" />
          <path class="cloth" :d="`M${x(flag.x)} ${y(section.z[1]) - 8}h132l-8 11 8 11h-132z`" />
          <text :x="x(flag.x) + 9" :y="y(section.z[1]) + 8">{{ FLAG_WORDS[flag.code] }}</text>
        </g>
        <text v-if="band" class="band-label" :x="Math.min(x(band.x0) + 4, w - 130)" y="80">
          leg {{ band.leg + 1 }}, {{ riseWords(band.rise) }}
        </text>
      </svg>

      <span
        v-for="v in vessels.filter((v) => v.node.kind === 'tank')"
        :key="v.id"
        class="tag"
        :style="{ left: `${v.box.left + v.box.width + 6}px`, top: `${v.box.top - (narrow ? 22 : 40)}px` }"
      >
        <strong>{{ v.name }}</strong><template v-if="!narrow"
          ><br /><span class="figure">{{ v.holds }}</span></template
        >
      </span>
      <span
        v-if="source"
        class="tag"
        :style="{ left: `${Math.max(10, source.x - 90)}px`, top: `${source.y - (narrow ? 40 : 58)}px` }"
      >
        <strong>{{ source.name }}</strong><template v-if="!narrow"
          ><br /><span class="earth">gives </span><span class="figure">{{ source.flow }}</span></template
        >
      </span>
      <span
        v-for="t in labels"
        :key="t.id"
        class="tag outlet"
        :class="{ chosen: t.id === chosen }"
        :style="{ left: `${t.left}px`, top: '8px' }"
      >
        <button type="button" class="name" :title="t.name" @click.stop="emit('choose', t.id)">{{ t.name }}</button>
        <span class="value"
          ><DropGlyph :level="t.severity" /><button
            v-if="t.flowing"
            type="button"
            class="figure"
            title="Show the working"
            @click.stop="emit('open', { of: 'pressure', id: t.id })"
          >
            {{ t.pressure }}</button
          ><span v-else>no flow</span></span
        >
      </span>

      <span
        v-for="e in behindEnds"
        :key="`behind-${e.id}`"
        class="tag far"
        :style="{ left: `${e.left}px`, top: `${e.top}px` }"
      >
        <button
          type="button"
          :title="`Show the way to ${e.name}`"
          :data-behind="e.id"
          @click.stop="emit('choose', e.id)"
        >
          <DropGlyph :level="e.severity" :size="13" />{{ e.name }}
        </button>
      </span>

      <div class="foot">
        <ul class="key" aria-hidden="true">
          <li>
            <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="standing" /></svg>standing line, all
            shut
          </li>
          <li>
            <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="running" /></svg>running line
          </li>
          <li v-if="labels.some((t) => t.wanted !== undefined)">
            <svg width="30" height="12">
              <path class="notch" d="M9 6l-8 -5v10zM21 6l8 -5v10z" />
              <path class="shell" d="M13 0v12M17 0v12" /></svg
            >what it wants
          </li>
        </ul>
        <p class="scale">
          Heights drawn {{ stretch >= 1.5 ? `${Math.round(stretch)} times` : 'true' }}; widths of tanks and troughs not
          to scale.
        </p>
      </div>
    </div>
    <div class="visually-hidden">
      <table>
        <caption>
          The hillside as a table
        </caption>
        <thead>
          <tr>
            <th>Line</th>
            <th>Along the line</th>
            <th>Ground</th>
            <th>Running line</th>
            <th>Pressure</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key">
            <td>{{ row.line }}</td>
            <td>{{ row.chainage }}</td>
            <td>{{ row.ground }}</td>
            <td>{{ row.grade }}</td>
            <td>{{ row.pressure }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.hillside {
  position: relative;
}

.drawing {
  position: relative;
  height: 100%;
  overflow: hidden;
}

.drawing:focus-visible {
  outline-offset: -3px;
}

svg {
  display: block;
}

.ground {
  fill: none;
  stroke: var(--moss);
  stroke-width: var(--line);
}

.grass {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1;
}

.water {
  fill: var(--water-wash);
  fill-opacity: var(--shade-alpha);
}

.columns {
  stroke: var(--water);
  stroke-opacity: var(--hatch-alpha);
  stroke-width: 1.5;
}

.standing {
  fill: none;
  stroke: var(--water);
  stroke-width: var(--line);
  stroke-dasharray: 1.5 4;
  stroke-linecap: round;
}

.pipe {
  fill: none;
  stroke: var(--ink);
  stroke-width: var(--line-pipe);
  stroke-linejoin: round;
}

.running-edge {
  fill: none;
  stroke: var(--paper);
  stroke-width: 6;
}

.running {
  fill: none;
  stroke: var(--water);
  stroke-width: var(--line-pipe);
}

.axis line {
  stroke: var(--rule-strong);
}

.axis text {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
  fill: var(--muted);
  font-family: var(--font-figure);
  font-size: var(--text-s);
}

.band {
  fill: var(--water-wash);
  opacity: 0.45;
}

.band-label {
  fill: var(--water-ink);
  font-weight: 700;
  font-size: var(--text-s);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}

.vessel .inside,
.glass {
  fill: var(--sheet);
}

.vessel .fill,
.tube .fill {
  fill: var(--water);
  fill-opacity: 0.8;
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: var(--line);
}

.stand path {
  fill: none;
  stroke: var(--earth);
  stroke-width: 3;
}

.stand .brace {
  stroke-width: 1.5;
}

.spring path {
  fill: var(--earth);
  fill-opacity: 0.5;
  stroke: var(--earth-ink);
}

.spring .seep {
  stroke: var(--water);
  fill: none;
}

.notch {
  fill: var(--ink);
}

.notch.low {
  fill: var(--amber);
}

.flag .pole {
  stroke: var(--amber);
  stroke-width: 2;
}

.flag .cloth {
  fill: var(--amber-wash);
  stroke: var(--amber);
}

.flag text {
  fill: var(--amber-ink);
  font-weight: 700;
  font-size: var(--text-s);
}

.tag {
  position: absolute;
  line-height: 1.25;
  font-size: var(--text-s);
  white-space: nowrap;
  pointer-events: none;
  text-shadow:
    0 0 3px var(--paper),
    0 0 3px var(--paper);
}

.tag strong {
  display: inline-block;
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  vertical-align: bottom;
  font-size: var(--text-m);
}

.tag .earth {
  color: var(--earth-ink);
}

.tag.outlet {
  transform: translateX(-50%);
  text-align: center;
  pointer-events: auto;
  padding: 4px 8px;
  border-radius: var(--radius);
  text-shadow: none;
}

.tag.outlet.chosen {
  background: var(--water-wash);
}

.far-earth {
  fill: var(--earth-far);
}

.far-ground {
  fill: none;
  stroke: var(--moss);
  stroke-dasharray: 4 3;
  stroke-width: 1.2;
}

.far-pipe {
  fill: none;
  stroke: var(--ink);
  stroke-opacity: 0.6;
  stroke-width: 1.5;
}

.far-line {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.5;
}

.tag.far {
  transform: translateX(-50%);
  pointer-events: auto;
  text-shadow: none;
}

.tag.far button {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  max-width: 150px;
  min-height: 24px;
  padding: 0 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  font-size: var(--text-s);
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: pointer;
}

.tag .name {
  display: block;
  max-width: 190px;
  margin: 0 auto;
  padding: 0;
  border: 0;
  background: none;
  overflow: hidden;
  text-overflow: ellipsis;
  font-weight: 700;
  font-size: var(--text-m);
  cursor: pointer;
}

.tag .value {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-size: var(--text-m);
}

.foot {
  position: absolute;
  left: 16px;
  right: 12px;
  bottom: 2px;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 18px;
}

.key {
  display: flex;
  gap: 18px;
  margin: 0;
  padding: 0;
  list-style: none;
  color: var(--earth-ink);
  font-size: var(--text-s);
}

.key li {
  display: flex;
  gap: 8px;
  align-items: center;
}

.scale {
  color: var(--muted);
  font-size: var(--text-s);
}

@media (max-width: 700px) {
  .foot {
    display: none;
  }
}
</style>

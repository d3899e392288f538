<script setup lang="ts">
// Joints: one cut open, the other ways to close it, the wall it goes through, and all the others beside.
import { computed } from 'vue';
import { endWords, SYSTEMS, type End } from '@vernal-slope/core/parts';
import type { Working } from '@vernal-slope/core/working';
import type { Command } from '@vernal-slope/plan/edit';
import {
  floatSweep,
  idsOf,
  keptChain,
  narrowWorking,
  setPipeEnd,
  setWall,
  suits,
  takeChain,
  type Joint,
} from '@vernal-slope/plan/parts';
import { showText, fixed } from '@vernal-slope/display/quantities';
import { nameIn } from '@vernal-slope/display/names';
import { said } from '../../display/faults.ts';
import { planField } from '@vernal-slope/display/planfields';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import type { PartsAnswer } from '../../workers/parts.ts';
import OverflowLead from './OverflowLead.vue';
import JointDrawing from './JointDrawing.vue';
import { chainWords, endName, jointTitle, sameChain } from './jointwords.ts';

const props = defineProps<{ answer: PartsAnswer }>();
const picked = defineModel<string>('joint', { required: true });
const emit = defineEmits<{ working: [working: Working | undefined]; try: [command: Command] }>();
const settings = useSettings();
const { edit, perform } = useEdits();
const plan = computed(() => props.answer.plan);
const joints = computed(() => props.answer.bill.joints);
/** m, of what a table or a part has in mm. */
const m = planField('boreMm').toSI;
const levelOf = (j: Joint): 'ok' | 'warning' | 'error' =>
  j.unknown || j.stale
    ? 'warning'
    : !j.chain
      ? 'error'
      : j.wallMm !== undefined && !suits(j.chain, j.wallMm)
        ? 'warning'
        : 'ok';
/** Those that do not close come first. */
const ranked = computed(() => {
  const order = { error: 0, warning: 1, ok: 2 };
  return [...joints.value].sort((a, b) => order[levelOf(a)] - order[levelOf(b)]);
});
const now = computed(() => joints.value.find((j) => j.key === picked.value) ?? ranked.value[0]);
const at = computed(() => joints.value.indexOf(now.value) + 1);
const options = computed(() => joints.value.map((j) => ({ value: j.key, label: jointTitle(plan.value, j) })));
const names = computed<readonly [string, string]>(() => {
  const { chain, of, kind } = now.value;
  // what stands in a line has the line's own pipe on both sides
  const to = kind === 'fitting' ? of[0] : of[1];
  return chain ? [endName(plan.value, of[0], chain.from), endName(plan.value, to, chain.to)] : ['', ''];
});
const hole = computed(() => now.value.chain?.links.find((l) => l.part.hole)?.part.hole);
const wallOf = computed(() => plan.value.nodes.find((n) => n.id === now.value.wallOf));
const setWallTo = (mm: number): string | undefined =>
  now.value.wallOf === undefined ? undefined : said(edit(setWall(now.value.wallOf, mm)));
const offers = computed(() =>
  now.value.offers.map((c, k) => ({
    chain: c,
    key: idsOf(c).join() + k,
    taken: sameChain(now.value.chain, c),
    words: chainWords(c),
    why: [
      ...(c.best.includes('short') ? ['fewest parts'] : []),
      ...(c.best.includes('bore') ? ['keeps most bore'] : []),
      ...(c.best.includes('cost') ? ['costs least'] : []),
      ...(c.best.includes('shop') ? ['one shop has it'] : []),
    ].join(', '),
  })),
);
const kept = computed(() => now.value.kept);
/** Whether a chain was chosen here, or is the one that is counted of itself. */
const chosen = computed(() => {
  return kept.value !== undefined && keptChain(plan.value, kept.value) !== undefined;
});
function take(ids: readonly string[], words: string): void {
  if (kept.value) emit('try', takeChain(kept.value, ids, `${jointTitle(plan.value, now.value)}: ${words}`));
}
function letGo(): void {
  if (kept.value) perform(takeChain(kept.value, undefined, 'the shortest chain again'));
}
/** Of a float: what stands outside and in the wall. */
const pieces = computed(() => {
  const { kind, chain } = now.value;
  if (kind !== 'float' || !chain) return undefined;
  const at = chain.links.findIndex((l) => l.part.hole);
  const inside = chain.links.slice(at + 1);
  return {
    outside: at > 0 ? chainWords({ links: chain.links.slice(0, at) }) : 'the pipe itself',
    wall:
      chainWords({ links: [chain.links[at]] }) + (inside.length > 0 ? ` with ${chainWords({ links: inside })}` : ''),
  };
});
const sweep = computed(() => floatSweep(plan.value.nodes.find((n) => n.id === now.value.wallOf)));
const flow = computed(() => {
  const { flowOf } = now.value;
  return flowOf === undefined ? 0 : (props.answer.flows[flowOf] ?? 0);
});
const narrow = computed(() => narrowWorking(props.answer.bill, now.value, flow.value));
/** Ends that a pipe of one's own figures can have. */
const ownBore = computed(() => {
  const of = now.value.of.find((o) => o.startsWith('bore '));
  return of ? Number.parseFloat(of.slice(5)) : undefined;
});
const ENDS: readonly (readonly [End['system'], End['gender']])[] = [
  ['barb', 'female'],
  ['insert', 'female'],
  ['drip', 'female'],
  ['solvent', 'male'],
  ['compression', 'male'],
];
const endOptions = computed(() => [
  { value: '', label: 'not known' },
  ...ENDS.flatMap(([system, gender]) =>
    SYSTEMS[system].sizes.map((s) => ({
      value: `${system}|${s.size}|${gender}`,
      label: endWords({ system, size: s.size, gender }),
    })),
  ),
]);
function setEnd(value: string): void {
  if (ownBore.value === undefined) return;
  const [system, size, gender] = value.split('|');
  perform(
    setPipeEnd(
      ownBore.value,
      value === '' ? undefined : { system, size, gender: gender as 'male' | 'female' | 'none' },
    ),
  );
}
</script>

<template>
  <section class="sheet joints" aria-labelledby="joints-title">
    <header>
      <h2 id="joints-title">Joints</h2>
      <ChoiceField
        fit
        :value="now.key"
        :options="options"
        label="Joint"
        data-test="joint"
        @update:value="(k) => (picked = k)"
      />
      <span class="muted small">joint {{ at }} of {{ joints.length }}; cut open, sizes across to one scale</span>
    </header>
    <div class="drawn">
      <JointDrawing
        v-if="now.chain"
        :chain="now.chain"
        :names="names"
        :wall-mm="now.wallMm"
        :title="`${jointTitle(plan, now)}: ${chainWords(now.chain)}`"
      />
      <p v-else-if="now.unknown" class="gap" data-test="joint-unknown">
        <DropGlyph level="warning" /> What the pipe ends in is not known.
        <label v-if="ownBore !== undefined"
          >A pipe of {{ showText(m(ownBore), 'bore', settings.units) }} ends in
          <ChoiceField
            fit
            value=""
            :options="endOptions"
            label="What the pipe ends in"
            data-test="pipe-end"
            @update:value="setEnd"
        /></label>
      </p>
      <p v-else class="gap" data-test="joint-gap">
        <DropGlyph level="error" /> <strong>Short.</strong> {{ now.open ? endWords(now.open[0]) : now.of[0] }} cannot
        take {{ now.open ? endWords(now.open[1]) : now.of[1] }}: no part of the catalogue joins them.
      </p>
    </div>
    <div v-if="hole" class="hole" data-test="hole">
      <span
        >Saw <strong>{{ hole.saw }}</strong><template v-if="settings.units === 'metric'">
          ({{ showText(m(hole.sawMm), 'section', settings.units) }})</template
        ></span
      >
      <label class="entry"
        >wall of {{ wallOf ? nameIn(plan, wallOf.id) : 'the vessel' }}
        <QuantityField
          :value="now.wallMm"
          field="wallMm"
          label="Thickness of the wall"
          :limits="{ min: 0.0005, max: 0.2 }"
          :commit="setWallTo"
          :clear="() => now.wallOf !== undefined && perform(setWall(now.wallOf, undefined))"
          optional
          show-unit
          data-test="wall"
      /></label>
      <span class="small" :class="{ wrong: now.chain && now.wallMm !== undefined && !suits(now.chain, now.wallMm) }"
        >it closes on {{ showText(m(hole.wallMm[0]), 'section', settings.units) }} to
        {{ showText(m(hole.wallMm[1]), 'section', settings.units) }}; a trial piece first, no slack: a saw 1/8 in too
        big ruins the barrel. A larger bulkhead, or a patch bolted over it with a gasket, rescues one (common practice;
        the pack’s own saw goes)</span
      >
    </div>
    <OverflowLead v-if="now.kind === 'overflow' || now.kind === 'lead'" :plan="plan" :place="now.place" />
    <p v-if="pieces" class="small" data-test="pieces">
      Outside: {{ pieces.outside }}. Through the wall: {{ pieces.wall }}, its flange inside. Inside and last of all: the
      float valve; its ball does not pass the hole<template v-if="sweep !== undefined"
        >, and as it is screwed in its arm sweeps {{ showText(sweep, 'drop', settings.units) }} around the hole (an arm
        of some 2.3 balls, common practice)</template
      >.
    </p>
    <p v-if="now.chain && narrow && narrow.result.value > 0.005" class="small">
      <template v-if="answer.settled"
        >It narrows the way: that takes
        <button
          type="button"
          class="figure"
          title="Show the working"
          data-test="narrow"
          @click="emit('working', narrow)"
        >
          {{ showText(narrow.result.value, 'loss', settings.units) }}
        </button>
        of head as the plan runs{{
          chosen ? ', and is in its figures' : '; taken, it goes into its figures'
        }}.</template
      >
      <template v-else>What its narrowing takes is not settled.</template>
    </p>
    <div class="scroll">
      <table v-if="offers.length > 0" class="offers" data-test="chains">
        <caption class="visually-hidden">
          Chains that close this joint
        </caption>
        <thead>
          <tr>
            <th>Chain</th>
            <th class="n">Parts</th>
            <th class="n">Bore kept</th>
            <th class="n">Cost</th>
            <th><span class="visually-hidden">Take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="o in offers" :key="o.key" :class="{ now: o.taken }">
            <td>
              <details>
                <summary>
                  {{ o.words }}<small v-if="o.why" class="muted">{{ o.why }}</small>
                </summary>
                <ol>
                  <li v-for="(l, k) in o.chain.links" :key="k">{{ l.part.name }}</li>
                </ol>
              </details>
            </td>
            <td class="n">{{ o.chain.links.length }}</td>
            <td class="n figure">
              {{ Number.isFinite(o.chain.boreMm) ? showText(m(o.chain.boreMm), 'bore', settings.units) : '–' }}
            </td>
            <td class="n">{{ o.chain.cost === undefined ? 'no price' : fixed(o.chain.cost, 2) }}</td>
            <td>
              <span v-if="o.taken" class="muted state">{{ chosen ? 'is taken' : 'is counted' }}</span>
              <button
                v-if="kept && (!o.taken || !chosen)"
                type="button"
                class="plain-button edged"
                :aria-label="`Take ${o.words}`"
                data-test="take-chain"
                @click="take(idsOf(o.chain), o.words)"
              >
                Take
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="chosen" class="small">
      <button type="button" class="plain-button edged" data-test="let-go" @click="letGo">
        Count the shortest again
      </button>
    </p>
    <ul class="all" data-test="all-joints">
      <li v-for="j in ranked" :key="j.key">
        <button
          type="button"
          :class="{ now: j.key === now.key }"
          :aria-pressed="j.key === now.key"
          @click="picked = j.key"
        >
          <DropGlyph :level="levelOf(j)" :size="13" />
          <span>{{ jointTitle(plan, j) }}</span>
          <small class="muted">{{
            j.chain ? chainWords(j.chain) : j.unknown ? 'ends not known' : 'does not close'
          }}</small>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.joints {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

.drawn {
  margin-top: 6px;
  border-top: var(--line-hair) solid var(--rule);
}

.gap {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 12px 0;
}

.hole {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  padding: 6px 0;
}

.hole .entry {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.hole :deep(.quantity input) {
  width: 72px;
}

.wrong {
  color: var(--amber-ink);
}

.state {
  white-space: nowrap;
  margin-right: 8px;
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 8px 4px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  text-align: left;
  vertical-align: top;
}

.n {
  text-align: right;
  white-space: nowrap;
}

tr.now {
  background: var(--water-wash);
}

summary {
  cursor: pointer;
}

summary small {
  margin-left: 8px;
}

@media (max-width: 640px) {
  .offers thead {
    display: none;
  }

  .offers tr {
    display: grid;
    grid-template-columns: auto 1fr auto auto;
    align-items: center;
    border-bottom: var(--line-hair) solid var(--rule);
  }

  .offers td {
    border: 0;
  }

  .offers td:first-child {
    grid-column: 1 / -1;
  }

  .offers td:nth-child(2)::after {
    content: ' parts';
  }
}

ol {
  margin: 4px 0;
  padding-left: 22px;
}

.all {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 300px), 1fr));
  gap: 0 12px;
  max-height: 260px;
  margin: 10px 0 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

.all button {
  display: grid;
  grid-template-columns: 18px 1fr;
  width: 100%;
  min-height: var(--hit);
  padding: 4px 6px;
  border: 0;
  border-bottom: var(--line-hair) solid var(--rule);
  background: none;
  text-align: left;
  cursor: pointer;
}

.all button.now {
  background: var(--water-wash);
}

.all small {
  grid-column: 2;
  font-size: var(--text-s);
}
</style>

<script setup lang="ts">
// What the beds of a chain are made of, alike: the kinds of reservoir drawn side by side with what each holds and forgives,
// the pipe in it, the wall that the grommet goes through, what grows there.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { Fault } from '@vernal-slope/plan/document';
import { changeBeds, type Command } from '@vernal-slope/plan/edit';
import {
  reservoirsOf,
  setPores,
  setReservoir,
  setReservoirPipe,
  setWaterShare,
  shareWorking,
  STONE_PORES,
  type ReservoirType,
} from '@vernal-slope/plan/garden';
import type { BedNode, Plan } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import { useEdits } from '../../session/planpage.ts';

const props = defineProps<{
  plan: Plan;
  beds: readonly BedNode[];
  edit: (command: Command) => readonly Fault[];
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command]; working: [working: Working] }>();
const settings = useSettings();
const { perform } = useEdits();
const first = computed(() => props.beds[0]);
const ids = computed(() => props.beds.map((b) => b.id));
const kinds = computed(() => reservoirsOf(first.value));
const NAMES: Readonly<Record<ReservoirType, string>> = {
  pipe: 'Ring pipe in stone',
  'false-floor': 'False floor',
  stone: 'Stone alone',
};

type PipeKey = 'pipeBoreMm' | 'pipeOutsideMm' | 'pipeLengthM';
const setPipe = (key: PipeKey, value: number): string | undefined =>
  said(props.edit(setReservoirPipe(ids.value, key, value)));
const setSize = (
  key: 'joinBoreMm' | 'wallMm' | 'wallUpperMm' | 'wicksM',
  label: string,
  value: number,
): string | undefined => said(props.edit(changeBeds(ids.value, label, (bed) => void (bed[key] = value))));
const clearSize = (key: 'joinBoreMm' | 'wallMm' | 'wallUpperMm' | 'wicksM', label: string): void =>
  void perform(changeBeds(ids.value, label, (bed) => void Reflect.deleteProperty(bed, key)));
const WALLS = [
  { key: 'joinBoreMm', label: 'bore of the joint' },
  { key: 'wallMm', label: 'wall, lower half' },
  { key: 'wallUpperMm', label: 'wall, upper half' },
  { key: 'wicksM', label: 'soil lifts water' },
] as const;
const working = computed(() => shareWorking(first.value));
const gardens = computed(() => [
  ...(props.plan.needs?.gardens ?? []).map((g) => ({ value: g.name, label: g.name })),
  { value: '', label: 'counted by itself' },
]);
const setGarden = (name: string): void =>
  void perform(
    changeBeds(ids.value, 'garden of the beds', (bed) => {
      if (name) bed.garden = name;
      else delete bed.garden;
    }),
  );
const setRain = (on: boolean): void =>
  void perform(
    changeBeds(ids.value, on ? 'rain falls into the beds' : 'beds under cover', (bed) => {
      if (on) bed.rainFalls = true;
      else delete bed.rainFalls;
    }),
  );
/** Circles of a ring pipe cut through, and stones. */
const STONES = [14, 30, 47, 63, 80, 96, 22, 39, 56, 72, 88];
</script>

<template>
  <section class="body" aria-label="What the beds are made of">
    <ul class="kinds">
      <li v-for="k in kinds" :key="k.type">
        <svg viewBox="0 0 110 74" aria-hidden="true">
          <rect class="soil" x="6" y="4" width="98" height="64" />
          <rect class="wet" x="6" y="44" width="98" height="24" />
          <g v-if="k.type === 'false-floor'">
            <path class="floor" d="M6 44h98M24 44v24M55 44v24M86 44v24" />
          </g>
          <g v-else>
            <circle v-for="(x, n) in STONES" :key="n" class="stone" :cx="x" :cy="n < 6 ? 62 : 51" r="5" />
            <template v-if="k.type === 'pipe'">
              <circle class="pipe" cx="30" cy="56" r="11" />
              <circle class="pipe" cx="80" cy="56" r="11" />
            </template>
          </g>
          <path class="line" d="M6 42h98" />
          <path class="frame" d="M6 2v66h98V2" />
        </svg>
        <p>
          <strong>{{ NAMES[k.type] }}</strong>
          <span class="small"
            >holds <span class="figure">{{ showText(k.holds, 'volume', settings.units) }}</span></span
          >
          <span class="small"
            >forgives <span class="figure">±{{ showText(k.forgives, 'drop', settings.units) }}</span></span
          >
        </p>
        <span v-if="k.type === first.reservoir.type" class="small muted">as they are</span>
        <button
          v-else
          type="button"
          class="plain-button edged"
          :data-test="`try-${k.type}`"
          :disabled="trying"
          @click="emit('try', setReservoir(ids, k.type, NAMES[k.type].toLowerCase()))"
        >
          Try it
        </button>
      </li>
    </ul>
    <div class="inside">
      <p class="row">
        <span>A litre of reservoir holds</span>
        <NumberField
          class="share"
          :min="1"
          :max="100"
          :value="Math.round(1000 * first.reservoir.waterShare) / 10"
          label="Share of water in the reservoir, per cent"
          data-test="water-share"
          @update:value="(n: number) => perform(setWaterShare(ids, n / 100))"
        />
        <span>% water<template v-if="working">, from</template></span>
        <button
          v-if="working"
          type="button"
          class="plain-button"
          data-test="share-working"
          @click="emit('working', working)"
        >
          the pipe in it
        </button>
      </p>
      <p v-if="first.reservoir.type === 'pipe'" class="row">
        <span>a pipe of</span>
        <QuantityField
          :value="first.reservoir.pipeBoreMm"
          field="pipeBoreMm"
          label="Bore of the pipe in the reservoir"
          :limits="{ min: 0.001, max: 1 }"
          :commit="(v) => setPipe('pipeBoreMm', v)"
          optional
          show-unit
          data-test="pipe-bore"
        />
        <span>inside,</span>
        <QuantityField
          :value="first.reservoir.pipeOutsideMm"
          field="pipeOutsideMm"
          label="Outside of the pipe in the reservoir"
          :limits="{ min: 0.001, max: 1 }"
          :commit="(v) => setPipe('pipeOutsideMm', v)"
          optional
          show-unit
          data-test="pipe-outside"
        />
        <span>outside,</span>
        <QuantityField
          :value="first.reservoir.pipeLengthM"
          field="pipeLengthM"
          quantity="distance"
          label="Length of the pipe in the reservoir"
          :limits="{ min: 0.01, max: 1000 }"
          :commit="(v) => setPipe('pipeLengthM', v)"
          optional
          show-unit
          data-test="pipe-length"
        />
        <span>long</span>
      </p>
      <p v-if="first.reservoir.type !== 'false-floor'" class="row">
        <span>between stones</span>
        <NumberField
          class="share"
          :min="1"
          :max="100"
          :value="Math.round(100 * (first.reservoir.poresShare ?? STONE_PORES))"
          label="Share of water between the stones, per cent"
          @update:value="(n: number) => perform(setPores(ids, n / 100))"
        />
        <span>%{{ first.reservoir.poresShare === undefined ? ' (common practice, no source)' : '' }}</span>
      </p>
    </div>
    <div class="inside walls">
      <label v-for="w in WALLS" :key="w.key" class="row">
        <span>{{ w.label }}</span>
        <QuantityField
          :value="first[w.key]"
          :field="w.key"
          :quantity="w.key === 'wicksM' ? 'drop' : 'bore'"
          :label="`${w.label}, of all beds`"
          :limits="{ min: 0.0005, max: w.key === 'wicksM' ? 3 : 0.2 }"
          :commit="(v) => setSize(w.key, w.label, v)"
          :clear="() => clearSize(w.key, w.label)"
          optional
          show-unit
          :data-test="`bed-${w.key}`"
        />
      </label>
      <TickField :checked="first.rainFalls ?? false" data-test="bed-rain" @update:checked="setRain"
        >rain falls on them</TickField
      >
      <label v-if="gardens.length > 1" class="row">
        <span>Need counts them as</span>
        <ChoiceField
          fit
          :value="first.garden ?? ''"
          :options="gardens"
          label="Garden of Need that grows in the beds"
          data-test="bed-garden"
          @update:value="(name: string) => setGarden(name)"
        />
      </label>
      <p class="small muted">
        Share {{ percent(first.soilShare ?? 0.3) }} of the soil above the reservoir holds water that drains. Of all beds
        alike, as on the stick.
      </p>
    </div>
  </section>
</template>

<style scoped>
.body {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 8px 24px;
  padding: 8px 0;
  margin-top: 8px;
  border-top: var(--line-hair) solid var(--rule);
}

.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 8px 16px;
  padding: 0;
  margin: 0;
  list-style: none;
}

.kinds li {
  display: grid;
  gap: 4px;
  align-content: start;
  justify-items: start;
}

.kinds svg {
  width: 100%;
  max-width: 150px;
}

.kinds p {
  display: grid;
  margin: 0;
}

.inside {
  display: grid;
  gap: 4px;
  align-content: start;
}

.walls {
  grid-column: 1 / -1;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 6px 20px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  margin: 0;
}

.row :deep(.quantity) {
  width: 104px;
}

.share {
  width: 84px;
}

.soil {
  fill: var(--earth);
}

.wet {
  fill: var(--water-wash);
}

.stone {
  fill: var(--sheet);
  stroke: var(--muted);
}

.pipe {
  fill: var(--water-wash);
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 6 2;
}

.floor {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.line {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

@media (max-width: 820px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

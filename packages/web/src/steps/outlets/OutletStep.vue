<script setup lang="ts">
// The Outlets step: the trough with its float and herd, or the tap, at the end of the line.
import { computed } from 'vue';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { TapNode, PlanNode, BasinNode } from '@vernal-slope/plan/schema';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { todayText } from '../../session/useBudget.ts';
import { said } from '../../display/faults.ts';
import { Plus } from '@lucide/vue';
import { nameIn } from '@vernal-slope/display/names';
import { usePlanPage } from '../../session/planpage.ts';
import GroundEntry from '../GroundEntry.vue';
import EntryRow from '../../fields/EntryRow.vue';
import NameField from '../../fields/NameField.vue';
import { isBasin, isOutlet, isTap } from '@vernal-slope/plan/kinds';
import { planValue } from '@vernal-slope/display/planfields';
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import JoinedRow from '../JoinedRow.vue';

const props = defineProps<{ results: PlanResults; chosen: string; edit: (command: Command) => readonly Fault[] }>();
const emit = defineEmits<{ choose: [id: string] }>();
const { joining } = usePlanPage();
const joinedText = computed(() => {
  const plan = props.results.compiled.plan;
  const lines = plan.lines.filter((l) => l.to === node.value.id || l.from === node.value.id);
  const names = lines.map((l) => nameIn(plan, l.id));
  return names.length > 0 ? `On ${names.join(', ')}.` : 'It is joined to nothing yet.';
});

type Consumer = TapNode | BasinNode;
const isConsumer = (n: PlanNode): n is Consumer => isOutlet(n);
const places = computed(() => props.results.compiled.plan.nodes.filter(isConsumer));
const node = computed(() => places.value.find((n) => n.id === props.chosen) ?? places.value[0]);
const trough = computed(() => (isBasin(node.value) ? node.value : null));
const outlet = computed(() => (isTap(node.value) ? node.value : null));
const float = computed(() => trough.value?.inlet?.floatValve);
const onTrough = (label: string, recipe: (n: BasinNode) => void): string | undefined =>
  said(props.edit(changeNode(node.value.id, isBasin, label, recipe)));
const onOutlet = (label: string, recipe: (n: TapNode) => void): string | undefined =>
  said(props.edit(changeNode(node.value.id, isTap, label, recipe)));
const rename = (name: string): void =>
  void (isBasin(node.value)
    ? onTrough('name', (n) => void (n.name = name))
    : onOutlet('name', (n) => void (n.name = name)));
const want = (label: string, set: (wants: { flowLpm?: number; pressureKPa?: number }) => void): string | undefined => {
  const recipe = (n: Consumer): void => {
    n.wants ??= {};
    set(n.wants);
  };
  return isBasin(node.value) ? onTrough(label, recipe) : onOutlet(label, recipe);
};
const USES: readonly { value: NonNullable<TapNode['use']>; label: string }[] = [
  { value: 'drink', label: 'people, to drink' },
  { value: 'wash', label: 'washing' },
  { value: 'garden', label: 'garden' },
  { value: 'stock', label: 'animals' },
  { value: 'fire', label: 'fire' },
];
const onEither = (label: string, recipe: (n: Consumer) => void): string | undefined =>
  isBasin(node.value) ? onTrough(label, recipe) : onOutlet(label, recipe);
const gauge = computed(() => node.value.closedHose?.at(-1));
const sizes = computed(() => {
  const s = trough.value?.shape;
  return s?.type === 'box'
    ? (
        [
          ['lengthM', 'Length, inside'],
          ['widthM', 'Width, inside'],
          ['heightM', 'Height, inside'],
        ] as const
      ).map(([key, label]) => ({ key, label, value: s[key] }))
    : [];
});
function setBox(key: 'lengthM' | 'widthM' | 'heightM', label: string, si: number): string | undefined {
  return onTrough(label, (n) => {
    if (n.shape.type === 'box') n.shape[key] = planValue('heightM', si);
  });
}
const herd = computed(() => trough.value?.herds?.[0]);
const visits = computed(() =>
  (herd.value?.visits ?? []).map(
    (v) => `${v.at}, ${v.durationMin} min, ${Math.round(v.share * 100)} % of the day’s water`,
  ),
);
</script>

<template>
  <section v-if="node" class="outlets sheet" aria-labelledby="outlets-title">
    <header>
      <h2 id="outlets-title">Outlets</h2>
      <template v-if="places.length > 1">
        <button
          v-for="p in places"
          :key="p.id"
          type="button"
          class="plain-button tab"
          :class="{ on: p.id === node.id }"
          :aria-pressed="p.id === node.id"
          :data-node="p.id"
          @click="emit('choose', p.id)"
        >
          {{ p.name ?? p.id }}
        </button>
      </template>
      <button
        type="button"
        class="plain-button end"
        data-test="add-outlet"
        @click="joining.ask({ mode: 'line', group: 'outlet' })"
      >
        <Plus :size="18" aria-hidden="true" />Add an outlet
      </button>
    </header>
    <JoinedRow :place="node.id" :says="joinedText" lead="Join it by a line" test="lead-outlet" out="Take it out" />
    <div class="halves">
      <div>
        <h3>{{ trough ? 'The trough' : 'The outlet' }}</h3>
        <EntryRow label="Name"
          ><NameField :value="node.name ?? ''" label="Name of the place" @change="rename"
        /></EntryRow>
        <GroundEntry :plan="results.compiled.plan" :node="node" label="Ground there, above datum" />
        <EntryRow
          label="Height known from elsewhere"
          :value="node.knownGroundM"
          field="knownGroundM"
          :limits="{ min: -500, max: 9000 }"
          note="A survey mark, a map’s spot height: the walk closes on it, and says how well."
          :commit="(value) => onEither('known height', (n) => void (n.knownGroundM = value))"
        />
        <EntryRow
          v-if="node.knownGroundM !== undefined"
          label="good to ±"
          :value="node.knownErrorM ?? 0"
          field="knownErrorM"
          :limits="{ min: 0, max: 100 }"
          :commit="(value) => onEither('error of the known height', (n) => void (n.knownErrorM = value))"
        />
        <EntryRow
          label="Gauge with all shut"
          :value="gauge?.pressureKPa"
          field="pressureKPa"
          :limits="{ min: -1e5, max: 1e7 }"
          note="Line full, everything shut: the reading is held against the walk."
          :commit="
            (value) =>
              onEither(
                'gauge reading',
                (n) => void (n.closedHose = [...(n.closedHose ?? []), { pressureKPa: value, date: todayText() }]),
              )
          "
        />
        <template v-if="trough">
          <EntryRow
            v-for="s in sizes"
            :key="s.key"
            :label="s.label"
            :value="s.value"
            quantity="height"
            :limits="{ min: 0.05 }"
            :commit="(si) => setBox(s.key, s.label.toLowerCase(), si)"
          />
          <EntryRow
            label="Water comes in above the floor"
            :value="trough.inlet?.heightM ?? 0"
            field="heightM"
            :limits="{ min: 0 }"
            :commit="
              (value) => onTrough('height of the inlet', (n) => void ((n.inlet ??= { at: 'top' }).heightM = value))
            "
          />
          <EntryRow
            label="Runs over above the floor"
            :value="trough.overflowM"
            field="overflowM"
            :limits="{ min: 0.01 }"
            :commit="(value) => onTrough('overflow', (n) => void (n.overflowM = value))"
          />
        </template>
        <template v-if="outlet">
          <EntryRow label="The water is for"
            ><ChoiceField
              :value="outlet.use ?? 'drink'"
              :options="USES"
              label="What the water is for"
              @update:value="(v) => onOutlet('use of the water', (n) => void (n.use = v))"
          /></EntryRow>
          <EntryRow
            label="Height above the ground"
            :value="outlet.heightM ?? 0"
            field="heightM"
            :commit="(value) => onOutlet('height', (n) => void (n.heightM = value))"
          />
          <template v-if="!outlet.orifice">
            <EntryRow
              label="Gives"
              :value="outlet.ratedFlowLpm ?? 0"
              field="ratedFlowLpm"
              :limits="{ min: 1e-7 }"
              :commit="(value) => onOutlet('rated flow', (n) => void (n.ratedFlowLpm = value))"
            />
            <EntryRow
              label="at a pressure of"
              :value="outlet.ratedPressureKPa ?? 0"
              field="ratedPressureKPa"
              :limits="{ min: 1 }"
              :commit="(value) => onOutlet('rated pressure', (n) => void (n.ratedPressureKPa = value))"
            />
          </template>
        </template>
      </div>
      <div>
        <h3>What it wants</h3>
        <EntryRow
          label="Flow"
          :value="node.wants?.flowLpm"
          field="flowLpm"
          :limits="{ min: 1e-7 }"
          :note="outlet && !node.wants?.flowLpm ? 'Left open: what it is rated for.' : undefined"
          :commit="(value) => want('wanted flow', (w) => void (w.flowLpm = value))"
        />
        <EntryRow
          label="Pressure while it runs"
          :value="node.wants?.pressureKPa"
          field="pressureKPa"
          :limits="{ min: 1 }"
          :commit="(value) => want('wanted pressure', (w) => void (w.pressureKPa = value))"
        />
        <template v-if="float && trough">
          <h3>The float valve</h3>
          <EntryRow
            label="Bore of its seat"
            :value="float.seatMm"
            field="seatMm"
            :limits="{ min: 0.0005, max: 0.2 }"
            note="Measure it: the hole under the washer, not the thread outside."
            :commit="
              (value) =>
                onTrough('seat of the float', (n) => n.inlet?.floatValve && void (n.inlet.floatValve.seatMm = value))
            "
          />
          <EntryRow
            label="Shuts at a level of"
            :value="float.closeLevelM"
            field="closeLevelM"
            :limits="{ min: 0.01 }"
            :commit="
              (value) =>
                onTrough(
                  'level at which the float shuts',
                  (n) => n.inlet?.floatValve && void (n.inlet.floatValve.closeLevelM = value),
                )
            "
          />
          <EntryRow
            :label="float.characteristic === 'snap' ? 'Opens after a fall of' : 'Wide open after a fall of'"
            :value="float.bandM"
            field="bandM"
            quantity="drop"
            :limits="{ min: 0.001 }"
            :commit="
              (value) =>
                onTrough('band of the float', (n) => n.inlet?.floatValve && void (n.inlet.floatValve.bandM = value))
            "
          />
          <EntryRow label="It moves">
            <ChoiceField
              :value="float.characteristic"
              :options="[
                { label: 'gradually, with the level', value: 'proportional' },
                { label: 'at once, with a snap', value: 'snap' },
              ]"
              label="How the float moves"
              @update:value="
                (v: 'proportional' | 'snap') =>
                  onTrough(
                    'how the float moves',
                    (n) => n.inlet?.floatValve && void (n.inlet.floatValve.characteristic = v),
                  )
              "
            />
          </EntryRow>
        </template>
        <template v-if="herd && trough">
          <h3>Who drinks: {{ herd.class }}</h3>
          <EntryRow label="How many">
            <NumberField
              class="count"
              :min="0"
              :max="100000"
              whole
              :value="herd.count"
              label="How many animals"
              @update:value="
                (n) => onTrough('size of the herd', (node) => node.herds?.[0] && void (node.herds[0].count = n))
              "
            />
          </EntryRow>
          <EntryRow
            label="Each drinks a day"
            :value="herd.litresPerHeadPerDay"
            field="litresPerHeadPerDay"
            :limits="{ min: 0, max: 1 }"
            :note="
              visits.length > 0
                ? `They come at ${visits.join('; and at ')}.`
                : 'No visits are entered: they drink through the day.'
            "
            :commit="
              (value) => onTrough('water a head', (n) => n.herds?.[0] && void (n.herds[0].litresPerHeadPerDay = value))
            "
          />
        </template>
      </div>
    </div>
  </section>
  <section v-else class="outlets sheet">
    <h2>No outlet yet</h2>
    <p>
      Nothing takes water here so far: a trough, a tap, a shower.
      <button
        type="button"
        class="plain-button edged"
        data-test="add-outlet"
        @click="joining.ask({ mode: 'line', group: 'outlet' })"
      >
        <Plus :size="18" aria-hidden="true" />Add an outlet
      </button>
    </p>
  </section>
</template>

<style scoped>
.outlets {
  padding: 8px 16px 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding-bottom: 8px;
}

.end {
  margin-left: auto;
}

.tab.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.halves {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 40px;
}

h3 {
  margin: 10px 0 4px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.count {
  width: 100%;
}

@media (max-width: 800px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
// What the stand is made of and where it stands, as entered: every figure starts from one for the tank's size.
import { computed } from 'vue';
import { SOIL_ROWS, TIMBER_ROWS } from '@vernal-slope/plan/catalogue';
import type { Stand, Tank } from '@vernal-slope/plan/schema';
import type { FullStand } from '@vernal-slope/plan/stand';
import { showText } from '../../display/quantities.ts';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import QuantityField from '../../fields/QuantityField.vue';
import SectionField from '../../fields/SectionField.vue';
import TickRow from '../../fields/TickRow.vue';

const props = defineProps<{
  tank: Tank;
  full: FullStand;
  change: (label: string, recipe: (stand: Stand) => void) => string | undefined;
}>();

const settings = useSettings();
/** Groups of the stand whose fields are entered. */
type Group = 'timber' | 'platform' | 'joists' | 'beams' | 'posts' | 'braces' | 'footing' | 'wind';
const set = (group: Group, label: string, values: object): string | undefined =>
  props.change(label, (s) => {
    Object.assign((s[group] ??= {}), values);
  });

interface Row {
  readonly label: string;
  readonly field: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly note?: string;
  readonly commit: (value: number) => string | undefined;
}
const lengthRow = (
  label: string,
  group: Group,
  key: string,
  value: number,
  more: { min?: number; max?: number; note?: string } = {},
): Row => ({
  label,
  field: key,
  value,
  ...more,
  commit: (now) => set(group, label.toLowerCase(), { [key]: now }),
});

const platform = computed<Row[]>(() => [
  lengthRow('Platform, front', 'platform', 'frontM', props.full.platform.frontM, { min: 0.2, max: 30 }),
  lengthRow('Platform, side', 'platform', 'sideM', props.full.platform.sideM, { min: 0.2, max: 30 }),
  lengthRow('Boards, thickness', 'platform', 'deckMm', props.full.platform.deckMm, { min: 0.01, max: 0.3 }),
  lengthRow('Between boards', 'platform', 'gapMm', props.full.platform.gapMm, { min: 0, max: 0.5 }),
  lengthRow('Between joists, middles', 'joists', 'spacingMm', props.full.joists.spacingMm, { min: 0.1, max: 2 }),
]);
const footing = computed<Row[]>(() => [
  lengthRow('Footing, each side', 'footing', 'sideMm', props.full.footing.sideMm, { min: 0.1, max: 5 }),
  lengthRow('Footing, thickness', 'footing', 'thicknessMm', props.full.footing.thicknessMm, {
    min: 0.05,
    max: 2,
  }),
  lengthRow('Its bottom below ground', 'footing', 'depthMm', props.full.footing.depthMm, { min: 0, max: 5 }),
  lengthRow('Pier up to the ground, across', 'footing', 'pierMm', props.full.footing.pierMm, {
    min: 0.1,
    max: 2,
  }),
]);
const species = [...new Map(TIMBER_ROWS.map((r) => [r.species, r.speciesName]))];
const grades = computed(() => [
  ...new Map(TIMBER_ROWS.filter((r) => r.species === props.full.timber.species).map((r) => [r.grade, r.gradeName])),
]);
const text = (event: Event): string => (event.target as HTMLSelectElement).value;
const number = (event: Event): number => Number(text(event));
/** Lengths as bought, where the timber is there already. */
const LENGTHS = [
  ['posts', 'Posts as bought, long'],
  ['beams', 'Beams as bought, long'],
  ['joists', 'Joists as bought, long'],
] as const;
</script>

<template>
  <div class="thirds" data-test="stand-entries">
    <div>
      <h3>Above</h3>
      <EntryRow
        v-for="r in platform"
        :key="r.label"
        :label="r.label"
        :value="r.value"
        :field="r.field"
        :limits="{ min: r.min, max: r.max }"
        :commit="r.commit"
      />
      <EntryRow label="Joists"
        ><SectionField
          :width-mm="full.joists.widthMm"
          :depth-mm="full.joists.depthMm"
          label="Size of the joists"
          :commit="(widthMm, depthMm) => set('joists', 'size of the joists', { widthMm, depthMm })"
      /></EntryRow>
      <EntryRow label="Beams"
        ><SectionField
          :width-mm="full.beams.widthMm"
          :depth-mm="full.beams.depthMm"
          label="Size of the beams"
          :commit="(widthMm, depthMm) => set('beams', 'size of the beams', { widthMm, depthMm })"
      /></EntryRow>
      <EntryRow label="Planks side by side in a beam"
        ><select
          :value="full.beams.plies"
          aria-label="Planks side by side in a beam"
          @change="set('beams', 'planks of a beam', { plies: number($event) })"
        >
          <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
        </select></EntryRow
      >
      <EntryRow
        label="Empty tank weighs"
        :value="full.emptyTankKg"
        field="emptyTankKg"
        :limits="{ min: 0.5, max: 100_000 }"
        :commit="(value) => change('weight of the empty tank', (s) => void (s.emptyTankKg = value))"
      />
      <TickRow
        label="the tank is strapped down"
        :checked="full.strapped"
        @tick="(on) => change('straps', (s) => void (s.strapped = on))"
      />
    </div>
    <div>
      <h3>Posts and braces</h3>
      <EntryRow label="Posts"
        ><SectionField
          :width-mm="full.posts.widthMm"
          :depth-mm="full.posts.depthMm"
          label="Size of the posts"
          :commit="(widthMm, depthMm) => set('posts', 'size of the posts', { widthMm, depthMm })"
      /></EntryRow>
      <EntryRow label="Posts under a beam"
        ><select
          :value="full.posts.perBeam"
          aria-label="Posts under a beam"
          @change="set('posts', 'posts under a beam', { perBeam: number($event) })"
        >
          <option :value="2">2</option>
          <option :value="3">3</option>
        </select></EntryRow
      >
      <EntryRow label="Beams in a row"
        ><select
          :value="full.beams.lines"
          aria-label="Beams in a row"
          @change="set('beams', 'beams in a row', { lines: number($event) })"
        >
          <option :value="2">2</option>
          <option :value="3">3</option>
        </select></EntryRow
      >
      <TickRow
        test="brace-front"
        label="crossed braces on front and back"
        :checked="full.braces.front"
        @tick="(on) => set('braces', 'braces of the front', { front: on })"
      />
      <TickRow
        test="brace-side"
        label="crossed braces on both sides"
        :checked="full.braces.side"
        @tick="(on) => set('braces', 'braces of the sides', { side: on })"
      />
      <TickRow
        label="a girt half way up, braces above and below it"
        :checked="full.braces.girts === 1"
        @tick="(on) => set('braces', 'girt', { girts: on ? 1 : 0 })"
      />
      <EntryRow label="Braces"
        ><SectionField
          :width-mm="full.braces.widthMm"
          :depth-mm="full.braces.depthMm"
          label="Size of the braces"
          :commit="(widthMm, depthMm) => set('braces', 'size of the braces', { widthMm, depthMm })"
      /></EntryRow>
      <EntryRow label="Timber"
        ><select
          :value="full.timber.species"
          aria-label="Species of the timber"
          @change="set('timber', 'species', { species: text($event) })"
        >
          <option v-for="[id, name] in species" :key="id" :value="id">{{ name }}</option>
        </select></EntryRow
      >
      <EntryRow label="Grade"
        ><select
          :value="full.timber.grade"
          aria-label="Grade of the timber"
          @change="set('timber', 'grade', { grade: text($event) })"
        >
          <option v-for="[id, name] in grades" :key="id" :value="id">{{ name }}</option>
        </select></EntryRow
      >
      <TickRow
        label="out in the weather (wet service)"
        :checked="full.timber.wet"
        @tick="(on) => set('timber', 'wet service', { wet: on })"
      />
      <TickRow
        label="incised for treatment"
        :checked="full.timber.incised"
        @tick="(on) => set('timber', 'incising', { incised: on })"
      />
      <details class="small">
        <summary>Timber that is there already</summary>
        <EntryRow v-for="[group, label] in LENGTHS" :key="group" :label="label"
          ><QuantityField
            :value="full[group].lengthM"
            field="lengthM"
            quantity="height"
            :label="label"
            :limits="{ min: 0.05, max: 30 }"
            :commit="(value) => set(group, label.toLowerCase(), { lengthM: value })"
            :clear="() => void change(label.toLowerCase(), (s) => void delete s[group]?.lengthM)"
            show-unit
        /></EntryRow>
        <p class="muted">Left empty, each is as long as it must be.</p>
      </details>
    </div>
    <div>
      <h3>Ground and weather</h3>
      <EntryRow
        v-for="r in footing"
        :key="r.label"
        :label="r.label"
        :value="r.value"
        :field="r.field"
        :limits="{ min: r.min, max: r.max }"
        :commit="r.commit"
      />
      <TickRow
        label="posts anchored to their footings"
        :checked="full.footing.anchored"
        @tick="(on) => set('footing', 'anchors', { anchored: on })"
      />
      <EntryRow label="Ground"
        ><select
          :value="full.soil"
          aria-label="Kind of ground"
          @change="change('kind of ground', (s) => void (s.soil = text($event)))"
        >
          <option v-for="s in SOIL_ROWS" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select></EntryRow
      >
      <EntryRow
        label="It freezes to a depth of"
        :value="full.frostM"
        field="frostM"
        :limits="{ min: 0, max: 5 }"
        :commit="(value) => change('depth of frost', (s) => void (s.frostM = value))"
      />
      <EntryRow
        label="Gust of 3 s, design"
        :value="full.wind.gustMs"
        field="gustMs"
        :limits="{ min: 5, max: 120 }"
        :note="`From the local code’s map. ${showText(40, 'gust', settings.units)} stands here until you enter it (assumption).`"
        :commit="(value) => set('wind', 'gust', { gustMs: value })"
      />
      <EntryRow label="Around it"
        ><select
          :value="full.wind.terrain"
          aria-label="What is around it"
          @change="set('wind', 'terrain', { terrain: text($event) })"
        >
          <option value="sheltered">woods or buildings</option>
          <option value="open">open country</option>
          <option value="shore">open water, flat</option>
        </select></EntryRow
      >
      <TickRow
        label="on a crest or the lip of a slope"
        :checked="full.wind.crest"
        @tick="(on) => set('wind', 'crest', { crest: on })"
      />
      <EntryRow label="Earthquakes there"
        ><select
          :value="full.earthquake"
          aria-label="Earthquakes there"
          @change="change('earthquakes', (s) => void (s.earthquake = text($event) as Stand['earthquake']))"
        >
          <option value="unknown">not known</option>
          <option value="low">weak or none</option>
          <option value="moderate">moderate</option>
          <option value="high">strong</option>
        </select></EntryRow
      >
      <TickRow
        label="people walk, work or sleep near or under it"
        :checked="full.peopleNear"
        @tick="(on) => change('people near', (s) => void (s.peopleNear = on))"
      />
    </div>
  </div>
</template>

<style scoped>
.thirds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(270px, 1fr));
  gap: 0 28px;
}

h3 {
  margin: 6px 0 2px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

select {
  width: 100%;
  min-height: var(--hit);
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}

summary {
  padding: 6px 0;
  cursor: pointer;
}
</style>

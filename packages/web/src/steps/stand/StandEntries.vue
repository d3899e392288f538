<script setup lang="ts">
// What the stand is made of and where it stands, as entered: every figure starts from one for the tank's size.
import { computed } from 'vue';
import { SOIL_ROWS, TIMBER_ROWS } from '@vernal-slope/plan/catalogue';
import type { Stand, StoreNode } from '@vernal-slope/plan/schema';
import type { FullStand } from '@vernal-slope/plan/stand';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import QuantityField from '../../fields/QuantityField.vue';
import SectionField from '../../fields/SectionField.vue';
import TickRow from '../../fields/TickRow.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import LaterPart from '../../shell/LaterPart.vue';
import FoldPart from '../../shell/FoldPart.vue';

const props = defineProps<{
  tank: StoreNode;
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
const species = [...new Map(TIMBER_ROWS.map((r) => [r.species, r.speciesName]))].map(([value, label]) => ({
  value,
  label,
}));
const grades = computed(() =>
  [
    ...new Map(TIMBER_ROWS.filter((r) => r.species === props.full.timber.species).map((r) => [r.grade, r.gradeName])),
  ].map(([value, label]) => ({ value, label })),
);
const numbers = (from: number, to: number): { value: number; label: string }[] =>
  Array.from({ length: to - from + 1 }, (_, k) => ({ value: from + k, label: String(from + k) }));
const SOILS = SOIL_ROWS.map((s) => ({ value: s.id, label: s.name }));
const MAPS = [
  { value: 'allowable', label: 'allowable stresses, taken whole' },
  { value: 'strength', label: 'strength design, 0.6 of it' },
] as const;
const TERRAINS = [
  { value: 'sheltered', label: 'woods or buildings' },
  { value: 'open', label: 'open country' },
  { value: 'shore', label: 'open water, flat' },
] as const;
const EARTHQUAKES = [
  { value: 'unknown', label: 'not known' },
  { value: 'low', label: 'weak or none' },
  { value: 'moderate', label: 'moderate' },
  { value: 'high', label: 'strong' },
] as const;
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
      <LaterPart :after="2">
        <FoldPart title="Above" :level="3">
          <EntryRow
            v-for="r in platform"
            :key="r.label"
            :label="r.label"
            :value="r.value"
            :field="r.field"
            :limits="{ min: r.min, max: r.max }"
            :commit="r.commit" />
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
            ><ChoiceField
              :value="full.beams.plies"
              :options="numbers(1, 4)"
              label="Planks side by side in a beam"
              @update:value="(plies) => set('beams', 'planks of a beam', { plies })"
          /></EntryRow>
          <EntryRow
            label="Empty tank weighs"
            :value="full.emptyTankKg"
            field="emptyTankKg"
            :limits="{ min: 0.5, max: 100_000 }"
            :commit="(value) => change('weight of the empty tank', (s) => void (s.emptyTankKg = value))" />
          <TickRow
            label="the tank’s wall has ribs"
            :checked="full.ribbed"
            @tick="(on) => change('ribs of the tank', (s) => void (s.ribbed = on))" />
          <TickRow
            label="the tank is strapped down"
            :checked="full.strapped"
            @tick="(on) => change('straps', (s) => void (s.strapped = on))" /></FoldPart
      ></LaterPart>
    </div>
    <div>
      <LaterPart :after="3">
        <FoldPart title="Posts and braces" :level="3">
          <EntryRow label="Posts"
            ><SectionField
              :width-mm="full.posts.widthMm"
              :depth-mm="full.posts.depthMm"
              label="Size of the posts"
              data-test="size-posts"
              :commit="(widthMm, depthMm) => set('posts', 'size of the posts', { widthMm, depthMm })"
          /></EntryRow>
          <EntryRow label="Posts under a beam"
            ><ChoiceField
              :value="full.posts.perBeam"
              :options="numbers(2, 3)"
              label="Posts under a beam"
              @update:value="(perBeam) => set('posts', 'posts under a beam', { perBeam })"
          /></EntryRow>
          <EntryRow label="Beams in a row"
            ><ChoiceField
              :value="full.beams.lines"
              :options="numbers(2, 3)"
              label="Beams in a row"
              @update:value="(lines) => set('beams', 'beams in a row', { lines })"
          /></EntryRow>
          <TickRow
            test="in-ground"
            label="posts set in concrete in the ground"
            :checked="full.posts.inGround"
            @tick="(on) => set('posts', 'feet of the posts', { inGround: on })"
          />
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
          <EntryRow label="Bolts at each end of a brace"
            ><ChoiceField
              :value="full.braces.bolts"
              :options="numbers(1, 2)"
              label="Bolts at each end of a brace"
              @update:value="(bolts) => set('braces', 'bolts of the braces', { bolts })"
          /></EntryRow>
          <EntryRow
            label="Bolts, thickness"
            :value="full.braces.boltMm"
            field="boltMm"
            :limits="{ min: 0.005, max: 0.04 }"
            :commit="(value) => set('braces', 'thickness of the bolts', { boltMm: value })"
          />
          <EntryRow label="Timber"
            ><ChoiceField
              :value="full.timber.species"
              :options="species"
              label="Species of the timber"
              @update:value="(id) => set('timber', 'species', { species: id })"
          /></EntryRow>
          <EntryRow label="Grade"
            ><ChoiceField
              :value="full.timber.grade"
              :options="grades"
              label="Grade of the timber"
              @update:value="(grade) => set('timber', 'grade', { grade })"
          /></EntryRow>
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
          </details></FoldPart
        ></LaterPart
      >
    </div>
    <div>
      <LaterPart :after="4">
        <FoldPart title="Ground and weather" :level="3">
          <EntryRow
            v-for="r in footing"
            :key="r.label"
            :label="r.label"
            :value="r.value"
            :field="r.field"
            :limits="{ min: r.min, max: r.max }"
            :commit="r.commit" />
          <TickRow
            label="posts anchored to their footings"
            :checked="full.footing.anchored"
            @tick="(on) => set('footing', 'anchors', { anchored: on })" />
          <EntryRow label="Ground"
            ><ChoiceField
              :value="full.soil"
              :options="SOILS"
              label="Kind of ground"
              @update:value="(soil) => change('kind of ground', (s) => void (s.soil = soil))"
          /></EntryRow>
          <EntryRow
            label="It freezes to a depth of"
            :value="full.frostM"
            field="frostM"
            :limits="{ min: 0, max: 5 }"
            :commit="(value) => change('depth of frost', (s) => void (s.frostM = value))" />
          <EntryRow
            label="Gust of 3 s, design"
            :value="full.wind.gustMs"
            field="gustMs"
            :limits="{ min: 5, max: 120 }"
            :note="`From the local code’s map. ${showText(40, 'gust', settings.units)} of a map of allowable stresses stands here until you enter it (assumption).`"
            :commit="(value) => set('wind', 'gust', { gustMs: value })" />
          <EntryRow label="The map is of"
            ><ChoiceField
              :value="full.wind.map"
              :options="MAPS"
              label="Kind of map that the gust is from"
              data-test="wind-map"
              @update:value="(map) => set('wind', 'kind of wind map', { map })"
          /></EntryRow>
          <EntryRow label="Around it"
            ><ChoiceField
              :value="full.wind.terrain"
              :options="TERRAINS"
              label="What is around it"
              @update:value="(terrain) => set('wind', 'terrain', { terrain })"
          /></EntryRow>
          <TickRow
            label="on a crest or the lip of a slope"
            :checked="full.wind.crest"
            @tick="(on) => set('wind', 'crest', { crest: on })" />
          <EntryRow label="Earthquakes there"
            ><ChoiceField
              :value="full.earthquake"
              :options="EARTHQUAKES"
              label="Earthquakes there"
              @update:value="(how) => change('earthquakes', (s) => void (s.earthquake = how))"
          /></EntryRow>
          <TickRow
            label="people walk, work or sleep near or under it"
            :checked="full.peopleNear"
            @tick="(on) => change('people near', (s) => void (s.peopleNear = on))" /></FoldPart
      ></LaterPart>
    </div>
  </div>
</template>

<style scoped>
.thirds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(270px, 1fr));
  gap: 0 28px;
}

summary {
  padding: 6px 0;
  cursor: pointer;
}
</style>

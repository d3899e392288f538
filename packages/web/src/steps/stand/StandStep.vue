<script setup lang="ts">
// Stand: how high the tank must be, what it could stand on instead, what the stand is, a first look at it.
import { computed, nextTick, useTemplateRef } from 'vue';
import { tankCapacity } from '@vernal-slope/core/tank';
import { levelFor, tankShape } from '@vernal-slope/plan/compile';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, Stand, StandKind, StoreNode } from '@vernal-slope/plan/schema';
import {
  ENGINEER_FROM,
  HIGHEST_BERM,
  HIGHEST_PAD,
  membersFor,
  membersOf,
  simpleWays,
  upSlopeCommand,
  STAND_PRESETS,
  type PressureWay,
  type StandAnswer,
} from '@vernal-slope/plan/stand';
import type { Working } from '@vernal-slope/core/working';
import type { StandFigures } from './useStand.ts';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { engineerText, NOT_LOOKED_AT } from '@vernal-slope/display/standwords';
import { said } from '../../display/faults.ts';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import EntryRow from '../../fields/EntryRow.vue';
import StandChecks from './StandChecks.vue';
import StandDrawing from './StandDrawing.vue';
import StandEntries from './StandEntries.vue';
import StandHeight from './StandHeight.vue';
import StandParts from './StandParts.vue';
import { isStore } from '@vernal-slope/plan/kinds';
import { planValue } from '@vernal-slope/display/planfields';
import ChoiceField from '../../fields/ChoiceField.vue';
import LaterPart from '../../shell/LaterPart.vue';
import FoldPart from '../../shell/FoldPart.vue';

const props = defineProps<{
  plan: Plan;
  answer: StandAnswer | null;
  figures: AnswerShown<StandFigures>;
  ways: AnswerShown<readonly PressureWay[]>;
  trying: boolean;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{
  tank: [id: string];
  try: [command: Command];
  working: [working: Working | undefined];
}>();
const settings = useSettings();
const tanks = computed(() => props.plan.nodes.filter(isStore));
const tank = computed(() => props.answer?.tank);
const heights = computed(() => props.figures.answer);
const high = computed(() => tank.value?.standM ?? 0);
const h = (m: number): string => showText(m, 'height', settings.units);

const changeTank = (label: string, recipe: (t: StoreNode) => void): string | undefined =>
  tank.value && said(props.edit(changeNode(tank.value.id, isStore, label, recipe)));
/** A first entry makes the stand the plan's own. */
const change = (label: string, recipe: (stand: Stand) => void): string | undefined =>
  changeTank(label, (t) => recipe((t.stand ??= { kind: 'posts' })));

const KINDS: readonly { value: StandKind; label: string }[] = [
  { value: 'posts', label: 'a stand of posts' },
  { value: 'pad', label: 'a pad of gravel or blocks' },
  { value: 'berm', label: 'a berm of earth' },
  { value: 'improvised', label: 'pallets, barrels, props' },
];
const setKind = (kind: StandKind): void => void change('what it stands on', (s) => void (s.kind = kind));
/** Members of a size to start from; what is said of platform, ground and weather stays. */
const sizeNow = computed(() =>
  tank.value ? membersFor(planValue('volumeL', tankCapacity(tankShape(tank.value.shape, tank.value.count)))) : null,
);
function startFrom(name: string): void {
  const members = membersOf(name, high.value);
  change(`members for a ${name}`, (s) => {
    for (const key of ['joists', 'beams', 'posts', 'braces', 'footing'] as const)
      s[key] = { ...s[key], ...members[key] };
  });
}

const simple = computed(() => (tank.value ? simpleWays(props.plan, tank.value, high.value) : null));
function upSlope(): void {
  const spot = simple.value?.ground;
  const t = tank.value;
  if (!spot || !t) return;
  emit('try', { ...upSlopeCommand(t, spot), label: `${t.name ?? t.id} on the ground ${h(spot.ground)} up` });
}
const bulk = (m3: number): string => showText(m3, 'bulk', settings.units);
const level = computed(() => (tank.value ? levelFor(tank.value, 'start') : 0));
const reasons = computed(() => props.answer?.engineer.map((r) => engineerText(r, settings.units)) ?? []);
const checked = computed(() => (props.answer?.checks.length ?? 0) > 0);
/** What water weighs, in the person's words. */
const heavy = computed(() =>
  settings.units === 'us' ? 'A US gallon of water weighs 8.3 lb' : '1,000 L of water is a tonne',
);
/** Parts of the step, as far as they stand on the page. */
const JUMPS = [
  { id: 'high-title', name: 'How high' },
  { id: 'on-title', name: 'What it stands on' },
  { id: 'carry-title', name: 'Will it carry' },
  { id: 'parts-title', name: 'Parts and waits' },
] as const;
const carryPart = useTemplateRef<InstanceType<typeof FoldPart>>('carryPart');
const partsPart = useTemplateRef<InstanceType<typeof FoldPart>>('partsPart');
async function jump(id: string): Promise<void> {
  if (id === 'carry-title') carryPart.value?.open();
  if (id === 'parts-title') partsPart.value?.open();
  await nextTick();
  const title = document.getElementById(id);
  title?.scrollIntoView({ block: 'start', behavior: 'smooth' });
  title?.setAttribute('tabindex', '-1');
  title?.focus({ preventScroll: true });
}
</script>

<template>
  <section v-if="!answer || !tank" class="sheet empty">
    <h2>No tank yet</h2>
    <p>How high a tank must stand is worked out once there is one, with a line to where its water is wanted.</p>
  </section>
  <template v-else>
    <div class="bar">
      <label
        >Tank
        <ChoiceField
          fit
          :value="tank.id"
          :options="tanks.map((t) => ({ value: t.id, label: t.name ?? t.id }))"
          label="Tank"
          data-test="stand-tank"
          @update:value="(id) => emit('tank', id)"
      /></label>
      <span class="muted"
        >full it weighs
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="answer && emit('working', answer.weight.working)"
        >
          {{ showText(answer.weight.mass, 'mass', settings.units) }}
        </button></span
      >
    </div>
    <nav class="jump no-print" aria-label="Parts of this step">
      <a v-for="j in JUMPS" :key="j.id" :href="`#${j.id}`" class="plain-button" @click.prevent="jump(j.id)">{{
        j.name
      }}</a>
    </nav>
    <LaterPart :after="1">
      <StandHeight
        v-if="heights && heights.heights.needs.tank === tank.id"
        :figures="heights"
        :tank="tank"
        :ways="ways"
        :trying="trying"
        @try="(command) => emit('try', command)"
        @set="edit"
        @working="(w) => emit('working', w)" />
      <section v-else class="sheet">
        <AnswerState what="the height" :busy="figures.busy" :error="figures.error" @again="figures.ask" /></section
    ></LaterPart>

    <LaterPart :after="2"
      ><section class="sheet on" aria-labelledby="on-title">
        <h2 id="on-title">What it stands on</h2>
        <div class="caution" role="note" data-test="engineer">
          <p>
            <strong>A first look, never a design.</strong> {{ heavy }}, and a stand that fails kills. Local codes come
            first. Over {{ h(ENGINEER_FROM.height) }}, with people near or under it, on bad ground, in earthquake
            country, or where the code says so, a licensed engineer designs it.
          </p>
          <p v-if="reasons.length > 0" data-test="engineer-reasons">
            <strong>This one goes to an engineer:</strong> {{ reasons.join('; ') }}.
          </p>
        </div>
        <div class="simple" data-test="simple">
          <h3>Simpler first</h3>
          <p v-if="high <= 0">It stands on the ground, on a bed of sand or gravel raked level: nothing is simpler.</p>
          <ul v-else>
            <li v-if="simple?.ground">
              On the ground {{ showText(simple.ground.distance, 'distance', settings.units) }} along
              {{ nameIn(plan, simple.ground.line) }} the slope is as high as this platform.
              <span v-if="simple.dry.length > 0" data-test="up-slope-dry"
                >There no water would come into {{ simple.dry.map((id) => nameIn(plan, id)).join(' and ') }}.</span
              >
              <button v-else type="button" class="plain-button edged" data-test="up-slope" @click="upSlope">
                Try it
              </button>
            </li>
            <li v-else>
              No walked line of this tank climbs as high as its platform; look beside the line for a knoll.
            </li>
            <li v-if="simple?.pad !== undefined">
              A pad of gravel or blocks as high takes about
              <button
                type="button"
                class="figure"
                title="Show the working"
                @click="emit('working', simple?.pad?.working)"
              >
                {{ bulk(simple.pad.volume) }}</button>.
            </li>
            <li v-if="simple?.berm !== undefined">
              A berm of earth, sides two to one, takes about
              <button
                type="button"
                class="figure"
                title="Show the working"
                @click="emit('working', simple?.berm?.working)"
              >
                {{ bulk(simple.berm.volume) }}</button>, tamped in thin layers.
            </li>
            <li v-if="simple?.berm === undefined" class="muted">
              Too high for a pad ({{ h(HIGHEST_PAD) }}) or a berm ({{ h(HIGHEST_BERM) }}) by common practice.
            </li>
            <li>
              Stacked pallets, barrels and props: no. They shift, rot and tip, and
              {{ heavy.charAt(0).toLowerCase() + heavy.slice(1) }}.
            </li>
          </ul>
        </div>
        <div class="choice">
          <label
            >Stands on
            <ChoiceField
              fit
              :value="answer.full.kind"
              :options="KINDS"
              label="Stands on"
              data-test="stand-kind"
              @update:value="setKind"
          /></label>
          <EntryRow
            class="height"
            label="How high"
            :value="high"
            field="standM"
            :limits="{ min: 0, max: 100 }"
            :commit="(value) => changeTank('height of the stand', (t) => void (t.standM = value))"
          />
          <label v-if="answer.full.kind === 'posts' && high > 0"
            >Members
            <ChoiceField
              fit
              :value="null"
              :options="
                STAND_PRESETS.map((p) => ({
                  value: p.name,
                  label: `a ${quoted(p.name, settings.units)}${p === sizeNow ? ', as this tank' : ''}`,
                }))
              "
              label="Members"
              placeholder="start from those for …"
              data-test="preset"
              @update:value="startFrom"
          /></label>
          <span v-if="answer.assumed && high > 0" class="small muted"
            >Nothing is entered yet: these are members to start from (common practice, no source).</span
          >
        </div>
        <template v-if="high > 0 && answer.full.kind === 'posts'">
          <LaterPart :after="1"
            ><StandDrawing :design="answer.design" :level="level" :name="tank.name ?? tank.id"
          /></LaterPart>
          <StandEntries :tank="tank" :full="answer.full" :change="change" />
        </template>
        <template v-else-if="answer.underPad">
          <p data-test="pad">
            The full tank presses with
            <button
              type="button"
              class="figure"
              title="Show the working"
              @click="emit('working', answer.underPad?.working)"
            >
              {{ showText(answer.underPad.pressure, 'bearing', settings.units) }}
            </button>
            on what is under it.
          </p>
          <StandEntries :tank="tank" :full="answer.full" :change="change" />
        </template></section
    ></LaterPart>

    <LaterPart :after="7"
      ><section v-if="checked" class="sheet on" aria-labelledby="carry-title">
        <FoldPart id="carry-title" ref="carryPart" title="Will it carry: a first look" :level="2">
          <StandChecks :checks="answer.checks" @working="(w) => emit('working', w)" />
          <p class="small muted">
            Allowable stress design with base values of the NDS, presumptive bearing of the IRC, wind of ASCE 7 from
            every side (all from memory: look them up). Tank brim full with a person on the platform.
          </p>
          <p class="small" data-test="not-looked-at">
            <strong>Not looked at:</strong> {{ NOT_LOOKED_AT.join('; ') }}.
          </p></FoldPart
        >
      </section></LaterPart
    >
    <LaterPart :after="8"
      ><section v-if="answer.parts" class="sheet on" aria-labelledby="parts-title">
        <FoldPart id="parts-title" ref="partsPart" title="Parts and waits" :level="2">
          <StandParts :plan="plan" :answer="answer" :edit="edit" :change="change" @working="(w) => emit('working', w)"
        /></FoldPart></section
    ></LaterPart>
  </template>
</template>

<style scoped>
.jump {
  display: flex;
  gap: 4px;
  margin-bottom: 8px;
  overflow-x: auto;
  border-bottom: var(--line-hair) solid var(--rule);
  background: var(--paper);
}

.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding-bottom: 8px;
}

.on {
  margin-top: 12px;
  padding: 8px 16px 12px;
}

.empty {
  padding: 16px;
}

.caution {
  margin: 6px 0;
  padding: 6px 12px;
  border-left: 4px solid var(--amber);
  background: var(--amber-wash);
}

.simple h3 {
  margin-top: 8px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

ul {
  margin: 2px 0;
  padding-left: 20px;
}

.choice {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 20px;
  padding: 8px 0;
}

.height {
  width: 300px;
}
</style>

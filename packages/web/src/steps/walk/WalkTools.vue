<script setup lang="ts">
// What else can be done with a walk: the menu of the walk book, its dialogs, and walks in and out.
import { Ellipsis } from '@lucide/vue';
import { NDropdown } from 'naive-ui';
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import {
  endsFor,
  joinEnd,
  joinFault,
  joinLegs,
  legsFromGround,
  legsFromTrack,
  lineOn,
  moveTee,
  pasteLegs,
  reverseLegs,
  riseOf,
  setReading,
  setReducer,
  slidePlace,
  splitLeg,
  spreadOverLegs,
  swapEnds,
  type Command,
  type LegReading,
  type PastedRow,
  type WalkedTrack,
} from '@vernal-slope/plan/edit';
import { lineClosure } from '@vernal-slope/plan/solve';
import type { Fault } from '@vernal-slope/plan/document';
import { lineLength } from '@vernal-slope/plan/positions';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { showText } from '@vernal-slope/display/quantities';
import { nameIn } from '@vernal-slope/display/names';
import { downloadText, fileNameOf } from '../../session/files.ts';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import type { Asked } from './AmountDialog.vue';
import { usePlanPage } from '../../session/planpage.ts';
import { originOf, useTerrain } from '../../session/terrain.ts';
import ReadingDialog from './ReadingDialog.vue';
import { planValue, planField } from '@vernal-slope/display/planfields';

// dialogs that few open are fetched when they are opened
const PasteDialog = defineAsyncComponent(() => import('./PasteDialog.vue'));
const AmountDialog = defineAsyncComponent(() => import('./AmountDialog.vue'));
const TrackDialog = defineAsyncComponent(() => import('./TrackDialog.vue'));

const props = defineProps<{
  results: PlanResults;
  planId: string;
  line: string;
  /** The leg that the book is at. */
  leg: number;
  /** A leg was chosen; else rows are put in at the end. */
  chosen: boolean;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{
  line: [id: string];
  /** Why a tool could do nothing; empty where one begins. */
  fault: [words: string];
}>();

const settings = useSettings();
const { joining } = usePlanPage();
const plan = computed(() => props.results.compiled.plan);
const run = (command: Command): string | undefined => said(props.edit(command));
const fault = (words: string): void => emit('fault', words);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const rise = computed(() => (lineNow.value ? riseOf(plan.value, lineNow.value, props.leg) : 0));

const reading = ref(false);
const pasting = ref(false);
const tracking = ref(false);
/** The menu is worked out when it is opened, not on every edit. */
const toolsOpen = ref(false);
function openTools(open: boolean): void {
  toolsOpen.value = open;
  if (open) void terrain.open(props.planId);
}
const NO_TOOLS: { key: string; label: string }[] = [{ key: 'none', label: '' }];
/** A long menu scrolls rather than leave the window. */
const menuProps = () => ({ style: 'max-height: 46vh; overflow-y: auto' });
const lineNow = computed(() => plan.value.lines.find((l) => l.id === props.line));
const legNow = computed(() => lineNow.value?.legs[props.leg]);
const density = computed(() => props.results.compiled.water.density);
const closes = computed(() => lineNow.value && lineClosure(plan.value, lineNow.value));
const terrain = useTerrain();
/** Asks for a figure, then does it. */
const asked = shallowRef<Asked | null>(null);
const length = computed(() => (lineNow.value ? lineLength(lineNow.value) : 0));
function askSplit(): void {
  const leg = legNow.value;
  if (!leg) return;
  asked.value = {
    title: `Split leg ${props.leg + 1}`,
    label: 'How far along the leg',
    note: `The leg is ${showText(leg.lengthM, 'distance', settings.units)} long. Its rise is shared by length; type the rises as they were measured afterwards.`,
    value: planValue('lengthM', leg.lengthM / 2),
    quantity: 'distance',
    limits: { min: 0.01, max: leg.lengthM - 0.01 },
    action: 'Split it there',
    run: (si) => run(splitLeg(props.line, props.leg, planValue('riseM', si))),
  };
}
function askSlide(): void {
  const end = lineNow.value?.to ?? '';
  asked.value = {
    title: `Move ${nameIn(plan.value, end)} along the slope`,
    label: 'How much further down the line (back: negative)',
    note: 'Past the end the ground goes on at the slope of the last leg. Other lines of the place are lengthened or shortened by as much; measure them again.',
    value: 5,
    quantity: 'distance',
    limits: { min: 0.1 - length.value, max: 10_000 },
    action: 'Move it',
    run: (si) => run(slidePlace(props.line, 'to', length.value + si)),
  };
}
function askTee(): void {
  const on = lineOn(plan.value, props.line);
  const after = on ? lineLength(on) : 0;
  asked.value = {
    title: 'Move the tee along the line',
    label: 'How much further down the line (back: negative)',
    note: 'The tee takes the height of the ground there. Branches keep their lengths and the heights of their ends; walk their first legs again.',
    value: 5,
    quantity: 'distance',
    limits: { min: 0.1 - length.value, max: after - 0.1 },
    action: 'Move it',
    run: (si) => run(moveTee(props.line, si)),
  };
}
function askReducer(): void {
  const now = lineNow.value?.reducerKPa;
  asked.value = {
    title: 'A pressure reducer at the start of the line',
    label: 'Pressure behind it',
    note: 'It lets no more than this through, running or still. It wants a screen before it, and it can fail: what lies behind should bear a while of the whole pressure.',
    value: planField('reducerKPa').toSI(now ?? 200),
    quantity: 'pressure',
    limits: { min: 1000, max: 1e7 },
    action: 'Put it in',
    run: (si) => run(setReducer(props.line, planValue('reducerKPa', si))),
  };
}
/** Ground this near to a straight leg needs no station of its own, m. */
const GROUND_TOLERANCE = 0.3;
async function takeGround(): Promise<void> {
  const ground = await terrain.remote().ground(plan.value, props.line, GROUND_TOLERANCE, originOf(plan.value));
  fault(ground.ok ? (run(legsFromGround(props.line, ground)) ?? '') : `No heights were taken: ${ground.fault}.`);
}
const tools = computed(() => {
  const no = (fault: string | undefined): { disabled: boolean } => ({ disabled: fault !== undefined });
  return [
    { key: 'reading', label: `Leg ${props.leg + 1} as it was read …` },
    { key: 'split', label: `Split leg ${props.leg + 1} …` },
    {
      key: 'join',
      label: `Join leg ${props.leg + 1} with the next`,
      ...no(joinFault(plan.value, props.line, props.leg)),
    },
    { key: 'paste', label: 'Paste legs from a sheet …' },
    { key: 'track', label: 'Bring in a track …' },
    {
      key: 'ground',
      label: 'Take the heights of this line from the elevation grid',
      disabled: !terrain.kept,
    },
    { key: 'slide', label: `Move ${nameIn(plan.value, lineNow.value?.to ?? '')} along the slope …` },
    ...(lineOn(plan.value, props.line) ? [{ key: 'tee', label: 'Move the tee along the line …' }] : []),
    { key: 'reverse', label: 'Turn the walk round: it was made from the far end' },
    ...(closes.value && Math.abs(closes.value.misclosure) > 5e-4
      ? [
          {
            key: 'spread',
            label: `Spread the ${showText(Math.abs(closes.value.misclosure), 'rise', settings.units)} it misses by`,
          },
        ]
      : []),
    { type: 'divider', key: 'd1' },
    { key: 'lead', label: `A line from the end of leg ${props.leg + 1} …` },
    { key: 'reducer', label: 'A pressure reducer at its start …' },
    ...(lineNow.value?.reducerKPa === undefined ? [] : [{ key: 'no-reducer', label: 'Take the pressure reducer out' }]),
    { type: 'divider', key: 'd2' },
    { key: 'save-csv', label: 'Save the walk as a sheet (CSV)' },
    { key: 'save-gpx', label: 'Save the lines as GPX' },
    { key: 'save-geojson', label: 'Save the lines as GeoJSON' },
    { type: 'divider', key: 'd3' },
    {
      key: 'ends',
      label: 'End this line at …',
      disabled: endsFor(plan.value, props.line).length === 0,
      children: endsFor(plan.value, props.line)
        .slice(0, 60)
        .map((n) => ({ key: `end-${n.id}`, label: nameIn(plan.value, n.id) })),
    },
    { key: 'swap', label: 'Swap the ends of the line' },
    { key: 'name', label: 'Name the line …' },
    { key: 'remove-line', label: 'Take the line out …' },
  ];
});
function useTool(key: string): void {
  const { line: id } = props;
  fault('');
  if (key === 'reading') reading.value = true;
  else if (key === 'paste') pasting.value = true;
  else if (key === 'track') tracking.value = true;
  else if (key.startsWith('end-')) fault(run(joinEnd(id, key.slice('end-'.length))) ?? '');
  else if (key === 'split') askSplit();
  else if (key === 'slide') askSlide();
  else if (key === 'reducer') askReducer();
  else if (key === 'no-reducer') fault(run(setReducer(id, undefined)) ?? '');
  else if (key === 'tee') askTee();
  else if (key === 'ground') void takeGround();
  else if (key.startsWith('save-')) void saveAs(key.slice('save-'.length));
  else if (key === 'lead') joining.ask({ mode: 'line', from: { line: id, leg: props.leg } });
  else if (key === 'name') joining.ask({ mode: 'name', line: id });
  else if (key === 'remove-line') joining.ask({ mode: 'out', line: id });
  else {
    const commands: Readonly<Record<string, () => Command>> = {
      join: () => joinLegs(id, props.leg),
      reverse: () => reverseLegs(id),
      spread: () => spreadOverLegs(id, closes.value?.misclosure ?? 0),
      swap: () => swapEnds(id),
    };
    const wrong = commands[key] && run(commands[key]());
    if (wrong) fault(wrong);
  }
}
async function saveAs(format: string): Promise<void> {
  const { geoJson, gpxOf, walkCsv } = await import('@vernal-slope/plan/formats');
  if (!lineNow.value) return;
  const out =
    format === 'csv'
      ? { ok: true as const, text: walkCsv(plan.value, lineNow.value, settings.units) }
      : format === 'gpx'
        ? gpxOf(plan.value)
        : geoJson(plan.value);
  if (out.ok) {
    downloadText(out.text, fileNameOf(plan.value, format), 'text/plain');
    if ('left' in out && out.left.length > 0) fault(`Saved; not in it: ${out.left.join('; ')}.`);
  } else fault(`${capital(out.fault)}.`);
}
const keepTrack = (track: WalkedTrack): void => {
  fault(run(legsFromTrack(props.line, track)) ?? '');
};
const keepReading = (r: LegReading): void => {
  fault(run(setReading(props.line, props.leg, r)) ?? '');
};
const keepPaste = (list: PastedRow[]): void => {
  const after = props.chosen ? props.leg : (lineNow.value?.legs.length ?? 1) - 1;
  fault(run(pasteLegs(props.line, after, list)) ?? '');
};
</script>

<template>
  <NDropdown
    trigger="click"
    :options="toolsOpen ? tools : NO_TOOLS"
    placement="bottom-end"
    :menu-props="menuProps"
    @select="useTool"
    @update:show="openTools"
  >
    <button
      type="button"
      class="plain-button"
      aria-label="More for the walk"
      title="More for the walk"
      data-test="walk-tools"
    >
      <Ellipsis :size="20" aria-hidden="true" />
    </button>
  </NDropdown>
  <ReadingDialog
    v-if="legNow"
    v-model:show="reading"
    :leg="leg"
    :now="legNow"
    :rise="rise"
    :density="density"
    @keep="keepReading"
  />
  <PasteDialog v-if="pasting" v-model:show="pasting" @keep="keepPaste" />
  <TrackDialog v-if="tracking" v-model:show="tracking" :plan="plan" :plan-id="planId" :line="line" @keep="keepTrack" />
  <AmountDialog v-if="asked" :asked="asked" @close="asked = null" />
</template>

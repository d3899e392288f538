<script setup lang="ts">
// A place or a line that is to be named or taken out: what hangs on it is told first, with what can become of that.
import { computed, nextTick, onMounted, useTemplateRef } from 'vue';
import {
  hangsOnLine,
  hangsOnPlace,
  renameLine,
  renamePlace,
  takeOutLine,
  takeOutPlace,
  type TakeOut,
} from '@vernal-slope/plan/edit';
import { isVessel } from '@vernal-slope/plan/kinds';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import TextField from '../../fields/TextField.vue';
import type { AskedThing } from '../../session/joining.ts';
import { usePlanPage } from '../../session/planpage.ts';

const props = defineProps<{ asked: AskedThing }>();
const { plan, joining, perform, choosePlace, showLine } = usePlanPage();
const settings = useSettings();
const root = useTemplateRef<HTMLElement>('root');

const id = computed(() => props.asked.place ?? props.asked.line ?? '');
const node = computed(() => plan.value?.nodes.find((n) => n.id === props.asked.place));
const line = computed(() => plan.value?.lines.find((l) => l.id === props.asked.line));
const there = computed(() => node.value !== undefined || line.value !== undefined);
const name = computed(() => (plan.value ? nameIn(plan.value, id.value) : ''));
const hangs = computed(() => {
  if (!plan.value || !there.value) return undefined;
  return props.asked.place ? hangsOnPlace(plan.value, id.value) : hangsOnLine(plan.value, id.value);
});
const list = (ids: readonly string[]): string => {
  const names = ids.map((at) => (plan.value ? nameIn(plan.value, at) : at));
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : (names[0] ?? '');
};
const told = computed(() => {
  const h = hangs.value;
  if (!h) return '';
  const parts: string[] = [];
  if (props.asked.place && h.lines.length > 0)
    parts.push(
      `On it ${h.lines.length === 1 ? 'hangs one line' : `hang ${h.lines.length} lines`}, ${showText(h.length, 'distance', settings.units)} in all: ${list(h.lines)}.`,
    );
  if (h.cutOff.length > 0) parts.push(`Without it no water comes to ${list(h.cutOff)}.`);
  const herds = isVessel(node.value) ? (node.value.herds?.length ?? 0) : 0;
  if (herds > 0) parts.push(`${herds === 1 ? 'The herd' : 'The herds'} that drink there go with it.`);
  if (parts.length === 0) parts.push('Nothing hangs on it.');
  return parts.join(' ');
});
const WORDS = computed<Record<TakeOut, string>>(() => ({
  join: hangs.value && hangs.value.lines.length > 2 ? 'Leave a tee in its place' : 'Join the line up again',
  loose: hangs.value && hangs.value.cutOff.length > 0 ? 'Leave the rest loose' : 'Take it out',
  all: `Take out too: ${list(hangs.value?.beyond ?? [])}`,
}));
function takeOut(how: TakeOut): void {
  if (!plan.value) return;
  const command = props.asked.place
    ? takeOutPlace(plan.value, id.value, how)
    : takeOutLine(plan.value, id.value, how === 'all' ? 'all' : 'loose');
  if (!perform(command)) return;
  joining.letGo();
  choosePlace('');
  showLine('');
}
function rename(text: string): void {
  if (text.trim() === '' && props.asked.place) return;
  const command = props.asked.place ? renamePlace(id.value, text) : renameLine(id.value, text);
  if (perform(command)) joining.letGo();
}
onMounted(async () => {
  await nextTick();
  root.value?.querySelector<HTMLElement>('input, .main')?.focus();
  root.value?.scrollIntoView({ block: 'nearest' });
});
</script>

<template>
  <section
    v-if="there"
    ref="root"
    class="thing sheet no-print"
    :aria-label="asked.mode === 'out' ? `Take ${name} out` : `Name ${name}`"
    data-test="thing-panel"
    @keydown.stop
    @keydown.esc="joining.letGo()"
  >
    <template v-if="asked.mode === 'out'">
      <h2>Take {{ name }} out?</h2>
      <p data-test="hangs">{{ told }} Undo brings it back.</p>
      <p class="ways">
        <button
          v-for="(way, k) in hangs?.ways ?? []"
          :key="way"
          type="button"
          class="plain-button"
          :class="k === 0 ? 'main' : 'edged'"
          :data-test="`out-${way}`"
          @click="takeOut(way)"
        >
          {{ WORDS[way] }}
        </button>
        <button type="button" class="plain-button edged" @click="joining.letGo()">Let it be</button>
      </p>
    </template>
    <template v-else>
      <h2>Name {{ name }}</h2>
      <p v-if="line" class="small muted">Left empty, a line goes by its ends.</p>
      <TextField
        :value="(line ? line.name : node?.name) ?? ''"
        label="Name"
        :longest="200"
        data-test="thing-name"
        @change="rename"
      />
      <p class="ways">
        <button type="button" class="plain-button edged" @click="joining.letGo()">Done</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.thing {
  display: grid;
  gap: 8px;
  margin-bottom: 16px;
  padding: 8px 16px 12px;
  border: 2px dashed var(--water);
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.ways .plain-button {
  white-space: normal;
  text-align: left;
}
</style>

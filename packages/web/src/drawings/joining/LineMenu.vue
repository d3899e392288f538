<script setup lang="ts">
// What can be begun at a place or a point of a line: a line from here, its name, taking it out. What makes no sense says why.
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import { addRefusal, placeAt, PRESETS, type LineSpot, type Preset, type PresetKey } from '@vernal-slope/plan/edit';
import { isStore } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';

const props = defineProps<{
  plan: Plan;
  spot: LineSpot;
  /** Where it stands, px, and how much room there is. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Left edge of what is in sight of a drawing that scrolls, px; `width` is then the width in sight. */
  from?: number;
  /** A place may be named and taken out here too. */
  full: boolean;
}>();
const emit = defineEmits<{ pick: [preset: PresetKey]; there: []; name: []; out: []; close: [] }>();

const QUICK: readonly PresetKey[] = ['trough', 'tap', 'tank'];
const place = computed(() => placeAt(props.plan, props.spot));
const title = computed(() =>
  place.value
    ? nameIn(props.plan, place.value.id)
    : 'line' in props.spot
      ? `On ${nameIn(props.plan, props.spot.line)}`
      : '',
);
const more = ref(false);
const why = ref('');
/** A tank that another one feeds is shut by a float. */
const keyOf = (p: Preset): PresetKey => (p.key === 'tank' && isStore(place.value) ? 'float-tank' : p.key);
const offered = computed(() => {
  const list = more.value
    ? PRESETS.filter((p) => p.key !== 'float-tank')
    : PRESETS.filter((p) => QUICK.includes(p.key));
  return list.map((p) => ({
    ...p,
    key: keyOf(p),
    refusal: addRefusal(props.plan, p.key, props.spot),
  }));
});
const box = useTemplateRef<HTMLElement>('box');
const WIDTH = 288;
/** Beside the ring, whole in sight. */
const tall = ref(240);
const at = computed(() => {
  const from = props.from ?? 0;
  const end = from + props.width;
  const beside = props.x + 24;
  return {
    left: Math.max(from + 4, beside + WIDTH < end ? beside : Math.min(props.x - WIDTH - 24, end - WIDTH - 4)),
    top: Math.max(2, Math.min(props.y - 40, props.height - tall.value - 2)),
  };
});
const measure = (): void => void (tall.value = box.value?.offsetHeight ?? tall.value);
watch([why, more], () => nextTick(measure));
onMounted(() => {
  measure();
  box.value?.querySelector<HTMLElement>('.kinds button')?.focus({ preventScroll: true });
});

function pick(p: { key: PresetKey; refusal?: string }): void {
  if (p.refusal === undefined) emit('pick', p.key);
  else why.value = p.refusal;
}
async function showMore(): Promise<void> {
  more.value = true;
  await nextTick();
  box.value?.querySelector<HTMLElement>('.kinds button')?.focus();
}
function onKey(event: KeyboardEvent): void {
  event.stopPropagation();
  if (event.key === 'Escape') {
    event.preventDefault();
    emit('close');
    return;
  }
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  if (event.key.startsWith('Arrow')) {
    const list = [...(box.value?.querySelectorAll('button') ?? [])];
    const now = list.indexOf(document.activeElement as HTMLButtonElement);
    const step = event.key === 'ArrowDown' || event.key === 'ArrowRight' ? 1 : -1;
    list.at((now + step + list.length) % list.length)?.focus();
    event.preventDefault();
    return;
  }
  const found = PRESETS.find((p) => p.letter === event.key && p.key !== 'float-tank');
  if (found) {
    event.preventDefault();
    pick({ key: keyOf(found), refusal: addRefusal(props.plan, found.key, props.spot) });
  } else if (event.key === 'g') emit('there');
}
</script>

<template>
  <div
    ref="box"
    class="menu no-print"
    role="dialog"
    :aria-label="`${title}: line from here to`"
    data-test="line-menu"
    :style="{ left: `${at.left}px`, top: `${at.top}px`, width: `${WIDTH}px`, maxHeight: `${height - 4}px` }"
    @keydown="onKey"
    @click.stop
    @pointerdown.stop
  >
    <p class="what">
      <strong>{{ title }}</strong>
      <button type="button" class="plain-button shut" aria-label="Close" @click="emit('close')">×</button>
    </p>
    <p>Line from here to …</p>
    <div class="kinds" :class="{ all: more }">
      <button
        v-for="p in offered"
        :key="p.key"
        type="button"
        class="plain-button edged"
        :aria-disabled="p.refusal ? 'true' : undefined"
        :title="p.refusal"
        :data-test="`new-${p.key}`"
        @click="pick(p)"
        @focus="why = p.refusal ?? ''"
      >
        {{ more ? p.label : `new ${p.name.toLowerCase()}` }}<kbd>{{ p.letter }}</kbd>
      </button>
      <button type="button" class="plain-button edged" data-test="new-there" @click="emit('there')">
        a place that is there<kbd>g</kbd>
      </button>
      <button v-if="!more" type="button" class="plain-button edged" data-test="more-kinds" @click="showMore">
        another kind …
      </button>
    </div>
    <p v-if="why" class="why" role="status" data-test="why">{{ why }}</p>
    <p v-if="full" class="doings">
      <button type="button" class="plain-button" data-test="menu-name" @click="emit('name')">Name …</button>
      <button type="button" class="plain-button" data-test="menu-out" @click="emit('out')">Take out …</button>
    </p>
  </div>
</template>

<style scoped>
.menu {
  position: absolute;
  z-index: 30;
  padding: 8px 12px;
  overflow-y: auto;
  border: var(--line) solid var(--ink);
  border-radius: var(--radius);
  background: var(--sheet);
  white-space: normal;
}

.what {
  display: flex;
  align-items: center;
  justify-content: space-between;
}

.shut {
  min-height: 28px;
  margin-right: -8px;
  font-size: var(--text-l);
}

.kinds {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin: 6px 0;
}

.kinds.all {
  grid-template-columns: 1fr;
}

.kinds button {
  justify-content: space-between;
  padding: 0 8px;
  text-align: left;
  white-space: normal;
}

.kinds [aria-disabled] {
  color: var(--muted);
  border-style: dashed;
}

.why {
  color: var(--amber-ink);
  font-size: var(--text-s);
}

.doings {
  display: flex;
  justify-content: flex-end;
  border-top: var(--line-hair) solid var(--rule);
}

@media (pointer: coarse) {
  kbd {
    display: none;
  }
}
</style>

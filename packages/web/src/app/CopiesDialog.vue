<script setup lang="ts">
// Copies of everything: make one, fetch it, bring one back and undo that.
import { ArchiveRestore, Download, Save } from '@lucide/vue';
import { format } from 'date-fns';
import { ref, shallowRef, watch } from 'vue';
import { countOf } from '@vernal-slope/display/names';
import { bytesText } from '@vernal-slope/display/quantities';
import { api, type Answer, type DataCopies, type DataCopy } from '../session/client.ts';
import PlainDialog from '../shell/PlainDialog.vue';

const show = defineModel<boolean>('show', { required: true });
const emit = defineEmits<{ restored: [] }>();
const told = shallowRef<DataCopies | null>(null);
const trouble = ref('');
/** What is on the way, in a word; empty where nothing is. */
const busy = ref('');
/** The copy that is asked about before it is brought back. */
const asked = shallowRef<DataCopy | null>(null);
const done = ref('');
/** What was there before a copy was brought back. */
const before = shallowRef<DataCopy | null>(null);

const WHY: Readonly<Record<DataCopy['why'], string>> = {
  daily: 'of the day',
  asked: 'asked for',
  'before-restore': 'what was there before a copy was brought back',
};
const when = (copy: DataCopy): string => format(new Date(copy.madeAt), 'd MMM yyyy, HH:mm');

async function load(): Promise<void> {
  const answer = await api.copies();
  if (answer.ok) told.value = answer.value;
  trouble.value = answer.ok ? '' : 'The copies cannot be listed: the server cannot be reached.';
}
watch(
  show,
  (now) => {
    if (!now) return;
    done.value = '';
    asked.value = null;
    before.value = null;
    void load();
  },
  { immediate: true },
);

async function during<T>(what: string, work: () => Promise<Answer<T>>): Promise<T | undefined> {
  busy.value = what;
  done.value = '';
  trouble.value = '';
  const answer = await work();
  busy.value = '';
  if (answer.ok) return answer.value;
  const { failure } = answer;
  trouble.value = failure.kind === 'refused' ? failure.message : 'The server cannot be reached. Nothing was changed.';
  return undefined;
}
async function make(): Promise<void> {
  const copy = await during('Copying …', () => api.makeCopy());
  if (!copy) return;
  await load();
  done.value = `A copy was made and looked over: ${bytesText(copy.bytes)}. Fetch it to keep it elsewhere too.`;
}
async function bringBack(copy: DataCopy): Promise<void> {
  asked.value = null;
  const answer = await during('Bringing it back …', () => api.restoreCopy(copy.name));
  if (!answer) return;
  before.value = answer.before;
  await load();
  done.value = `Everything is as it was on ${when(copy)}: ${countOf(answer.plans, 'plan')}.`;
  emit('restored');
}
</script>

<template>
  <PlainDialog v-model:show="show" title="Copies of everything" :width="720">
    <p>
      A copy holds every plan with its history, readings and photographs. The server makes one a day by itself and keeps
      seven days and twelve months; those that are asked for stay.
    </p>
    <p v-if="told && !told.possible" class="muted">
      The data lies on a database server of its own: copies are made there.
    </p>
    <template v-else>
      <p class="row">
        <button type="button" class="plain-button edged" data-test="make-copy" :disabled="busy !== ''" @click="make">
          <Save :size="18" aria-hidden="true" />Make a copy now
        </button>
        <span v-if="told" class="small muted folder">In {{ told.folder }}</span>
      </p>
      <div role="status" data-test="copies-said">
        <p v-if="busy" class="muted">{{ busy }}</p>
        <p v-if="done" class="done">
          {{ done }}
          <button
            v-if="before"
            type="button"
            class="plain-button edged"
            data-test="undo-restore"
            @click="bringBack(before)"
          >
            Undo that
          </button>
        </p>
      </div>
      <p v-if="told?.failed" role="alert" class="wrong">{{ told.failed }}</p>
      <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
      <div v-if="asked" class="sure" role="group" aria-label="Bring this copy back">
        <p>
          Bring back everything as it was on <strong>{{ when(asked) }}</strong>? What is there now is copied first, so
          this can be undone. Whoever has a plan open sees it change.
        </p>
        <p class="row">
          <button type="button" class="plain-button edged" data-test="restore-sure" @click="bringBack(asked)">
            Bring it back
          </button>
          <button type="button" class="plain-button" @click="asked = null">Leave all as it is</button>
        </p>
      </div>
      <p v-if="told && told.copies.length === 0" class="muted">There is no copy yet.</p>
      <ol v-else-if="told" data-test="copies">
        <li v-for="copy in told.copies" :key="copy.name">
          <span class="when">{{ when(copy) }}</span>
          <span class="why">{{ WHY[copy.why] }}</span>
          <span class="figure">{{ bytesText(copy.bytes) }}</span>
          <a
            class="plain-button edged"
            :href="api.copyAddress(copy.name)"
            :download="copy.name"
            :aria-label="`Fetch the copy of ${when(copy)}`"
            ><Download :size="18" aria-hidden="true" />Fetch</a
          >
          <button
            type="button"
            class="plain-button edged"
            :disabled="busy !== ''"
            :aria-label="`Bring back the copy of ${when(copy)}`"
            :data-test="`restore-${copy.why}`"
            @click="asked = copy"
          >
            <ArchiveRestore :size="18" aria-hidden="true" />Bring back
          </button>
        </li>
      </ol>
    </template>
  </PlainDialog>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  margin: 10px 0;
}

.folder {
  overflow-wrap: anywhere;
}

.wrong {
  color: var(--brick-ink);
}

.done,
.sure {
  margin: 8px 0;
  padding: 8px 12px;
  background: var(--amber-wash);
  border-radius: var(--radius);
}

ol {
  max-height: 44vh;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 4px 0;
  border-top: var(--line-hair) solid var(--rule);
}

.when,
.figure {
  font-family: var(--font-figure);
  font-size: var(--text-s);
}

.when {
  width: 150px;
}

.why {
  flex: 1 1 160px;
}

a {
  color: inherit;
  text-decoration: none;
}
</style>

<script setup lang="ts">
// Every save of the plan: look at an older one, take it back, give the one of now a name.
import { format, isToday } from 'date-fns';
import { ref, shallowRef, watch } from 'vue';
import { api, type Version } from './client.ts';
import PlainDialog from '../shell/PlainDialog.vue';
import TextField from '../fields/TextField.vue';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{ id: string; revision: number }>();
const emit = defineEmits<{ look: [version: Version] }>();
const list = shallowRef<Version[] | null>(null);
const trouble = ref('');
const name = ref('');

async function load(): Promise<void> {
  const answer = await api.versions(props.id);
  if (answer.ok) list.value = answer.value;
  trouble.value = answer.ok ? '' : 'The history cannot be read: the server cannot be reached. Try again in a moment.';
}
watch(show, (now) => now && void load(), { immediate: true });

async function setName(revision: number, text: string | null): Promise<void> {
  const answer = await api.nameVersion(props.id, revision, text);
  if (answer.ok) {
    name.value = '';
    await load();
  } else trouble.value = 'The name could not be kept: the server cannot be reached.';
}
const when = (iso: string): string => {
  const date = new Date(iso);
  return format(date, isToday(date) ? 'HH:mm:ss' : 'd MMM yyyy, HH:mm');
};
</script>

<template>
  <PlainDialog v-model:show="show" title="History" :width="680">
    <form class="name" @submit.prevent="name.trim() && setName(revision, name.trim())">
      <span>Name it as it is now</span>
      <TextField
        v-model:value="name"
        class="field"
        label="Name it as it is now"
        :longest="200"
        placeholder="before the wider pipe"
      />
      <button type="submit" class="plain-button edged" data-test="name-version" :disabled="!name.trim()">
        Keep the name
      </button>
    </form>
    <p v-if="trouble" role="alert" class="wrong">
      {{ trouble }} <button type="button" class="plain-button edged" @click="load">Try again</button>
    </p>
    <p v-else-if="!list" class="muted">Reading the history …</p>
    <ol v-else class="list" data-test="versions">
      <li v-for="v in list" :key="v.revision" :class="{ now: v.revision === revision }">
        <span class="when">{{ when(v.savedAt) }}</span>
        <span class="what"
          ><strong v-if="v.name">{{ v.name }}</strong
          ><template v-if="v.name && v.summary">: </template>{{ v.summary || (v.name ? '' : 'saved') }}</span
        >
        <span class="end">
          <button v-if="v.name" type="button" class="plain-button" @click="setName(v.revision, null)">
            Take the name off
          </button>
          <span v-if="v.revision === revision" class="muted">now</span>
          <button
            v-else
            type="button"
            class="plain-button edged"
            :data-test="`look-${v.revision}`"
            @click="emit('look', v)"
          >
            Look at it
          </button>
        </span>
      </li>
    </ol>
  </PlainDialog>
</template>

<style scoped>
.name {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-bottom: 10px;
}

.wrong {
  color: var(--brick-ink);
}

.list {
  max-height: 56vh;
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

.when {
  width: 130px;
  font-family: var(--font-figure);
  font-size: var(--text-s);
}

.what {
  flex: 1 1 200px;
  overflow-wrap: anywhere;
}

.end {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

.now {
  background: var(--water-wash);
}
.field {
  flex: 1;
}
</style>

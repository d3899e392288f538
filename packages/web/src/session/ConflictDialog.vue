<script setup lang="ts">
// Two windows on one plan: the person chooses, nothing is overwritten silently.
import { format } from 'date-fns';
import { computed } from 'vue';
import type { StoredPlan } from './client.ts';
import PlainDialog from '../shell/PlainDialog.vue';

const props = defineProps<{ conflict: StoredPlan | null }>();
const emit = defineEmits<{ mine: []; theirs: []; both: [] }>();
const when = computed(() => (props.conflict ? format(new Date(props.conflict.updatedAt), 'HH:mm, d MMMM') : ''));
</script>

<template>
  <PlainDialog :show="conflict !== null" title="This plan was saved from elsewhere" :closable="false" :width="560">
    <p>
      Another window or device saved it at {{ when }}. Your edits are kept in this browser; none of them was sent. Which
      one should stay?
    </p>
    <div class="choices" data-test="conflict">
      <button type="button" class="plain-button edged" data-test="take-theirs" @click="emit('theirs')">
        Take the other one
      </button>
      <button type="button" class="plain-button edged" data-test="keep-both" @click="emit('both')">
        Keep both: mine as a copy
      </button>
      <button type="button" class="plain-button main" data-test="keep-mine" @click="emit('mine')">Keep mine</button>
    </div>
  </PlainDialog>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 16px;
}
</style>

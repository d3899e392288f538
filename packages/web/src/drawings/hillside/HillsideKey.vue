<script setup lang="ts">
// The key under the hillside: what its lines are.
defineProps<{
  /** The running line of the plan as it is stands beside a what-if. */
  beside: boolean;
  /** The running line that explains what was read stands beside the one as planned. */
  read: boolean;
  /** Somewhere a pressure is wanted. */
  wants: boolean;
}>();
</script>

<template>
  <ul class="key" aria-hidden="true">
    <li>
      <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="standing" /></svg>static level
      <span class="plain-word">(standing line)</span>
    </li>
    <li>
      <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="running" /></svg>hydraulic grade line
      <span class="plain-word">(running line)</span>
    </li>
    <li v-if="beside">
      <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="ghost" /></svg>running line now
    </li>
    <li v-if="read">
      <svg width="30" height="8"><line x1="1" x2="29" y1="4" y2="4" class="as-read" /></svg>with the likeliest cause
    </li>
    <li v-if="!beside && !read && wants">
      <svg width="30" height="12">
        <path class="notch" d="M9 6l-8 -5v10zM21 6l8 -5v10z" />
        <path class="shell" d="M13 0v12M17 0v12" /></svg
      >what it wants
    </li>
  </ul>
</template>

<style scoped>
@media (max-width: 1400px) {
  .plain-word {
    display: none;
  }
}

.key {
  display: flex;
  gap: 14px;
  margin: 0;
  padding: 0;
  list-style: none;
  color: var(--earth-ink);
  font-size: var(--text-s);
}

.key li {
  display: flex;
  gap: 8px;
  align-items: center;
}

@media (max-width: 700px) {
  .key {
    display: none;
  }
}
</style>

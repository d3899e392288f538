<script setup lang="ts">
// What the program does not know, a sentence each: the page of the docs, which findings lead to.
import { nextTick, onMounted } from 'vue';
import { useRoute } from 'vue-router';
import TopBar from '../shell/TopBar.vue';
import { limitSections } from './limits.ts';

const { lead, sections } = limitSections();
const route = useRoute();
onMounted(async () => {
  await nextTick();
  const part = route.hash.slice(1);
  // where a finding led to is looked at and read out first
  document.getElementById(part)?.focus();
});
</script>

<template>
  <TopBar />
  <main>
    <h1>What the program does not know</h1>
    <p class="muted">{{ lead }}</p>
    <section v-for="s in sections" :key="s.id" :aria-labelledby="s.id">
      <h2 :id="s.id" tabindex="-1">{{ s.title }}</h2>
      <ul>
        <li v-for="line in s.lines" :key="line">{{ line }}</li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
main {
  max-width: 760px;
  margin: 0 auto;
  padding: 24px 16px 48px;
}

h2 {
  margin: 24px 0 8px;
  scroll-margin-top: 16px;
}

li {
  margin: 6px 0;
}
</style>

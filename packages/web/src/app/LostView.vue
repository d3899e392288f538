<script setup lang="ts">
// An address that leads nowhere.
import TopBar from '../shell/TopBar.vue';
</script>

<template>
  <TopBar />
  <main>
    <h1>Nothing here</h1>
    <p>This address leads nowhere. <RouterLink to="/">Your plans</RouterLink> are this way.</p>
  </main>
</template>

<style scoped>
main {
  padding: 32px 16px;
}
</style>

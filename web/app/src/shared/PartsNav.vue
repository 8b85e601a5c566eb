<script setup lang="ts">
/** The parts of a screen, each with an address of its own below the screen's; what is chosen beside them stays where it `keeps`. */
defineProps<{
  parts: readonly { part: string; words: string }[]
  at: string
  here: string
  label: string
  keeps?: boolean
}>()
</script>

<template>
  <nav class="parts" :aria-label="label">
    <router-link
      v-for="p in parts"
      :key="p.part"
      :to="{ path: `${at}${p.part && '/'}${p.part}`, query: keeps ? $route.query : {} }"
      :class="{ here: p.part === here }"
      :aria-current="p.part === here ? 'page' : undefined"
      >{{ p.words }}</router-link
    >
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  gap: 20px;
  flex-wrap: wrap;
}
.parts a {
  color: var(--quiet);
  text-decoration: none;
  padding: 4px 0;
  border-bottom: 2px solid transparent;
}
.parts .here {
  color: rgb(var(--v-theme-on-background));
  border-color: var(--brass);
  font-weight: 600;
}
</style>

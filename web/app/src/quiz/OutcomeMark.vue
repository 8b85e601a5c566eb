<script setup lang="ts">
import { letterOf, PATTERNS } from './scheme'

/** An outcome’s mark: its letter on a disc of its own pattern, told apart without colour. */
defineProps<{ place: number; size?: number }>()
</script>

<template>
  <span
    class="mark"
    :class="`pattern-${place % PATTERNS}`"
    :style="{ '--size': `${size ?? 28}px` }"
    aria-hidden="true"
    ><b>{{ letterOf(place) }}</b></span
  >
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  flex: none;
  width: var(--size);
  height: var(--size);
  border-radius: 50%;
  border: 1.5px solid var(--brass);
}
b {
  display: flex;
  align-items: center;
  justify-content: center;
  flex: none;
  width: calc(var(--size) * 0.6);
  height: calc(var(--size) * 0.6);
  border-radius: 50%;
  background: rgb(var(--v-theme-surface));
  font-size: calc(var(--size) * 0.38);
  line-height: 1;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { Track } from '../api/types'

/** An offer's track in one line: tokens filled as far as people came. */
const props = defineProps<{ track: Track }>()
const tokens = computed(() => [
  { words: 'signed up', count: props.track.signedUp },
  { words: 'confirmed', count: props.track.confirmed },
  { words: 'handed over', count: props.track.handedOver },
  { words: 'used', count: props.track.used },
  { words: 'followed up', count: props.track.followedUp },
])
</script>

<template>
  <ol class="line">
    <li v-for="t in tokens" :key="t.words" :class="{ empty: t.count === 0 }">
      <span class="token">{{ t.count.toLocaleString('en-GB') }}</span>
      <span class="small quiet">{{ t.words }}</span>
    </li>
  </ol>
</template>

<style scoped>
.line {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  padding: 0;
}
li {
  position: relative;
  display: grid;
  justify-items: center;
  text-align: center;
}
li:not(:last-child)::before {
  content: '';
  position: absolute;
  top: 16px;
  left: 50%;
  width: 100%;
  height: 2px;
  background: var(--brass);
}
.token {
  position: relative;
  min-width: 34px;
  height: 34px;
  padding: 0 8px;
  border-radius: 17px;
  display: grid;
  place-items: center;
  background: #835312;
  color: #fff;
  font-size: 13px;
  font-weight: 700;
}
@media (max-width: 420px) {
  .line .small {
    font-size: 11px;
  }
}
.empty .token {
  background: var(--sand);
  color: inherit;
  border: 1.5px solid var(--brass);
}
</style>

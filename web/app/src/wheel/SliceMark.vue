<script setup lang="ts">
import type { PrizeSlice } from '../api/types'

/** A slice’s ground, small. */
defineProps<{ slice: PrizeSlice; size?: number }>()
</script>

<template>
  <svg :width="size ?? 24" :height="size ?? 24" viewBox="0 0 24 24" aria-hidden="true" class="slice-mark">
    <rect x=".75" y=".75" width="22.5" height="22.5" rx="6" :fill="slice.colour" stroke="#8c8574" />
    <g fill="none" stroke="#16423c" stroke-opacity=".45" stroke-width="1.3">
      <path v-if="slice.pattern === 'WAVES'" d="M3 9q3-4 6 0t6 0 6 0M3 16q3-4 6 0t6 0 6 0" />
      <path v-else-if="slice.pattern === 'STRIPES'" d="M3 12 12 3M4 20 20 4M12 21l9-9" stroke-width="2.4" />
      <path v-else-if="slice.pattern === 'DASHES'" d="M4 8h6M14 8h6M4 13h3M11 13h6M5 18h6M15 18h5" />
      <path
        v-else-if="slice.pattern === 'NET'"
        d="M3 12 12 3M4 20 20 4M12 21l9-9M12 3l9 9M4 4l16 16M3 12l9 9"
      />
    </g>
    <g v-if="slice.pattern === 'DOTS'" fill="#835312" fill-opacity=".6">
      <circle
        v-for="n in 9"
        :key="n"
        :cx="6 + 6 * ((n - 1) % 3)"
        :cy="6 + 6 * Math.floor((n - 1) / 3)"
        r="1.2"
      />
    </g>
  </svg>
</template>

<style scoped>
.slice-mark {
  display: block;
  flex: none;
}
</style>

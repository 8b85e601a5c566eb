<script setup lang="ts">
import type { EmailContent } from '../api/types'
import { useLayouts } from './useLayouts'

/** A new email begins from a layout, one's own first; whoever writes on goes without. */
const emit = defineEmits<{ start: [content: EmailContent] }>()
const { layouts } = useLayouts()
const MOST = 6
</script>

<template>
  <div v-if="layouts?.length" class="row strip" role="group" aria-label="Begin from a layout">
    <span class="small">Begin from a layout, or write:</span>
    <v-btn
      v-for="layout in layouts.slice(0, MOST)"
      :key="layout.name + layout.id"
      size="small"
      :title="layout.about || 'Your own'"
      @click="emit('start', layout.content)"
      >{{ layout.name }}</v-btn
    >
  </div>
</template>

<style scoped>
.strip {
  gap: 8px;
  padding: 10px 12px;
  border: 1px dashed var(--outline);
  border-radius: 10px;
}
</style>

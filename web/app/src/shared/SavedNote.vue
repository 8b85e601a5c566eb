<script setup lang="ts">
import { computed } from 'vue'
import type { Document } from './useDocument'

/** How a document stands, with its undo; and the choice when two tabs changed it. */
const props = defineProps<{ document: Document<unknown> }>()
const d = computed(() => props.document)

const words = computed(() => {
  const at = d.value.savedAt.value
  const time = at?.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  return {
    loading: 'Loading …',
    saved: time ? `Saved ${time}` : 'Saved',
    unsaved: 'Saving soon …',
    saving: 'Saving …',
    asking: 'Waiting for your word',
    refused: 'Not saved: something needs a look',
    conflict: 'Not saved',
    away: 'Not saved yet: trying again',
    failed: '',
  }[d.value.state.value]
})
</script>

<template>
  <div class="note small" role="status">
    <span :class="{ grave: ['refused', 'conflict', 'away'].includes(d.state.value) }">{{ words }}</span>
    <button v-if="d.canUndo.value && d.state.value === 'saved'" @click="d.undo()">Undo</button>
  </div>
  <v-alert v-if="d.state.value === 'conflict'" type="warning" variant="tonal" density="compact" class="mt-2">
    {{ d.message.value }}
    <div class="row mt-2">
      <v-btn size="small" @click="d.load()">Load theirs</v-btn>
      <v-btn size="small" @click="d.saveOver()">Save mine over it</v-btn>
    </div>
  </v-alert>
  <v-alert v-if="d.state.value === 'refused'" type="error" variant="tonal" density="compact" class="mt-2">
    <div v-for="p in d.problems.value" :key="p.field + p.code">{{ p.message }}</div>
    What you typed is still here.
  </v-alert>
  <v-alert v-if="d.state.value === 'away'" type="error" variant="tonal" density="compact" class="mt-2">
    {{ d.message.value }}
  </v-alert>
</template>

<style scoped>
.note {
  display: flex;
  gap: 10px;
  color: var(--quiet);
}
.note button {
  text-decoration: underline;
  color: rgb(var(--v-theme-primary));
}
</style>

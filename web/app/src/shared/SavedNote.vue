<script setup lang="ts">
import { computed, ref } from 'vue'
import ConflictDialog from './saving/ConflictDialog.vue'
import type { Document } from './saving/useDocument'

/** How a document stands, with its steps back and forth; and the choice when two changed it. */
const props = defineProps<{ document: Document<unknown> }>()
const d = computed(() => props.document)
const choosing = ref(false)
const moment = (iso: string) =>
  new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

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
    signedOut: 'Not saved yet: sign in again',
    away: 'Not saved yet: trying again',
    failed: '',
  }[d.value.state.value]
})
</script>

<template>
  <div class="note small" role="status">
    <span :class="{ grave: ['refused', 'conflict', 'away', 'signedOut'].includes(d.state.value) }">{{
      words
    }}</span>
    <template v-if="d.canUndo.value || d.canRedo.value">
      <button :disabled="!d.canUndo.value" aria-keyshortcuts="Control+Z" @click="d.undo()">Undo</button>
      <button :disabled="!d.canRedo.value" aria-keyshortcuts="Control+Shift+Z" @click="d.redo()">Redo</button>
    </template>
  </div>
  <v-alert v-if="d.found.value" type="info" variant="tonal" density="compact" class="told" role="status">
    Work of {{ moment(d.found.value.draft.at) }} was not saved before this page was closed.
    <div class="row mt-2">
      <v-btn size="small" @click="d.takeUp()">Restore it</v-btn>
      <v-btn size="small" @click="d.leaveIt()">Discard it</v-btn>
    </div>
  </v-alert>
  <v-alert v-if="d.state.value === 'conflict'" type="warning" variant="tonal" density="compact" class="told">
    Somebody saved this while you were at it: in another tab, or at another desk. What you typed is still
    here.
    <div class="row mt-2">
      <v-btn size="small" @click="choosing = true">See what differs</v-btn>
    </div>
  </v-alert>
  <ConflictDialog v-if="choosing && d.conflict.value" :document="d" @close="choosing = false" />
  <v-alert v-if="d.state.value === 'refused'" type="error" variant="tonal" density="compact" class="told">
    <div v-for="p in d.problems.value" :key="p.field + p.code">{{ p.message }}</div>
    What you typed is still here.
  </v-alert>
  <v-alert v-if="d.state.value === 'away'" type="error" variant="tonal" density="compact" class="told">
    {{ d.message.value }}
  </v-alert>
</template>

<style scoped>
/* It stands in a row with a heading: what there is to tell gets a line of its own below. */
.told {
  flex: 0 0 100%;
}
.note {
  display: flex;
  gap: 10px;
  color: var(--quiet);
}
.note button {
  text-decoration: underline;
  color: rgb(var(--v-theme-primary));
}
.note button:disabled {
  text-decoration: none;
  color: var(--quiet);
  cursor: default;
}
</style>

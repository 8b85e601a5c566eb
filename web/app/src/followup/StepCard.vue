<script setup lang="ts">
import { mdiDrag } from '@mdi/js'
import { computed } from 'vue'
import type { StepDraft, StepView } from '../api/types'
import { asAoifeReads } from '../mail/fillIns'
import { people, waitWords } from '../shared/when'

/** One email of a follow-up in the list: its subject, its wait and its numbers. */
const props = defineProps<{
  step: StepDraft
  counts: StepView | undefined
  number: number
  chosen: boolean
}>()
const emit = defineEmits<{ choose: []; move: [by: number] }>()
const numbers = computed(() => {
  const counts = props.counts
  return counts ? `${counts.sent.toLocaleString('en-GB')} sent · ${people(counts.ahead)} next` : 'new'
})
</script>

<template>
  <div class="card" :class="{ chosen }">
    <button
      class="handle"
      :aria-label="`Move email ${number}: Alt and an arrow key`"
      @keydown.alt.up.prevent="emit('move', -1)"
      @keydown.alt.down.prevent="emit('move', 1)"
    >
      <v-icon :icon="mdiDrag" size="20" />
    </button>
    <button class="main" :aria-pressed="chosen" @click="emit('choose')">
      <strong>{{ asAoifeReads(step.email.subject) || 'No subject yet' }}</strong>
      <span class="small quiet">{{ waitWords(step.waitAmount, step.waitUnit) }}</span>
    </button>
    <span class="small side" :class="{ grave: !step.ready }">{{
      step.ready ? numbers : 'Draft: nobody gets it yet'
    }}</span>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  align-items: center;
  gap: 10px;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 9px 12px;
}
.chosen {
  border-color: rgb(var(--v-theme-primary));
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 6%, transparent);
}
.handle {
  cursor: grab;
  color: var(--quiet);
}
.main {
  flex: 1;
  min-width: 0;
  display: grid;
  text-align: left;
}
.main strong {
  overflow-wrap: anywhere;
}
.side {
  text-align: right;
  max-width: 130px;
}
</style>

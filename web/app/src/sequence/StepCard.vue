<script setup lang="ts">
import { mdiDrag } from '@mdi/js'
import { computed } from 'vue'
import type { Share, StepDraft, StepView } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import { between, people, percent } from '../shared/when'
import { rulesWords } from './rules'

/** One email of a sequence in the list: its subject, its rules and its numbers. */
const props = defineProps<{
  step: StepDraft
  counts: StepView | undefined
  number: number
  chosen: boolean
}>()
const emit = defineEmits<{ choose: []; move: [by: number] }>()

const rate = (share: Share) =>
  percent(share.share) + (share.intervalShown ? ` ${between(share.low, share.high)}` : '')

const numbers = computed(() => {
  const counts = props.counts
  if (!counts) {
    return ['new']
  }
  const n = counts.numbers
  const sent = `${n.sent.toLocaleString('en-GB')} sent · ${people(n.ahead)} next`
  if (n.sent === 0) {
    return [sent]
  }
  const opened = props.step.email.style === 'LETTER' ? '' : `${rate(counts.openRate)} opened`
  return [sent, opened, `${rate(counts.clickRate)} clicked`].filter(Boolean)
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
      <span class="small quiet">{{ rulesWords(step.rules) }}</span>
    </button>
    <span class="small side" :class="{ grave: !step.ready }">
      <template v-if="step.ready"
        ><span v-for="line in numbers" :key="line">{{ line }}</span></template
      >
      <template v-else>Draft: nobody gets it yet</template>
    </span>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  align-items: center;
  gap: 10px;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 8px 12px;
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
  max-width: 190px;
  display: grid;
}
</style>

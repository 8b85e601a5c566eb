<script setup lang="ts">
import { ref, watch } from 'vue'
import type { TimelineLine } from '../api/types'
import When from '../business/When.vue'
import { lineWords } from './words'
import { useInAddress } from '../shared/useInAddress'

/** Everything that happened with somebody, newest first, narrowed by what it is. */
const props = defineProps<{
  load(what: string, before?: string): Promise<TimelineLine[]>
  /** Changes when there may be something new. */
  at: unknown
}>()
const PAGE = 100
const WHATS = [
  { value: '', words: 'All' },
  { value: 'SIGNED_UP', words: 'Signed up' },
  { value: 'ANSWERED', words: 'Answered' },
  { value: 'SENT', words: 'Sent' },
  { value: 'OPENED', words: 'Opened' },
  { value: 'CLICKED', words: 'Clicked' },
  { value: 'GOT', words: 'Got' },
  { value: 'WON', words: 'Won' },
  { value: 'USED', words: 'Used' },
  { value: 'CHANGED', words: 'Changed' },
]
const what = useInAddress<string>('what', '')
const lines = ref<TimelineLine[] | null>(null)
const hasMore = ref(false)
const fault = ref('')

async function show(before?: string) {
  try {
    const page = await props.load(what.value, before)
    lines.value = before ? [...(lines.value ?? []), ...page] : page
    hasMore.value = page.length === PAGE
    fault.value = ''
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}
watch([what, () => props.at], () => void show(), { immediate: true })
</script>

<template>
  <section class="panel stack" aria-labelledby="history">
    <h2 id="history">History</h2>
    <div class="row whats" role="group" aria-label="What is shown">
      <button
        v-for="one in WHATS"
        :key="one.value"
        type="button"
        class="what"
        :aria-pressed="what === one.value"
        @click="what = one.value"
      >
        {{ one.words }}
      </button>
    </div>
    <p v-if="fault" class="grave small" role="alert">{{ fault }}</p>
    <ol v-if="lines?.length">
      <li v-for="(line, i) in lines" :key="i">
        <When class="small quiet" :at="line.at" /> <span>{{ lineWords(line) }}</span>
      </li>
    </ol>
    <p v-else-if="lines" class="quiet">Nothing of that kind yet.</p>
    <div v-if="hasMore"><v-btn size="small" @click="show(lines!.at(-1)!.at)">Older</v-btn></div>
  </section>
</template>

<style scoped>
.whats {
  gap: 6px;
}
.what {
  border: 1px solid var(--outline);
  border-radius: 999px;
  padding: 3px 12px;
  font-size: 13px;
  min-height: 30px;
}
.what[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
ol {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 8px;
  padding: 5px 0;
}
</style>

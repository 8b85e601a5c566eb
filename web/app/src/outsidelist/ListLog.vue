<script setup lang="ts">
import { ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { HandedOn } from '../api/types'
import When from '../business/When.vue'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import ExchangeView from './ExchangeView.vue'
import { STATES } from './words'

/** Whom a list was told about, the last first; each can be looked at and tried again. */
const props = defineProps<{
  people: (state: string, after?: HandedOn) => Promise<HandedOn[]>
  again: (person: number) => Promise<unknown>
  moves: number
}>()
const PAGE = 50
const WHICH = [
  { value: '', words: 'All' },
  { value: 'REFUSED', words: 'Not taken' },
  { value: 'LEFT', words: 'Left' },
]
const state = ref('')
const lines = ref<HandedOn[] | null>(null)
const more = ref(false)
const open = ref<number | null>(null)
const fault = ref('')

async function load(after?: HandedOn) {
  try {
    const found = await props.people(state.value, after)
    lines.value = after ? [...(lines.value ?? []), ...found] : found
    more.value = found.length === PAGE
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
async function tryAgain(person: number) {
  try {
    await props.again(person)
    await load()
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
watch([state, () => props.moves], () => void load(), { immediate: true })
</script>

<template>
  <div class="stack">
    <div class="row spread">
      <Choice v-model="state" :choices="WHICH" label="Who is shown" />
      <v-btn size="small" @click="load()">Look again</v-btn>
    </div>
    <LoadState :loading="!lines" :fault="fault" />
    <template v-if="lines">
      <p v-if="lines.length === 0" class="quiet">{{ state ? 'Nobody.' : 'It was told about nobody yet.' }}</p>
      <ul v-else>
        <li v-for="line in lines" :key="line.personId">
          <button
            type="button"
            class="line"
            :aria-expanded="open === line.personId"
            @click="open = open === line.personId ? null : line.personId"
          >
            <span class="email">{{ line.email }}</span>
            <span class="small quiet"><When v-if="line.triedAt" :at="line.triedAt" /></span>
            <span class="small" :class="line.state === 'REFUSED' ? 'grave' : 'quiet'"
              >{{ STATES[line.state] }}{{ line.dueAt ? ', waits' : '' }}</span
            >
          </button>
          <div v-if="open === line.personId" class="stack">
            <ExchangeView
              v-if="line.request"
              :exchange="{ request: line.request, status: line.status ?? 0, answer: line.answer ?? '' }"
            />
            <div class="row">
              <v-btn size="small" @click="tryAgain(line.personId)">Tell it again</v-btn>
              <router-link class="alone" :to="`/people/${line.personId}`">The person</router-link>
            </div>
          </div>
        </li>
      </ul>
      <v-btn v-if="more" size="small" @click="load(lines[lines.length - 1])">Earlier</v-btn>
    </template>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding-bottom: 4px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(100px, 1fr) minmax(100px, 1fr);
  gap: 10px;
  width: 100%;
  min-height: 36px;
  align-items: center;
  text-align: left;
}
.email {
  overflow-wrap: anywhere;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: minmax(0, 1fr) auto;
    padding: 8px 0;
    min-height: 44px;
  }
}
</style>

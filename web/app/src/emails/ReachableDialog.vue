<script setup lang="ts">
import { ref, watch } from 'vue'
import { people } from '../shared/when'
import { useEngine } from './useEngine'

/** Takes back that people are unreachable, since a moment, with a way back. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const DAYS = [
  { title: 'the last hour', value: 1 / 24 },
  { title: 'the last 24 hours', value: 1 },
  { title: 'the last 7 days', value: 7 },
  { title: 'the last 30 days', value: 30 },
]
const props = defineProps<{ now: string }>()
const engine = useEngine()
const days = ref(1)
const found = ref<number | null>(null)
const done = ref<{ people: number; at: string } | null>(null)
const undone = ref(false)
const busy = ref(false)
const fault = ref('')
let asked = 0

const since = () => new Date(Date.parse(props.now) - days.value * 86_400_000).toISOString()

async function attempt(work: () => Promise<void>) {
  busy.value = true
  fault.value = ''
  try {
    await work()
  } catch (failed) {
    fault.value = (failed as Error).message
  } finally {
    busy.value = false
  }
}

watch(
  [open, days],
  () => {
    done.value = null
    undone.value = false
    found.value = null
    if (open.value) {
      const mine = ++asked
      void attempt(async () => {
        const count = await engine.unreachable(since())
        if (mine === asked) {
          found.value = count.people
        }
      })
    }
  },
  { immediate: true },
)

const bringBack = () =>
  attempt(async () => {
    done.value = await engine.reachableAgain(since())
    emit('done')
  })
const undo = () =>
  attempt(async () => {
    await engine.undoReachable(done.value!.at)
    done.value = null
    undone.value = true
    emit('done')
  })
</script>

<template>
  <v-dialog v-model="open" max-width="560" aria-label="Reachable again">
    <v-card class="pa-2">
      <v-card-title><h2>Reachable again</h2></v-card-title>
      <v-card-text class="stack">
        <p>
          A mail server that was set up wrongly can make a whole list unreachable. People who became so since
          then stand where they stood before, and what they were on goes on.
        </p>
        <v-select v-model="days" :items="DAYS" label="Who became unreachable in" hide-details />
        <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
        <p v-else-if="done" role="status">
          {{ people(done.people) }} can be reached again.
          <v-btn size="small" :loading="busy" @click="undo">Undo</v-btn>
        </p>
        <p v-else-if="undone" role="status">Undone: they are unreachable as before.</p>
        <p v-else-if="found === null" class="quiet">Counting…</p>
        <p v-else-if="found === 0" class="quiet">Nobody became unreachable then.</p>
        <p v-else>{{ people(found) }} became unreachable then.</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Close</v-btn>
        <v-btn v-if="!done && found" color="primary" variant="flat" :loading="busy" @click="bringBack"
          >Make {{ people(found) }} reachable</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { SequenceLine, SequenceView } from '../api/types'
import { people } from '../shared/when'
import SequenceBench from '../sequence/SequenceBench.vue'
import { useSequences } from '../sequence/useSequences'

/** The follow-up of an offer: its own sequence, or one it shares with others. */
const props = defineProps<{
  offerId: number
  offerName: string
  /** What it can come to, where it is played first. */
  results?: Record<string, string>
}>()
const sequences = useSequences()
const emit = defineEmits<{ saved: [] }>()
const id = ref<number | null>(null)
const sharedWith = ref(0)
const fault = ref('')
const others = ref<SequenceLine[]>([])
const choosing = ref(false)

function take(view: SequenceView) {
  id.value = view.id
  sharedWith.value = view.offers.length - 1
}

async function load() {
  try {
    take(await sequences.ofOffer(props.offerId))
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}

async function choose() {
  others.value = (await sequences.all()).filter((line) => line.id !== id.value)
  choosing.value = true
}

async function follow(line: SequenceLine) {
  choosing.value = false
  take(await sequences.follow(props.offerId, line.id))
  emit('saved')
}

onMounted(() => void load())
</script>

<template>
  <v-alert v-if="fault" type="error" variant="tonal">{{ fault }}</v-alert>
  <SequenceBench
    v-if="id !== null"
    :id="id"
    :key="id"
    :offer-id="offerId"
    :offer-name="offerName"
    :results="results"
    @saved="emit('saved')"
  >
    <span v-if="sharedWith > 0" class="small quiet"
      >also follows {{ sharedWith }} other {{ sharedWith === 1 ? 'offer' : 'offers' }}</span
    >
    <button type="button" class="small quiet share" @click="choose">Use another sequence</button>
  </SequenceBench>
  <v-dialog v-model="choosing" aria-label="Follow this offer with another sequence" max-width="560">
    <v-card>
      <v-card-title><h2>Follow this offer with another sequence</h2></v-card-title>
      <v-card-text>
        <p class="small quiet">
          New sign-ups go on there. Whoever is on their way through the present one stays on it.
        </p>
        <p v-if="others.length === 0" class="py-3">
          There is no other sequence yet. Emails has a place for them.
        </p>
        <button v-for="line in others" :key="line.id" type="button" class="line" @click="follow(line)">
          <strong>{{ line.name }}</strong>
          <span class="small quiet"
            >{{ line.emails }} {{ line.emails === 1 ? 'email' : 'emails' }} · {{ people(line.onTheirWay) }} on
            their way</span
          >
        </button>
      </v-card-text>
      <v-card-actions><v-btn @click="choosing = false">Cancel</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.share {
  text-decoration: underline;
}
.line {
  display: grid;
  width: 100%;
  text-align: left;
  padding: 9px 4px;
  border-bottom: 1px solid var(--line);
}
</style>

<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { SequenceLine, SequenceView } from '../api/types'
import SequenceBench from '../sequence/SequenceBench.vue'
import FollowDialog from './FollowDialog.vue'
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
    <button type="button" class="small quiet share" @click="choosing = true">Use another sequence</button>
  </SequenceBench>
  <FollowDialog v-if="choosing && id !== null" :present="id" @follow="follow" @close="choosing = false" />
</template>

<style scoped>
.share {
  text-decoration: underline;
}
</style>

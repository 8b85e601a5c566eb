<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Shape, TrialView } from '../api/types'
import { oneLine } from '../api/client'
import { useFormCalls } from '../ask/useFormCalls'
import { useClock } from '../clock/useClock'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import { shortDay } from '../shared/when'
import { useTrials } from '../trial/useTrials'
import { TESTED_WORDS } from '../trial/words'
import DraftBench from './DraftBench.vue'
import OutcomeBench from './OutcomeBench.vue'

/** Two versions of a form, an email or a confirmation: written, tried, and one of them taken. */
const route = useRoute()
const router = useRouter()
const trials = useTrials()
const clock = useClock()
/** The trial in the address; as it was while this screen is left for another thing with a number. */
const id = ref(Number(route.params.id))
watch(
  () => route.params.id,
  (now) => (id.value = route.path.startsWith('/trials/') ? Number(now) : id.value),
)
const trial = ref<TrialView | null>(null)
const shape = ref<Shape | undefined>()
const fault = ref('')

async function load() {
  try {
    const found = await trials.get(id.value)
    if (found.tested === 'FORM' && found.offerId) {
      shape.value = (await useFormCalls(found.offerId).get(found.targetId)).shape
    }
    trial.value = found
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
watch([id, () => clock.moves], () => void load(), { immediate: true })

const since = computed(() => {
  const t = trial.value
  if (!t?.beganAt) {
    return ''
  }
  const from = shortDay(t.beganAt.slice(0, 10))
  return t.endedAt ? `${from} to ${shortDay(t.endedAt.slice(0, 10))}` : `since ${from}`
})
const STATE = { DRAFT: 'draft', RUNNING: 'running', ENDED: 'over', DISCARDED: 'thrown away' } as const

const gone = () => router.push(trial.value!.where)
</script>

<template>
  <main class="page stack">
    <LoadState :loading="!trial" :fault="fault" />
    <template v-if="trial">
      <div class="row">
        <h1>Two versions</h1>
        <span class="mark" :class="{ live: trial.state === 'RUNNING' }">{{ STATE[trial.state] }}</span>
        <span class="quiet"
          >{{ TESTED_WORDS[trial.tested] }}:
          <router-link :to="trial.where">{{ asAoifeReads(trial.name) }}</router-link>{{
            since ? `, ${since}` : ''
          }}</span
        >
      </div>
      <DraftBench
        v-if="trial.state === 'DRAFT'"
        :key="trial.id"
        :trial="trial"
        :shape="shape"
        @begun="trial = $event"
        @gone="gone"
      />
      <OutcomeBench
        v-else-if="trial.state !== 'DISCARDED'"
        :trial="trial"
        :shape="shape"
        @changed="trial = $event"
      />
      <p v-else class="panel">
        This version was thrown away. <router-link :to="trial.where">Back to what it was of</router-link>
      </p>
    </template>
  </main>
</template>

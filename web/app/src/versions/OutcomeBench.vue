<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Shape, TrialSettings, TrialView } from '../api/types'
import { oneLine } from '../api/client'
import { useWritten } from '../email/useWritten'
import Workbench from '../shared/Workbench.vue'
import TrialOutcome from '../trial/TrialOutcome.vue'
import { useTrials } from '../trial/useTrials'
import DifferenceTable from './DifferenceTable.vue'
import TrialFields from './TrialFields.vue'
import VersionPreview from './VersionPreview.vue'

/** Two versions while they are tried, and after one of them was taken. */
const props = defineProps<{ trial: TrialView; shape?: Shape }>()
const emit = defineEmits<{ changed: [trial: TrialView] }>()
const trials = useTrials()
const fault = ref('')
const busy = ref(false)
const see = ref<'A' | 'B'>('B')
const running = computed(() => props.trial.state === 'RUNNING')
const other = computed(() => (props.trial.taken === 'B' ? 'A' : 'B'))
const seen = computed(() => (see.value === other.value ? props.trial.other : props.trial.inUse))
const written = useWritten(() =>
  seen.value.email
    ? {
        content: seen.value.email,
        kind: props.trial.tested === 'CONFIRMATION' ? 'CONFIRMATION' : 'FOLLOW_UP',
        offerId: props.trial.offerId,
      }
    : null,
)
/** Which one is ahead; neither before somebody met both. */
const leads = computed(() => {
  const result = props.trial.result
  return !result || result.metA === 0 || result.metB === 0 ? '' : result.chanceOfB >= 0.5 ? 'B' : 'A'
})

async function change(settings: TrialSettings) {
  try {
    emit('changed', await trials.save(props.trial.id, props.trial.version, settings, props.trial.other))
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
async function end(taken: 'A' | 'B') {
  busy.value = true
  await trials.end(props.trial, taken, (now) => emit('changed', now))
  busy.value = false
}
const turn = () => trials.turn(props.trial, (now) => emit('changed', now))
</script>

<template>
  <Workbench wide>
    <template #settings>
      <h2>{{ running ? 'So far' : `Version ${trial.taken} was taken` }}</h2>
      <TrialOutcome :trial="trial" />
      <div v-if="running" class="row">
        <v-btn
          v-for="version in ['A', 'B'] as const"
          :key="version"
          :color="version === leads ? 'primary' : undefined"
          :variant="version === leads ? 'flat' : 'outlined'"
          :loading="busy"
          @click="end(version)"
          >Take {{ version }}</v-btn
        >
        <span class="small quiet">The other version is kept.</span>
      </div>
      <div v-else class="row">
        <v-btn @click="turn">Put {{ other }} back</v-btn>
        <span v-if="trial.byItself" class="small quiet">It ended by itself.</span>
      </div>
      <section class="apart stack" aria-labelledby="differ">
        <h2 id="differ">In what they differ</h2>
        <DifferenceTable :differences="trial.differences" />
      </section>
      <section v-if="running" class="apart stack" aria-labelledby="how">
        <h2 id="how">How it is tried</h2>
        <TrialFields
          running
          :model-value="trial.settings"
          :measures="trial.measures"
          :problem-at="() => undefined"
          @update:model-value="change"
        />
        <p v-if="fault" class="grave small" role="alert">{{ fault }}</p>
      </section>
    </template>
    <template #preview>
      <VersionPreview v-model="see" :trial="trial" :content="seen" :shape="shape" :written="written" />
    </template>
  </Workbench>
</template>

<style scoped>
.apart {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { Measure, TrialSettings } from '../api/types'
import NumberField from '../shared/NumberField.vue'
import { MEASURE_WORDS } from '../trial/words'

/** How two versions are tried: who gets which, what counts, and when it ends. */
const props = defineProps<{
  measures: Measure[]
  /** Whether it runs: then nobody is moved from one version to the other. */
  running?: boolean
  problemAt(field: string): string | undefined
}>()
const settings = defineModel<TrialSettings>({ required: true })
const share = computed({
  get: () => settings.value.shareOfA / 100,
  set: (percent: number) => (settings.value = { ...settings.value, shareOfA: Math.round(percent * 100) }),
})
const measure = computed({
  get: () => settings.value.measure,
  set: (measure: Measure) => (settings.value = { ...settings.value, measure }),
})
const ends = computed({
  get: () => settings.value.endsByItself,
  set: (endsByItself: boolean) => (settings.value = { ...settings.value, endsByItself }),
})
const measures = computed(() => props.measures.map((value) => ({ value, title: MEASURE_WORDS[value] })))
</script>

<template>
  <div class="pair">
    <p v-if="running" class="small">
      {{ share }} % get A, {{ 100 - share }} % get B. That stays while the trial runs.
    </p>
    <NumberField
      v-else
      v-model="share"
      label="Per cent who get A"
      min="5"
      max="95"
      :hint="`The other ${100 - share} % get B.`"
      persistent-hint
      :error-messages="problemAt('settings.shareOfA')"
    />
    <v-select
      v-model="measure"
      :items="measures"
      label="What counts"
      :error-messages="problemAt('settings.measure')"
    />
  </div>
  <v-switch
    v-model="ends"
    label="End by itself once one is good enough"
    hint="When taking it would cost less than 0.1 in 100, not before 100 people met each and three days have passed. The other version is kept."
    persistent-hint
  />
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-items: start;
}
@media (max-width: 500px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

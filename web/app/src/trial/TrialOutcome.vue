<script setup lang="ts">
import type { TrialView } from '../api/types'
import ChancesChart from './ChancesChart.vue'
import { didWords, outlook, verdict } from './words'

/** What was counted of two versions, and what it says. */
defineProps<{ trial: TrialView }>()
</script>

<template>
  <div v-if="trial.result" class="stack">
    <ChancesChart v-if="trial.result.metA > 0 && trial.result.metB > 0" :result="trial.result" />
    <dl>
      <div>
        <dt><span class="letter a">A</span></dt>
        <dd>{{ didWords(trial.result.didA, trial.result.metA, trial.settings.measure) }}</dd>
      </div>
      <div>
        <dt><span class="letter b">B</span></dt>
        <dd>{{ didWords(trial.result.didB, trial.result.metB, trial.settings.measure) }}</dd>
      </div>
    </dl>
    <p>
      <strong>{{ verdict(trial.result) }}</strong> {{ outlook(trial) }}
    </p>
  </div>
</template>

<style scoped>
dl {
  display: grid;
  gap: 6px;
}
dl > div {
  display: flex;
  gap: 10px;
  align-items: center;
}
.letter {
  display: inline-grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  font-size: 12px;
  font-weight: 700;
}
.letter.a {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.letter.b {
  border: 1.5px dashed var(--brass);
  color: var(--brass-text);
}
</style>

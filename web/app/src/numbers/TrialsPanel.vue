<script setup lang="ts">
import { computed } from 'vue'
import type { TrialView } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import { useLoaded } from '../shared/useLoaded'
import TrialOutcome from '../trial/TrialOutcome.vue'
import { useTrials } from '../trial/useTrials'
import { inShort } from '../trial/words'

/** Trials of two versions: the one that runs longest as it stands, the others in a line each. */
const trials = useTrials()
const { value: all, fault } = useLoaded<TrialView[]>(trials.list)
const first = computed(() => all.value?.find((trial) => trial.state === 'RUNNING'))
const others = computed(() => all.value?.filter((trial) => trial !== first.value).slice(0, 5) ?? [])
</script>

<template>
  <section class="panel stack" aria-labelledby="two-versions">
    <h2 id="two-versions">Two versions</h2>
    <LoadState :loading="!all" :fault="fault" />
    <template v-if="first">
      <p class="alone">
        <router-link :to="`/trials/${first.id}`">{{ asAoifeReads(first.name) }}</router-link>
      </p>
      <TrialOutcome :trial="first" />
    </template>
    <p v-else-if="all" class="quiet">
      No trial is running. Where a form or an email is written, “Try another version” begins one.
    </p>
    <ul v-if="others.length" class="small">
      <li v-for="trial in others" :key="trial.id">
        <router-link :to="`/trials/${trial.id}`">{{ asAoifeReads(trial.name) }}</router-link>:
        {{ inShort(trial) }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 8px;
}
</style>

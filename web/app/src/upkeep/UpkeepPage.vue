<script setup lang="ts">
import { ref, toRaw, watch } from 'vue'
import type { Upkeep, UpkeepSettings } from '../api/types'
import { SETUP_PARTS } from '../business/setupParts'
import LoadState from '../shared/LoadState.vue'
import PartsNav from '../shared/PartsNav.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import { useSubmit } from '../shared/useSubmit'
import BackupPlan from './BackupPlan.vue'
import BackupRuns from './BackupRuns.vue'
import KeptDays from './KeptDays.vue'
import { useUpkeep } from './useUpkeep'

/** What the install does for itself at night: back-ups, and forgetting. */
const calls = useUpkeep()
const notice = useNotice()
const { value: upkeep, fault, again } = useLoaded<Upkeep>(calls.load)
const settings = ref<UpkeepSettings | null>(null)
const { busy, at, message, submit } = useSubmit('backups')

watch(upkeep, (loaded) => {
  settings.value = loaded && structuredClone(toRaw(loaded).settings)
})

const save = () =>
  submit(async () => {
    upkeep.value = await calls.save(upkeep.value!.version, settings.value!)
    notice.did('Saved.')
  })
</script>

<template>
  <main class="page stack">
    <div class="row">
      <h1>Setup</h1>
      <PartsNav :parts="SETUP_PARTS" at="/setup" here="upkeep" label="Setup" />
    </div>
    <LoadState :loading="!settings" :fault="fault" />
    <div v-if="upkeep && settings" class="halves">
      <BackupRuns
        :backups="calls.backups"
        :back-up="calls.backUp"
        :nightly="upkeep.settings.backups.nightly"
      />
      <form class="stack" aria-label="Upkeep" @submit.prevent="save">
        <BackupPlan v-model="settings.backups" :problem-at="at" />
        <KeptDays v-model="settings.keptDays" :kept="upkeep.kept" :problem-at="at" />
        <v-alert v-if="at('backups')" type="error" variant="tonal">{{ message }}</v-alert>
        <div class="row">
          <v-btn type="submit" color="primary" variant="flat" :loading="busy">Save</v-btn>
          <v-btn @click="again">Take back</v-btn>
        </div>
      </form>
    </div>
  </main>
</template>

<style scoped>
.halves {
  display: grid;
  gap: 16px;
  align-items: start;
}
@media (min-width: 1000px) {
  .halves {
    grid-template-columns: 1fr 1fr;
  }
}
</style>

<script setup lang="ts">
import type { UpkeepSettings } from '../api/types'
import NumberField from '../shared/NumberField.vue'

/** When back-ups are made by themselves, where they go, and how many stay. */
defineProps<{ problemAt: (field: string) => string | undefined }>()
const plan = defineModel<UpkeepSettings['backups']>({ required: true })
const HOURS = Array.from({ length: 24 }, (_, hour) => ({
  value: hour,
  title: `${String(hour).padStart(2, '0')}:00`,
}))
</script>

<template>
  <section class="panel stack" aria-labelledby="plan-title">
    <h2 id="plan-title">Each night</h2>
    <v-switch v-model="plan.nightly" label="Make a back-up" />
    <v-text-field
      v-model="plan.folder"
      label="Keep them in"
      hint="A folder of the machine Jeton runs on, best on another disk: one that breaks takes what is on it along. Or a bucket of an S3 service: s3://bucket/prefix."
      persistent-hint
      :error-messages="problemAt('backups.folder')"
    />
    <div class="two">
      <v-select v-model="plan.hour" label="At" :items="HOURS" :error-messages="problemAt('backups.hour')" />
      <NumberField v-model="plan.keep" label="Keep the newest" :error-messages="problemAt('backups.keep')" />
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
</style>

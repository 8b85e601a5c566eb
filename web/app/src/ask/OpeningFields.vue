<script setup lang="ts">
import type { FormSettings, Shape } from '../api/types'

/** How a form that hangs over the page is opened, and where it then is. */
defineProps<{ shape: Shape; problemAt: (field: string) => string | undefined }>()
const opening = defineModel<FormSettings['opening']>({ required: true })
</script>

<template>
  <v-switch v-model="opening.leadsToPage" label="Just words and a button that leads to the hosted page" />
  <div v-if="shape !== 'BAR'" class="pair">
    <v-select
      v-model="opening.corner"
      :items="[
        { title: 'By itself', value: 'NONE' },
        { title: 'Behind a button, left', value: 'LEFT' },
        { title: 'Behind a button, right', value: 'RIGHT' },
      ]"
      label="Opens"
    />
    <v-text-field
      v-if="opening.corner !== 'NONE'"
      v-model="opening.cornerWords"
      label="Words on that button"
      :error-messages="problemAt('opening.cornerWords')"
    />
  </div>
  <v-switch v-else v-model="opening.barAtFoot" label="At the foot of the window" />
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>

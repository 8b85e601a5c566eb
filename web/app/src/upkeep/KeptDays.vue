<script setup lang="ts">
import type { Upkeep, UpkeepSettings } from '../api/types'
import NumberField from '../shared/NumberField.vue'
import { KEPT } from './words'

/** For how many days what is not needed for ever is kept. */
defineProps<{ kept: Upkeep['kept']; problemAt: (field: string) => string | undefined }>()
const days = defineModel<UpkeepSettings['keptDays']>({ required: true })

function keep(kind: Upkeep['kept'][number]['kind'], to: number) {
  days.value = { ...days.value, [kind]: to }
}
</script>

<template>
  <section class="panel stack" aria-labelledby="kept-title">
    <h2 id="kept-title">What is kept for a while only</h2>
    <p class="small quiet">
      An hour after the back-up, what is older goes, in small steps. People, sign-ups, emails and numbers
      stay.
    </p>
    <div v-for="one in kept" :key="one.kind" class="kind">
      <div>
        <p>{{ KEPT[one.kind].words }}</p>
        <p class="small quiet">
          {{ KEPT[one.kind].hint }}
          <template v-if="one.forgotten > 0"
            >{{ one.forgotten.toLocaleString('en-GB') }} gone so far.</template
          >
        </p>
      </div>
      <NumberField
        :model-value="days[one.kind] ?? one.usualDays"
        :aria-label="`Days: ${KEPT[one.kind].words}`"
        suffix="days"
        :min="one.leastDays"
        :error-messages="problemAt(`keptDays.${one.kind}`)"
        @update:model-value="(to: number) => keep(one.kind, to)"
      />
    </div>
  </section>
</template>

<style scoped>
.kind {
  display: grid;
  grid-template-columns: 1fr 140px;
  gap: 16px;
  align-items: start;
}
</style>

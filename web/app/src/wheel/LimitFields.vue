<script setup lang="ts">
import { computed } from 'vue'
import type { SpinRules, WheelNumbers } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import NumberField from '../shared/NumberField.vue'

/** How often one may spin, with what that comes to in a sentence and the next times it starts over. */
defineProps<{ numbers: WheelNumbers | null; problemAt(field: string): string | undefined }>()
const rules = defineModel<SpinRules>({ required: true })
const business = useBusiness()
const PERIODS = [
  { title: 'in all', value: 0 },
  { title: 'a day', value: 1 },
  { title: 'a week', value: 7 },
  { title: 'a fortnight', value: 14 },
  { title: 'in 30 days', value: 30 },
]
const items = computed(() =>
  PERIODS.some(({ value }) => value === rules.value.days)
    ? PERIODS
    : [...PERIODS, { title: `in ${rules.value.days} days`, value: rules.value.days }],
)
const inShort = (moment: string) =>
  new Date(moment).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: business.zone,
  })
const at = computed({
  get: () => rules.value.at.slice(0, 5),
  set: (time: string) => (rules.value.at = time || '00:00'),
})
</script>

<template>
  <div class="stack tight">
    <div class="row fields">
      <NumberField
        v-model="rules.spins"
        label="Spins"
        min="1"
        max="100"
        :error-messages="problemAt('gives.rules.spins')"
      />
      <v-select v-model="rules.days" label="each" :items="items" />
      <NumberField
        v-model="rules.gapHours"
        label="Hours between"
        min="0"
        :error-messages="problemAt('gives.rules.gapHours')"
      />
      <template v-if="rules.days > 0">
        <v-text-field v-model="rules.firstDay" type="date" label="Starting over on" />
        <v-text-field v-model="at" type="time" label="at" />
      </template>
    </div>
    <p v-if="numbers" class="small" aria-live="polite">
      <b>{{ numbers.limits }}</b>
      <template v-if="numbers.resets.length">
        It starts over on
        {{ numbers.resets.map(inShort).join('; ') }}.</template
      >
      <span class="quiet"> Addresses of one mailbox count as one.</span>
    </p>
  </div>
</template>

<style scoped>
.fields > * {
  flex: 1 1 110px;
}
</style>

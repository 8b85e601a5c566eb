<script setup lang="ts">
import { computed } from 'vue'
import type { Coupon } from '../api/types'
import { useClock } from '../clock/useClock'
import NumberField from '../shared/NumberField.vue'
import { inMinor, inUnits } from '../shared/money'

/** When a coupon is taken: first and last day, least order, how often (C3). */
defineProps<{ problemAt(field: string): string | undefined }>()
const coupon = defineModel<Coupon>({ required: true })
const terms = computed(() => coupon.value.terms)
const USUAL_DAYS = 14
const clock = useClock()

const ENDS = computed(() => [
  { title: 'Never', value: 'NEVER' },
  { title: 'On a day', value: 'ON' },
  ...(coupon.value.source === 'SHARED' ? [] : [{ title: 'Days after they get it', value: 'AFTER' }]),
])
const ends = computed({
  get: () => (terms.value.endsOn ? 'ON' : terms.value.endsAfterDays ? 'AFTER' : 'NEVER'),
  set: (how: string) => {
    terms.value.endsOn = how === 'ON' ? (terms.value.endsOn ?? inAMonth()) : undefined
    terms.value.endsAfterDays = how === 'AFTER' ? (terms.value.endsAfterDays ?? USUAL_DAYS) : undefined
  },
})

function inAMonth() {
  const day = new Date(clock.now())
  day.setMonth(day.getMonth() + 1)
  return day.toISOString().slice(0, 10)
}

const leastOrder = computed({
  get: () => (terms.value.leastOrder ? inUnits(terms.value.leastOrder, terms.value.currency) : undefined),
  set: (n?: number) => (terms.value.leastOrder = n ? inMinor(n, terms.value.currency) : 0),
})
const at = (field: string) => `gives.terms.${field}`
</script>

<template>
  <div class="limits">
    <v-select
      v-model="ends"
      class="ends"
      :items="ENDS"
      label="Ends"
      :error-messages="problemAt(at('endsAfterDays'))"
    />
    <NumberField
      v-if="ends === 'AFTER'"
      v-model="terms.endsAfterDays"
      label="Days"
      min="1"
      :error-messages="problemAt(at('endsAfterDays'))"
    />
    <v-text-field
      v-if="ends === 'ON'"
      v-model="terms.endsOn"
      label="Last day"
      type="date"
      :error-messages="problemAt(at('endsOn'))"
    />
    <v-text-field
      :model-value="terms.startsOn ?? ''"
      label="First day"
      type="date"
      :error-messages="problemAt(at('startsOn'))"
      @update:model-value="terms.startsOn = $event || undefined"
    />
    <NumberField
      v-model="leastOrder"
      optional
      label="Minimum order"
      :prefix="terms.currency"
      min="0"
      step="any"
      :error-messages="problemAt(at('leastOrder'))"
    />
    <NumberField
      v-if="coupon.source !== 'SHARED'"
      v-model="terms.usesPerCode"
      optional
      label="Each code, times"
      placeholder="any number"
      min="1"
      :error-messages="problemAt(at('usesPerCode'))"
    />
    <NumberField
      v-model="terms.usesInAll"
      optional
      label="In all, times"
      placeholder="any number"
      min="1"
      :error-messages="problemAt(at('usesInAll'))"
    />
  </div>
  <v-switch
    v-if="coupon.source !== 'SHARED'"
    v-model="coupon.newEachTime"
    label="Whoever signs up again gets another code"
  />
</template>

<style scoped>
.limits {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(135px, 1fr));
  gap: 10px;
}
.ends {
  grid-column: span 2;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { Coupon } from '../api/types'
import Choice from '../shared/Choice.vue'
import NumberField from '../shared/NumberField.vue'
import { inMinor, inUnits } from '../shared/money'

/** What a coupon is worth, and for what. */
defineProps<{ problemAt(field: string): string | undefined }>()
const coupon = defineModel<Coupon>({ required: true })
const terms = computed(() => coupon.value.terms)
const HUNDREDTHS = 100

const KINDS = [
  { value: 'PERCENT', words: 'Percent' },
  { value: 'AMOUNT', words: 'An amount' },
  { value: 'FREE_SHIPPING', words: 'Free shipping' },
  { value: 'WORDS', words: 'In words' },
] as const

const percent = computed({
  get: () => terms.value.worth.percentHundredths / HUNDREDTHS,
  set: (n: number) => (terms.value.worth.percentHundredths = Math.round(n * HUNDREDTHS)),
})
const amount = computed({
  get: () => inUnits(terms.value.worth.amount, terms.value.currency),
  set: (n: number) => (terms.value.worth.amount = inMinor(n, terms.value.currency)),
})
</script>

<template>
  <Choice v-model="terms.worth.kind" :choices="KINDS" label="Kind of discount" class="kinds" />
  <div id="worth" class="row fields">
    <NumberField
      v-if="terms.worth.kind === 'PERCENT'"
      v-model="percent"
      class="short"
      label="Percent"
      suffix="%"
      min="0.01"
      max="100"
      step="any"
      :error-messages="problemAt('gives.terms.worth.percentHundredths')"
    />
    <NumberField
      v-else-if="terms.worth.kind === 'AMOUNT'"
      v-model="amount"
      class="short"
      label="Amount"
      :prefix="terms.currency"
      min="0"
      step="any"
      :error-messages="problemAt('gives.terms.worth.amount')"
    />
    <v-text-field
      v-else-if="terms.worth.kind === 'WORDS'"
      v-model="terms.worth.words"
      label="What it is"
      placeholder="A bookmark with your order"
      :error-messages="problemAt('gives.terms.worth.words')"
    />
    <v-text-field
      v-if="terms.worth.kind !== 'WORDS'"
      v-model="terms.appliesTo"
      label="Applies to"
      placeholder="everything"
      :error-messages="problemAt('gives.terms.appliesTo')"
    />
    <v-text-field
      v-model="terms.currency"
      class="currency"
      label="Currency"
      maxlength="3"
      :error-messages="problemAt('gives.terms.currency')"
      @update:model-value="terms.currency = $event.toUpperCase()"
    />
  </div>
</template>

<style scoped>
.kinds {
  justify-self: start;
}
.fields {
  align-items: start;
}
.fields > * {
  flex: 1 1 150px;
}
.short {
  max-width: 130px;
}
.currency {
  max-width: 110px;
  flex-basis: 90px;
}
</style>

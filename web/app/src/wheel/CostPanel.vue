<script setup lang="ts">
import type { WheelNumbers } from '../api/types'
import { money } from '../shared/money'
import { percent } from '../shared/when'

/** What a spin costs, who wins, and what is to come. */
defineProps<{ numbers: WheelNumbers; currency: string }>()
const emit = defineEmits<{ fit: [] }>()
</script>

<template>
  <div class="panel-in">
    <p>
      A spin costs you <b>{{ money(Math.round(numbers.cost), currency) }}</b> on average.
      <b>{{ percent(numbers.winners) }}</b> win something.
    </p>
    <p class="small">
      The next {{ numbers.next.spins.toLocaleString('en-GB') }} spins: about
      {{ money(Math.round(numbers.next.mean), currency) }}, nine times out of ten between
      {{ money(numbers.next.low, currency) }} and {{ money(numbers.next.high, currency) }}.
    </p>
    <v-btn size="small" @click="emit('fit')">Fit to a budget</v-btn>
  </div>
</template>

<style scoped>
.panel-in {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  justify-content: space-between;
  background: var(--sand, #f4ecdf);
  border-radius: 10px;
  padding: 10px 14px;
}
.v-theme--dark .panel-in {
  background: rgb(var(--v-theme-background));
}
.panel-in p {
  margin: 0;
}
</style>

<script setup lang="ts">
import { ref, watch } from 'vue'

/** A weight: typed, or one more and one less. */
const props = defineProps<{ label: string; problem?: string }>()
const weight = defineModel<number>({ required: true })
const text = ref(String(weight.value))

watch(text, (typed) => {
  const n = Number(typed)
  if (typed.trim() && Number.isFinite(n)) weight.value = n
})
watch(weight, (now) => {
  if (Number(text.value) !== now) text.value = String(now)
})
const step = (by: number) => (text.value = String(Math.max(1, Math.round(weight.value) + by)))
</script>

<template>
  <span class="stepper" :class="{ wrong: props.problem }" :title="props.problem">
    <button type="button" :aria-label="`${label}: one less`" @click="step(-1)">−</button>
    <input
      v-model="text"
      inputmode="decimal"
      :aria-label="label"
      :aria-invalid="!!props.problem"
      @keydown.up.prevent="step(1)"
      @keydown.down.prevent="step(-1)"
    />
    <button type="button" :aria-label="`${label}: one more`" @click="step(1)">+</button>
  </span>
</template>

<style scoped>
.stepper {
  display: inline-grid;
  grid-template-columns: 28px 40px 28px;
  border: 1px solid var(--outline);
  border-radius: 8px;
  height: 32px;
  background: rgb(var(--v-theme-surface));
}
.stepper.wrong {
  border-color: rgb(var(--v-theme-error));
}
input {
  text-align: center;
  font-weight: 600;
  min-width: 0;
  border: 0;
  border-inline: 1px solid var(--line);
  font-variant-numeric: tabular-nums;
}
@media (pointer: coarse) {
  .stepper {
    grid-template-columns: 44px 44px 44px;
    height: 44px;
  }
}
</style>

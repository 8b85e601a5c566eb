<script setup lang="ts">
import { useBusiness } from './useBusiness'

/** A colour: one of the business's, or any other. */
defineProps<{ label: string; problem?: string }>()
const colour = defineModel<string>({ required: true })
const business = useBusiness()
</script>

<template>
  <div class="colour">
    <span class="label">{{ label }}</span>
    <button
      v-for="c in business.palette"
      :key="c"
      type="button"
      class="dot"
      :style="{ background: c }"
      :aria-label="`${label}: ${c}`"
      :aria-pressed="c === colour"
      @click="colour = c"
    />
    <input v-model="colour" type="color" :aria-label="`${label}: another colour`" />
    <v-text-field
      v-model="colour"
      class="hex"
      :aria-label="`${label} as #RRGGBB`"
      :error-messages="problem"
    />
  </div>
</template>

<style scoped>
.colour {
  display: flex;
  align-items: center;
  gap: 6px;
  flex-wrap: wrap;
}
.label {
  width: 84px;
}
.dot,
input[type='color'] {
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 1px solid #8c8574;
}
.dot[aria-pressed='true'] {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 2px;
}
input[type='color'] {
  padding: 0;
  border-radius: 8px;
  background: none;
}
.hex {
  flex: 0 0 112px;
}
</style>

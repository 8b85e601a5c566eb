<script setup lang="ts" generic="D extends string">
/** Days of the week, any of them. Where there must be one, the last cannot be taken away. */
const props = defineProps<{ label: string; least?: number }>()
const days = defineModel<D[]>({ required: true })
const ALL = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'] as D[]
const words = (day: D) => day[0] + day.slice(1).toLowerCase()

function turn(day: D) {
  const wanted = ALL.filter((d) => (d === day ? !days.value.includes(d) : days.value.includes(d)))
  if (wanted.length >= (props.least ?? 0)) {
    days.value = wanted
  }
}
</script>

<template>
  <div class="days" role="group" :aria-label="label">
    <button
      v-for="day in ALL"
      :key="day"
      type="button"
      :aria-pressed="days.includes(day)"
      :aria-label="words(day)"
      @click="turn(day)"
    >
      {{ words(day).slice(0, 2) }}
    </button>
  </div>
</template>

<style scoped>
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}
button {
  width: 34px;
  height: 34px;
  border-radius: 50%;
  border: 1px solid var(--outline);
  font-size: 13px;
}
button[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 600;
}
</style>

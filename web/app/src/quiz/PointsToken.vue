<script setup lang="ts">
import { MOST_POINTS } from './scheme'

/** Points that an answer gives to an outcome: a token to press, or arrow keys and digits. */
defineProps<{ label: string }>()
const emit = defineEmits<{ look: []; leave: [] }>()
const points = defineModel<number>({ required: true })

const within = (n: number) => Math.max(0, Math.min(MOST_POINTS, n))

function key(event: KeyboardEvent) {
  const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
  if (by) points.value = within(points.value + by)
  else if (/^\d$/.test(event.key)) points.value = within(Number(event.key))
  else if (event.key === 'Delete' || event.key === 'Backspace') points.value = 0
  else return
  // A digit is meant for the points, not for the screen.
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <button
    type="button"
    class="points"
    :class="{ some: points > 0 }"
    role="spinbutton"
    aria-valuemin="0"
    :aria-valuemax="MOST_POINTS"
    :aria-valuenow="points"
    :aria-label="label"
    :title="`${label}: press for one more, with Shift for one less; or type a number`"
    @click="points = $event.shiftKey ? within(points - 1) : points >= MOST_POINTS ? 0 : points + 1"
    @keydown="key"
    @focus="emit('look')"
    @pointerenter="emit('look')"
    @blur="emit('leave')"
    @pointerleave="emit('leave')"
  >
    {{ points || '' }}
  </button>
</template>

<style scoped>
.points {
  width: 28px;
  height: 28px;
  border-radius: 50%;
  border: 1.5px solid var(--brass);
  font-weight: 700;
  font-size: 13px;
  user-select: none;
}
.points.some {
  background: #835312;
  border-color: #835312;
  color: #fff;
}
@media (pointer: coarse) {
  .points {
    width: 40px;
    height: 40px;
  }
}
</style>

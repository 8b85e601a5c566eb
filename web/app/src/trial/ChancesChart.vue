<script setup lang="ts">
import { computed } from 'vue'
import type { TrialResult } from '../api/types'
import { percent } from '../shared/when'

/** How likely each rate is, as two hills: A filled, B hatched, so that they are told apart without colour. */
const props = defineProps<{ result: TrialResult }>()
const W = 320
const H = 92
const points = computed(() => props.result.chances.points)
const lowest = computed(() => points.value[0]!.rate)
const highest = computed(() => points.value[points.value.length - 1]!.rate)
const top = computed(() => Math.max(...points.value.map((p) => Math.max(p.a, p.b))))
const x = (rate: number) => ((rate - lowest.value) / (highest.value - lowest.value)) * W
const y = (height: number) => H - (height / top.value) * (H - 16)

const line = (of: 'a' | 'b') =>
  points.value.map((p) => `${x(p.rate).toFixed(1)} ${y(p[of]).toFixed(1)}`).join('L')
const area = (of: 'a' | 'b') => `M0 ${H}L${line(of)}L${W} ${H}Z`
const summit = (of: 'a' | 'b') => {
  const best = points.value.reduce((one, p) => (p[of] > one[of] ? p : one))
  return { x: Math.min(W - 10, Math.max(10, x(best.rate))), y: y(best[of]) - 4 }
}

/** Four round rates along the foot. */
const marks = computed(() => {
  const span = highest.value - lowest.value
  const rough = span / 4
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((f) => f * power).find((s) => span / s <= 5) ?? 10 * power
  const first = Math.ceil(lowest.value / step) * step
  return Array.from({ length: 6 }, (_, i) => first + i * step)
    .filter((rate) => rate <= highest.value)
    .map((rate) => ({
      x: Math.min(W - 14, Math.max(14, x(rate))),
      words: step < 0.01 ? `${(100 * rate).toFixed(1)} %` : percent(rate),
    }))
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H + 18}`" class="hills" aria-hidden="true">
    <defs>
      <pattern id="hatched" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path d="M0 0H6" class="hatch" />
      </pattern>
    </defs>
    <path :d="area('a')" class="a fill" />
    <path :d="area('b')" fill="url(#hatched)" />
    <path :d="`M${line('a')}`" class="a line" />
    <path :d="`M${line('b')}`" class="b line" />
    <path :d="`M0 ${H}H${W}`" class="foot" />
    <text :x="summit('a').x" :y="summit('a').y" class="name">A</text>
    <text :x="summit('b').x" :y="summit('b').y" class="name b">B</text>
    <text v-for="mark in marks" :key="mark.words" :x="mark.x" :y="H + 14" class="mark">{{ mark.words }}</text>
  </svg>
</template>

<style scoped>
.hills {
  width: 100%;
  max-width: 420px;
  display: block;
}
.fill {
  fill: color-mix(in srgb, rgb(var(--v-theme-primary)) 14%, transparent);
}
.line {
  fill: none;
  stroke-width: 2;
}
.a.line {
  stroke: rgb(var(--v-theme-primary));
}
.b.line {
  stroke: var(--brass);
  stroke-dasharray: 6 4;
}
.hatch {
  stroke: var(--brass);
  stroke-width: 1.6;
  opacity: 0.55;
}
.foot {
  stroke: var(--line);
}
text {
  font-size: 11px;
  fill: var(--quiet);
  text-anchor: middle;
}
.name {
  font-size: 12px;
  font-weight: 700;
  fill: rgb(var(--v-theme-primary));
}
.name.b {
  fill: var(--brass-text);
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { QuizBalance, QuizScheme } from '../api/types'
import OutcomeMark from './OutcomeMark.vue'
import { PATTERNS, titleOf } from './scheme'

/** Totals and whose they are, on one scale: every total that can be reached, gaps and overlaps. */
const props = defineProps<{ scheme: QuizScheme; balance: QuizBalance }>()

const ends = computed(() => {
  const all = [...props.balance.totals, ...props.scheme.outcomes.flatMap(({ from, to }) => [from, to])]
  return { least: Math.min(0, ...all), most: Math.max(1, ...all) }
})
const at = (total: number) => {
  const { least, most } = ends.value
  return (100 * (total - least + 0.5)) / (most - least + 1)
}
const state = (total: number) =>
  props.balance.unowned.includes(total) ? 'nobody' : props.balance.ownedTwice.includes(total) ? 'twice' : ''
const some = (totals: number[]) => totals.slice(0, 8).join(', ') + (totals.length > 8 ? ' and more' : '')
</script>

<template>
  <div class="scale" :style="{ '--rows': scheme.outcomes.length }">
    <div v-for="(outcome, i) in scheme.outcomes" :key="outcome.id" class="row nowrap range">
      <OutcomeMark :place="i" :size="22" />
      <span class="track">
        <span
          :class="`pattern-${i % PATTERNS}`"
          :style="{
            left: `calc(${at(outcome.from)}% - 6px)`,
            width: `calc(${at(outcome.to) - at(outcome.from)}% + 12px)`,
          }"
          :title="`${titleOf(outcome, i)}: ${outcome.from} to ${outcome.to}`"
        />
      </span>
      <span class="small quiet ends">{{ outcome.from }} to {{ outcome.to }}</span>
    </div>
    <div class="row nowrap range" aria-hidden="true">
      <span class="gap" />
      <span class="track dots">
        <i
          v-for="total in balance.totals"
          :key="total"
          :class="state(total)"
          :style="{ left: `${at(total)}%` }"
          :title="String(total)"
        />
      </span>
      <span class="small quiet ends">totals</span>
    </div>
    <p v-if="balance.unowned.length" class="grave small" role="status">
      Nobody owns {{ some(balance.unowned) }}.
    </p>
    <p v-if="balance.ownedTwice.length" class="small" role="status">
      Two own {{ some(balance.ownedTwice) }}: the upper one gets it.
    </p>
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  gap: 4px;
}
.range {
  gap: 8px;
}
.gap {
  width: 22px;
}
.track {
  position: relative;
  flex: 1;
  height: 14px;
  border-radius: 7px;
  background: var(--sand);
}
.track > span {
  position: absolute;
  top: 0;
  bottom: 0;
  border-radius: 7px;
  border: 1px solid var(--brass);
}
.dots {
  background: none;
}
.dots i {
  position: absolute;
  top: 3px;
  width: 7px;
  height: 7px;
  margin-left: -3.5px;
  border-radius: 50%;
  background: var(--brass);
}
.dots .nobody {
  background: none;
  border: 2px solid #8f2f1e;
}
.dots .twice {
  border-radius: 1px;
  background: rgb(var(--v-theme-primary));
}
.ends {
  width: 84px;
}
</style>

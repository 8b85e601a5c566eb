<script setup lang="ts">
import { mdiAlertOutline, mdiCheckCircleOutline } from '@mdi/js'
import { computed } from 'vue'
import type { PrizeSlice, WheelNumbers } from '../api/types'
import SliceMark from './SliceMark.vue'
import { nameOf } from './slices'

/** What came of all spins, beside what was to be expected. */
const props = defineProps<{ slices: PrizeSlice[]; numbers: WheelNumbers }>()

const rows = computed(() =>
  props.slices.map((slice, i) => {
    const numbers = props.numbers.slices.find(({ id }) => id === slice.id)
    return {
      slice,
      name: nameOf(slice, i),
      seen: numbers?.seen ?? 0,
      expected: numbers?.expected ?? 0,
    }
  }),
)
const most = computed(() => Math.max(1, ...rows.value.flatMap(({ seen, expected }) => [seen, expected])))
const p = computed(() => props.numbers.fairness.p)
const isOdd = computed(() => p.value !== undefined && p.value !== null && p.value < 0.05)
</script>

<template>
  <section class="stack tight">
    <div class="row spread">
      <h3>Seen in {{ numbers.counts.spins.toLocaleString('en-GB') }} spins</h3>
      <span class="row small key">
        <span><i class="bar" /> seen</span><span><i class="line" /> expected</span>
        <span class="row nowrap verdict"
          ><v-icon :icon="isOdd ? mdiAlertOutline : mdiCheckCircleOutline" size="17" />{{
            numbers.fairness.words
          }}<template v-if="p !== undefined && p !== null">
            (p {{ p < 0.001 ? 'below 0.001' : p.toFixed(2) }})</template
          ></span
        >
      </span>
    </div>
    <table>
      <thead class="d-sr-only">
        <tr>
          <th scope="col">Slice</th>
          <th scope="col">Drawn</th>
          <th scope="col">Seen</th>
          <th scope="col">Expected</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.slice.id">
          <th scope="row">
            <span class="row nowrap name"><SliceMark :slice="row.slice" :size="15" />{{ row.name }}</span>
          </th>
          <td class="way" aria-hidden="true">
            <i class="full" :style="{ width: `${(100 * row.seen) / most}%` }" />
            <i class="wanted" :style="{ left: `${(100 * row.expected) / most}%` }" />
          </td>
          <td class="n">
            <b>{{ row.seen.toLocaleString('en-GB') }}</b>
          </td>
          <td class="n quiet">{{ row.expected.toFixed(1) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.key {
  gap: 4px 14px;
}
.key .bar {
  display: inline-block;
  width: 16px;
  height: 9px;
  border-radius: 2px;
  background: var(--brass);
}
.key .line {
  display: inline-block;
  width: 3px;
  height: 14px;
  background: rgb(var(--v-theme-on-surface));
  vertical-align: -3px;
}
.verdict {
  gap: 5px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th {
  text-align: left;
  font-weight: 400;
  width: 130px;
}
.name {
  gap: 7px;
}
.way {
  position: relative;
}
.way::before {
  content: '';
  position: absolute;
  inset: 7px 0;
  border-radius: 3px;
  background: rgb(var(--v-theme-background));
}
.way .full {
  position: absolute;
  top: 7px;
  bottom: 7px;
  left: 0;
  border-radius: 3px;
  background: var(--brass);
}
.way .wanted {
  position: absolute;
  top: 3px;
  bottom: 3px;
  width: 3px;
  margin-left: -1.5px;
  background: rgb(var(--v-theme-on-surface));
}
.n {
  width: 52px;
  text-align: right;
  font-variant-numeric: tabular-nums;
  padding: 2px 0 2px 8px;
}
</style>

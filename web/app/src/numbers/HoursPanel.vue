<script setup lang="ts">
import { computed } from 'vue'
import type { OpeningHour } from '../api/types'
import { n } from './behind'

/** At which hours of the business's day emails are opened and clicked. */
const props = defineProps<{ hours: OpeningHour[] }>()
const all = computed(() =>
  Array.from(
    { length: 24 },
    (_, hour) => props.hours.find((one) => one.hour === hour) ?? { hour, opened: 0, clicked: 0 },
  ),
)
const most = computed(() => Math.max(1, ...all.value.map((one) => Math.max(one.opened, one.clicked))))
const clock = (hour: number) => `${String(hour).padStart(2, '0')}:00`
</script>

<template>
  <section class="panel" aria-labelledby="hours">
    <h2 id="hours">When they are read</h2>
    <p v-if="hours.length === 0" class="quiet">Nothing that left in these days was opened yet.</p>
    <template v-else>
      <p class="row legend small">
        <span><i class="opened" aria-hidden="true" /> opened</span>
        <span><i class="clicked" aria-hidden="true" /> clicked</span>
      </p>
      <div class="hours" aria-hidden="true">
        <div v-for="one in all" :key="one.hour" class="hour">
          <span class="bars">
            <i class="opened" :style="{ height: `${(100 * one.opened) / most}%` }" />
            <i class="clicked" :style="{ height: `${(100 * one.clicked) / most}%` }" />
          </span>
          <span class="small quiet">{{ one.hour % 3 === 0 ? one.hour : '' }}</span>
        </div>
      </div>
      <details class="small">
        <summary>As a table</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col">Opened</th>
              <th scope="col">Clicked</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in all" :key="one.hour">
              <th scope="row">{{ clock(one.hour) }}</th>
              <td>{{ n(one.opened) }}</td>
              <td>{{ n(one.clicked) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </section>
</template>

<style scoped>
.legend {
  gap: 18px;
}
.legend i {
  display: inline-block;
  width: 14px;
  height: 10px;
}
.opened {
  background: rgb(var(--v-theme-primary));
}
.clicked {
  background: repeating-linear-gradient(45deg, var(--brass) 0 2px, transparent 2px 4px);
  border: 1px solid var(--brass);
}
.hours {
  display: grid;
  grid-template-columns: repeat(24, minmax(0, 1fr));
  gap: 3px;
}
.bars {
  display: flex;
  align-items: flex-end;
  gap: 1px;
  height: 120px;
  border-bottom: 1px solid var(--line);
}
.bars i {
  flex: 1;
}
.bars .clicked {
  border-bottom: 0;
}
.hour .small {
  display: block;
  min-height: 20px;
  font-size: 12px;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 3px 18px 3px 0;
}
td {
  text-align: right;
  padding-right: 18px;
}
</style>

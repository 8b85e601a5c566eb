<script setup lang="ts">
import { computed } from 'vue'
import type { Forecast } from '../api/types'

/** How many get it in which hour of the business's: bars with their numbers, so that none has to be guessed. */
const props = defineProps<{ hours: Forecast['hours']; zone: string }>()
const most = computed(() => Math.max(1, ...props.hours.map((hour) => hour.people)))
const time = (iso: string) =>
  new Date(iso).toLocaleTimeString('en-GB', { timeZone: props.zone, hour: '2-digit', minute: '2-digit' })
const day = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { timeZone: props.zone, weekday: 'short', day: 'numeric' })
const startsDay = (i: number) => i === 0 || day(props.hours[i]!.hour) !== day(props.hours[i - 1]!.hour)
</script>

<template>
  <figure>
    <figcaption class="small quiet">How many get it at which hour, as in {{ zone }}</figcaption>
    <ol>
      <li v-for="(hour, i) in hours" :key="hour.hour">
        <span class="small">{{ hour.people.toLocaleString('en-GB') }}</span>
        <span
          class="bar"
          :class="{ most: hour.people === most }"
          :style="{ height: `${Math.max(3, (56 * hour.people) / most)}px` }"
        />
        <span class="small">{{ time(hour.hour) }}</span>
        <span class="small quiet">{{ startsDay(i) ? day(hour.hour) : '\u00a0' }}</span>
      </li>
    </ol>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
ol {
  list-style: none;
  padding: 8px 0 0;
  display: flex;
  gap: 10px;
  align-items: flex-end;
  overflow-x: auto;
}
li {
  display: grid;
  justify-items: center;
  align-content: end;
  min-width: 44px;
}
.bar {
  width: 22px;
  background: var(--brass);
  border-radius: 2px 2px 0 0;
}
.bar.most {
  background: rgb(var(--v-theme-primary));
}
</style>

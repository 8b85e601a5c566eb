<script setup lang="ts">
import { computed } from 'vue'
import type { Repeat, SendWhen } from '../api/types'
import NumberField from '../shared/NumberField.vue'
import WeekdayChoice from '../shared/WeekdayChoice.vue'
import { LAST_WEEK, WEEKDAYS, WEEKS } from './words'

/** Entrance again: every so many days, weeks or months, until when. */
const props = defineProps<{ problemAt(field: string): string | undefined }>()
const when = defineModel<SendWhen>({ required: true })
const repeat = computed<Repeat>(() => when.value.repeat!)
const at = (field: string) => props.problemAt(`when.${field}`)

const UNITS = [
  { title: 'days', value: 'DAYS' },
  { title: 'weeks', value: 'WEEKS' },
  { title: 'months', value: 'MONTHS' },
] as const
const unit = computed({
  get: () => repeat.value.unit,
  set: (unit) => {
    when.value.repeat = {
      unit,
      every: repeat.value.every,
      weekdays: unit === 'WEEKS' ? ['MONDAY'] : [],
      day: unit === 'MONTHS' ? 1 : undefined,
      week: undefined,
    }
  },
})
const byWeekday = computed({
  get: () => repeat.value.day == null,
  set: (on) => {
    repeat.value.day = on ? undefined : 1
    repeat.value.week = on ? LAST_WEEK : undefined
    repeat.value.weekdays = on ? ['FRIDAY'] : []
  },
})
const ends = computed({
  get: () => (when.value.until ? 'UNTIL' : when.value.times ? 'TIMES' : 'NEVER'),
  set: (how) => {
    when.value.until = how === 'UNTIL' ? (when.value.at ?? '').slice(0, 10) : undefined
    when.value.times = how === 'TIMES' ? 10 : undefined
  },
})
const from = computed({
  get: () => (when.value.at ?? '').slice(0, 10),
  set: (day) => (when.value.at = day ? `${day}T00:00` : undefined),
})
</script>

<template>
  <div class="stack">
    <div class="row">
      <NumberField
        v-model="repeat.every"
        class="short"
        min="1"
        max="365"
        label="Every"
        :error-messages="at('repeat.every')"
      />
      <v-select v-model="unit" class="mid" :items="UNITS" label="of" />
      <v-text-field v-model="when.time" class="mid" type="time" label="At" :error-messages="at('time')" />
      <v-text-field v-model="from" class="mid" type="date" label="From" :error-messages="at('at')" />
    </div>
    <WeekdayChoice v-if="unit === 'WEEKS'" v-model="repeat.weekdays" label="Weekdays it goes out on" />
    <div v-if="unit === 'MONTHS'" class="row">
      <v-select
        v-model="byWeekday"
        class="mid"
        label="On"
        :items="[
          { title: 'a day of the month', value: false },
          { title: 'a weekday', value: true },
        ]"
      />
      <NumberField
        v-if="!byWeekday"
        v-model="repeat.day"
        class="short"
        min="1"
        max="31"
        label="Day"
        :error-messages="at('repeat.day')"
      />
      <template v-else>
        <v-select
          v-model="repeat.week"
          class="mid"
          label="Which"
          :items="WEEKS.map((w) => ({ title: w.words, value: w.value }))"
          :error-messages="at('repeat.week')"
        />
        <v-select
          class="mid"
          label="Weekday"
          :model-value="repeat.weekdays[0]"
          :items="WEEKDAYS.map((d) => ({ title: d.words, value: d.value }))"
          @update:model-value="repeat.weekdays = [$event]"
        />
      </template>
    </div>
    <p v-if="at('repeat.weekdays')" class="grave small" role="alert">{{ at('repeat.weekdays') }}</p>
    <div class="row">
      <v-select
        v-model="ends"
        class="mid"
        label="Ends"
        :items="[
          { title: 'never', value: 'NEVER' },
          { title: 'after a day', value: 'UNTIL' },
          { title: 'after a number of times', value: 'TIMES' },
        ]"
      />
      <v-text-field v-if="ends === 'UNTIL'" v-model="when.until" class="mid" type="date" label="Last day" />
      <NumberField
        v-if="ends === 'TIMES'"
        v-model="when.times"
        class="short"
        min="1"
        label="Times"
        :error-messages="at('times')"
      />
    </div>
  </div>
</template>

<style scoped>
.short {
  flex: 0 0 100px;
}
.mid {
  flex: 1 1 130px;
  max-width: 220px;
}
</style>

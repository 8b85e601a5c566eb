<script setup lang="ts">
import WeekdayChoice from '../shared/WeekdayChoice.vue'
import { computed } from 'vue'
import type { FormSettings, Shape } from '../api/types'
import MomentFields from './MomentFields.vue'
import PatternList from './PatternList.vue'
import NumberField from '../shared/NumberField.vue'

/** Where and when a form shows. */
const props = defineProps<{
  problemAt(field: string): string | undefined
  shape: Shape
  sentence: string
}>()
const form = defineModel<FormSettings>({ required: true })
const rules = computed(() => form.value.display)
const over = computed(() => props.shape !== 'IN_PAGE')

const WHO = [
  { title: 'Everybody', value: 'EVERYBODY' },
  { title: 'New visitors', value: 'NEW' },
  { title: 'Returning visitors', value: 'RETURNING' },
]
const DEVICES = [
  { title: 'Any device', value: 'ANY' },
  { title: 'Desktop', value: 'DESKTOP' },
  { title: 'Phone', value: 'MOBILE' },
]

const cameFrom = computed({
  get: () => rules.value.audience.cameFrom.join(', '),
  set: (text: string) =>
    (rules.value.audience.cameFrom = text
      .split(',')
      .map((part) => part.trim())
      .filter(Boolean)),
})
</script>

<template>
  <div class="stack">
    <p class="sentence" data-testid="sentence">{{ sentence }}</p>
    <MomentFields v-if="over" v-model="rules.trigger" :problem-at="problemAt" />
    <PatternList
      v-model="rules.pages.onlyOn"
      label="Only on"
      path="display.pages.onlyOn"
      :problem-at="problemAt"
    />
    <PatternList
      v-model="rules.pages.notOn"
      label="Not on"
      path="display.pages.notOn"
      :problem-at="problemAt"
    />
    <v-switch
      v-model="rules.audience.notYetSignedUp"
      label="Only to people who have not signed up for this"
    />
    <div class="pair">
      <v-select v-model="rules.audience.who" :items="WHO" label="Visitors" />
      <v-select v-model="rules.audience.devices" :items="DEVICES" label="Devices" />
      <NumberField
        v-model="rules.audience.leastPages"
        min="1"
        label="From their page number"
        :error-messages="problemAt('display.audience.leastPages')"
      />
      <v-text-field v-model.lazy="cameFrom" label="Came from" placeholder="anywhere" />
    </div>
    <template v-if="over">
      <div class="triple">
        <NumberField
          v-model="rules.frequency.daysAfterClose"
          optional
          min="0"
          label="Days after closing"
          placeholder="none"
          :error-messages="problemAt('display.frequency.daysAfterClose')"
        />
        <NumberField
          v-model="rules.frequency.daysAfterDecline"
          optional
          min="0"
          label="Days after a “no”"
          placeholder="none"
          :error-messages="problemAt('display.frequency.daysAfterDecline')"
        />
        <NumberField
          v-model="rules.frequency.atMost"
          optional
          min="1"
          label="Times in all"
          placeholder="any"
          :error-messages="problemAt('display.frequency.atMost')"
        />
      </div>
      <NumberField
        v-model="rules.priority"
        label="Priority"
        hint="The higher goes first when two would interrupt on one page."
        persistent-hint
        :error-messages="problemAt('display.priority')"
      />
    </template>
    <div class="pair">
      <v-text-field v-model="rules.season.from" type="date" label="First day" clearable />
      <v-text-field
        v-model="rules.season.to"
        type="date"
        label="Last day"
        clearable
        :error-messages="problemAt('display.season.to')"
      />
      <NumberField v-model="rules.season.fromHour" min="0" max="23" label="From hour" />
      <NumberField
        v-model="rules.season.toHour"
        min="1"
        max="24"
        label="To hour"
        :error-messages="problemAt('display.season.toHour')"
      />
    </div>
    <!-- One day at least: with none the form would never show. -->
    <WeekdayChoice v-model="rules.season.days" :least="1" label="Weekdays" />
  </div>
</template>

<style scoped>
.sentence {
  padding: 10px 14px;
  border-radius: 10px;
  background: var(--sand);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 12px;
}
.triple {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 12px;
}
</style>

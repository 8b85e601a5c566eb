<script setup lang="ts">
import WeekdayChoice from '../shared/WeekdayChoice.vue'
import { computed } from 'vue'
import type { StepDraft, StepView } from '../api/types'
import EmailEditor from '../email/EmailEditor.vue'
import type { Written } from '../email/useWritten'
import TrialLine from '../trial/TrialLine.vue'
import TagField from '../people/TagField.vue'
import { people } from '../shared/when'
import NumberField from '../shared/NumberField.vue'

/** The chosen email of a sequence: when it goes out, to whom, and what it says. */
const props = defineProps<{
  number: number
  counts: StepView | undefined
  path: string
  problemAt(field: string): string | undefined
  written: Written
  /** What the offer it follows can come to, where that is played first. */
  results: { title: string; value: string }[]
}>()
const emit = defineEmits<{ remove: [] }>()
const step = defineModel<StepDraft>({ required: true })
const rules = computed(() => step.value.rules)
const at = (field: string) => props.problemAt(`${props.path}.rules.${field}`)

const UNITS = [
  { title: 'minutes', value: 'MINUTES' },
  { title: 'hours', value: 'HOURS' },
  { title: 'days', value: 'DAYS' },
  { title: 'days before it ends', value: 'BEFORE_END' },
] as const
const CONDITIONS = [
  { title: 'to everybody', value: 'ALWAYS' },
  { title: 'only if the pass or code was used', value: 'PASS_USED' },
  { title: 'only if the pass or code was not used', value: 'PASS_NOT_USED' },
  { title: 'only if it ends within days', value: 'ENDS_WITHIN' },
  { title: 'only with a tag', value: 'HAS_TAG' },
  { title: 'only without a tag', value: 'LACKS_TAG' },
]
const BY_OUTCOME = [
  { title: 'only if they came to an outcome', value: 'RESULT_IS' },
  { title: 'only if they came to another one', value: 'RESULT_IS_NOT' },
]
const conditions = computed(() => (props.results.length ? [...CONDITIONS, ...BY_OUTCOME] : CONDITIONS))

const unit = computed({
  get: () => (rules.value.beforeEnd == null ? rules.value.waitUnit : 'BEFORE_END'),
  set: (next) => {
    const before = next === 'BEFORE_END'
    rules.value.beforeEnd = before ? Math.max(1, rules.value.waitAmount) : undefined
    rules.value.waitUnit = before ? 'DAYS' : next
    // A time of day goes with days only; counting back needs one.
    rules.value.at = before ? rules.value.at || '10:00' : next === 'DAYS' ? rules.value.at : ''
  },
})
const amount = computed({
  get: () => rules.value.beforeEnd ?? rules.value.waitAmount,
  set: (n: number) => {
    if (rules.value.beforeEnd == null) {
      rules.value.waitAmount = n
    } else {
      rules.value.beforeEnd = n
    }
  },
})

const numbers = computed(() => {
  const n = props.counts?.numbers
  if (!n || n.sent === 0) {
    return ''
  }
  const parts = [
    `${people(n.sent)} got it`,
    n.bounced ? `${n.bounced} came back` : '',
    `${n.opened} opened${n.machineOpened ? ` (and ${n.machineOpened} by machines only)` : ''}`,
    `${n.clicked} clicked`,
    n.left ? `${n.left} left by it` : '',
    n.skipped ? `${n.skipped} were passed over` : '',
  ]
  return parts.filter(Boolean).join(' · ')
})
</script>

<template>
  <div class="stack one">
    <div class="row spread">
      <h2>Email {{ number }}</h2>
      <v-btn size="small" color="error" @click="emit('remove')">Remove this email</v-btn>
    </div>
    <p v-if="numbers" class="small quiet">{{ numbers }}</p>
    <p v-if="counts && counts.usedIn > 1" class="small">
      {{ counts.usedIn }} places send this email: what you write here changes it in all of them.
    </p>
    <div class="row">
      <NumberField
        v-model="amount"
        class="amount"
        min="0"
        :label="unit === 'BEFORE_END' ? 'Comes' : 'Waits'"
        :error-messages="at('waitAmount') ?? at('beforeEnd')"
      />
      <v-select v-model="unit" class="unit" :items="UNITS" label="of" />
      <v-text-field
        v-if="unit === 'DAYS' || unit === 'BEFORE_END'"
        v-model="rules.at"
        class="time"
        type="time"
        label="At"
        clearable
        :error-messages="at('at')"
        @click:clear="rules.at = ''"
      />
    </div>
    <div class="row">
      <WeekdayChoice v-model="rules.days" label="Weekdays it may go out on" />
      <v-text-field
        v-model="rules.from"
        class="time"
        type="time"
        label="Not before"
        :error-messages="at('from')"
      />
      <v-text-field
        v-model="rules.to"
        class="time"
        type="time"
        label="Not after"
        :error-messages="at('to')"
      />
    </div>
    <p v-if="at('days')" class="grave small" role="alert">{{ at('days') }}</p>
    <div class="row">
      <v-select v-model="rules.condition.kind" :items="conditions" label="Send it" />
      <v-select
        v-if="rules.condition.kind === 'RESULT_IS' || rules.condition.kind === 'RESULT_IS_NOT'"
        v-model="rules.condition.result"
        :items="results"
        label="Outcome"
        :error-messages="at('condition.result')"
      />
      <TagField
        v-if="rules.condition.kind === 'HAS_TAG' || rules.condition.kind === 'LACKS_TAG'"
        v-model="rules.condition.tag"
        :problem="at('condition.tag')"
      />
      <NumberField
        v-if="rules.condition.kind === 'ENDS_WITHIN'"
        v-model="rules.condition.days"
        class="amount"
        min="0"
        label="Days"
        :error-messages="at('condition.days')"
      />
    </div>
    <v-switch v-model="step.ready" :label="step.ready ? 'Ready: it is sent' : 'Draft: it is passed over'" />
    <EmailEditor
      v-model="step.email"
      kind="FOLLOW_UP"
      :path="`${path}.email`"
      :problem-at="problemAt"
      :written="written"
    />
    <TrialLine v-if="step.emailId" tested="EMAIL" :target-id="step.emailId" />
  </div>
</template>

<style scoped>
.one {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
.amount {
  max-width: 100px;
}
.unit {
  max-width: 130px;
}
.time {
  max-width: 140px;
}
</style>

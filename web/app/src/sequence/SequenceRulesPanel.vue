<script setup lang="ts">
import { useLists } from '../people/useLists'
import { computed, onMounted, ref } from 'vue'
import type { SequenceDraft } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import TagField from '../people/TagField.vue'
import { startWords } from './rules'
import NumberField from '../shared/NumberField.vue'
import { useOffers } from '../business/useOffers'

/** What holds for a whole sequence: its name, what starts it, whose clock, what ends it. */
const props = defineProps<{ problemAt(field: string): string | undefined }>()
const everyOffer = useOffers()
const draft = defineModel<SequenceDraft>({ required: true })
const business = useBusiness()
interface Named {
  title: string
  value: number
  results: { title: string; value: string }[]
}
const offers = ref<Named[]>([])
const rules = computed(() => draft.value.rules)
const at = (field: string) => props.problemAt(`rules.${field}`)

const STARTS = [
  { title: 'A sign-up to an offer it follows', value: 'SIGN_UP' },
  { title: 'A tag gained', value: 'TAG_GAINED' },
  { title: 'A pass or code used', value: 'PASS_USED' },
  { title: 'A pass or code not used in time', value: 'PASS_NOT_USED' },
  { title: 'A pass or code that ends soon', value: 'ENDS_SOON' },
  { title: 'An outcome of a quiz', value: 'RESULT' },
  { title: 'A date somebody gave', value: 'DATE_FIELD' },
  { title: 'Something a program tells of', value: 'EVENT' },
]
const OF_A_PASS = ['PASS_USED', 'PASS_NOT_USED', 'ENDS_SOON', 'RESULT']
const results = computed(
  () => offers.value.find(({ value }) => value === rules.value.start.offerId)?.results ?? [],
)
const DAYS_LABELS: Record<string, string> = {
  PASS_NOT_USED: 'Days to wait',
  ENDS_SOON: 'Days before its end',
  DATE_FIELD: 'Days after (− before)',
}
const GOALS = [
  { title: 'Nothing but its end', value: 'NONE' },
  { title: 'A tag gained', value: 'TAG_GAINED' },
  { title: 'The pass or code used', value: 'PASS_USED' },
  { title: 'An order in the shop', value: 'BOUGHT' },
]
const AGAIN = [
  { title: 'Once for each person', value: 'NEVER' },
  { title: 'Every time', value: 'EVERY_TIME' },
  { title: 'When some days have passed', value: 'AFTER_DAYS' },
]
const dates = computed(() =>
  (business.view?.settings.fields ?? [])
    .filter((field) => field.type === 'DATE')
    .map((field) => ({ title: field.label, value: field.key })),
)
const nameOf = (id: number) => offers.value.find((offer) => offer.value === id)?.title ?? 'that offer'
const inShort = computed(() => {
  const goal = {
    NONE: '',
    TAG_GAINED: `, ends with the tag “${rules.value.goal.tag}”`,
    PASS_USED: ', ends when the pass or code is used',
    BOUGHT: ', ends with an order in the shop',
  }
  const zone = rules.value.personZone ? ', by each person’s own clock' : ''
  return startWords(rules.value.start, nameOf) + goal[rules.value.goal.kind] + zone
})

const lists = useLists()

onMounted(async () => {
  if (!lists.isLoaded) {
    void lists.load()
  }
  offers.value = (await everyOffer.names()).map(({ id, name, results = {} }) => ({
    title: name,
    value: id,
    results: Object.entries(results).map(([value, title]) => ({ value, title })),
  }))
})
</script>

<template>
  <details>
    <summary class="small">
      <span class="quiet">It {{ inShort }}.</span> <u>Change</u>
    </summary>
    <div class="stack inner">
      <v-text-field v-model="draft.name" label="Name" :error-messages="problemAt('name')" />
      <v-select
        v-model="rules.listId"
        label="Its emails go out for the list"
        hint="Leaving that list ends it."
        persistent-hint
        :items="lists.all.map(({ list }) => ({ title: list.settings.name, value: list.id }))"
      />
      <div class="row">
        <v-select v-model="rules.start.kind" :items="STARTS" label="What starts it" />
        <TagField
          v-if="rules.start.kind === 'TAG_GAINED'"
          v-model="rules.start.tag"
          :problem="at('start.tag')"
        />
        <v-select
          v-if="OF_A_PASS.includes(rules.start.kind)"
          v-model="rules.start.offerId"
          :items="offers"
          label="Of which offer"
          :error-messages="at('start.offerId')"
        />
        <v-select
          v-if="rules.start.kind === 'RESULT'"
          v-model="rules.start.result"
          :items="results"
          label="Which outcome"
          no-data-text="This offer is not played."
          :error-messages="at('start.result')"
        />
        <v-text-field
          v-if="rules.start.kind === 'EVENT'"
          v-model="rules.start.result"
          label="What the program calls it"
          placeholder="course.finished"
          persistent-placeholder
          :error-messages="at('start.result')"
        />
        <v-select
          v-if="rules.start.kind === 'DATE_FIELD'"
          v-model="rules.start.field"
          :items="dates"
          label="Which date"
          no-data-text="No field of yours is a date. Setup has a place for fields."
          :error-messages="at('start.field')"
        />
        <NumberField
          v-if="rules.start.kind in DAYS_LABELS"
          v-model="rules.start.days"
          class="number"
          :label="DAYS_LABELS[rules.start.kind]"
          :error-messages="at('start.days')"
        />
      </div>
      <div v-if="rules.start.kind !== 'SIGN_UP'" class="row">
        <v-select v-model="rules.again.when" :items="AGAIN" label="How often it starts" />
        <NumberField
          v-if="rules.again.when === 'AFTER_DAYS'"
          v-model="rules.again.days"
          class="number"
          label="Days"
          :error-messages="at('again.days')"
        />
      </div>
      <div class="row">
        <v-select v-model="rules.goal.kind" :items="GOALS" label="What ends it early" />
        <TagField
          v-if="rules.goal.kind === 'TAG_GAINED'"
          v-model="rules.goal.tag"
          :problem="at('goal.tag')"
        />
      </div>
      <v-switch
        v-model="rules.personZone"
        label="By each person’s own clock, when it is known"
        :hint="`Otherwise by yours: ${business.zone}.`"
        persistent-hint
      />
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.inner {
  padding: 12px 0 4px;
}
.number {
  max-width: 170px;
}
</style>

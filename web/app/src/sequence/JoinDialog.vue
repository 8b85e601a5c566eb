<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import type { Joined } from '../api/types'
import { useLatest } from '../shared/useLatest'
import { people } from '../shared/when'
import { useJoining } from './useJoining'
import { usePeople } from '../people/usePeople'
import { useOffers } from '../business/useOffers'

/** Adds people to a sequence: some by hand, or all who signed up for an offer. The number is shown first. */
const props = defineProps<{ id: number }>()
const MOST_FOUND = 8
const joining = useJoining(props.id)
const everybody = usePeople()
const everyOffer = useOffers()
const emit = defineEmits<{ joined: []; close: [] }>()
const way = ref<'hand' | 'filter'>('hand')
const words = ref('')
const found = ref<{ title: string; value: number }[]>([])
const chosen = ref<number[]>([])
const offers = ref<{ title: string; value: number }[]>([])
const offerId = ref<number | null>(null)
const again = ref(false)
const added = ref<Joined | null>(null)
const busy = ref(false)
const done = ref(false)
const refused = ref('')

const question = computed(() => ({
  people: way.value === 'hand' ? chosen.value : [],
  state: 'ON_THE_LIST',
  offerId: way.value === 'filter' ? (offerId.value ?? undefined) : undefined,
  again: again.value,
}))
const asks = computed(() => way.value === 'filter' || chosen.value.length > 0)

const {
  answer: count,
  fault,
  busy: counting,
} = useLatest(() => (asks.value && !done.value ? question.value : null), joining.count)
// A number that belongs to an earlier question must not stand on the button.
const counted = computed(() => added.value ?? (asks.value && !counting.value ? count.value : null))
const wrong = computed(() => refused.value || fault.value)

const looked = computed(() => (words.value.trim().length > 1 ? words.value.trim() : null))
const { answer: page } = useLatest(
  () => looked.value,
  (typed) => everybody.find(typed, MOST_FOUND),
)
watch(page, (now) => {
  const fresh = (now?.people ?? []).map((p) => ({ title: p.email, value: p.id }))
  const kept = found.value.filter((p) => chosen.value.includes(p.value))
  found.value = [...kept, ...fresh.filter((p) => !kept.some((k) => k.value === p.value))]
})
onMounted(async () => {
  offers.value = (await everyOffer.names()).map(({ id, name }) => ({
    title: name,
    value: id,
  }))
})

async function join() {
  busy.value = true
  refused.value = ''
  try {
    added.value = await joining.add(question.value)
    done.value = true
    emit('joined')
  } catch (failed) {
    refused.value = (failed as Error).message
  }
  busy.value = false
}
</script>

<template>
  <v-dialog aria-label="Add people" :model-value="true" max-width="560" @update:model-value="emit('close')">
    <v-card>
      <v-card-title><h2>Add people</h2></v-card-title>
      <v-card-text class="stack">
        <template v-if="done">
          <p v-if="counted" role="status">
            {{ people(counted.added) }} {{ counted.added === 1 ? 'begins' : 'begin' }} now, with the first
            email when its wait is over.
          </p>
        </template>
        <template v-else>
          <v-radio-group v-model="way" inline hide-details aria-label="Whom">
            <v-radio label="Some, by hand" value="hand" />
            <v-radio label="All on the list" value="filter" />
          </v-radio-group>
          <v-autocomplete
            v-if="way === 'hand'"
            v-model="chosen"
            v-model:search="words"
            :items="found"
            label="Their addresses"
            multiple
            chips
            closable-chips
            no-data-text="Type part of an address"
          />
          <v-select
            v-else
            v-model="offerId"
            :items="[{ title: 'whatever they signed up for', value: null }, ...offers]"
            label="Who signed up for"
          />
          <v-checkbox
            v-model="again"
            hide-details
            density="compact"
            label="Also those who have had it before"
          />
          <p v-if="counted" role="status">
            <strong>{{ people(counted.added) }}</strong> would begin.
            <template v-if="counted.alreadyIn">{{ people(counted.alreadyIn) }} had it before. </template>
            <template v-if="counted.notOnTheList"
              >{{ people(counted.notOnTheList) }} may get no emails and are left out.</template
            >
          </p>
        </template>
        <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">{{ done ? 'Done' : 'Cancel' }}</v-btn>
        <v-btn
          v-if="!done"
          color="primary"
          variant="flat"
          :disabled="!counted?.added"
          :loading="busy"
          @click="join"
          >Add {{ counted ? people(counted.added) : 'them' }}</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

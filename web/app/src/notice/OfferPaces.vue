<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import type { NoticePace, NoticeSettings } from '../api/types'
import { OFFER_KINDS, PACES } from './words'

/** What is otherwise for single offers: a line for each offer and kind. */
const props = defineProps<{
  offers: { id: number; name: string }[]
  problemAt(field: string): string | undefined
}>()
const exceptions = defineModel<NoticeSettings['offers']>({ required: true })

const lines = computed(() =>
  exceptions.value.flatMap((one) =>
    Object.entries(one.paces).map(([kind, pace]) => ({ offerId: one.offerId, kind, pace })),
  ),
)
const kindItems = OFFER_KINDS.map(({ kind, words }) => ({ value: kind, title: words }))
const offerItems = computed(() => props.offers.map(({ id, name }) => ({ value: id, title: name })))
const free = computed(() =>
  props.offers.find(
    ({ id }) => lines.value.filter((line) => line.offerId === id).length < OFFER_KINDS.length,
  ),
)

type Line = (typeof lines.value)[number]

/** Lines of one offer belong together; of two for the same thing the later counts. */
function put(all: Line[]) {
  const byOffer = new Map<number, Record<string, NoticePace>>()
  for (const { offerId, kind, pace } of all) {
    byOffer.set(offerId, { ...byOffer.get(offerId), [kind]: pace })
  }
  exceptions.value = [...byOffer].map(([offerId, paces]) => ({ offerId, paces }))
}

const change = (at: number, to: Partial<Line>) =>
  put(lines.value.map((line, i) => (i === at ? { ...line, ...to } : line)))
const remove = (at: number) => put(lines.value.filter((_, i) => i !== at))

function add() {
  const offerId = free.value!.id
  const taken = lines.value.filter((line) => line.offerId === offerId).map((line) => line.kind)
  const kind = OFFER_KINDS.find((one) => !taken.includes(one.kind))!.kind
  put([...lines.value, { offerId, kind, pace: 'AT_ONCE' }])
}
</script>

<template>
  <fieldset class="stack">
    <legend>For one offer otherwise</legend>
    <p v-if="problemAt('offers')" class="grave small" role="alert">{{ problemAt('offers') }}</p>
    <ul v-if="lines.length">
      <li v-for="(line, i) in lines" :key="`${line.offerId} ${line.kind}`">
        <v-select
          :model-value="line.offerId"
          :items="offerItems"
          label="Offer"
          density="compact"
          hide-details
          @update:model-value="change(i, { offerId: $event })"
        />
        <v-select
          :model-value="line.kind"
          :items="kindItems"
          label="What"
          density="compact"
          hide-details
          @update:model-value="change(i, { kind: $event })"
        />
        <v-select
          :model-value="line.pace"
          :items="PACES"
          label="When"
          density="compact"
          hide-details
          @update:model-value="change(i, { pace: $event })"
        />
        <v-btn
          size="small"
          variant="text"
          :icon="mdiTrashCanOutline"
          aria-label="Remove this line"
          @click="remove(i)"
        />
      </li>
    </ul>
    <div>
      <v-btn size="small" :prepend-icon="mdiPlus" :disabled="!free" @click="add">Add an exception</v-btn>
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  gap: 8px;
}
legend {
  font-weight: 600;
  padding: 0;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr) minmax(0, 2fr) auto;
  gap: 8px;
  align-items: center;
}
@media (max-width: 600px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
    padding-bottom: 8px;
    border-bottom: 1px solid var(--line);
  }
  li > :nth-child(-n + 2) {
    grid-column: 1 / -1;
  }
}
</style>

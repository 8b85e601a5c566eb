<script setup lang="ts">
import type { FormFigures } from '../api/types'
import { n } from './behind'
import RateCell from './RateCell.vue'
import SortedTable from './SortedTable.vue'

/** Forms with what they were seen and what they brought. */
defineProps<{ forms: FormFigures[]; range: string }>()

type Column = 'name' | 'asks' | 'seen' | 'signedUp' | 'share'
const COLUMNS: { key: Column; words: string }[] = [
  { key: 'name', words: 'Form' },
  { key: 'asks', words: 'Asks for' },
  { key: 'seen', words: 'Views' },
  { key: 'signedUp', words: 'Signed up' },
  { key: 'share', words: 'Of 100 views' },
]

const value = (form: FormFigures, column: Column): string | number =>
  column === 'name'
    ? form.name.toLowerCase()
    : column === 'asks'
      ? form.asks
      : column === 'share'
        ? form.signUps.share.share
        : form.track[column]
</script>

<template>
  <div class="panel">
    <SortedTable :caption="`Forms, ${range}`" :columns="COLUMNS" :rows="forms" :value="value" by="signedUp">
      <template #name="{ row }">
        <router-link :to="`/offers/${row.offerId}/ask?form=${row.id}`">{{ row.name }}</router-link>
        <span class="small quiet">{{ row.offer }}{{ row.on ? '' : ', off' }}</span>
      </template>
      <template #asks="{ row }">{{ row.asks }}</template>
      <template #seen="{ row }">{{ n(row.track.seen) }}</template>
      <template #signedUp="{ row }">
        <router-link v-if="row.track.signedUp > 0" :to="`/people?offerId=${row.offerId}`">{{
          n(row.track.signedUp)
        }}</router-link>
        <template v-else>0</template>
      </template>
      <template #share="{ row }"><RateCell :rate="row.signUps" /></template>
    </SortedTable>
  </div>
</template>

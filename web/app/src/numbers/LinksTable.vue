<script setup lang="ts">
import { computed } from 'vue'
import type { LinkLine } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import { n } from './behind'
import SortedTable from './SortedTable.vue'

/** The links in emails that most people pressed. */
const props = defineProps<{ links: LinkLine[]; range: string }>()
type Column = 'href' | 'subject' | 'people'
const COLUMNS: { key: Column; words: string }[] = [
  { key: 'href', words: 'Link' },
  { key: 'subject', words: 'In' },
  { key: 'people', words: 'People' },
]
const rows = computed(() => props.links.map((link, id) => ({ ...link, id })))
const value = (row: LinkLine, column: Column) => row[column]
</script>

<template>
  <section v-if="links.length" class="panel" aria-labelledby="links">
    <h2 id="links">Links people pressed</h2>
    <SortedTable
      :caption="`Links people pressed, ${range}`"
      :columns="COLUMNS"
      :rows="rows"
      :value="value"
      by="people"
    >
      <template #href="{ row }">{{ row.href }}</template>
      <template #subject="{ row }">
        <router-link v-if="row.where" :to="row.where">{{ asAoifeReads(row.subject) }}</router-link>
        <template v-else>{{ asAoifeReads(row.subject) }}</template>
      </template>
      <template #people="{ row }">{{ n(row.people) }}</template>
    </SortedTable>
  </section>
</template>

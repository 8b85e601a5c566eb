<script setup lang="ts">
import { computed } from 'vue'
import type { EmailsView } from '../api/types'
import { n } from './behind'
import SortedTable from './SortedTable.vue'

/** How mailboxes took emails, by their domain. */
const props = defineProps<{ domains: EmailsView['domains']; range: string }>()
type DomainColumn = 'domain' | 'sent' | 'refused' | 'full' | 'putOff'
const DOMAIN_COLUMNS: { key: DomainColumn; words: string }[] = [
  { key: 'domain', words: 'Mailboxes at' },
  { key: 'sent', words: 'Taken' },
  { key: 'refused', words: 'Refused' },
  { key: 'full', words: 'Full' },
  { key: 'putOff', words: 'Put off first' },
]
const rows = computed(() => props.domains.map((d) => ({ ...d, id: d.domain })))
const domainValue = (row: (typeof rows.value)[number], column: DomainColumn) => row[column]
</script>

<template>
  <section v-if="domains.length" class="panel" aria-labelledby="mailboxes">
    <h2 id="mailboxes">How mailboxes took them</h2>
    <SortedTable
      :caption="`How mailboxes took emails, ${range}`"
      :columns="DOMAIN_COLUMNS"
      :rows="rows"
      :value="domainValue"
      by="sent"
    >
      <template #domain="{ row }">{{ row.domain }}</template>
      <template #sent="{ row }">{{ n(row.sent) }}</template>
      <template #refused="{ row }">{{ n(row.refused) }}</template>
      <template #full="{ row }">{{ n(row.full) }}</template>
      <template #putOff="{ row }">{{ n(row.putOff) }}</template>
    </SortedTable>
  </section>
</template>

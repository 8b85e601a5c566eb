<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed } from 'vue'
import type { NumberLine, NumberTable } from '../api/types'
import LoadState from '../shared/LoadState.vue'
import { useLatest } from '../shared/useLatest'
import CountLink from './CountLink.vue'
import RateCell from './RateCell.vue'
import SortedTable from './SortedTable.vue'
import { useNumbers, type Range, type TableKind } from './useNumbers'

/** What things of one kind brought in a range of days: a count, and how many went on from it. */
const props = defineProps<{ kind: TableKind; title: string; range: Range; words: string; moves: number }>()
const calls = useNumbers()
const { answer: table, fault } = useLatest<{ kind: TableKind; range: Range; moves: number }, NumberTable>(
  () => ({ kind: props.kind, range: props.range, moves: props.moves }),
  (asked) => calls.table(asked.kind, asked.range),
)
/** Columns are told apart by their place: their words are the server's. */
const columns = computed(() => (table.value?.columns ?? []).map((words, i) => ({ key: String(i), words })))
const value = (line: NumberLine, column: string): string | number => {
  const cell = line.cells[Number(column) - 1]
  return cell ? (cell.rate?.share.share ?? cell.count) : line.name.toLowerCase()
}
</script>

<template>
  <section class="panel" :aria-labelledby="`table-${kind}`">
    <div class="row spread">
      <h2 :id="`table-${kind}`">{{ title }}</h2>
      <v-btn
        v-if="table?.lines.length"
        size="small"
        variant="text"
        :href="calls.tableCsv(kind, range)"
        :prepend-icon="mdiDownload"
        :aria-label="`${title}: take as CSV`"
        download
        >CSV</v-btn
      >
    </div>
    <LoadState :loading="!table" :fault="fault" />
    <template v-if="table">
      <p v-if="table.lines.length === 0" class="quiet">Nothing was counted in these days.</p>
      <SortedTable
        v-else
        :caption="`${title}, ${words}`"
        :columns="columns"
        :rows="table.lines"
        :value="value"
        by="1"
      >
        <template v-for="c in columns" :key="c.key" #[c.key]="{ row }">
          <template v-if="c.key === '0'">
            <router-link v-if="row.where" :to="row.where">{{ row.name }}</router-link>
            <template v-else>{{ row.name }}</template>
          </template>
          <span v-else class="cell alone">
            <CountLink
              :count="row.cells[Number(c.key) - 1]!.count"
              :people="row.cells[Number(c.key) - 1]!.people"
            />
            <RateCell
              v-if="row.cells[Number(c.key) - 1]!.rate"
              class="small quiet"
              :rate="row.cells[Number(c.key) - 1]!.rate!"
            />
          </span>
        </template>
      </SortedTable>
    </template>
  </section>
</template>

<style scoped>
.cell .small {
  display: block;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { EmailLine, EmailsView } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import { n } from './behind'
import CountLink from './CountLink.vue'
import RateCell from './RateCell.vue'
import SortedTable from './SortedTable.vue'

/** Emails by what they were sent for, with what became of them. */
const props = defineProps<{ view: EmailsView; range: string }>()

type Column =
  'subject' | 'sent' | 'refused' | 'opened' | 'machine' | 'clicked' | 'gone' | 'replied' | 'complained'
const USUAL: { key: Column; words: string }[] = [
  { key: 'subject', words: 'Email' },
  { key: 'sent', words: 'Sent' },
  { key: 'refused', words: 'Refused' },
  { key: 'opened', words: 'Opened' },
  { key: 'machine', words: 'By machines alone' },
  { key: 'clicked', words: 'Clicked' },
  { key: 'gone', words: 'Left by it' },
]
/** Seldom seen: columns of their own only where there is something in them. */
const columns = computed(() => [
  ...USUAL,
  ...(props.view.emails.some((line) => line.fared.replied > 0)
    ? [{ key: 'replied' as const, words: 'Replied' }]
    : []),
  ...(props.view.emails.some((line) => line.fared.complained > 0)
    ? [{ key: 'complained' as const, words: 'Complained' }]
    : []),
])
const KIND: Record<EmailLine['fared']['source']['kind'], string> = {
  CONFIRMATION: 'confirmation',
  DELIVERY: 'delivery',
  FOLLOW_UP: '',
  MAILING: '',
}
const rows = computed(() =>
  props.view.emails.map((line) => ({ ...line, id: `${line.fared.source.kind} ${line.fared.source.id}` })),
)
const value = (row: EmailLine, column: Column): string | number =>
  ({
    subject: row.subject.toLowerCase(),
    sent: row.fared.sent,
    refused: row.fared.refused,
    opened: row.opened.share.share,
    machine: row.fared.machineOpened,
    clicked: row.clicked.share.share,
    gone: row.gone.share.share,
    replied: row.fared.replied,
    complained: row.fared.complained,
  })[column]
</script>

<template>
  <div class="panel">
    <p v-if="rows.length === 0" class="quiet">No email left in these days.</p>
    <SortedTable
      v-else
      :caption="`Emails, ${range}`"
      :columns="columns"
      :rows="rows"
      :value="value"
      by="sent"
    >
      <template #subject="{ row }">
        <router-link v-if="row.where" :to="row.where">{{
          asAoifeReads(row.subject) || 'No subject'
        }}</router-link>
        <template v-else>{{ asAoifeReads(row.subject) }}</template>
        <span class="small quiet">{{
          [row.of, KIND[row.fared.source.kind]].filter(Boolean).join(', ')
        }}</span>
      </template>
      <template #sent="{ row }">
        <CountLink :count="row.fared.sent" :people="row.people?.sent" />
      </template>
      <template #refused="{ row }">{{ n(row.fared.refused) }}</template>
      <template #opened="{ row }">
        <RateCell v-if="row.countsOpens" :rate="row.opened" :people="row.people?.opened" />
      </template>
      <template #machine="{ row }">{{ row.fared.machineOpened ? n(row.fared.machineOpened) : '' }}</template>
      <template #clicked="{ row }">
        <RateCell v-if="row.countsClicks" :rate="row.clicked" :people="row.people?.clicked" />
      </template>
      <template #gone="{ row }">
        <RateCell v-if="row.fared.gone > 0" :rate="row.gone" :people="row.people?.gone" fine />
      </template>
      <template #replied="{ row }">{{ row.fared.replied ? n(row.fared.replied) : '' }}</template>
      <template #complained="{ row }">{{ row.fared.complained ? n(row.fared.complained) : '' }}</template>
    </SortedTable>
    <p class="small quiet">
      Emails that left in these days, and what has become of them by now. Opens and clicks count once a
      person, over what was sent and did not come back; those by known machines stand apart. Confirmations are
      not followed.
    </p>
  </div>
</template>

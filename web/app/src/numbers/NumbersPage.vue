<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { oneLine } from '../api/client'
import type { EmailsView, NumbersView } from '../api/types'
import { useClock } from '../clock/useClock'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import PartsNav from '../shared/PartsNav.vue'
import { useInAddress } from '../shared/useInAddress'
import DayChart from './DayChart.vue'
import EmailFiguresTable from './EmailFiguresTable.vue'
import FiguresTable from './FiguresTable.vue'
import FormFiguresTable from './FormFiguresTable.vue'
import HoursPanel from './HoursPanel.vue'
import LinksTable from './LinksTable.vue'
import MailboxesTable from './MailboxesTable.vue'
import OfferTracks from './OfferTracks.vue'
import TrialsPanel from './TrialsPanel.vue'
import WeeksTable from './WeeksTable.vue'
import WorthTrying from './WorthTrying.vue'
import { useNumbers, type Against, type Range, type TableKind } from './useNumbers'
import { rangeWords } from './words'

/** Numbers over a range of days beside another, and what is worth trying. */
const PARTS = [
  { part: '', words: 'Offers' },
  { part: 'forms', words: 'Forms' },
  { part: 'emails', words: 'Emails' },
  { part: 'kinds', words: 'Kinds' },
  { part: 'sources', words: 'Where from' },
  { part: 'weeks', words: 'Weeks' },
]
const KINDS: { kind: TableKind; title: string }[] = [
  { kind: 'QUIZZES', title: 'Quizzes' },
  { kind: 'WHEELS', title: 'Wheels' },
  { kind: 'COUPONS', title: 'Coupons' },
  { kind: 'PAGES', title: 'Private pages' },
]
const SOURCES: { kind: TableKind; title: string }[] = [
  { kind: 'SITES', title: 'Sites' },
  { kind: 'CAMPAIGNS', title: 'Campaigns' },
]
const LAST = [
  { value: '7', words: '7 days' },
  { value: '28', words: '28 days' },
  { value: '90', words: '90 days' },
  { value: 'own', words: 'Own days' },
]
const AGAINST: { value: Against; title: string }[] = [
  { value: 'BEFORE', title: 'the days before' },
  { value: 'YEAR_BEFORE', title: 'the year before' },
]

const route = useRoute()
const calls = useNumbers()
const clock = useClock()
const part = computed(() => String(route.params.part ?? ''))
const last = useInAddress('days', '28', ['7', '28', '90', 'own'])
const against = useInAddress<Against>('against', 'BEFORE', ['BEFORE', 'YEAR_BEFORE'])
const from = useInAddress<string>('from', '')
const to = useInAddress<string>('to', '')

const view = ref<NumbersView | null>(null)
const emails = ref<EmailsView | null>(null)
const fault = ref('')
const own = computed(() => last.value === 'own')
const range = computed<Range>(() => ({
  days: own.value ? 28 : Number(last.value),
  from: own.value ? from.value : '',
  to: own.value ? to.value : '',
  against: against.value,
}))
const words = computed(() =>
  view.value ? rangeWords(view.value.days.from, view.value.days.to, clock.now()) : '',
)
const beforeWords = computed(() =>
  view.value ? rangeWords(view.value.before.from, view.value.before.to, clock.now()) : '',
)
const nothing = computed(() => view.value?.offers.length === 0)

/** What stands above is taken as a whole; tables below it have a button of their own. */
const table = computed(() => {
  const found = (['forms', 'emails'] as const).find((one) => one === part.value)
  return found ?? (part.value === '' ? 'offers' : null)
})
const tables = computed(() => (part.value === 'kinds' ? KINDS : part.value === 'sources' ? SOURCES : []))
/** Weeks of sign-up are always the last thirteen. */
const ranged = computed(() => part.value !== 'weeks')

let asked = 0
async function load() {
  const mine = ++asked
  try {
    const wantsEmails = part.value === 'emails'
    const [found, foundEmails] = await Promise.all([
      calls.of(range.value),
      wantsEmails ? calls.emails(range.value) : null,
    ])
    if (mine === asked) {
      view.value = found
      emails.value = foundEmails
      fault.value = ''
    }
  } catch (failed) {
    if (mine === asked) {
      fault.value = oneLine(failed)
    }
  }
}
// Own days begin with what is shown.
watch(own, (now) => {
  if (now && view.value && !from.value) {
    from.value = view.value.days.from
    to.value = view.value.days.to
  }
})
watch([range, part, () => clock.moves], () => void load(), { immediate: true })
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row">
        <h1>Numbers</h1>
        <PartsNav :parts="PARTS" at="/numbers" :here="part" label="Numbers" keeps />
      </div>
      <div v-if="ranged" class="row tools">
        <Choice v-model="last" label="The last" :choices="LAST" />
        <v-select v-model="against" class="against" label="Compared with" :items="AGAINST" hide-details />
        <v-btn v-if="table" :href="calls.csv(table, range)" :prepend-icon="mdiDownload" download
          >Take as CSV</v-btn
        >
      </div>
    </div>
    <div v-if="own && ranged" class="row own">
      <v-text-field v-model="from" type="date" label="First day" hide-details />
      <v-text-field v-model="to" type="date" label="Last day" hide-details />
    </div>
    <LoadState :loading="!view" :fault="fault" />
    <template v-if="view">
      <section v-if="nothing" class="panel">
        <h2>Nothing to count yet</h2>
        <p>
          Once an offer is live, this shows how many see it, sign up, confirm, get it and use it.
          <router-link to="/offers">Your offers</router-link>
        </p>
      </section>
      <FormFiguresTable v-else-if="part === 'forms'" :forms="view.forms" :range="words" />
      <template v-else-if="part === 'emails'">
        <LoadState :loading="!emails" />
        <template v-if="emails">
          <EmailFiguresTable :view="emails" :range="words" />
          <FiguresTable
            kind="SEQUENCES"
            title="Sequences"
            :range="range"
            :words="words"
            :moves="clock.moves"
          />
          <div class="two">
            <HoursPanel :hours="emails.hours" />
            <MailboxesTable :domains="emails.domains" :range="words" />
          </div>
          <LinksTable :links="emails.links" :range="words" />
        </template>
      </template>
      <WeeksTable v-else-if="part === 'weeks'" :offers="view.offers" :moves="clock.moves" />
      <template v-else-if="tables.length">
        <FiguresTable
          v-for="t in tables"
          :key="t.kind"
          :kind="t.kind"
          :title="t.title"
          :range="range"
          :words="words"
          :moves="clock.moves"
        />
        <p v-if="part === 'sources'" class="small quiet">
          By the page of somebody’s first sign-up for an offer: its host, and the utm tags in its address.
        </p>
      </template>
      <OfferTracks v-else :offers="view.offers" :range="words" />
      <div v-if="!nothing && table" class="below">
        <DayChart :days="view.signUps" :before="beforeWords" />
        <WorthTrying />
        <TrialsPanel />
      </div>
    </template>
  </main>
</template>

<style scoped>
.tools {
  align-items: center;
  flex-wrap: wrap;
}
.against {
  width: 190px;
}
.own {
  justify-content: flex-end;
}
.own > * {
  max-width: 190px;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 6fr) minmax(0, 4fr) minmax(0, 4fr);
  gap: 14px;
  align-items: start;
}
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
}
@media (max-width: 900px) {
  .two,
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

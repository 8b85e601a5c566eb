<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { oneLine } from '../api/client'
import type { NumbersView } from '../api/types'
import { useClock } from '../clock/useClock'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import PartsNav from '../shared/PartsNav.vue'
import { useInAddress } from '../shared/useInAddress'
import DayChart from './DayChart.vue'
import FormFiguresTable from './FormFiguresTable.vue'
import OfferTracks from './OfferTracks.vue'
import WorthTrying from './WorthTrying.vue'
import { useNumbers, type Against, type Range } from './useNumbers'
import { rangeWords } from './words'

/** Numbers over a range of days beside another, and what is worth trying. */
const PARTS = [
  { part: '', words: 'Offers' },
  { part: 'forms', words: 'Forms' },
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

let asked = 0
async function load() {
  const mine = ++asked
  try {
    const found = await calls.of(range.value)
    if (mine === asked) {
      view.value = found
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
watch([range, () => clock.moves], () => void load(), { immediate: true })
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row">
        <h1>Numbers</h1>
        <PartsNav :parts="PARTS" at="/numbers" :here="part" label="Numbers" keeps />
      </div>
      <div class="row tools">
        <Choice v-model="last" label="The last" :choices="LAST" />
        <v-select v-model="against" class="against" label="Compared with" :items="AGAINST" hide-details />
        <v-btn
          :href="calls.csv(part === 'forms' ? 'forms' : 'offers', range)"
          :prepend-icon="mdiDownload"
          download
          >Take as CSV</v-btn
        >
      </div>
    </div>
    <div v-if="own" class="row own">
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
      <OfferTracks v-else :offers="view.offers" :range="words" />
      <div v-if="!nothing" class="below">
        <DayChart :days="view.signUps" :before="beforeWords" />
        <WorthTrying />
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
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 14px;
  align-items: start;
}
@media (max-width: 900px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

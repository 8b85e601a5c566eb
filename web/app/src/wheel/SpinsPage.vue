<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { oneLine } from '../api/client'
import type { OfferView, PrizeWheel, SpinLine } from '../api/types'
import { useOffers } from '../business/useOffers'
import When from '../business/When.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import { nameOf } from './slices'
import { useWheel } from './useWheel'
import { vCards } from '../shared/vCards'

/** All spins of a wheel, newest first: who drew what, and what became of it. */
const offerId = Number(useRoute().params.id)
const calls = useWheel(offerId)
const everyOffer = useOffers()
const told = ref('')
const A_PAGE = 50
const PAUSE_MS = 250
const filter = reactive({ words: '', slice: '', became: '' })
const offer = ref<OfferView | null>(null)
const rows = ref<SpinLine[] | null>(null)
const more = ref(false)
const fault = ref('')
const givingBack = ref<SpinLine | null>(null)
let asked = 0

const BECAME = [
  { title: 'All spins', value: '' },
  { title: 'Won', value: 'WON' },
  { title: 'Waiting', value: 'RESERVED' },
  { title: 'Used', value: 'USED' },
  { title: 'Free again', value: 'FREED' },
  { title: 'No prize', value: 'NOTHING' },
]
const WORDS: Record<string, string> = {
  waiting: 'waits to be confirmed',
  freed: 'free again',
  nothing: 'no prize',
}
const slices = computed(() => [
  { title: 'Any slice', value: '' },
  ...((offer.value?.offer.settings.gives as PrizeWheel | undefined)?.slices ?? []).map((slice, i) => ({
    title: nameOf(slice, i),
    value: slice.id,
  })),
])
const searches = computed(() => !!(filter.words || filter.slice || filter.became))
const last = computed(() => rows.value?.[rows.value.length - 1]?.id)

async function load(below?: number) {
  const mine = ++asked
  try {
    const page = await calls.spins({ ...filter }, below)
    if (mine === asked) {
      rows.value = below ? [...(rows.value ?? []), ...page] : page
      more.value = page.length === A_PAGE
      fault.value = ''
    }
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

async function giveBack(row: SpinLine) {
  try {
    await calls.giveBack(row.id)
    told.value = `${row.email} may spin again.`
    await load()
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

onMounted(async () => {
  offer.value = await everyOffer.get(offerId).catch(() => null)
})
let pause: ReturnType<typeof setTimeout>
watch(
  filter,
  () => {
    clearTimeout(pause)
    pause = setTimeout(() => void load(), PAUSE_MS)
  },
  { immediate: true },
)
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Spins</h1>
      <div class="row">
        <v-btn :to="`/offers/${offerId}/give`">Back to the wheel</v-btn>
        <v-btn :href="calls.csv(filter)" :prepend-icon="mdiDownload" download>Export CSV</v-btn>
      </div>
    </div>
    <div class="row filters">
      <v-text-field
        v-model="filter.words"
        label="Address or name"
        clearable
        hide-details
        @click:clear="filter.words = ''"
      />
      <v-select v-model="filter.slice" :items="slices" label="Drew" hide-details />
      <v-select v-model="filter.became" :items="BECAME" label="Show" hide-details />
    </div>
    <p v-if="told" class="small" role="status">{{ told }}</p>
    <LoadState :loading="!rows" :fault="fault" />
    <div v-if="rows?.length === 0" class="panel">
      <p v-if="searches">No spin is like that. Clear the search to see all.</p>
      <p v-else>Nobody has spun yet. The first spin stands here as soon as there is one.</p>
    </div>
    <div v-if="rows?.length" class="panel table">
      <table v-cards class="listing">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">Drew</th>
            <th scope="col">Code</th>
            <th scope="col">What became of it</th>
            <th scope="col"><span class="d-sr-only">Give back</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <td><When :at="row.at" /></td>
            <td>
              <router-link :to="`/people/${row.personId}`">{{ row.email }}</router-link>
            </td>
            <td>
              <strong>{{ row.slice }}</strong>
            </td>
            <td>{{ row.code }}</td>
            <td>{{ WORDS[row.became] ?? row.became }}</td>
            <td class="act">
              <span v-if="row.givenBack" class="quiet">given back</span>
              <v-btn
                v-else
                size="small"
                :aria-label="`Give ${row.email} their spins back`"
                @click="givingBack = row"
                >Give back</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <v-btn v-if="more" class="more" @click="load(last)">Older spins</v-btn>
    <ConfirmDialog
      :model-value="!!givingBack"
      title="Give their spins back?"
      keep="Leave it"
      action="Give them back"
      @update:model-value="givingBack = null"
      @act="giveBack(givingBack!)"
    >
      All spins of {{ givingBack?.email }} so far stop counting: they may spin again at once. What they won
      stays theirs.
    </ConfirmDialog>
  </main>
</template>

<style scoped>
.filters > * {
  flex: 1 1 170px;
}
.table {
  overflow-x: auto;
  /* What is only told stays within what scrolls. */
  position: relative;
}
.more {
  justify-self: center;
}
</style>

<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { oneLine } from '../api/client'
import type { CodeRow } from '../api/types'
import When from '../business/When.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import { useNotice } from '../shared/useNotice'
import { useCoupon } from './useCoupon'
import { vCards } from '../shared/vCards'
import { useInAddress } from '../shared/useInAddress'

/** All codes of a coupon, newest first: who has which, what became of it; withdrawn one by one. */
const offerId = Number(useRoute().params.id)
const calls = useCoupon(offerId)
const notice = useNotice()
const A_PAGE = 50
const words = useInAddress<string>('words', '')
const state = useInAddress<string>('state', '')
const rows = ref<CodeRow[] | null>(null)
const more = ref(false)
const fault = ref('')
const withdrawing = ref<CodeRow | null>(null)
const reason = ref('')
let asked = 0

const STATES = [
  { title: 'All codes', value: '' },
  { title: 'Free', value: 'FREE' },
  { title: 'Given', value: 'OUT' },
  { title: 'Used', value: 'USED' },
  { title: 'Withdrawn', value: 'WITHDRAWN' },
]

const last = computed(() => rows.value?.[rows.value.length - 1]?.id)

async function load(below?: number) {
  const mine = ++asked
  try {
    const page = await calls.codes(words.value, state.value, below)
    if (mine === asked) {
      rows.value = below ? [...(rows.value ?? []), ...page] : page
      more.value = page.length === A_PAGE
      fault.value = ''
    }
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

function stateWords(row: CodeRow) {
  if (row.state === 'WITHDRAWN') return row.reason ? `withdrawn: ${row.reason}` : 'withdrawn'
  if (row.state === 'FREE') return 'free'
  if (row.uses > 0) return row.uses === 1 ? 'used' : `used ${row.uses} times`
  return 'given'
}

async function withdraw(row: CodeRow) {
  try {
    await calls.withdraw(row.id, reason.value)
    notice.did(`${row.code} was withdrawn.`, async () => {
      await calls.restore(row.id)
      await load()
    })
    reason.value = ''
    await load()
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

async function restore(row: CodeRow) {
  try {
    await calls.restore(row.id)
    await load()
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

let pause: ReturnType<typeof setTimeout>
watch(
  [words, state],
  () => {
    clearTimeout(pause)
    pause = setTimeout(() => void load(), 250)
  },
  { immediate: true },
)
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Codes</h1>
      <div class="row">
        <v-btn :to="`/offers/${offerId}/give`">Back to the coupon</v-btn>
        <v-btn :href="calls.csv" :prepend-icon="mdiDownload" download>Export CSV</v-btn>
      </div>
    </div>
    <div class="row filters">
      <v-text-field
        v-model="words"
        label="Code or address"
        clearable
        hide-details
        @click:clear="words = ''"
      />
      <v-select v-model="state" :items="STATES" label="Show" hide-details class="state" />
    </div>
    <LoadState :loading="!rows" :fault="fault" />
    <div v-if="rows?.length === 0" class="panel">
      <p v-if="words || state">No code is like that. Clear the search to see all.</p>
      <p v-else>No code was given yet. The first one stands here as soon as somebody confirms.</p>
    </div>
    <div v-if="rows?.length" class="panel table">
      <table v-cards class="listing">
        <thead>
          <tr>
            <th scope="col">Code</th>
            <th scope="col">Who</th>
            <th scope="col">Given</th>
            <th scope="col">Ends</th>
            <th scope="col">State</th>
            <th scope="col">Order</th>
            <th scope="col"><span class="d-sr-only">Withdraw</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <td>
              <strong>{{ row.code }}</strong>
            </td>
            <td>
              <router-link v-if="row.personId && row.source !== 'SHARED'" :to="`/people/${row.personId}`">{{
                row.email
              }}</router-link>
              <span v-else-if="row.source === 'SHARED' || row.source === 'FALLBACK'" class="quiet"
                >everybody</span
              >
            </td>
            <td><When v-if="row.givenAt" :at="row.givenAt" /></td>
            <td><When v-if="row.endsAt" :at="row.endsAt" /></td>
            <td>{{ stateWords(row) }}</td>
            <td class="orders">{{ row.orders }}</td>
            <td class="act">
              <v-btn v-if="row.state === 'WITHDRAWN'" size="small" @click="restore(row)"
                >Make valid again</v-btn
              >
              <v-btn v-else size="small" :aria-label="`Withdraw ${row.code}`" @click="withdrawing = row"
                >Withdraw</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <v-btn v-if="more" class="more" @click="load(last)">Older codes</v-btn>
    <ConfirmDialog
      :model-value="!!withdrawing"
      title="Withdraw this code?"
      keep="Keep it"
      action="Withdraw it"
      grave
      @update:model-value="withdrawing = null"
      @act="withdraw(withdrawing!)"
    >
      No shop takes {{ withdrawing?.code }} from then on, and its page no longer shows it. Orders it was used
      for stay.
      <v-text-field v-model="reason" class="mt-3" label="Why (kept in the history)" maxlength="200" />
    </ConfirmDialog>
  </main>
</template>

<style scoped>
.filters {
  flex-wrap: nowrap;
}
.state {
  max-width: 190px;
}
.table {
  overflow-x: auto;
  /* What is only told stays within what scrolls. */
  position: relative;
}
.orders {
  white-space: normal;
  min-width: 90px;
}
.more {
  justify-self: center;
}
</style>

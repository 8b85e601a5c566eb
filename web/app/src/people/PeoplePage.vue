<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { OfferView } from '../api/types'
import { useClock } from '../clock/useClock'
import { useLatest } from '../shared/useLatest'
import When from '../business/When.vue'
import { PERSON_STATES } from './states'
import LoadState from '../shared/LoadState.vue'
import { usePeople } from './usePeople'
import { useOffers } from '../business/useOffers'

const people = usePeople()
const everyOffer = useOffers()

const PAGE = 50
const COUNTED = 100_000

const route = useRoute()
const router = useRouter()
const clock = useClock()
const offers = ref<OfferView[]>([])
const words = ref(String(route.query.words ?? ''))

const query = computed(() => ({
  words: String(route.query.words ?? ''),
  state: route.query.state ? String(route.query.state) : '',
  offerId: route.query.offerId ? Number(route.query.offerId) : null,
  page: Number(route.query.page ?? 0),
  moves: clock.moves,
}))

const { answer: page, fault } = useLatest(
  () => query.value,
  (q) => {
    const params = new URLSearchParams({ words: q.words, page: String(q.page), size: String(PAGE) })
    if (q.state) {
      params.set('state', q.state)
    }
    if (q.offerId) {
      params.set('offerId', String(q.offerId))
    }
    return people.page(params)
  },
)

const pages = computed(() => Math.ceil((page.value?.total ?? 0) / PAGE))
const total = computed(() => {
  const n = page.value?.total ?? 0
  return n > COUNTED ? 'more than 100,000' : n.toLocaleString('en-GB')
})
const filtered = computed(() => !!(query.value.words || query.value.state || query.value.offerId))

/** The filter lives in the address, so that Back and a refresh keep it. */
function set(change: Record<string, string | undefined>) {
  void router.replace({ query: { ...route.query, page: undefined, ...change } })
}

watch(words, (typed) => set({ words: typed || undefined }))
void everyOffer.all().then((all) => (offers.value = all))
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>People</h1>
      <span class="quiet" role="status">{{ page ? `${total} found` : '' }}</span>
    </div>
    <div class="row filters">
      <v-text-field
        v-model="words"
        class="search"
        label="Address or first name"
        :prepend-inner-icon="mdiMagnify"
        clearable
        @click:clear="words = ''"
      />
      <v-select
        class="offer"
        label="Offer"
        :model-value="query.offerId"
        :items="[
          { title: 'Any offer', value: null },
          ...offers.map((o) => ({ title: o.offer.settings.name, value: o.offer.id })),
        ]"
        @update:model-value="set({ offerId: $event ? String($event) : undefined })"
      />
      <div class="row chips" role="group" aria-label="State">
        <v-btn
          v-for="(name, state) in PERSON_STATES"
          :key="state"
          size="small"
          :variant="query.state === state ? 'flat' : 'outlined'"
          :color="query.state === state ? 'primary' : undefined"
          :aria-pressed="query.state === state"
          @click="set({ state: query.state === state ? undefined : state })"
          >{{ name }}</v-btn
        >
      </div>
    </div>
    <LoadState :loading="!page" :fault="fault" />
    <div v-if="page?.people.length === 0" class="panel">
      <template v-if="filtered">
        <h2>Nobody fits</h2>
        <p>Take a filter away, or look for fewer letters.</p>
      </template>
      <template v-else>
        <h2>Nobody yet</h2>
        <p>Everybody who signs up for an offer appears here, with all that happened since.</p>
      </template>
    </div>
    <div v-else-if="page" class="panel table">
      <table>
        <thead>
          <tr>
            <th scope="col">Address</th>
            <th scope="col">First name</th>
            <th scope="col">State</th>
            <th scope="col">Since</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="person in page.people" :key="person.id">
            <td>
              <router-link :to="`/people/${person.id}`">{{ person.email }}</router-link>
            </td>
            <td>{{ person.firstName || '–' }}</td>
            <td>
              <span class="mark" :class="{ live: person.state === 'ON_THE_LIST' }">{{
                PERSON_STATES[person.state]
              }}</span>
            </td>
            <td class="quiet"><When :at="person.createdAt" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <v-pagination
      v-if="pages > 1"
      :model-value="query.page + 1"
      :length="pages"
      :total-visible="7"
      @update:model-value="router.push({ query: { ...route.query, page: String($event - 1) } })"
    />
  </main>
</template>

<style scoped>
.search {
  min-width: 240px;
  max-width: 320px;
}
.offer {
  max-width: 240px;
}
.chips {
  gap: 6px;
}
.table {
  padding: 4px 20px;
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 600;
  font-size: 13px;
  color: var(--quiet);
  padding: 9px 8px;
}
td {
  border-top: 1px solid var(--line);
  padding: 7px 8px;
}
</style>

<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { oneLine } from '../api/client'
import type { OfferView, Quiz, QuizPlayer } from '../api/types'
import { useOffers } from '../business/useOffers'
import When from '../business/When.vue'
import LoadState from '../shared/LoadState.vue'
import OutcomeMark from './OutcomeMark.vue'
import StopsTrack from './StopsTrack.vue'
import { percent } from '../shared/when'
import { nameOf, titleOf } from './scheme'
import { useLoaded } from '../shared/useLoaded'
import { useQuiz } from './useQuiz'
import { vCards } from '../shared/vCards'
import { useInAddress } from '../shared/useInAddress'
import './patterns.css'

/** Where people stop in a quiz, what they come to, and who answered what. */
const offerId = Number(useRoute().params.id)
const calls = useQuiz(offerId)
const everyOffer = useOffers()
const A_PAGE = 50
const offer = ref<OfferView | null>(null)
const { value: numbers, fault: unread } = useLoaded(calls.numbers)
const outcome = useInAddress<string>('outcome', '')
const answer = useInAddress<string>('answer', '')
const rows = ref<QuizPlayer[] | null>(null)
const more = ref(false)
const fault = ref('')
let asked = 0

onMounted(async () => {
  try {
    offer.value = await everyOffer.get(offerId)
  } catch (failed) {
    fault.value = oneLine(failed)
  }
})
const scheme = computed(() => (offer.value?.offer.settings.gives as Quiz | undefined)?.scheme)
const outcomes = computed(() => [
  { title: 'Any outcome', value: '' },
  ...(scheme.value?.outcomes ?? []).map((one, i) => ({ title: titleOf(one, i), value: one.id })),
])
const answers = computed(() => [
  { title: 'Any answer', value: '' },
  ...(scheme.value?.questions ?? []).flatMap((question, i) =>
    question.answers.map((one) => ({
      title: `${nameOf(question, i)}: ${one.words}`,
      value: `${question.id}:${one.id}`,
    })),
  ),
])
const counts = computed(() =>
  (scheme.value?.outcomes ?? []).map((one, i) => {
    const count = numbers.value?.outcomes.find(({ id }) => id === one.id)
    return {
      id: one.id,
      place: i,
      title: titleOf(one, i),
      words: numbers.value?.finished ? `${percent(count?.share.share ?? 0)} · ${count?.plays ?? 0}` : '0',
    }
  }),
)
const last = computed(() => rows.value?.[rows.value.length - 1]?.id)

async function load(below?: number) {
  const mine = ++asked
  try {
    const page = await calls.players(outcome.value, answer.value, below)
    if (mine === asked) {
      rows.value = below ? [...(rows.value ?? []), ...page] : page
      more.value = page.length === A_PAGE
      fault.value = ''
    }
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
watch([outcome, answer], () => load(), { immediate: true })
const said = (player: QuizPlayer) => Object.values(player.answers).join(' · ')
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Players</h1>
      <router-link :to="`/offers/${offerId}/give`">{{
        offer?.offer.settings.name ?? 'The quiz'
      }}</router-link>
    </div>
    <p v-if="unread" class="grave" role="alert">{{ unread }}</p>
    <section v-if="scheme && numbers" class="card stack" aria-label="Where people stop">
      <h2>Where people stop</h2>
      <StopsTrack :scheme="scheme" :numbers="numbers" />
      <ul class="counts">
        <li v-for="one in counts" :key="one.id">
          <OutcomeMark :place="one.place" />
          <span class="small"
            ><b>{{ one.title }}</b> {{ one.words }}</span
          >
        </li>
      </ul>
      <table v-if="numbers.places.length" v-cards class="listing small">
        <thead>
          <tr>
            <th>By form and site</th>
            <th>Began</th>
            <th>Came to the address</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="place in numbers.places" :key="place.name">
            <td>{{ place.name }}</td>
            <td>{{ place.started }}</td>
            <td>{{ place.asked }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <div class="row filters">
      <v-select v-model="outcome" label="Outcome" :items="outcomes" />
      <v-autocomplete v-model="answer" label="Answered" :items="answers" />
      <v-btn :prepend-icon="mdiDownload" :href="calls.csv(outcome, answer)" download>Export CSV</v-btn>
    </div>
    <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
    <LoadState v-else :loading="!rows" />
    <div v-if="rows" class="card">
      <p v-if="rows.length === 0" class="quiet">
        {{ outcome || answer ? 'Nobody like that yet.' : 'Nobody has played and signed up yet.' }}
      </p>
      <table v-else v-cards class="listing">
        <thead>
          <tr>
            <th>Who</th>
            <th>When</th>
            <th>Came to</th>
            <th>Answered</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="player in rows" :key="player.id">
            <td>
              <router-link :to="`/people/${player.personId}`">{{ player.email }}</router-link>
              <span v-if="!player.counts" class="small quiet"> not confirmed</span>
            </td>
            <td><When :at="player.at" /></td>
            <td>{{ player.outcome || 'nothing' }}</td>
            <td class="small quiet">{{ said(player) }}</td>
          </tr>
        </tbody>
      </table>
      <v-btn v-if="more" class="mt-3" @click="load(last)">Show more</v-btn>
    </div>
  </main>
</template>

<style scoped>
.card {
  border: 1px solid var(--line);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  padding: 16px 20px;
  overflow-x: auto;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  list-style: none;
  padding: 0;
}
.counts li {
  display: flex;
  gap: 8px;
  align-items: center;
}
.filters > * {
  max-width: 320px;
}
</style>

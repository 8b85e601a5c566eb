<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Today } from '../api/types'
import { useClock } from '../clock/useClock'
import { people } from '../shared/when'
import When from '../business/When.vue'
import FindingLine from '../offer/FindingLine.vue'
import SmallTrack from '../offer/SmallTrack.vue'
import { STATE_WORDS } from '../offer/words'
import { eventWords } from '../people/words'
import FirstHourList from '../beginning/FirstHourList.vue'
import { useBeginning } from '../beginning/useBeginning'
import { useNotice } from '../shared/useNotice'
import LoadState from '../shared/LoadState.vue'
import { useToday } from './useToday'

const calls = useToday()
const beginning = useBeginning()
const notice = useNotice()

const LOOK_AGAIN_MS = 1500
const clock = useClock()
const today = ref<Today | null>(null)
const fault = ref('')
const trying = ref(false)
const all = ref(false)

async function load() {
  try {
    today.value = await calls.get()
    fault.value = ''
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}

async function tryNow() {
  trying.value = true
  try {
    await calls.tryEmailsNow()
    // Sending takes a moment; what is left after it is what counts.
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
    await load()
  } finally {
    trying.value = false
  }
}

async function putAway() {
  today.value!.firstHour = await beginning.note('PUT_AWAY')
  notice.did('The list is hidden.', async () => {
    today.value!.firstHour = await beginning.bringBack()
  })
}

async function tryAside() {
  await calls.tryAsideAgain()
  await load()
}

const quiet = computed(
  () =>
    today.value?.findingsInAll === 0 &&
    today.value.outbox.troubled === 0 &&
    !today.value.halt &&
    !today.value.mailTrouble &&
    today.value.setAside.total === 0 &&
    today.value.amiss.length === 0,
)
/** Before there is an offer only the first steps are shown: nothing else can have happened. */
const fresh = computed(() => today.value!.firstHour.lines.length > 0 && today.value!.offers.length === 0)
const aside = computed(() => today.value?.setAside.newest[0])
const news = computed(() => (all.value ? today.value?.news : today.value?.news.slice(0, 12)) ?? [])

watch([() => clock.moves, () => clock.tick], () => void load(), { immediate: true })
</script>

<template>
  <main class="page stack">
    <h1>Today</h1>
    <LoadState :loading="!today" :fault="fault" />
    <template v-if="today">
      <FirstHourList v-if="today.firstHour.lines.length" :list="today.firstHour" @put-away="putAway" />
      <section v-if="!fresh" class="panel" aria-labelledby="attention">
        <h2 id="attention">Needs attention</h2>
        <div v-if="today.outbox.troubled > 0" class="row away" role="alert">
          <span>
            <strong class="grave"
              >{{ today.outbox.troubled === 1 ? 'One email' : `${today.outbox.troubled} emails` }} could not
              be sent yet.</strong
            >
            {{ today.outbox.lastTrouble }}
            <span class="quiet">
              Nothing is lost; the next try is
              <When v-if="today.outbox.nextTry" within :at="today.outbox.nextTry" />.
            </span>
          </span>
          <v-btn size="small" :loading="trying" @click="tryNow">Try now</v-btn>
          <router-link class="small" to="/emails/engine">Which ones</router-link>
        </div>
        <div v-if="today.halt" class="row away" role="alert">
          <span>
            <strong class="grave">Sending has stopped.</strong> The mail server refused
            {{ today.halt.refusals }} emails in a row: “{{ today.halt.reason }}”.
            <span class="quiet">Nothing is lost.</span>
          </span>
          <router-link class="small" to="/emails/engine">What to do</router-link>
        </div>
        <div v-if="today.mailTrouble" class="away" role="alert">
          <strong class="grave">Emails do not leave.</strong> {{ today.mailTrouble }}
        </div>
        <div v-if="aside" class="row away" role="alert">
          <span>
            <strong class="grave"
              >{{ people(today.setAside.total) }} could not be moved on in {{ aside.sequence }}.</strong
            >
            <span class="quiet">{{ aside.why }}</span>
          </span>
          <v-btn size="small" @click="tryAside">Try again</v-btn>
          <router-link class="small" :to="`/people/${aside.personId}`">{{ aside.email }}</router-link>
        </div>
        <div v-for="one in today.amiss" :key="one.key" class="row away" role="alert">
          <strong class="grave">{{ one.words }}</strong>
          <router-link class="small" :to="one.href.replace('/app', '')">What to do</router-link>
        </div>
        <p v-if="today.waitingToConfirm > 0" class="waiting alone">
          <router-link to="/people?state=WAITING_TO_CONFIRM"
            >{{ people(today.waitingToConfirm) }} {{ today.waitingToConfirm === 1 ? 'is' : 'are' }} waiting to
            confirm</router-link
          >
        </p>
        <div
          v-for="{ finding, offer, offerId } in today.findings"
          :key="offerId + finding.code + finding.control"
          class="finding"
        >
          <span class="small quiet">{{ offer }}</span>
          <FindingLine :finding="finding" :offer-id="offerId" @fixed="load" />
        </div>
        <p v-if="today.findingsInAll > today.findings.length" class="small quiet">
          And {{ today.findingsInAll - today.findings.length }} more: each offer tells its own.
        </p>
        <p v-if="quiet" class="quiet">Nothing would go wrong as things stand.</p>
      </section>

      <div v-if="!fresh" class="halves">
        <section class="panel" aria-labelledby="offers">
          <div class="row spread">
            <h2 id="offers">Offers</h2>
            <span class="row">
              <router-link v-if="today.offersInAll > today.offers.length" to="/offers"
                >All {{ today.offersInAll }}</router-link
              >
              <router-link to="/offers?new=1">Make an offer</router-link>
            </span>
          </div>
          <p v-if="today.offers.length === 0" class="quiet">
            None yet. An offer is what somebody gets for their email address: make one.
          </p>
          <article v-for="offer in today.offers" :key="offer.id" class="offer">
            <div class="row">
              <router-link :to="`/offers/${offer.id}/give`"
                ><h3>{{ offer.name }}</h3></router-link
              >
              <span class="mark" :class="{ live: offer.state === 'LIVE' }">{{
                STATE_WORDS[offer.state]
              }}</span>
            </div>
            <SmallTrack :track="offer.track" />
          </article>
        </section>

        <section class="panel" aria-labelledby="news">
          <h2 id="news">Since yesterday</h2>
          <p v-if="today.news.length === 0" class="quiet">Nothing happened in the last 24 hours.</p>
          <ul class="news">
            <li v-for="(event, i) in news" :key="i">
              <When class="small quiet" :at="event.at" />
              <span
                ><router-link v-if="event.personId" class="plain-link" :to="`/people/${event.personId}`"
                  ><strong>{{ event.email }}</strong></router-link
                >
                {{ eventWords(event) }}</span
              >
            </li>
          </ul>
          <v-btn v-if="today.news.length > news.length" size="small" @click="all = true"
            >Show all {{ today.news.length }}</v-btn
          >
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.away,
.waiting {
  padding: 7px 0;
}
.away {
  justify-content: space-between;
}
.finding {
  border-top: 1px solid var(--line);
  padding-top: 5px;
}
.finding:first-of-type {
  margin-top: 8px;
}
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.offer {
  padding: 14px 0;
  border-top: 1px solid var(--line);
  display: grid;
  gap: 12px;
}
.offer:first-of-type {
  margin-top: 10px;
}
.news {
  list-style: none;
  padding: 0;
  margin: 8px 0;
}
.news li {
  display: grid;
  grid-template-columns: 108px 1fr;
  gap: 8px;
  padding: 5px 0;
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>

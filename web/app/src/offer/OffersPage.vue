<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { oneLine } from '../api/client'
import type { OfferKind } from '../api/types'
import OptionCards from '../shared/OptionCards.vue'
import { useClock } from '../clock/useClock'
import { KIND_CHOICES, kindOf } from './kinds'
import SmallTrack from './SmallTrack.vue'
import { STATE_WORDS } from './words'
import PagedList from '../shared/PagedList.vue'
import { useInAddress } from '../shared/useInAddress'
import { usePaged } from '../shared/usePaged'
import { useOffers } from '../business/useOffers'

const calls = useOffers()

const route = useRoute()
const router = useRouter()
const clock = useClock()
const { found, fault, words, page, pages } = usePaged(
  calls.rows,
  { words: useInAddress<string>('words', ''), page: useInAddress<string>('page', '0') },
  () => clock.moves,
)
const making = ref(false)
const name = ref('')
const kind = ref<OfferKind>('DOWNLOAD')
const wrong = ref('')
const busy = ref(false)

async function make() {
  busy.value = true
  wrong.value = ''
  try {
    const made = await calls.make(name.value, kind.value)
    await router.push(`/offers/${made.offer.id}/give`)
  } catch (failed) {
    wrong.value = oneLine(failed)
  } finally {
    busy.value = false
  }
}

/** Closed without making one; whoever made one is on the way to it, and is not called back. */
const closed = () => route.query.new !== undefined && void router.replace('/offers')

watch(
  () => route.query.new,
  (wanted) => (making.value = !!wanted),
  { immediate: true },
)
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Offers</h1>
      <v-btn color="primary" variant="flat" :prepend-icon="mdiPlus" @click="making = true"
        >Make an offer</v-btn
      >
    </div>
    <PagedList
      v-model:words="words"
      v-model:page="page"
      :found="found"
      :fault="fault"
      :pages="pages"
      label="Search offers"
      none="No offer has these words in its name."
    >
      <template #empty>
        <div class="panel">
          <h2>No offer yet</h2>
          <p>
            An offer is what somebody gets for their email address: a plan, a pattern, a coupon. Make one; it
            goes live only when you say so.
          </p>
        </div>
      </template>
      <template #default="{ rows }">
        <router-link
          v-for="offer in rows"
          :key="offer.id"
          :to="`/offers/${offer.id}/give`"
          class="panel offer plain-link"
        >
          <div>
            <h2>{{ offer.name }}</h2>
            <p class="row small quiet">
              <span class="mark" :class="{ live: offer.state === 'LIVE' }">{{
                STATE_WORDS[offer.state]
              }}</span>
              <span>{{ kindOf(offer.kind).words }}</span>
              <span v-if="offer.toLookAt" :class="{ grave: !offer.mayGoLive }"
                >{{ offer.toLookAt }} to look at</span
              >
            </p>
          </div>
          <SmallTrack :track="offer.track" />
        </router-link>
      </template>
    </PagedList>
    <v-dialog v-model="making" aria-label="A new offer" @after-leave="closed">
      <v-card class="pa-2">
        <form @submit.prevent="make">
          <v-card-title><h2>A new offer</h2></v-card-title>
          <v-card-text class="stack">
            <p>What do they get for their email address? You can change everything afterwards.</p>
            <OptionCards v-model="kind" :choices="KIND_CHOICES" label="What it gives" />
            <v-text-field
              v-model="name"
              autofocus
              label="What is it called?"
              :error-messages="wrong"
              maxlength="120"
            />
          </v-card-text>
          <v-card-actions>
            <v-btn @click="making = false">Cancel</v-btn>
            <v-btn type="submit" color="primary" variant="flat" :loading="busy">Make it</v-btn>
          </v-card-actions>
        </form>
      </v-card>
    </v-dialog>
  </main>
</template>

<style scoped>
.offer {
  display: grid;
  grid-template-columns: minmax(220px, 1fr) minmax(380px, 1.4fr);
  gap: 20px;
  align-items: center;
}
.offer:hover {
  border-color: var(--brass);
  text-decoration: none;
}
.offer h2 {
  margin-bottom: 6px;
}
@media (max-width: 800px) {
  .offer {
    grid-template-columns: 1fr;
  }
}
</style>

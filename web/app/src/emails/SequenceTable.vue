<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { oneLine } from '../api/client'
import type { OfferName, SequenceLine } from '../api/types'
import { startWords } from '../sequence/rules'
import { people } from '../shared/when'
import PagedList from '../shared/PagedList.vue'
import { useInAddress } from '../shared/useInAddress'
import { useNotice } from '../shared/useNotice'
import { usePaged } from '../shared/usePaged'
import { useSequences } from '../sequence/useSequences'
import { useOffers } from '../business/useOffers'

const sequences = useSequences()
const everyOffer = useOffers()

/** All sequences: what starts each, and how many people are on their way. */
const router = useRouter()
const notice = useNotice()
const { found, fault, words, page, pages } = usePaged(sequences.rows, {
  words: useInAddress<string>('words', ''),
  page: useInAddress<string>('page', '0'),
})
const offers = ref<OfferName[]>([])
const making = ref(false)
const name = ref('')
const wrong = ref('')

const offer = (id: number) => offers.value.find((o) => o.id === id)?.name ?? 'an offer'

async function make() {
  try {
    const made = await sequences.make(name.value)
    await router.push(`/sequences/${made.id}`)
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

const to = (line: SequenceLine) =>
  line.offers.length ? `/offers/${line.offers[0]}/follow-up` : `/sequences/${line.id}`

onMounted(async () => {
  try {
    offers.value = await everyOffer.names()
  } catch (failed) {
    notice.tell(failed)
  }
})
</script>

<template>
  <div><v-btn :prepend-icon="mdiPlus" @click="making = true">Make a sequence</v-btn></div>
  <PagedList
    v-model:words="words"
    v-model:page="page"
    :found="found"
    :fault="fault"
    :pages="pages"
    label="Search sequences"
    none="No sequence has these words in its name."
  >
    <template #default="{ rows }">
      <router-link v-for="line in rows" :key="line.id" :to="to(line)" class="panel line plain-link">
        <span class="token" aria-hidden="true">{{ line.emails }}</span>
        <span>
          <strong>{{ line.name }}</strong> <span v-if="line.paused" class="mark">paused</span>
          <span class="small quiet about">
            {{
              line.offers.length
                ? `follows ${line.offers.map(offer).join(', ')}`
                : startWords(line.rules.start, offer)
            }}
          </span>
        </span>
        <span class="small">
          {{ people(line.onTheirWay) }} on their way<template v-if="line.drafts">
            · {{ line.drafts }} {{ line.drafts === 1 ? 'draft' : 'drafts' }}</template
          >
        </span>
      </router-link>
    </template>
  </PagedList>
  <v-dialog v-model="making" aria-label="Make a sequence" max-width="460">
    <v-card class="pa-2">
      <form @submit.prevent="make">
        <v-card-title><h2>Make a sequence</h2></v-card-title>
        <v-card-text class="stack">
          <p class="small quiet">
            It stands on its own: a tag, a pass or a date can start it, offers can share it, and you can add
            people.
          </p>
          <v-text-field v-model="name" autofocus label="Its name" :error-messages="wrong" />
        </v-card-text>
        <v-card-actions>
          <v-btn @click="making = false">Cancel</v-btn>
          <v-btn type="submit" color="primary" variant="flat">Make it</v-btn>
        </v-card-actions>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 14px;
  align-items: center;
  padding: 13px 18px;
}
.about {
  display: block;
}
.token {
  width: 36px;
  height: 36px;
  border-radius: 50%;
  border: 3px solid var(--brass);
  display: grid;
  place-items: center;
  font-weight: 650;
}
</style>

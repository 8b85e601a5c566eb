<script setup lang="ts">
import { mdiCheckCircleOutline, mdiMinusCircleOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { SHAPE_WORDS } from '../ask/words'
import { useLatest } from '../shared/useLatest'
import NumberField from '../shared/NumberField.vue'
import { useOffers } from '../business/useOffers'
import { useSiteCalls } from './useSiteCalls'

/** Which forms would show on a page to a visitor, which would not, and why. */
const props = defineProps<{ origin: string }>()
const calls = useSiteCalls()
const visitor = ref({
  url: `${props.origin}/papers`,
  referrer: '',
  returning: false,
  pages: 1,
  mobile: false,
  closedDaysAgo: undefined as number | undefined,
  declinedDaysAgo: undefined as number | undefined,
  shown: 0,
  signedUpFor: undefined as number | undefined,
})
const offers = ref<{ title: string; value: number }[]>([])
void useOffers()
  .names()
  .then((all) => (offers.value = all.map(({ id, name }) => ({ title: name, value: id }))))

const { answer: verdicts, fault } = useLatest(() => visitor.value, calls.test)
const sorted = computed(() => [...(verdicts.value ?? [])].sort((a, b) => Number(b.shows) - Number(a.shows)))
</script>

<template>
  <section class="panel stack" aria-labelledby="tester">
    <h2 id="tester">What would show?</h2>
    <p class="small quiet">A page and a visitor of your choice; nothing is shown to anybody or counted.</p>
    <div class="facts">
      <v-text-field v-model="visitor.url" label="The page’s address" class="wide" />
      <v-text-field v-model="visitor.referrer" label="Came from" placeholder="nowhere known" />
      <NumberField v-model="visitor.pages" min="1" label="Pages this visit" />
      <NumberField
        v-model="visitor.closedDaysAgo"
        optional
        min="0"
        label="Closed it, days ago"
        placeholder="never"
      />
      <NumberField
        v-model="visitor.declinedDaysAgo"
        optional
        min="0"
        label="Said no, days ago"
        placeholder="never"
      />
      <NumberField v-model="visitor.shown" min="0" label="Times shown before" />
      <v-select v-model="visitor.signedUpFor" :items="offers" label="Signed up for" clearable />
      <v-switch v-model="visitor.returning" label="Was here before" />
      <v-switch v-model="visitor.mobile" label="On a phone" />
    </div>
    <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
    <p v-if="verdicts?.length === 0" class="quiet">
      There is no form for a site yet. Add one at an offer’s Ask stop.
    </p>
    <ul class="verdicts" aria-live="polite">
      <li v-for="v in sorted" :key="v.formId" class="alone">
        <v-icon
          :icon="v.shows ? mdiCheckCircleOutline : mdiMinusCircleOutline"
          :color="v.shows ? 'success' : undefined"
          size="20"
          aria-hidden="true"
        />
        <router-link :to="`/offers/${v.offerId}/ask?form=${v.formId}`">{{ v.form }}</router-link>
        <span class="small quiet">{{ SHAPE_WORDS[v.shape] }} · {{ v.offer }}</span>
        <span :class="{ quiet: !v.shows }">{{ v.shows ? 'Shows.' : v.words }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 12px;
  align-items: center;
}
.wide {
  grid-column: span 2;
}
.verdicts {
  list-style: none;
  padding: 0;
}
.verdicts li {
  display: grid;
  grid-template-columns: auto minmax(120px, 1fr) minmax(150px, 1.2fr) 2fr;
  gap: 10px;
  padding: 7px 0;
  border-top: 1px solid var(--line);
  align-items: center;
}
@media (max-width: 900px) {
  .facts {
    grid-template-columns: 1fr 1fr;
  }
  .verdicts li {
    grid-template-columns: auto 1fr;
  }
}
</style>

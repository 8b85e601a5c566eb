<script setup lang="ts">
import { mdiChevronLeft } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { FormView, OfferView } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { useClock } from '../clock/useClock'
import { localIn, momentIn, when } from '../shared/when'
import FilmFrame from './FilmFrame.vue'
import RealDialog from './RealDialog.vue'
import WishChip from './WishChip.vue'
import { SPANS, spanWords, useRehearsal } from './useRehearsal'
import { playedBy } from '../offer/kinds'
import LoadState from '../shared/LoadState.vue'
import { useOffers } from '../business/useOffers'
import { useBeginning } from '../beginning/useBeginning'
import { usePlaceName } from '../shared/usePlace'

const everyOffer = useOffers()

/** A made-up visitor goes through the offer as it is configured now: every page and email, with its date. */
const route = useRoute()
const business = useBusiness()
const clock = useClock()
const id = Number(route.params.id)
const { wish, change, played, play, frames, fault } = useRehearsal(id)
const offer = ref<OfferView | null>(null)
usePlaceName(() => (offer.value ? `${offer.value.offer.settings.name}, rehearsal` : ''))
const forms = ref<FormView[]>([])
const doing = ref(false)

onMounted(async () => {
  offer.value = await everyOffer.get(id)
  forms.value = await everyOffer.forms(id)
  // The first hour's list need not know; a rehearsal does not fail for it.
  await useBeginning()
    .note('REHEARSED')
    .catch(() => undefined)
})

const rehearsed = computed(() => offer.value && playedBy(offer.value.offer.kind))
const form = computed(
  () => forms.value.find((f) => f.key === wish.value.formKey)?.settings.name ?? 'the hosted page',
)
const shown = computed(() => frames.value?.filter((frame) => frame.kind !== 'RUN_STARTS') ?? [])
const seen = computed(() => shown.value.filter((frame) => frame.html && frame.kind !== 'SKIPPED'))
const summary = computed(() => {
  const list = seen.value
  if (list.length === 0) {
    return ''
  }
  const days = Math.ceil((Date.parse(list.at(-1)!.at) - Date.parse(list[0]!.at)) / 86_400_000)
  return `${list.length} moments over ${days} ${days === 1 ? 'day' : 'days'}`
})
const signsUp = computed(() => {
  const at = wish.value.signsUp ?? frames.value?.[0]?.at
  return at ? when(at, clock.now(), business.zone) : 'now'
})

/** Entered as it is shown: by the business's clock. */
const localMoment = computed(() => localIn(new Date(wish.value.signsUp ?? clock.now()), business.zone))
const setMoment = (local: string) => change('at', local ? momentIn(local, business.zone) : undefined)

/** Emails of sequences are counted, so that each can be named: "email 2". */
const numbers = computed(() => {
  let n = 0
  return shown.value.map((frame) => (frame.kind === 'SEQUENCE_EMAIL' || frame.kind === 'SKIPPED' ? ++n : 0))
})
</script>

<template>
  <main class="page stack rehearsal">
    <div class="row">
      <router-link class="plain-link back" :to="`/offers/${id}/give`" aria-label="Back to the offer"
        ><v-icon :icon="mdiChevronLeft"
      /></router-link>
      <h1>Rehearsal</h1>
      <span class="quiet">{{ offer?.offer.settings.name }}, as it is configured now. Nothing is sent.</span>
      <v-btn v-if="clock.isDemo" class="ml-auto" @click="doing = true"
        >Do it for real in the demo mailbox</v-btn
      >
    </div>
    <div class="row chips" role="group" aria-label="What the visitor does">
      <WishChip label="Signs up" :value="signsUp">
        <v-text-field
          type="datetime-local"
          label="Signs up"
          :model-value="localMoment"
          @update:model-value="setMoment"
        />
        <v-btn size="small" @click="change('at', undefined)">Now</v-btn>
      </WishChip>
      <WishChip label="through" :value="form">
        <v-select
          label="Through which form"
          :items="forms.map((f) => ({ title: f.settings.name, value: f.key }))"
          :model-value="wish.formKey"
          @update:model-value="change('form', $event)"
        />
      </WishChip>
      <WishChip label="as" :value="`${wish.firstName || 'nobody named'}, ${wish.zone ?? 'zone not known'}`">
        <v-text-field
          label="First name"
          :model-value="wish.firstName"
          hint="Empty: not known"
          persistent-hint
          @update:model-value="change('name', $event)"
        />
        <v-autocomplete
          label="Their time zone"
          clearable
          :items="business.choices.zones"
          :model-value="wish.zone"
          @update:model-value="change('zone', $event ?? undefined)"
        />
      </WishChip>
      <WishChip
        v-if="rehearsed && offer"
        label="answers"
        :value="Object.keys(played).length ? `${Object.keys(played).length} questions` : 'nothing chosen yet'"
      >
        <component
          :is="rehearsed"
          :model-value="played"
          :gives="offer.offer.settings.gives"
          @update:model-value="play($event)"
        />
      </WishChip>
      <WishChip label="confirms" :value="spanWords(wish.confirmsAfter)">
        <v-select
          label="Confirms"
          :items="SPANS"
          :model-value="wish.confirmsAfter ?? 'never'"
          @update:model-value="change('confirms', $event)"
        />
      </WishChip>
      <WishChip label="uses the pass" :value="spanWords(wish.usesAfter)">
        <v-select
          label="Uses the pass"
          :items="SPANS"
          :model-value="wish.usesAfter ?? 'never'"
          @update:model-value="change('uses', $event)"
        />
      </WishChip>
      <WishChip label="signs up again" :value="spanWords(wish.signsUpAgainAfter)">
        <v-select
          label="Signs up again"
          :items="SPANS"
          :model-value="wish.signsUpAgainAfter ?? 'never'"
          @update:model-value="change('again', $event)"
        />
      </WishChip>
      <WishChip label="leaves" :value="spanWords(wish.leavesAfter)">
        <v-select
          label="Leaves"
          :items="SPANS"
          :model-value="wish.leavesAfter ?? 'never'"
          @update:model-value="change('leaves', $event)"
        />
      </WishChip>
      <v-switch
        class="drafts"
        label="drafts too"
        hide-details
        density="compact"
        :model-value="wish.drafts"
        @update:model-value="change('drafts', $event ? 'yes' : undefined)"
      />
      <span class="quiet ml-auto">{{ summary }}</span>
    </div>
    <LoadState :loading="!frames" :fault="fault" />
    <div v-if="frames" class="film" tabindex="0" role="region" aria-label="What the visitor meets">
      <ol>
        <FilmFrame
          v-for="(frame, i) in shown"
          :key="i"
          :frame="frame"
          :number="numbers[i]!"
          :offer-id="id"
          :before="shown[i - 1]?.at"
          :settings="offer?.offer.settings"
        />
      </ol>
    </div>
    <RealDialog v-if="doing" :offer-id="id" :wish="wish" :frames="seen" @close="doing = false" />
  </main>
</template>

<style scoped>
.rehearsal {
  max-width: none;
}
.chips {
  gap: 8px;
}
.drafts {
  flex: none;
}
.film {
  overflow-x: auto;
  margin: 0 calc(-1 * var(--gutter));
  padding: 0 var(--gutter) 16px;
}
ol {
  list-style: none;
  padding: 0;
  display: flex;
  gap: 18px;
  width: max-content;
  min-width: 100%;
}
</style>

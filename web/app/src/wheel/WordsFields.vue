<script setup lang="ts">
import type { PrizeWheel } from '../api/types'
import EmailEditor from '../email/EmailEditor.vue'
import { useWritten } from '../email/useWritten'

/** What a wheel says to winners and to the others, and what the shop is told. */
const props = defineProps<{ offerId: number; problemAt(field: string): string | undefined }>()
const wheel = defineModel<PrizeWheel>({ required: true })
const written = useWritten(() =>
  wheel.value.notice.on
    ? { content: wheel.value.notice.email, kind: 'CONFIRMATION', offerId: props.offerId, gives: wheel.value }
    : null,
)
</script>

<template>
  <details class="stack">
    <summary>
      <h3>What it says</h3>
      <span class="small quiet">to winners, to the others, to you</span>
    </summary>
    <div class="stack tight inner">
      <v-text-field
        v-model="wheel.words.won.heading"
        label="To whoever won"
        hint="{{prize}} stands for what they won."
        persistent-hint
        :error-messages="problemAt('gives.words.won.heading')"
      />
      <v-textarea
        v-model="wheel.words.won.text"
        label="Words under it"
        rows="2"
        auto-grow
        :error-messages="problemAt('gives.words.won.text')"
      />
      <v-textarea
        v-model="wheel.words.waiting"
        label="While the prize waits for their confirmation"
        rows="2"
        auto-grow
        :error-messages="problemAt('gives.words.waiting')"
      />
      <v-text-field
        v-model="wheel.words.lost.heading"
        label="To everybody else"
        :error-messages="problemAt('gives.words.lost.heading')"
      />
      <v-textarea
        v-model="wheel.words.lost.text"
        label="Kind words, and what else there is"
        rows="2"
        auto-grow
        :error-messages="problemAt('gives.words.lost.text')"
      />
      <v-switch
        v-model="wheel.keepsReserved"
        label="A prize nobody confirms stays kept"
        hint="Otherwise it is free for others once the confirmation link has ended."
        persistent-hint
      />
      <p class="small">
        The winner’s email is the one under
        <router-link :to="`/offers/${offerId}/hand-over`">Hand over</router-link>: it always goes out.
      </p>
      <v-switch v-model="wheel.notice.on" label="Tell the shop of each winner" />
      <template v-if="wheel.notice.on">
        <v-combobox
          v-model="wheel.notice.to"
          label="Addresses that are told"
          multiple
          chips
          closable-chips
          :error-messages="problemAt('gives.notice.to') ?? problemAt('gives.notice.to[0]')"
        />
        <EmailEditor
          v-model="wheel.notice.email"
          kind="CONFIRMATION"
          :written="written"
          :problem-at="problemAt"
          path="gives.notice.email"
        />
      </template>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
summary h3 {
  display: inline;
  margin-right: 8px;
}
.inner {
  padding-top: 12px;
}
</style>

<script setup lang="ts">
import type { PrizeWheel } from '../api/types'

/** What a wheel says to winners and to the others. */
defineProps<{ offerId: number; problemAt(field: string): string | undefined }>()
const wheel = defineModel<PrizeWheel>({ required: true })
</script>

<template>
  <details class="stack">
    <summary>
      <h3>What it says</h3>
      <span class="small quiet">to winners, to the others</span>
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
      <p class="small">
        Who is told of each winner is chosen in
        <router-link to="/setup#notices">Setup, under What you are told</router-link>.
      </p>
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

<script setup lang="ts">
import { computed } from 'vue'
import type { OfferName, PrizeSlice } from '../api/types'
import ColourField from '../business/ColourField.vue'
import TagList from '../people/TagList.vue'
import Choice from '../shared/Choice.vue'
import NumberField from '../shared/NumberField.vue'
import { contrast, ENOUGH } from '../shared/contrast'
import { inMinor, inUnits } from '../shared/money'
import { INK, PATTERNS } from './slices'

/** What a slice brings, how many there are of it, and how it looks. */
const props = defineProps<{
  currency: string
  offers: OfferName[]
  path: string
  problemAt(field: string): string | undefined
}>()
const slice = defineModel<PrizeSlice>({ required: true })
const KINDS = [
  { value: 'NONE', words: 'No prize' },
  { value: 'WORDS', words: 'In words' },
  { value: 'OFFER', words: 'Another offer' },
] as const
const at = (field: string) => props.problemAt(`${props.path}.${field}`)

const cost = computed({
  get: () => inUnits(slice.value.cost, props.currency),
  set: (n: number) => (slice.value.cost = inMinor(n, props.currency)),
})
const limited = computed({
  get: () => slice.value.pieces !== undefined && slice.value.pieces !== null,
  set: (on: boolean) => (slice.value.pieces = on ? 10 : undefined),
})
const items = computed(() => props.offers.map(({ id, name }) => ({ title: name, value: id })))
const readable = computed(() => contrast(INK, slice.value.colour))
</script>

<template>
  <div class="stack tight inner">
    <Choice v-model="slice.prize.kind" :choices="KINDS" label="What it brings" class="kinds" />
    <template v-if="slice.prize.kind !== 'NONE'">
      <div class="row fields">
        <v-select
          v-if="slice.prize.kind === 'OFFER'"
          v-model="slice.prize.offerId"
          :items="items"
          label="Which offer"
          no-data-text="There is no other offer yet"
          :error-messages="at('prize.offerId')"
        />
        <v-text-field
          v-model="slice.prize.title"
          label="What it is called"
          :placeholder="slice.label"
          :error-messages="at('prize.title')"
        />
        <NumberField
          v-model="cost"
          class="short"
          label="It costs you"
          :prefix="currency"
          min="0"
          step="any"
          :error-messages="at('cost')"
        />
      </div>
      <v-textarea
        v-model="slice.prize.words"
        label="What to say of it"
        placeholder="It lies in your next parcel."
        rows="2"
        auto-grow
        :error-messages="at('prize.words')"
      />
    </template>
    <div class="row fields">
      <v-switch v-model="limited" label="Limited number" class="switch" />
      <NumberField
        v-if="limited"
        v-model="slice.pieces"
        class="short"
        label="Pieces in all"
        min="0"
        optional
        :error-messages="at('pieces')"
      />
      <v-select v-model="slice.pattern" class="short" :items="PATTERNS" label="Drawn with" />
    </div>
    <ColourField v-model="slice.colour" label="Ground" :problem="at('colour')" />
    <p v-if="readable < ENOUGH" class="grave small" role="status">
      The words on it are hard to read ({{ readable.toFixed(1) }} to 1; {{ ENOUGH }} is enough). Choose a
      lighter ground.
    </p>
    <TagList v-model="slice.tags" label="Tags for whoever draws it" :problem="at('tags')" />
  </div>
</template>

<style scoped>
.inner {
  padding: 10px 12px 14px;
  border: 1px solid var(--line);
  border-top: 0;
  border-radius: 0 0 10px 10px;
  background: rgb(var(--v-theme-background));
}
.kinds {
  justify-self: start;
}
.fields {
  align-items: start;
}
.fields > * {
  flex: 1 1 150px;
}
.fields > .short {
  flex: 0 1 140px;
}
.fields > .switch {
  flex: 0 0 auto;
}
</style>

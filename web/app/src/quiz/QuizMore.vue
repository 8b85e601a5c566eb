<script setup lang="ts">
import type { Quiz } from '../api/types'
import Choice from '../shared/Choice.vue'
import PictureField from '../shared/PictureField.vue'

/** How a quiz is met: its cover, one question at a time or all, when the address is asked, sharing. */
defineProps<{ problemAt(field: string): string | undefined }>()
const quiz = defineModel<Quiz>({ required: true })
const PAGING = [
  { value: 'ONE_AT_A_TIME', words: 'One at a time' },
  { value: 'ALL_ON_ONE_PAGE', words: 'All on one page' },
] as const
const WHEN = [
  { value: 'BEFORE', title: 'before the result' },
  { value: 'SKIPPABLE', title: 'before the result, but it may be skipped' },
  { value: 'AFTER', title: 'after the result: “send it to me”' },
]
const SCORING = [
  { value: 'MATCH', words: 'Points to outcomes' },
  { value: 'RANGE', words: 'One total, in ranges' },
] as const
</script>

<template>
  <details class="stack">
    <summary>
      <h3>How it is met</h3>
      <span class="small quiet">cover, when the address is asked, sharing</span>
    </summary>
    <div class="stack inner">
      <div class="row spread">
        <Choice v-model="quiz.scheme.scoring" label="How answers count" :choices="SCORING" />
        <Choice v-model="quiz.paging" label="How questions come" :choices="PAGING" />
      </div>
      <v-switch v-model="quiz.cover.on" label="A cover before the first question" />
      <template v-if="quiz.cover.on">
        <v-textarea
          v-model="quiz.cover.text"
          label="Words of the cover"
          rows="2"
          auto-grow
          :error-messages="problemAt('gives.cover.text')"
        />
        <div class="row">
          <PictureField v-model="quiz.cover.picture" label="Picture of the cover" />
          <v-text-field
            v-model="quiz.cover.button"
            label="Words of its button"
            :error-messages="problemAt('gives.cover.button')"
          />
        </div>
      </template>
      <v-select v-model="quiz.gate.when" label="The address is asked" :items="WHEN" />
      <v-text-field
        v-model="quiz.gate.heading"
        label="Heading over the fields"
        :error-messages="problemAt('gives.gate.heading')"
      />
      <v-textarea
        v-model="quiz.gate.text"
        label="Words under it"
        rows="2"
        auto-grow
        :error-messages="problemAt('gives.gate.text')"
      />
      <v-text-field
        v-if="quiz.gate.when === 'SKIPPABLE'"
        v-model="quiz.gate.skip"
        label="Words of the way past"
        :error-messages="problemAt('gives.gate.skip')"
      />
      <v-switch
        v-model="quiz.ownPageOnPhones"
        label="On phones, forms on your site lead to a page of its own"
      />
      <v-switch
        v-model="quiz.shareable"
        label="Outcomes can be shared"
        hint="Each has an address of its own, with nothing about who played."
        persistent-hint
      />
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

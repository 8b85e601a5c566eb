<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiTrashCanOutline } from '@mdi/js'
import type { QuizOutcome, QuizScheme } from '../api/types'
import NumberField from '../shared/NumberField.vue'
import PictureField from '../shared/PictureField.vue'
import OutcomeMark from './OutcomeMark.vue'
import { titleOf } from './scheme'
import TagList from '../people/TagList.vue'

/** One outcome: what somebody who comes to it reads, where its button leads, and the tags it gives. */
defineProps<{
  scheme: QuizScheme
  place: number
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ remove: []; move: [by: number] }>()
const outcome = defineModel<QuizOutcome>({ required: true })
</script>

<template>
  <div class="stack tight">
    <div class="row nowrap">
      <OutcomeMark :place="place" :size="36" />
      <v-text-field v-model="outcome.title" label="Outcome" :error-messages="problemAt(`${path}.title`)" />
      <v-btn
        size="small"
        variant="text"
        :icon="mdiArrowUp"
        :disabled="place === 0"
        :aria-label="`Move ${titleOf(outcome, place)} up`"
        @click="emit('move', -1)"
      />
      <v-btn
        size="small"
        variant="text"
        :icon="mdiArrowDown"
        :disabled="place === scheme.outcomes.length - 1"
        :aria-label="`Move ${titleOf(outcome, place)} down`"
        @click="emit('move', 1)"
      />
      <v-btn
        size="small"
        variant="text"
        :icon="mdiTrashCanOutline"
        :aria-label="`Remove ${titleOf(outcome, place)}`"
        @click="emit('remove')"
      />
    </div>
    <v-textarea
      v-model="outcome.words"
      label="Words"
      rows="3"
      auto-grow
      :error-messages="problemAt(`${path}.words`)"
    />
    <PictureField v-model="outcome.picture" label="Picture" />
    <div class="row nowrap top">
      <v-text-field
        v-model="outcome.label"
        label="Words of its button"
        :error-messages="problemAt(`${path}.label`)"
      />
      <v-text-field
        v-model="outcome.href"
        label="Where it leads"
        placeholder="https://"
        :error-messages="problemAt(`${path}.href`)"
      />
    </div>
    <div v-if="scheme.scoring === 'RANGE'" class="row nowrap top">
      <NumberField v-model="outcome.from" label="Lowest total" :error-messages="problemAt(`${path}.from`)" />
      <NumberField v-model="outcome.to" label="Highest total" :error-messages="problemAt(`${path}.to`)" />
    </div>
    <TagList
      v-model="outcome.tags"
      label="Tags for who comes to it"
      :problem="problemAt(`${path}.tags[0]`)"
    />
  </div>
</template>

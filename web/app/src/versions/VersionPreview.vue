<script setup lang="ts">
import { computed } from 'vue'
import type { Shape, TrialContent, TrialView } from '../api/types'
import EmailPreview from '../email/EmailPreview.vue'
import type { Written } from '../email/useWritten'
import Choice from '../shared/Choice.vue'
import FormPreview from './FormPreview.vue'

/** One of the two versions as it will be met, and the choice which. */
const props = defineProps<{
  trial: TrialView
  /** The one that is looked at. */
  content: TrialContent | undefined
  shape?: Shape
  written: Written
}>()
const see = defineModel<'A' | 'B'>({ required: true })
const SEE = [
  { value: 'A' as const, words: 'Version A' },
  { value: 'B' as const, words: 'Version B' },
]
const offerId = computed(() => props.trial.offerId)
</script>

<template>
  <Choice v-model="see" label="Which version" :choices="SEE" />
  <FormPreview
    v-if="content?.form && shape && offerId"
    :offer-id="offerId"
    :shape="shape"
    :form="content.form"
  />
  <EmailPreview v-if="content?.email" :written="written" />
</template>

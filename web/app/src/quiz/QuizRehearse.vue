<script setup lang="ts">
import { computed } from 'vue'
import type { Quiz } from '../api/types'
import { nameOf } from './scheme'

/** What a made-up visitor answers, question by question, in a rehearsal. */
const props = defineProps<{ gives: Quiz }>()
/** Fields as a form sends them. */
const played = defineModel<Record<string, string>>({ required: true })

const questions = computed(() =>
  props.gives.scheme.questions.map((question, i) => ({
    field: 'q_' + question.id,
    label: nameOf(question, i),
    several: question.several,
    items: question.answers.map(({ id, words }) => ({ title: words, value: id })),
  })),
)
const keys = (field: string) => (played.value[field] ?? '').split('; ').filter(Boolean)

function choose(field: string, chosen: string | string[] | null) {
  const sent = Array.isArray(chosen) ? chosen.join('; ') : (chosen ?? '')
  played.value = { ...played.value, [field]: sent }
}
</script>

<template>
  <v-select
    v-for="question in questions"
    :key="question.field"
    :model-value="question.several ? keys(question.field) : keys(question.field)[0]"
    :label="question.label"
    :items="question.items"
    :multiple="question.several"
    clearable
    @update:model-value="choose(question.field, $event)"
  />
</template>

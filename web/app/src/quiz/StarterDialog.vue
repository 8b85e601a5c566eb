<script setup lang="ts">
import { computed } from 'vue'
import type { Quiz, QuizFile } from '../api/types'
import LoadState from '../shared/LoadState.vue'
import { useOffers } from '../business/useOffers'
import { useLoaded } from '../shared/useLoaded'
import { useQuiz } from './useQuiz'

/** Quizzes to start from: each whole, balanced, and all its words to be changed. */
const props = defineProps<{ offerId: number }>()
const emit = defineEmits<{ take: [quiz: Quiz] }>()
const open = defineModel<boolean>({ required: true })
const { value: starters, fault } = useLoaded(useQuiz(props.offerId).starters)
const everyOffer = useOffers()
/** A quiz of one’s own is copied by starting from it. */
const { value: own } = useLoaded(async () =>
  Promise.all(
    (await everyOffer.names())
      .filter(({ id, kind }) => kind === 'QUIZ' && id !== props.offerId)
      .map(async ({ id, name }) => ({
        name,
        trade: 'One of your own',
        quiz: (await everyOffer.get(id)).offer.settings.gives as Quiz,
      })),
  ),
)
const files = computed(() => [...(own.value ?? []), ...(starters.value ?? [])])

function take(file: Pick<QuizFile, 'quiz'>) {
  emit('take', JSON.parse(JSON.stringify(file.quiz)))
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="860" scrollable aria-label="Start from a quiz">
    <v-card class="pa-5 stack">
      <div class="row spread">
        <h2>Start from a quiz</h2>
        <v-btn size="small" @click="open = false">Close</v-btn>
      </div>
      <p class="quiet">Ours are whole and evenly balanced. Every word of them can be changed.</p>
      <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
      <LoadState v-else :loading="!starters" />
      <div class="cards">
        <button v-for="(file, i) in files" :key="i" type="button" class="card" @click="take(file)">
          <span class="small quiet">{{ file.trade }}</span>
          <strong>{{ file.name }}</strong>
          <span class="small"
            >{{ file.quiz.scheme.questions.length }} questions to
            {{ file.quiz.scheme.outcomes.map(({ title }) => title).join(', ') }}</span
          >
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 12px;
  overflow-y: auto;
}
.card {
  display: grid;
  gap: 4px;
  align-content: start;
  text-align: left;
  border: 1px solid var(--outline);
  border-radius: 10px;
  padding: 12px 14px;
}
.card:hover {
  border-color: var(--brass);
}
</style>

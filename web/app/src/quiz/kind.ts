import { defineAsyncComponent } from 'vue'
import type { OfferView, Quiz } from '../api/types'

const n = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`

/** Quizzes, as a kind of offer. */
export const quiz = {
  words: 'Quiz',
  sentence: 'Questions that lead to a result worth an address.',
  drawing: '/drawings/token.svg',
  inShort: ({ offer }: OfferView) => {
    const { questions, outcomes } = (offer.settings.gives as Quiz).scheme
    return questions.length
      ? `${n(questions.length, 'question')} · ${n(outcomes.length, 'outcome')}`
      : 'nothing asked yet'
  },
  give: defineAsyncComponent(() => import('./QuizGive.vue')),
  /** What is chosen in a rehearsal before the sign-up. */
  rehearse: defineAsyncComponent(() => import('./QuizRehearse.vue')),
}

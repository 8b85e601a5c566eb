import { ref, type Ref } from 'vue'
import { api, ApiFault, upload } from '../api/client'
import type {
  Quiz,
  QuizBalance,
  QuizEvened,
  QuizFile,
  QuizNumbers,
  QuizPlayer,
  QuizScheme,
} from '../api/types'
import { useLatest } from '../shared/useLatest'

export interface WhatIf {
  question: string
  answer: string
  outcome: string
  points: number
}

const OVERTAKEN = 409

/** What the server knows of a quiz: how far people come in it, and who came to what. */
export function useQuiz(offerId: number) {
  const path = `/offers/${offerId}/quiz`
  const query = (outcome: string, answer: string) =>
    `outcome=${encodeURIComponent(outcome)}&answer=${encodeURIComponent(answer)}`
  return {
    numbers: () => api.get<QuizNumbers>(path),
    even: (scheme: QuizScheme, spread: number) => api.post<QuizEvened>(`${path}/even`, { scheme, spread }),

    /** A page of players, newest first. @param below id of the last one seen */
    players: (outcome: string, answer: string, below?: number) =>
      api.get<QuizPlayer[]>(`${path}/players?${query(outcome, answer)}${below ? `&below=${below}` : ''}`),
    csv: (outcome: string, answer: string) => `/api${path}/players.csv?${query(outcome, answer)}`,
    file: `/api${path}/file`,

    starters: () => api.get<QuizFile[]>('/quizzes/starters'),
    /** Reads a file that was taken along; nothing is saved by it. */
    read: (file: File) => upload<QuizFile>('/quizzes/read', file, () => {}).answer,
  }
}

/**
 * How a quiz is balanced, as it is edited; a question that was overtaken keeps the answer before.
 *
 * @param whatIf an answer that would give more
 */
export function useBalance(
  offerId: number,
  scheme: () => QuizScheme | null,
  whatIf: Ref<WhatIf | null> = ref(null),
) {
  const last = ref<QuizBalance | null>(null)
  return useLatest(
    () => {
      const one = scheme()
      return one && { scheme: one, whatIf: whatIf.value ?? undefined }
    },
    async (question) => {
      try {
        last.value = await api.post<QuizBalance>(`/offers/${offerId}/quiz/balance`, question)
      } catch (failed) {
        if ((failed as ApiFault).status !== OVERTAKEN || !last.value) throw failed
      }
      return last.value!
    },
    120,
  )
}

/** The quiz on its hosted page, to be tried before it is saved. */
export const useTried = (offerId: number, gives: () => Quiz | null) =>
  useLatest(
    () => {
      const quiz = gives()
      return quiz && { gives: quiz }
    },
    (question) => api.post<{ html: string }>(`/offers/${offerId}/forms/hosted/preview`, question),
    400,
  )

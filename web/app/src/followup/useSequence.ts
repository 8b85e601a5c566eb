import { ref } from 'vue'
import { api } from '../api/client'
import type { Effect, FollowUpView, SequenceDraft } from '../api/types'
import { useDocument, type Versioned } from '../shared/useDocument'

/**
 * An offer's follow-up as a document. A save that changes something for people on their way waits for the owner's word
 * (`effect` says what it would do).
 */
export function useSequence(offerId: number, saved: () => void) {
  const path = `/offers/${offerId}/follow-up`
  const view = ref<FollowUpView | null>(null)
  const effect = ref<Effect | null>(null)

  function versioned(from: FollowUpView): Versioned<SequenceDraft> {
    view.value = from
    effect.value = null
    const steps = from.steps.map(({ id, ready, waitAmount, waitUnit, email }) => ({
      id,
      ready,
      waitAmount,
      waitUnit,
      email: structuredClone(email),
    }))
    return { version: from.version, value: { name: from.name, steps } }
  }

  async function hold(draft: SequenceDraft): Promise<boolean> {
    const told = await api.post<Effect>(`${path}/effect`, draft)
    const matters = told.retimed > 0 || told.pastNewSteps > 0
    effect.value = matters ? told : null
    return matters
  }

  const sequence = useDocument<SequenceDraft>({
    load: async () => versioned(await api.get<FollowUpView>(path)),
    save: async (version, draft) =>
      versioned(await api.put<FollowUpView>(path, { version, sequence: draft })),
    hold,
    saved,
  })

  const plan = (draft: SequenceDraft) => api.post<string[]>(`${path}/plan`, draft)
  return { view, effect, sequence, plan }
}

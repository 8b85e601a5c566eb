import { onScopeDispose, ref } from 'vue'
import { api } from '../api/client'
import type { Effect, Planned, SequenceDraft, SequenceView } from '../api/types'
import { useNotice } from '../shared/useNotice'
import { useDocument, type Versioned } from '../shared/saving/useDocument'

/**
 * A sequence as a document. A save that changes something for people on their way waits for the owner's word (`effect`
 * says what it would do).
 */
const LOOK_AGAIN_MS = 2000

export function useSequence(id: number, saved: () => void) {
  const path = `/sequences/${id}`
  const view = ref<SequenceView | null>(null)
  const notice = useNotice()
  const effect = ref<Effect | null>(null)

  function versioned(from: SequenceView): Versioned<SequenceDraft> {
    view.value = from
    effect.value = null
    const steps = from.steps.map(({ id: stepId, emailId, emailVersion, ready, rules, email }) => ({
      id: stepId,
      emailId,
      emailVersion,
      ready,
      rules: structuredClone(rules),
      email: structuredClone(email),
    }))
    return {
      version: from.version,
      value: { name: from.name, rules: structuredClone(from.rules), steps, reopens: false },
    }
  }

  /** What people on their way could feel: which emails, when, and whether they are ready. Not what these say. */
  const timing = ({ rules, steps }: Pick<SequenceDraft, 'rules' | 'steps'>) =>
    JSON.stringify([rules, steps.map(({ id: stepId, ready, rules: when }) => [stepId, ready, when])])

  async function hold(draft: SequenceDraft): Promise<boolean> {
    // Words reach nobody who was written to already: no question, and nothing to wait for when a tab is closed.
    if (view.value && timing(draft) === timing(view.value)) {
      effect.value = null
      return false
    }
    const told = await api.post<Effect>(`${path}/effect`, draft)
    const matters = told.retimed > 0 || told.pastNewSteps > 0 || told.finished > 0
    effect.value = matters ? told : null
    return matters
  }

  /** What its writer chose: without the numbers the server gives. */
  const essence = ({ name, rules, steps }: SequenceDraft) => ({
    name,
    rules,
    steps: steps.map(({ ready, rules: when, email }) => ({ ready, when, email })),
  })

  /** Whoever goes on typing while a save is under way has the email's version of before it in hand. */
  function upToDate(draft: SequenceDraft): SequenceDraft {
    const known = view.value?.steps ?? []
    const versionOf = (id: number | undefined) => known.find((step) => step.emailId === id)?.emailVersion
    return {
      ...draft,
      steps: draft.steps.map((step) => ({
        ...step,
        emailVersion: versionOf(step.emailId) ?? step.emailVersion,
      })),
    }
  }

  const sequence = useDocument<SequenceDraft>(`sequence ${id}`, {
    load: async () => versioned(await api.get<SequenceView>(path)),
    save: async (version, draft) =>
      versioned(await api.put<SequenceView>(path, { version, sequence: upToDate(draft) })),
    hold,
    essence,
    saved,
  })

  async function pause(paused: boolean) {
    await sequence.flush()
    view.value = await api.put<SequenceView>(`${path}/paused`, { paused })
    saved()
    notice.did(paused ? 'The sequence is paused.' : 'The sequence goes on.', () => pause(!paused))
  }

  async function refresh() {
    view.value = await api.get<SequenceView>(path)
  }

  // An edit reaches many people page by page: looked at again until it has reached all.
  const looking = setInterval(() => {
    if (view.value?.retiming) {
      refresh().catch(() => undefined)
    }
  }, LOOK_AGAIN_MS)
  onScopeDispose(() => clearInterval(looking))

  const plan = (draft: SequenceDraft) => api.post<Planned[]>(`${path}/plan`, draft)
  return { view, effect, sequence, plan, pause, refresh }
}

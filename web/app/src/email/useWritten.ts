import { computed, reactive } from 'vue'
import { api } from '../api/client'
import type { EmailContent, EmailKind, Incentive, PreviewView } from '../api/types'
import { useLatest } from '../shared/useLatest'

/** As whom an email is read: Aoife, somebody without a name, or a person of the list. */
export interface Reader {
  as: 'AOIFE' | 'NAMELESS' | number
  dark: boolean
}

interface Shown {
  content: EmailContent
  kind: EmailKind
  offerId?: number
  /** What the offer gives, as it need not be saved yet. */
  gives?: Incentive
}

/**
 * An email as it will be read, with advice, asked of the server a short pause after each change: typing never waits for
 * it.
 */
export function useWritten(shown: () => Shown | null) {
  const reader = reactive<Reader>({ as: 'AOIFE', dark: false })
  const question = computed(() => {
    const now = shown()
    return (
      now && {
        ...now,
        firstName: reader.as === 'AOIFE' ? 'Aoife' : '',
        personId: typeof reader.as === 'number' ? reader.as : undefined,
        dark: reader.dark,
      }
    )
  })
  const { answer, fault, busy } = useLatest(
    () => question.value,
    (asked) => api.post<PreviewView>('/mail/preview', asked),
    350,
  )

  /** Sends the email as it is read here; answers with what the mail server said. */
  const sendTest = (to: string) =>
    api.post<{ sent: boolean; said: string }>('/mail/test', { to, email: question.value })

  const readAs = (as: Reader['as']) => (reader.as = as)
  const inTheDark = (dark: boolean) => (reader.dark = dark)

  return reactive({ reader, answer, fault, busy, readAs, inTheDark, sendTest })
}

export type Written = ReturnType<typeof useWritten>

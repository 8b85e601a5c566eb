import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api } from '../api/client'
import type { Frame, RehearsalWish } from '../api/types'
import { useLatest } from '../shared/useLatest'

/** What the visitor does, kept in the address: Back works, a refresh loses nothing, and it can be sent to somebody. */
export function useRehearsal(offerId: number) {
  const route = useRoute()
  const router = useRouter()
  const text = (key: string) => (typeof route.query[key] === 'string' ? String(route.query[key]) : undefined)
  const number = (key: string, otherwise?: number) => {
    const value = text(key)
    return value === undefined ? otherwise : value === 'never' ? undefined : Number(value)
  }

  /** What is answered before the sign-up, with an offer that is played first. */
  const played = computed(
    () =>
      Object.fromEntries(
        Object.entries(route.query).filter(
          ([key, value]) => key.startsWith('q_') && typeof value === 'string',
        ),
      ) as Record<string, string>,
  )

  const wish = computed<RehearsalWish>(() => ({
    signsUp: text('at'),
    formKey: text('form'),
    firstName: text('name') ?? 'Aoife',
    zone: text('zone'),
    answers: played.value,
    confirmsAfter: number('confirms', 5),
    usesAfter: number('uses', 10),
    signsUpAgainAfter: number('again'),
    leavesAfter: number('leaves'),
    drafts: text('drafts') === 'yes',
  }))

  function change(key: string, value: string | number | undefined) {
    const query = { ...route.query, [key]: value === undefined ? undefined : String(value) }
    void router.replace({ query })
  }

  function play(answers: Record<string, string>) {
    const rest = Object.entries(route.query).filter(([key]) => !key.startsWith('q_'))
    const chosen = Object.entries(answers).filter(([, keys]) => keys)
    void router.replace({ query: Object.fromEntries([...rest, ...chosen]) })
  }

  const { answer: frames, fault } = useLatest(
    () => wish.value,
    (asked) => api.post<Frame[]>(`/offers/${offerId}/rehearsal`, asked),
    150,
  )
  return { wish, change, played, play, frames, fault }
}

const HOUR = 60
const DAY = 24 * HOUR

/** Spans of time to choose from, in minutes. */
export const SPANS = [
  { title: 'at once', value: 0 },
  { title: '5 minutes later', value: 5 },
  { title: '1 hour later', value: HOUR },
  { title: '9 hours later', value: 9 * HOUR },
  { title: '1 day later', value: DAY },
  { title: '3 days later', value: 3 * DAY },
  { title: '8 days later', value: 8 * DAY },
  { title: '30 days later', value: 30 * DAY },
  { title: 'never', value: 'never' },
]

/** A span as words: "9 hours later". */
export function spanWords(minutes: number | undefined): string {
  if (minutes === undefined) {
    return 'never'
  }
  const known = SPANS.find((span) => span.value === minutes)
  if (known) {
    return known.title
  }
  const [n, unit] =
    minutes % DAY === 0
      ? [minutes / DAY, 'day']
      : minutes % HOUR === 0
        ? [minutes / HOUR, 'hour']
        : [minutes, 'minute']
  return `${n} ${unit}${n === 1 ? '' : 's'} later`
}

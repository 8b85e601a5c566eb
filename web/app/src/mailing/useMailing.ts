import { computed, onScopeDispose, ref } from 'vue'
import { api } from '../api/client'
import type { Forecast, IssueView, MailingSettings, MailingView } from '../api/types'
import { useClock } from '../clock/useClock'
import { useLatest } from '../shared/useLatest'
import { useDocument, type Versioned } from '../shared/saving/useDocument'

const LOOK_AGAIN_MS = 2000
const GOING: IssueView['state'][] = ['BEGUN', 'FILLING', 'SENDING', 'PAUSED']

/** One email to many: written as a document, what would happen if it went out, and its going out. */
export function useMailing(id: number) {
  const path = `/mailings/${id}`
  // The demo's clock may be ahead of the browser's.
  const clock = useClock()
  const view = ref<MailingView | null>(null)

  function versioned(from: MailingView): Versioned<MailingSettings> {
    view.value = from
    return { version: from.version, value: structuredClone(from.settings) }
  }

  const document = useDocument<MailingSettings>(`mailing ${id}`, {
    load: async () => versioned(await api.get<MailingView>(path)),
    save: async (version, settings) => versioned(await api.put<MailingView>(path, { version, settings })),
  })

  const isDraft = computed(() => view.value?.state === 'DRAFT')
  const outlook = useLatest(
    () => (isDraft.value ? document.value.value : null),
    (settings) => api.post<Forecast>(`${path}/outlook`, settings),
  )

  async function schedule() {
    await document.flush()
    view.value = await api.post<MailingView>(`${path}/schedule`, { version: view.value!.version })
  }

  async function callOff() {
    view.value = await api.post<MailingView>(`${path}/call-off`)
    await document.load()
  }

  async function change(issue: IssueView, act: 'PAUSE' | 'GO_ON' | 'STOP') {
    view.value = await api.put<MailingView>(`${path}/issues/${issue.id}`, { act })
  }

  // Asked anew each time: that its moment has come changes nothing a computed value would see.
  const isGoing = () =>
    view.value?.issues.some((issue) => GOING.includes(issue.state)) ||
    (view.value?.state === 'SCHEDULED' && Date.parse(view.value.nextAt ?? '') <= clock.now().getTime())

  async function refresh() {
    view.value = await api.get<MailingView>(path)
  }

  // While it goes, its numbers are looked at again.
  const looking = setInterval(() => {
    if (isGoing()) {
      refresh().catch(() => undefined)
    }
  }, LOOK_AGAIN_MS)
  onScopeDispose(() => clearInterval(looking))

  return { view, document, isDraft, outlook, schedule, callOff, change, refresh }
}

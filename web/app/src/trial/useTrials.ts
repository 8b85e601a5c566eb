import { api } from '../api/client'
import type { Tested, TrialContent, TrialSettings, TrialView } from '../api/types'
import { useNotice } from '../shared/useNotice'

/** Trials of two versions: asked for, begun, ended. What went wrong is told at the foot. */
export function useTrials() {
  const notice = useNotice()

  async function told<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      return await work()
    } catch (failed) {
      notice.tell(failed)
      return undefined
    }
  }

  const get = (id: number) => api.get<TrialView>(`/trials/${id}`)
  const list = () => api.get<TrialView[]>('/trials')
  /** The newest of something; empty when there never was one. */
  const last = async (tested: Tested, targetId: number) =>
    (await api.get<{ trial?: TrialView }>(`/trials/last?tested=${tested}&targetId=${targetId}`)).trial
  const make = (tested: Tested, targetId: number) =>
    told(() => api.post<TrialView>('/trials', { tested, targetId }))
  const save = (id: number, version: number, settings: TrialSettings, other: TrialContent) =>
    api.put<TrialView>(`/trials/${id}`, { version, settings, other })
  const start = (id: number) => told(() => api.post<TrialView>(`/trials/${id}/start`))

  /** Ends it with one of the two; the other can be put back. */
  async function end(trial: TrialView, taken: 'A' | 'B', done: (now: TrialView) => void) {
    const over = await told(() => api.post<TrialView>(`/trials/${trial.id}/end`, { taken }))
    if (over) {
      done(over)
      notice.did(`Version ${taken} is the one in use now; the other is kept here.`)
    }
  }

  /** Has the other version in use after all. */
  async function turn(trial: TrialView, done: (now: TrialView) => void): Promise<void> {
    const taken = trial.taken === 'B' ? 'A' : 'B'
    const turned = await told(() => api.post<TrialView>(`/trials/${trial.id}/turn`, { taken }))
    if (turned) {
      done(turned)
      notice.did(`Version ${taken} is in use now.`, () => turn(turned, done))
    }
  }

  /** Throws a version B away that nobody met. */
  async function discard(trial: TrialView, back: () => Promise<unknown>) {
    const gone = await told(async () => {
      await api.delete(`/trials/${trial.id}`)
      return true
    })
    if (gone) {
      notice.did('Version B is thrown away.', async () => {
        await told(() => api.post<TrialView>(`/trials/${trial.id}/back`))
        await back()
      })
    }
    return gone === true
  }

  return { get, list, last, make, save, start, end, turn, discard }
}

import { ref } from 'vue'
import { api } from '../api/client'
import type { FormName, SiteView } from '../api/types'
import { useClock } from '../clock/useClock'
import { useSiteList } from '../business/useSiteList'

const WEEK_MS = 7 * 86_400_000

/** A site with its forms by name. */
export interface NamedSite extends Omit<SiteView, 'forms'> {
  forms: (SiteView['forms'][number] & { name: string })[]
}

/** The business's sites, and what is wrong with each. `null` means not known yet. */
export function useSites() {
  const sites = ref<NamedSite[] | null>(null)
  const fault = ref('')
  const names = ref<Map<string, string>>(new Map())
  const now = ref(Date.now())
  const clock = useClock()

  async function refresh() {
    try {
      const [all, forms] = await Promise.all([useSiteList().all(), api.get<FormName[]>('/forms')])
      names.value = new Map(forms.map(({ key, name, offer }) => [key, `${name} (${offer})`]))
      now.value = clock.now().getTime()
      sites.value = all.map((view) => ({
        ...view,
        forms: view.forms.map((f) => ({ ...f, name: names.value.get(f.formKey ?? '') ?? '' })),
      }))
      fault.value = ''
    } catch (failed) {
      fault.value = (failed as Error).message
    }
  }

  /** What the owner should do something about; empty when all is well. */
  function warnings(view: Pick<SiteView, 'seenAt'>): string {
    if (!view.seenAt) {
      return 'The snippet was never seen there. Paste it, then open a page of the site.'
    }
    return now.value - Date.parse(view.seenAt) > WEEK_MS
      ? 'The snippet was not seen for 7 days. Was it taken out of the site?'
      : ''
  }

  /** Keys of forms that the site's pages hold a place for, and that do not exist. */
  const lost = (view: Pick<SiteView, 'forms'>) =>
    view.forms.map((f) => f.formKey ?? '').filter((key) => key && !names.value.has(key))

  void refresh()
  return { sites, fault, warnings, lost, refresh }
}

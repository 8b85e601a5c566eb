import userEvent from '@testing-library/user-event'
import { render } from '@testing-library/vue'
import { createPinia, setActivePinia } from 'pinia'
import { h, type Component } from 'vue'
import { createMemoryHistory } from 'vue-router'
import { VApp } from 'vuetify/components'
import { makeRouter } from '../router'
import { useNotice } from '../shared/useNotice'
import { vuetify } from '../theme'

interface Place {
  props?: Record<string, unknown>
  /** Where the page is, with its query. */
  at?: string
  /** Shown before that page's script is here. */
  early?: boolean
}

/**
 * Shows a component as the application does: in its theme, at one of the application's addresses, with faults told in the
 * notice. Answers with the hands of a user.
 */
export async function show(component: Component, { props = {}, at = '/', early = false }: Place = {}) {
  const pinia = createPinia()
  setActivePinia(pinia)
  const history = createMemoryHistory()
  history.replace(at)
  const router = makeRouter(history)
  if (!early) {
    await router.push(at)
  }
  const notice = useNotice()
  const shown = render({ render: () => h(VApp, () => h(component, props)) } as Component, {
    global: {
      plugins: [pinia, router, vuetify],
      config: { errorHandler: notice.tell },
    },
  })
  return { ...shown, user: userEvent.setup(), router, notice }
}

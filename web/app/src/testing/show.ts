import userEvent from '@testing-library/user-event'
import { render } from '@testing-library/vue'
import { createPinia, setActivePinia } from 'pinia'
import { h, type Component } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'
import { VApp } from 'vuetify/components'
import { useNotice } from '../shared/useNotice'
import { vuetify } from '../theme'

interface Place {
  props?: Record<string, unknown>
  /** Where the page is, with its query. */
  at?: string
  /** The route it belongs to, as `/offers/:id`. */
  route?: string
}

/**
 * Shows a component as the application does: in its theme, at an address, with faults told in the notice. Answers with
 * the hands of a user.
 */
export async function show(component: Component, { props = {}, at = '/', route = '/' }: Place = {}) {
  const pinia = createPinia()
  setActivePinia(pinia)
  const page: Component = { render: () => h(component, props) }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: route, component: page },
      { path: '/:rest(.*)*', component: { render: () => null } },
    ],
  })
  await router.push(at)
  const notice = useNotice()
  const shown = render({ render: () => h(VApp, () => h(RouterView)) } as Component, {
    global: {
      plugins: [pinia, router, vuetify],
      config: { errorHandler: notice.tell },
    },
  })
  return { ...shown, user: userEvent.setup(), router, notice }
}

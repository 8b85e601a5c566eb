import { createRouter, createWebHistory } from 'vue-router'
import { onSignedOut } from './api/client'

export const STOPS = ['give', 'ask', 'confirm', 'hand-over', 'follow-up'] as const
export type Stop = (typeof STOPS)[number]

export const router = createRouter({
  history: createWebHistory('/app/'),
  routes: [
    { path: '/', redirect: '/today' },
    { path: '/today', component: () => import('./track/TodayView.vue'), meta: { title: 'Today' } },
    { path: '/offers', component: () => import('./track/OffersView.vue'), meta: { title: 'Offers' } },
    { path: '/offers/:id(\\d+)', redirect: (to) => `/offers/${to.params.id}/give` },
    {
      path: `/offers/:id(\\d+)/:stop(${STOPS.join('|')})`,
      component: () => import('./track/OfferView.vue'),
      meta: { title: 'Offer' },
    },
    {
      path: '/offers/:id(\\d+)/rehearsal',
      component: () => import('./rehearsal/RehearsalView.vue'),
      meta: { title: 'Rehearsal' },
    },
    {
      path: '/emails/:part(sequences|layouts|engine)?',
      component: () => import('./library/EmailsView.vue'),
      meta: { title: 'Emails' },
    },
    {
      path: '/sequences/:id(\\d+)',
      component: () => import('./followup/SequencePage.vue'),
      meta: { title: 'Sequence' },
    },
    { path: '/people', component: () => import('./people/PeopleView.vue'), meta: { title: 'People' } },
    {
      path: '/people/:id(\\d+)',
      component: () => import('./people/PersonView.vue'),
      meta: { title: 'Person' },
    },
    { path: '/site', component: () => import('./site/SiteView.vue'), meta: { title: 'Site' } },
    { path: '/setup', component: () => import('./business/SetupView.vue'), meta: { title: 'Setup' } },
    {
      path: '/sign-in',
      component: () => import('./account/SignInView.vue'),
      meta: { title: 'Sign in', open: true },
    },
    {
      path: '/forgotten',
      component: () => import('./account/ForgottenView.vue'),
      meta: { title: 'New password', open: true },
    },
    {
      path: '/reset/:token',
      component: () => import('./account/ResetView.vue'),
      meta: { title: 'New password', open: true },
    },
    {
      path: '/account',
      component: () => import('./account/AccountView.vue'),
      meta: { title: 'Your account' },
    },
    {
      path: '/welcome/:token',
      component: () => import('./account/WelcomeView.vue'),
      meta: { title: 'Welcome', open: true },
    },
    {
      path: '/:pathMatch(.*)*',
      component: () => import('./shared/NotHere.vue'),
      meta: { title: 'Not here' },
    },
  ],
})

router.afterEach((to) => {
  document.title = `${String(to.meta.title)} · Jeton`
})

onSignedOut(() => {
  const { path, meta } = router.currentRoute.value
  if (!meta.open) {
    void router.push({ path: '/sign-in', query: { then: path } })
  }
})

import {
  createRouter,
  type RouteLocationNormalizedLoaded,
  type RouterHistory,
  type RouteRecordRaw,
} from 'vue-router'
import { STOPS } from './offer/stops'
import { usePlace } from './shared/usePlace'

const ROUTES: RouteRecordRaw[] = [
  { path: '/', redirect: '/today' },
  { path: '/today', component: () => import('./today/TodayPage.vue'), meta: { title: 'Today' } },
  { path: '/offers', component: () => import('./offer/OffersPage.vue'), meta: { title: 'Offers' } },
  { path: '/offers/:id(\\d+)', redirect: (to) => `/offers/${to.params.id}/give` },
  {
    path: `/offers/:id(\\d+)/:stop(${STOPS.join('|')})`,
    component: () => import('./offer/OfferPage.vue'),
    meta: { title: 'Offer' },
  },
  {
    path: '/offers/:id(\\d+)/players',
    component: () => import('./quiz/PlayersPage.vue'),
    meta: { title: 'Players' },
  },
  {
    path: '/offers/:id(\\d+)/spins',
    component: () => import('./wheel/SpinsPage.vue'),
    meta: { title: 'Spins' },
  },
  {
    path: '/offers/:id(\\d+)/codes',
    component: () => import('./coupon/CodesPage.vue'),
    meta: { title: 'Codes' },
  },
  {
    path: '/offers/:id(\\d+)/rehearsal',
    component: () => import('./rehearsal/RehearsalPage.vue'),
    meta: { title: 'Rehearsal' },
  },
  {
    path: '/emails/:part(sequences|many|layouts|engine)?',
    component: () => import('./emails/EmailsPage.vue'),
    meta: { title: 'Emails' },
  },
  {
    path: '/sequences/:id(\\d+)',
    component: () => import('./sequence/SequencePage.vue'),
    meta: { title: 'Sequence' },
  },
  {
    path: '/mailings/:id(\\d+)',
    component: () => import('./mailing/MailingPage.vue'),
    meta: { title: 'Email to many' },
  },
  {
    path: '/trials/:id(\\d+)',
    component: () => import('./versions/TrialPage.vue'),
    meta: { title: 'Two versions' },
  },
  {
    path: '/numbers/:part(forms|emails|kinds|sources|weeks)?',
    component: () => import('./numbers/NumbersPage.vue'),
    meta: { title: 'Numbers' },
  },
  { path: '/people', component: () => import('./people/PeoplePage.vue'), meta: { title: 'People' } },
  {
    path: '/people/import/:id(\\d+)?',
    component: () => import('./intake/ImportPage.vue'),
    meta: { title: 'Import people' },
  },
  {
    path: '/people/:id(\\d+)',
    component: () => import('./people/PersonPage.vue'),
    meta: { title: 'Person' },
  },
  { path: '/site', component: () => import('./site/SitePage.vue'), meta: { title: 'Site' } },
  { path: '/setup', component: () => import('./setup/SetupPage.vue'), meta: { title: 'Setup' } },
  {
    path: '/setup/connections',
    component: () => import('./hook/ConnectionsPage.vue'),
    meta: { title: 'Connections' },
  },
  {
    path: '/setup/outside-lists',
    component: () => import('./outsidelist/OutsideListsPage.vue'),
    meta: { title: 'Outside lists' },
  },
  {
    path: '/setup/upkeep',
    component: () => import('./upkeep/UpkeepPage.vue'),
    meta: { title: 'Upkeep' },
  },
  {
    path: '/sign-in',
    component: () => import('./account/SignInPage.vue'),
    meta: { title: 'Sign in', open: true },
  },
  {
    path: '/forgotten',
    component: () => import('./account/ForgottenPage.vue'),
    meta: { title: 'New password', open: true },
  },
  {
    path: '/reset/:token',
    component: () => import('./account/ResetPage.vue'),
    meta: { title: 'New password', open: true },
  },
  {
    path: '/account',
    component: () => import('./account/AccountPage.vue'),
    meta: { title: 'Your account' },
  },
  {
    path: '/welcome/:token',
    component: () => import('./account/WelcomePage.vue'),
    meta: { title: 'Welcome', open: true },
  },
  {
    path: '/:pathMatch(.*)*',
    component: () => import('./shared/NotHere.vue'),
    meta: { title: 'Not here' },
  },
]

/**
 * A screen is another one when it shows another thing. Stops, forms and parts of one thing share a screen: what is open
 * stays open.
 */
export const screenKey = ({ matched, params }: RouteLocationNormalizedLoaded) =>
  `${matched[0]?.path} ${params.id ?? ''}`

/** The application's addresses, over a history of the browser's or of a test's own. */
export function makeRouter(history: RouterHistory) {
  const router = createRouter({ history, routes: ROUTES })
  router.afterEach((to, from) => {
    if (to.path !== from.path) {
      usePlace().title = String(to.meta.title)
    }
  })
  return router
}

<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import SignInAgain from './account/SignInAgain.vue'
import { useSession } from './account/useSession'
import { onSignedOut } from './api/client'
import { useBusiness } from './business/useBusiness'
import DemoStrip from './demo/DemoStrip.vue'
import { useClock } from './clock/useClock'
import { screenKey } from './router'
import TopBar from './TopBar.vue'
import { setOwnFillIns } from './email/fillIns'
import FindDialog from './find/FindDialog.vue'
import KeysDialog from './shared/KeysDialog.vue'
import NoticeBar from './shared/NoticeBar.vue'
import { clearDesk, leftBehind, saveAll, setWriter } from './shared/saving/desk'
import { useUndoKeys } from './shared/saving/useUndoKeys'
import { useExactDates } from './shared/useExactDates'
import { useKeys } from './shared/useKeys'
import { useLook } from './shared/useLook'
import { usePlace } from './shared/usePlace'
import { useArrival } from './useArrival'

const route = useRoute()
const router = useRouter()
const session = useSession()
const business = useBusiness()
const clock = useClock()
const finding = ref(false)
const keysShown = ref(false)
const ready = ref(false)
const away = ref('')

const place = usePlace()
const exactDates = useExactDates()
useLook()
useArrival()

const initials = computed(() =>
  (business.view?.settings.name || session.email || '?')
    .split(/[^\p{L}]+/u)
    .filter(Boolean)
    .slice(0, 2)
    .map((word) => word[0]!.toUpperCase())
    .join(''),
)

useKeys({
  'mod+k': () => (finding.value = !!session.email),
  '?': () => (keysShown.value = true),
  d: () => (exactDates.value = !exactDates.value),
})
useUndoKeys()

onSignedOut(() => (session.over = session.email !== ''))

/** Nothing can be shown before this is known, so a failure takes the screen's place. */
async function orSayWhy(known: () => Promise<void>) {
  try {
    away.value = ''
    await known()
  } catch (fault) {
    away.value = (fault as Error).message
  }
}

const find = () =>
  orSayWhy(async () => {
    await session.find()
    await clock.find()
    // Whether a screen is open to anybody is known once its script is here.
    await router.isReady()
    ready.value = true
  })
const tryAgain = () => (ready.value ? orSayWhy(business.load) : find())

onMounted(find)

/** Nothing before it is known. */
const who = computed(() => (ready.value ? session.email : undefined))
watch(who, async () => {
  setWriter(session.email)
  if (session.email) {
    await orSayWhy(business.load)
  } else if (!route.meta.open) {
    await router.push({ path: '/sign-in', query: { then: route.fullPath } })
  }
})

watch(
  () => business.view?.settings.fields ?? [],
  (fields) => setOwnFillIns(fields.map(({ key, label }) => ({ name: key, label }))),
)

async function signOut() {
  await saveAll()
  await session.signOut()
  clearDesk()
  await router.push('/sign-in')
}
</script>

<template>
  <v-app>
    <TopBar
      v-if="session.email && !route.meta.open"
      :initials="initials"
      @find="finding = true"
      @keys="keysShown = true"
      @sign-out="signOut"
    />
    <main v-if="away" class="page away">
      <section class="panel stack" role="alert">
        <h1>Not there just now</h1>
        <p>{{ away }} Nothing is lost: sign-ups, passes and emails do not need this page.</p>
        <div><v-btn color="primary" variant="flat" @click="tryAgain">Try again</v-btn></div>
      </section>
    </main>
    <template v-else-if="ready && (route.meta.open || (session.email && business.view))">
      <p v-if="leftBehind.length" class="behind small" role="alert">
        Something you typed elsewhere is not saved yet.
        <router-link :to="leftBehind[0]!">Look at it</router-link>
      </p>
      <router-view :key="screenKey(route)" />
    </template>
    <v-progress-linear v-else indeterminate color="secondary" aria-label="Loading" />
    <DemoStrip v-if="clock.isDemo && session.email" />
    <FindDialog v-if="finding" @close="finding = false" />
    <SignInAgain v-if="session.over" />
    <KeysDialog v-if="keysShown" @close="keysShown = false" />
    <p class="unseen" aria-live="polite">{{ place.title }}</p>
    <NoticeBar :raised="clock.isDemo" />
  </v-app>
</template>

<style scoped>
.away {
  max-width: 560px;
  padding-top: 12vh;
}
.behind {
  padding: 8px 28px;
  background: color-mix(in srgb, rgb(var(--v-theme-error)) 9%, transparent);
}
</style>

<script setup lang="ts">
import {
  mdiAccountGroupOutline,
  mdiCalendarTodayOutline,
  mdiCogOutline,
  mdiEmailOutline,
  mdiGiftOutline,
  mdiWeb,
} from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import SignInAgain from './account/SignInAgain.vue'
import { useSession } from './account/useSession'
import { onSignedOut } from './api/client'
import { useBusiness } from './business/useBusiness'
import DemoStrip from './demo/DemoStrip.vue'
import { useClock } from './clock/useClock'
import { screenKey } from './router'
import { setOwnFillIns } from './email/fillIns'
import FindDialog from './find/FindDialog.vue'
import KeysDialog from './shared/KeysDialog.vue'
import NoticeBar from './shared/NoticeBar.vue'
import { clearDesk, leftBehind, saveAll, setWriter } from './shared/saving/desk'
import { useUndoKeys } from './shared/saving/useUndoKeys'
import { useKeys } from './shared/useKeys'

const NAV = [
  { to: '/today', words: 'Today', icon: mdiCalendarTodayOutline },
  { to: '/offers', words: 'Offers', icon: mdiGiftOutline },
  { to: '/people', words: 'People', icon: mdiAccountGroupOutline },
  { to: '/emails', words: 'Emails', icon: mdiEmailOutline },
  { to: '/site', words: 'Site', icon: mdiWeb },
  { to: '/setup', words: 'Setup', icon: mdiCogOutline },
]

const route = useRoute()
const router = useRouter()
const session = useSession()
const business = useBusiness()
const clock = useClock()
const finding = ref(false)
const keysShown = ref(false)
const ready = ref(false)
const away = ref('')

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
    ready.value = true
  })
const tryAgain = () => (ready.value ? orSayWhy(business.load) : find())

onMounted(find)

watch(
  [() => session.email, ready],
  async () => {
    setWriter(session.email)
    if (session.email) {
      await orSayWhy(business.load)
    } else if (ready.value && !route.meta.open) {
      await router.push({ path: '/sign-in', query: { then: route.fullPath } })
    }
  },
  { immediate: true },
)

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
    <header v-if="session.email && !route.meta.open" class="top">
      <router-link to="/today" class="brand"
        ><img src="/token.svg" alt="" width="28" height="28" /> Jeton</router-link
      >
      <nav aria-label="Main">
        <router-link
          v-for="item in NAV"
          :key="item.to"
          :to="item.to"
          :class="{ here: route.path.startsWith(item.to) }"
        >
          <v-icon :icon="item.icon" size="18" aria-hidden="true" /> {{ item.words }}
        </router-link>
      </nav>
      <button class="find" aria-keyshortcuts="Control+K" @click="finding = true">
        <span>Find anything</span> <kbd>Ctrl K</kbd>
      </button>
      <v-menu>
        <template #activator="{ props }">
          <button v-bind="props" class="who" :aria-label="`Signed in as ${session.email}`">
            {{ initials }}
          </button>
        </template>
        <v-list density="compact">
          <v-list-item :title="session.email" subtitle="signed in" />
          <v-list-item title="Your account" to="/account" />
          <v-list-item title="Keys" @click="keysShown = true" />
          <v-list-item title="Sign out" @click="signOut" />
        </v-list>
      </v-menu>
    </header>
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
.top {
  display: flex;
  align-items: center;
  gap: 26px;
  padding: 0 28px;
  min-height: 54px;
  border-bottom: 1px solid var(--line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 9px;
  font:
    700 20px 'Bricolage Grotesque Variable',
    sans-serif;
  text-decoration: none;
}
nav {
  display: flex;
  gap: 22px;
  align-self: stretch;
}
nav a {
  display: flex;
  align-items: center;
  gap: 6px;
  color: var(--quiet);
  text-decoration: none;
  border-bottom: 2px solid transparent;
  padding-top: 2px;
}
nav a.here {
  color: rgb(var(--v-theme-on-background));
  border-color: var(--brass);
  font-weight: 600;
}
.find {
  margin-left: auto;
  display: flex;
  justify-content: space-between;
  width: 230px;
  padding: 6px 12px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  color: var(--quiet);
  font-size: 13px;
}
kbd {
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 0 5px;
  font: inherit;
}
.who {
  width: 32px;
  height: 32px;
  border-radius: 50%;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: 12px;
  font-weight: 700;
}
@media (max-width: 720px) {
  .top {
    flex-wrap: wrap;
    padding: 10px 16px;
    gap: 12px 18px;
  }
  nav {
    order: 3;
    width: 100%;
    overflow-x: auto;
  }
  .find {
    flex: 1;
    width: auto;
    min-width: 0;
  }
  kbd {
    display: none;
  }
}
</style>

<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { AccountView } from '../api/types'
import { useSubmit } from '../shared/useSubmit'
import When from '../business/When.vue'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import { useLook, type Look } from '../shared/useLook'
import { useAccount } from './useAccount'

const own = useAccount()

/** One's own account: the password, where one is signed in, and who tried. */
const account = ref<AccountView | null>(null)
const fault = ref('')
const look = useLook()
const LOOKS: { value: Look; words: string }[] = [
  { value: 'system', words: 'As the system is' },
  { value: 'light', words: 'Light' },
  { value: 'dark', words: 'Dark' },
]
const present = ref('')
const wanted = ref('')
const said = ref('')
const { busy, at, submit } = useSubmit('present')

async function load() {
  try {
    account.value = await own.get()
    fault.value = ''
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}

const change = () => {
  said.value = ''
  return submit(async () => {
    await own.changePassword(present.value, wanted.value)
    present.value = ''
    wanted.value = ''
    said.value = 'Your password is changed. Everywhere else you were signed out.'
    await load()
  })
}

async function end(key: string) {
  account.value = await own.end(key)
}

async function endOthers() {
  account.value = await own.endOthers()
}

const BROWSERS: [RegExp, string][] = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const SYSTEMS: [RegExp, string][] = [
  [/iPhone|iPad/, 'an iPhone or iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Macintosh/, 'a Mac'],
  [/Linux|X11/, 'Linux'],
]
const found = (names: [RegExp, string][], agent: string) => names.find(([sign]) => sign.test(agent))?.[1]

/** Browsers name themselves at length, and each of them also names others: the first that fits is meant. */
function browser(agent: string) {
  const name = found(BROWSERS, agent)
  const system = found(SYSTEMS, agent)
  return name ? `${name}${system ? ` on ${system}` : ''}` : agent || 'Something without a name'
}

onMounted(load)
</script>

<template>
  <main class="page stack">
    <h1>Your account</h1>
    <LoadState :loading="!account" :fault="fault" />
    <div v-if="account" class="halves">
      <section class="panel stack" aria-labelledby="password">
        <h2 id="password">Password</h2>
        <p class="quiet">You sign in as {{ account.email }}.</p>
        <form class="stack" @submit.prevent="change">
          <v-text-field
            v-model="present"
            label="Your password now"
            type="password"
            autocomplete="current-password"
            :error-messages="at('present')"
          />
          <v-text-field
            v-model="wanted"
            label="A new one, ten characters or more"
            type="password"
            autocomplete="new-password"
            :error-messages="at('password')"
          />
          <div class="row">
            <v-btn type="submit" color="primary" variant="flat" :loading="busy">Change my password</v-btn>
            <span v-if="said" class="small" role="status">{{ said }}</span>
          </div>
        </form>
      </section>
      <div class="stack">
        <section class="panel stack" aria-labelledby="look">
          <h2 id="look">Light or dark</h2>
          <div><Choice v-model="look" :choices="LOOKS" label="Light or dark" /></div>
          <p class="small quiet">For this browser.</p>
        </section>
        <section class="panel stack" aria-labelledby="sessions">
          <div class="row spread">
            <h2 id="sessions">Signed in</h2>
            <v-btn v-if="account.sessions.length > 1" size="small" @click="endOthers"
              >Sign out elsewhere</v-btn
            >
          </div>
          <ul>
            <li v-for="session in account.sessions" :key="session.key">
              <span>
                {{ browser(session.agent) }}
                <span class="small quiet"
                  >from {{ session.network || 'an unknown network' }} · <When :at="session.lastSeenAt"
                /></span>
              </span>
              <span v-if="session.current" class="mark live">here</span>
              <v-btn v-else size="small" @click="end(session.key)">Sign out</v-btn>
            </li>
          </ul>
        </section>
        <section class="panel stack" aria-labelledby="attempts">
          <h2 id="attempts">Who tried to sign in</h2>
          <p v-if="account.attempts.length === 0" class="quiet">Nobody in the last 90 days.</p>
          <ul>
            <li v-for="(attempt, i) in account.attempts" :key="i">
              <span>
                <When class="small quiet" :at="attempt.at" />
                {{ browser(attempt.agent) }} <span class="small quiet">from {{ attempt.network }}</span>
              </span>
              <span class="mark" :class="{ live: attempt.succeeded }">{{
                attempt.succeeded ? 'let in' : 'kept out'
              }}</span>
            </li>
          </ul>
        </section>
      </div>
    </div>
  </main>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.panel {
  gap: 14px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 12px;
  padding: 7px 0;
  border-top: 1px solid var(--line);
}
.mark {
  flex: none;
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiFault } from '../api/client'
import type { OfferView } from '../api/types'
import { useClock } from '../clock/useClock'
import { setGivenFillIns } from '../email/fillIns'
import { STOPS, STOP_WORDS, type Stop } from './stops'
import CopyButton from '../shared/CopyButton.vue'
import { saveAll } from '../shared/saving/desk'
import { useKeys } from '../shared/useKeys'
import FindingLine from './FindingLine.vue'
import KindMenu from './KindMenu.vue'
import { kindOf } from './kinds'
import TrackRibbon from './TrackRibbon.vue'
import { useTrack } from './useTrack'
import { STATE_WORDS } from './words'
import LoadState from '../shared/LoadState.vue'
import { useNotice } from '../shared/useNotice'
import { useOffers } from '../business/useOffers'
import { usePlaceName } from '../shared/usePlace'

const calls = useOffers()

// Each stop loads what it needs when it is gone to.
const AskStop = defineAsyncComponent(() => import('./AskStop.vue'))
const ConfirmStop = defineAsyncComponent(() => import('./ConfirmStop.vue'))
const HandOverStop = defineAsyncComponent(() => import('./HandOverStop.vue'))
const FollowUpStop = defineAsyncComponent(() => import('./FollowUpStop.vue'))

const route = useRoute()
const router = useRouter()
const clock = useClock()
const id = Number(route.params.id)
const { view, fault, take, refresh, settings } = useTrack(id)
const stop = computed(() => route.params.stop as Stop)
usePlaceName(() => (view.value ? `${view.value.offer.settings.name}, ${STOP_WORDS[stop.value]}` : ''))
const readinessShown = ref(false)
const held = ref('')
const notice = useNotice()
const PAUSED_WORDS =
  'Paused: its page takes no sign-ups. Links already given out go on working, and follow-ups go on.'
const shown = ref(0)

const toFix = computed(() => view.value?.findings.length ?? 0)
const readiness = computed(() =>
  toFix.value === 0 ? 'Ready' : `${toFix.value} ${toFix.value === 1 ? 'thing' : 'things'} to look at`,
)

useKeys(
  Object.fromEntries([
    ...STOPS.map((name, i) => [String(i + 1), () => void router.push(`/offers/${id}/${name}`)] as const),
    ['r', () => void router.push(`/offers/${id}/rehearsal`)] as const,
  ]),
)

/** A cure changed what is saved: what is shown is read anew. */
async function fixed(next: OfferView) {
  take(next)
  await settings.load()
  shown.value++
}

async function change(state: 'LIVE' | 'PAUSED'): Promise<void> {
  held.value = ''
  // What is typed at a stop or a form counts too: it goes live as it stands on screen.
  if (!(await saveAll())) {
    held.value = 'Something you typed could not be saved, so nothing was changed. Look at it first.'
    return
  }
  try {
    take(await calls.change(id, state))
    if (state === 'PAUSED') {
      notice.did(PAUSED_WORDS, () => change('LIVE'))
    }
  } catch (failed) {
    const { problems, message } = failed as ApiFault
    held.value = problems.length ? '' : message
    readinessShown.value = problems.length > 0
    await refresh()
  }
}

const LOOK_MS = 50
const LOOKS = 60

/** What a stop shows may come a moment after the stop. */
async function appears(id: string): Promise<HTMLElement | null> {
  for (let look = 0; look < LOOKS; look++) {
    const there = document.getElementById(id)
    if (there) {
      return there
    }
    await new Promise((then) => setTimeout(then, LOOK_MS))
  }
  return null
}

/** A line of Readiness leads here with the control's name: show it and put the focus into it. */
async function showControl() {
  const name = route.hash.slice(1)
  await nextTick()
  const control = name && (await appears(name))
  if (control) {
    readinessShown.value = false
    control.scrollIntoView({ block: 'center' })
    control.querySelector<HTMLElement>('input, textarea, button, [tabindex], [contenteditable]')?.focus()
  }
}

watch(
  () => view.value?.fillIns,
  (given) => setGivenFillIns(given ?? []),
)
onUnmounted(() => setGivenFillIns([]))
watch(
  () => clock.moves,
  () => void refresh(),
)
watch([() => route.hash, () => view.value === null], () => void showControl(), { immediate: true })
</script>

<template>
  <main class="page track">
    <v-alert v-if="fault || settings.state.value === 'failed'" type="error" variant="tonal">
      {{ fault || settings.message.value }}
    </v-alert>
    <LoadState :loading="!view && settings.state.value === 'loading'" />
    <template v-if="view">
      <div class="row head">
        <h1>{{ view.offer.settings.name }}</h1>
        <span class="mark" :class="{ live: view.offer.state === 'LIVE' }">{{
          STATE_WORDS[view.offer.state]
        }}</span>
        <span class="small quiet"
          >{{ kindOf(view.offer.kind).words
          }}<template v-if="view.offer.liveSince && view.offer.state === 'LIVE'">
            · <a :href="view.address" target="_blank">/o/{{ view.offer.settings.slug }}</a></template
          ></span
        >
        <KindMenu v-if="view.kindMayChange" :view="view" @changed="fixed" />
        <CopyButton v-if="view.offer.state === 'LIVE'" :text="view.address" what="the page's address" />
        <div class="row acts">
          <v-menu v-model="readinessShown" :close-on-content-click="false" location="bottom end">
            <template #activator="{ props }">
              <v-btn v-bind="props" :color="view.mayGoLive ? undefined : 'error'">{{ readiness }}</v-btn>
            </template>
            <v-card class="pa-4 readiness">
              <h2>Readiness</h2>
              <p v-if="toFix === 0" class="quiet">Nothing would go wrong as it stands.</p>
              <FindingLine
                v-for="finding in view.findings"
                :key="finding.code + finding.control"
                :finding="finding"
                :offer-id="id"
                @fixed="fixed"
              />
            </v-card>
          </v-menu>
          <v-btn :to="`/offers/${id}/rehearsal`">Rehearse <kbd>R</kbd></v-btn>
          <v-btn v-if="view.offer.state === 'LIVE'" @click="change('PAUSED')">Pause</v-btn>
          <v-btn v-else color="primary" variant="flat" @click="change('LIVE')">Go live</v-btn>
        </div>
      </div>
      <p v-if="held" class="grave" role="alert">{{ held }}</p>
      <TrackRibbon :view="view" :chosen="stop" />
      <component
        :is="kindOf(view.offer.kind).give"
        v-if="stop === 'give'"
        :key="view.offer.kind"
        :view="view"
        :settings="settings"
        @changed="take"
        @refresh="refresh"
      />
      <AskStop v-else-if="stop === 'ask'" :offer-id="id" :address="view.address" @saved="refresh" />
      <template v-else-if="settings.value.value">
        <ConfirmStop v-if="stop === 'confirm'" :offer-id="id" :settings="settings" />
        <HandOverStop v-else-if="stop === 'hand-over'" :offer-id="id" :settings="settings" />
        <FollowUpStop
          v-else
          :key="shown"
          :offer-id="id"
          :offer-name="view.offer.settings.name"
          :results="view.results"
          @saved="refresh"
        />
      </template>
    </template>
  </main>
</template>

<style scoped>
.track {
  padding-top: 16px;
}
.head {
  min-height: 44px;
}
.acts {
  margin-left: auto;
}
@media (max-width: 720px) {
  .acts {
    margin-left: 0;
  }
}
kbd {
  margin-left: 7px;
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 0 5px;
  font: inherit;
  font-size: 12px;
}
.readiness {
  width: min(640px, 92vw);
  border-color: var(--line);
}
</style>

<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { EngineLine, EngineView } from '../api/types'
import { useClock } from '../clock/useClock'
import When from '../business/When.vue'
import ReachableDialog from './ReachableDialog.vue'
import LoadState from '../shared/LoadState.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { useEngine } from './useEngine'
import { vCards } from '../shared/vCards'
import { useInAddress } from '../shared/useInAddress'

const engine = useEngine()

/** The mail engine: what waits, what is on its way, what failed and why. */
type Pile = EngineView['pile']
const PILES: { pile: Pile; words: string; none: string }[] = [
  { pile: 'WAITING', words: 'Waiting', none: 'Nothing waits to be sent.' },
  { pile: 'ON_ITS_WAY', words: 'On their way', none: 'Nothing is being sent at this moment.' },
  { pile: 'TROUBLED', words: 'Tried again', none: 'Nothing had to be tried again.' },
  { pile: 'FAILED', words: 'Failed', none: 'Nothing failed in the last 30 days.' },
  { pile: 'HELD', words: 'Paused', none: 'No paused sequence holds an email back.' },
  { pile: 'SENT', words: 'Sent', none: 'Nothing was sent in the last 30 days.' },
  { pile: 'DROPPED', words: 'Not wanted any more', none: 'Nothing was dropped.' },
]
const KINDS: Record<EngineLine['kind'], string> = {
  CONFIRMATION: 'confirmation',
  DELIVERY: 'delivery',
  FOLLOW_UP: 'sequence email',
  MAILING: 'email to many',
}
const clock = useClock()
const view = ref<EngineView | null>(null)
const pile = useInAddress<Pile>(
  'pile',
  'WAITING',
  PILES.map((p) => p.pile),
)
const fault = ref('')
const said = ref('')
const chosen = ref<number[]>([])
const givingUp = ref(false)
const goingOn = ref(false)
const reaching = ref(false)

async function goOn() {
  goingOn.value = true
  try {
    await engine.goOn()
    await load()
  } finally {
    goingOn.value = false
  }
}
const words = computed(() => PILES.find((p) => p.pile === pile.value)!)
const retries = computed(() => pile.value === 'TROUBLED' || pile.value === 'FAILED')
const givesUp = computed(() => pile.value === 'TROUBLED' || pile.value === 'WAITING')

async function load() {
  try {
    const asked = pile.value
    const got = await engine.view(asked)
    if (asked === pile.value) {
      view.value = got
      chosen.value = chosen.value.filter((id) => got.lines.some((line) => line.id === id))
      fault.value = ''
    }
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}

async function act(what: 'retry' | 'giveUp', done: (n: number) => string) {
  const { emails } = await engine[what](chosen.value.length > 0 ? chosen.value : 'all')
  said.value = done(emails)
  await load()
}
const count = (n: number) => (n === 1 ? '1 email' : `${n} emails`)
const retry = () =>
  act('retry', (n) =>
    n === 0
      ? 'None of these can be tried again: their addresses were refused, or they came back.'
      : `${count(n)} tried again now.`,
  )
const giveUp = () => {
  return act('giveUp', (n) => `${count(n)} given up. People stay where they are.`)
}

watch([pile, () => clock.moves, () => clock.tick], () => void load(), { immediate: true })
watch(pile, () => {
  chosen.value = []
  said.value = ''
})
</script>

<template>
  <LoadState :loading="!view" :fault="fault" />
  <template v-if="view">
    <v-alert v-if="view.halt" type="error" variant="tonal" data-testid="halt">
      <strong>Sending has stopped.</strong> The mail server refused {{ view.halt.refusals }} emails in a row,
      the last with “{{ view.halt.reason }}”, <When within :at="view.halt.at" />. Nothing is lost: what waits
      is kept, and people it refused can be made reachable again. Mend what it says in
      <router-link to="/setup#mail">Setup</router-link>, then send again.
      <div class="row mt-2">
        <v-btn size="small" color="primary" variant="flat" :loading="goingOn" @click="goOn">Send again</v-btn>
        <v-btn size="small" @click="reaching = true">Reachable again…</v-btn>
      </div>
    </v-alert>
    <v-alert v-if="view.trouble" type="warning" variant="tonal">{{ view.trouble }}</v-alert>
    <div class="piles" role="group" aria-label="Which emails">
      <button
        v-for="p in PILES"
        :key="p.pile"
        type="button"
        class="pile"
        :class="{ grave: p.pile === 'FAILED' && view.counts[p.pile] }"
        :aria-pressed="p.pile === pile"
        @click="pile = p.pile"
      >
        <span class="token">{{ (view.counts[p.pile] ?? 0).toLocaleString('en-GB') }}</span>
        <span>{{ p.words }}</span>
      </button>
    </div>
    <section class="panel stack" :aria-label="words.words">
      <div class="row">
        <h2>{{ words.words }}</h2>
        <span class="small quiet">of the last 30 days; the newest 200</span>
        <span class="ml-auto row">
          <v-btn v-if="pile === 'FAILED'" size="small" @click="reaching = true">Reachable again…</v-btn>
          <span v-if="said" class="small" role="status">{{ said }}</span>
          <v-btn v-if="retries && view.lines.length" size="small" @click="retry">{{
            chosen.length ? `Try ${count(chosen.length)} now` : 'Try all now'
          }}</v-btn>
          <v-btn v-if="givesUp && chosen.length" size="small" color="error" @click="givingUp = true"
            >Give up {{ count(chosen.length) }}</v-btn
          >
          <v-btn
            v-else-if="pile === 'TROUBLED' && view.lines.length"
            size="small"
            color="error"
            @click="givingUp = true"
            >Give up all of these</v-btn
          >
        </span>
      </div>
      <p v-if="view.lines.length === 0" class="quiet">{{ words.none }}</p>
      <table v-else v-cards class="listing">
        <thead>
          <tr>
            <th><span class="unseen">Choose</span></th>
            <th>To</th>
            <th>What</th>
            <th>Due</th>
            <th>{{ pile === 'TROUBLED' || pile === 'FAILED' ? 'What the mail server said' : 'Then' }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in view.lines" :key="line.id">
            <td>
              <input
                v-model="chosen"
                type="checkbox"
                :value="line.id"
                :aria-label="`The ${KINDS[line.kind]} to ${line.to}`"
              />
            </td>
            <td>
              <router-link :to="`/people/${line.personId}`">{{ line.to }}</router-link>
            </td>
            <td class="small">
              {{ KINDS[line.kind] }}<template v-if="line.offer">, {{ line.offer }}</template>
            </td>
            <td class="small"><When :at="line.dueAt" /></td>
            <td class="small said">
              <div v-if="line.said">{{ line.said }}</div>
              <span class="quiet">
                <template v-if="line.failures"
                  >{{ line.failures }} {{ line.failures === 1 ? 'try' : 'tries' }} so far.
                </template>
                <template v-if="line.tryAt && view.halt">when sending goes on</template>
                <template v-else-if="line.tryAt">Next <When within :at="line.tryAt" /></template>
                <template v-else-if="line.settledAt"><When :at="line.settledAt" /></template>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </template>
  <ReachableDialog v-model="reaching" :now="clock.now().toISOString()" @done="load" />
  <ConfirmDialog
    v-model="givingUp"
    :title="chosen.length ? `Give up ${count(chosen.length)}?` : 'Give up all of these?'"
    keep="Keep trying"
    action="Give them up"
    grave
    @act="giveUp"
    >{{ count(chosen.length || (view?.counts.TROUBLED ?? 0)) }} would never be sent. The people stay on the
    list, and get what comes after.</ConfirmDialog
  >
</template>

<style scoped>
.piles {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}
.pile {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 14px 6px 6px;
  border: 1px solid var(--outline);
  border-radius: 999px;
  background: rgb(var(--v-theme-surface));
}
.pile[aria-pressed='true'] {
  border-color: rgb(var(--v-theme-primary));
  box-shadow: inset 0 0 0 1px rgb(var(--v-theme-primary));
}
.token {
  min-width: 34px;
  height: 34px;
  padding: 0 8px;
  border-radius: 17px;
  border: 3px solid var(--brass);
  display: grid;
  place-items: center;
  font-weight: 650;
}
.said {
  overflow-wrap: anywhere;
}
</style>

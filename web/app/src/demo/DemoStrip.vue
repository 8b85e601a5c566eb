<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useBusiness } from '../business/useBusiness'
import { useClock } from '../clock/useClock'

const clock = useClock()
const business = useBusiness()
const moving = ref('')
const newEmails = ref(0)
const sampleSite = ref('')
void fetch('/api/demo/places')
  .then((answer) => answer.json())
  .then((places: { sampleSite: string }) => (sampleSite.value = places.sampleSite))
const seen = ref(Number(sessionStorage.getItem('mailbox-seen') ?? -1))

const words = computed(() =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: business.zone,
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  }).format(clock.now()),
)

async function move(name: string, by: { advance: string } | { toNextEmail: true }) {
  moving.value = name
  try {
    await clock.move(by)
  } finally {
    moving.value = ''
  }
}

async function look() {
  const all: { id: number }[] = await (await fetch('/standins/mailbox/api/messages')).json()
  const newest = all[0]?.id ?? 0
  if (seen.value < 0) {
    saw(newest)
  }
  newEmails.value = newest - seen.value
}

function saw(newest: number) {
  seen.value = newest
  sessionStorage.setItem('mailbox-seen', String(newest))
}

function open() {
  saw(seen.value + newEmails.value)
  newEmails.value = 0
}

watch([() => clock.moves, () => clock.tick], () => void look(), { immediate: true })
</script>

<template>
  <aside class="demo" aria-label="Demo">
    <strong>Demo</strong>
    <span data-testid="demo-now">{{ words }}</span>
    <button :disabled="!!moving" @click="move('hour', { advance: 'PT1H' })">+1 hour</button>
    <button :disabled="!!moving" @click="move('day', { advance: 'P1D' })">+1 day</button>
    <button :disabled="!!moving" @click="move('next', { toNextEmail: true })">To the next email</button>
    <span v-if="moving" role="status">Moving on …</span>
    <span class="row places">
      <a v-if="sampleSite" :href="sampleSite" target="_blank">Sample site</a>
      <a href="/standins/mailbox" target="_blank" @click="open">
        Mailbox <strong v-if="newEmails > 0">{{ newEmails }} new</strong>
      </a>
    </span>
  </aside>
</template>

<style scoped>
.demo {
  position: fixed;
  inset: auto 0 0;
  z-index: 1500;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 5px 28px;
  min-height: 40px;
  background: #16423c;
  color: #fbf8f1;
  font-size: 13px;
  flex-wrap: wrap;
}
.demo a {
  color: inherit;
}
.places {
  margin-left: auto;
  gap: 18px;
}
.demo button {
  border: 1px solid #7d9a92;
  border-radius: 8px;
  padding: 2px 10px;
  color: inherit;
}
.demo button:disabled {
  opacity: 0.6;
}
.demo :focus-visible {
  outline-color: #fbf8f1;
}
@media (max-width: 720px) {
  /* Above the places. */
  .demo {
    inset: auto 0 calc(58px + env(safe-area-inset-bottom));
    flex-wrap: nowrap;
    overflow-x: auto;
    gap: 12px;
    padding: 2px 16px;
    white-space: nowrap;
  }
  .demo > * {
    flex: none;
  }
  .demo :is(button, a) {
    display: inline-flex;
    align-items: center;
    min-width: 44px;
    min-height: 44px;
  }
  .places {
    flex-wrap: nowrap;
  }
}
</style>

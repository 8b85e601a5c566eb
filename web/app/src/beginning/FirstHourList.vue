<script setup lang="ts">
import { mdiCheckCircle, mdiCircleOutline } from '@mdi/js'
import { computed } from 'vue'
import type { FirstHour } from '../api/types'

/** What is still to be done before the first offer takes sign-ups. It ticks itself off and goes away. */
const props = defineProps<{ list: FirstHour }>()
const emit = defineEmits<{ putAway: [] }>()

type Step = FirstHour['lines'][number]['step']

const offer = computed(() => (props.list.offerId ? `/offers/${props.list.offerId}` : ''))
const STEPS: Record<Step, { words: string; why: string; to: () => string }> = {
  BUSINESS: {
    words: 'Say who you are',
    why: 'Your name, postal address and the sender of your emails. Two minutes.',
    to: () => '/setup#identity',
  },
  MAIL_TRIED: {
    words: 'Send yourself a test email',
    why: 'So that confirmations arrive: your mail server’s name, user and password.',
    to: () => '/setup#mail',
  },
  OFFER: {
    words: 'Make your first offer',
    why: 'What people get for their email address: a download, a coupon, a page, a quiz or a wheel.',
    to: () => '/offers?new=1',
  },
  REHEARSED: {
    words: 'See it as a visitor will',
    why: 'Rehearsal shows each page and email in order. Nothing is sent.',
    to: () => `${offer.value}/rehearsal`,
  },
  SNIPPET: {
    words: 'Put the snippet on your site',
    why: 'One line, once. Without a site of your own the offer’s page has an address to share.',
    to: () => '/site',
  },
  LIVE: {
    words: 'Go live',
    why: 'The offer takes sign-ups from then on, and can be paused at any time.',
    to: () => `${offer.value}/give`,
  },
}

const next = computed(() => props.list.lines.find((line) => !line.done)?.step)
const done = computed(() => props.list.lines.filter((line) => line.done).length)
/** What needs an offer waits for one. */
const mayGo = (step: Step) => offer.value !== '' || (step !== 'REHEARSED' && step !== 'LIVE')
</script>

<template>
  <section class="panel" aria-labelledby="first-hour">
    <div class="row spread">
      <h2 id="first-hour">Your first offer, step by step</h2>
      <span class="small quiet">{{ done }} of {{ list.lines.length }} done</span>
    </div>
    <ol>
      <li v-for="{ step, done: isDone } in list.lines" :key="step" :class="{ done: isDone }">
        <v-icon
          :icon="isDone ? mdiCheckCircle : mdiCircleOutline"
          :color="isDone ? 'success' : undefined"
          size="22"
          aria-hidden="true"
        />
        <div>
          <span class="unseen">{{ isDone ? 'Done' : 'To do' }}:</span>
          <strong>{{ STEPS[step].words }}</strong>
          <p v-if="!isDone" class="small quiet">{{ STEPS[step].why }}</p>
        </div>
        <v-btn
          v-if="!isDone && mayGo(step)"
          size="small"
          :variant="step === next ? 'flat' : 'outlined'"
          :color="step === next ? 'primary' : undefined"
          :to="STEPS[step].to()"
          :aria-label="`${step === next ? 'Begin' : 'Open'}: ${STEPS[step].words}`"
          >{{ step === next ? 'Begin' : 'Open' }}</v-btn
        >
      </li>
    </ol>
    <v-btn class="away" size="small" variant="text" @click="emit('putAway')">Hide this list</v-btn>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 10px 0 6px;
}
li {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 9px 0;
  border-top: 1px solid var(--line);
}
/* Its words stand under the others. */
.away {
  margin-left: -12px;
}
.done strong {
  font-weight: 500;
  color: var(--quiet);
}
</style>

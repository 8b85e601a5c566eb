<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Frame, RehearsalWish } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { useClock } from '../clock/useClock'
import { exact, when } from '../shared/when'
import { useRehearsed } from './useRehearsed'

/** The same visitor through the real engine, into the demo's mailbox; the demo's clock is moved for it. */
interface Lived {
  address: string
  emails: { id: number; subject: string; at: string }[]
}
const props = defineProps<{ offerId: number; wish: RehearsalWish; frames: Frame[] }>()
const rehearsed = useRehearsed()
const emit = defineEmits<{ close: [] }>()
const business = useBusiness()
const clock = useClock()
const lived = ref<Lived | null>(null)
const busy = ref(false)
const fault = ref('')
const foretold = computed(() =>
  props.frames.filter((frame) =>
    ['CONFIRMATION_EMAIL', 'DELIVERY_EMAIL', 'SEQUENCE_EMAIL'].includes(frame.kind),
  ),
)

async function live() {
  busy.value = true
  fault.value = ''
  try {
    const { firstName, zone, confirmsAfter, usesAfter, signsUpAgainAfter, leavesAfter } = props.wish
    lived.value = await rehearsed.live<Lived>({
      offerId: props.offerId,
      firstName,
      zone,
      confirmsAfter,
      usesAfter,
      signsUpAgainAfter,
      leavesAfter,
    })
    await clock.find()
  } catch (failed) {
    fault.value = (failed as Error).message
  }
  busy.value = false
}
</script>

<template>
  <v-dialog
    aria-label="Do it for real"
    :model-value="true"
    max-width="620"
    scrollable
    @update:model-value="emit('close')"
  >
    <v-card class="pa-2">
      <v-card-title><h2>Do it for real</h2></v-card-title>
      <v-card-text class="stack">
        <template v-if="lived">
          <p role="status">
            {{ lived.emails.length }} {{ lived.emails.length === 1 ? 'email' : 'emails' }} came to
            {{ lived.address }}; {{ foretold.length }} were foretold.
          </p>
          <ol>
            <li v-for="email in lived.emails" :key="email.id">
              <span class="small quiet" :title="exact(email.at, business.zone)">{{
                when(email.at, clock.now(), business.zone)
              }}</span>
              {{ email.subject }}
            </li>
          </ol>
          <a :href="`/standins/mailbox?to=${encodeURIComponent(lived.address)}`" target="_blank"
            >Open their mailbox</a
          >
        </template>
        <template v-else>
          <p>
            The visitor signs up on the hosted page now, does what is chosen above, and gets every email in
            the demo's mailbox. The demo's clock moves on until 60 days after their last act.
          </p>
          <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
          <v-progress-linear v-if="busy" indeterminate color="secondary" aria-label="Living through it" />
        </template>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">{{ lived ? 'Done' : 'Cancel' }}</v-btn>
        <v-btn v-if="!lived" color="primary" variant="flat" :disabled="busy" @click="live">Do it</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 8px;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
</style>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Hook } from '../api/types'
import When from '../business/When.vue'
import CopyButton from '../shared/CopyButton.vue'
import { toldWords } from './words'

/** A hook: whom it tells what, and how it fares. */
const props = defineProps<{ hook: Hook; offerNames: string[] }>()
const emit = defineEmits<{
  change: []
  test: []
  turn: [on: boolean]
  allAgain: []
  remove: []
  renewSecret: []
}>()
const log = defineModel<boolean>('log', { required: true })
const secretShown = ref(false)
const n = (count: number) => count.toLocaleString('en-GB')
const STATE = {
  ON: { words: 'on', tone: 'good' },
  PAUSED: { words: 'paused', tone: 'quiet' },
  OFF: { words: 'off after five days without success', tone: 'grave' },
}
const state = computed(() => STATE[props.hook.state])
const standing = computed(() => {
  const { waiting, failing } = props.hook.standing
  return waiting === 0
    ? 'Everything was told.'
    : `${n(waiting)} ${waiting === 1 ? 'waits' : 'wait'}${failing ? `, ${n(failing)} of them tried in vain` : ''}.`
})
</script>

<template>
  <section class="panel stack" :aria-label="hook.name">
    <div class="row spread">
      <h2>{{ hook.name }}</h2>
      <span class="state small" :class="state.tone">{{ state.words }}</span>
    </div>
    <p class="address">{{ hook.url }}</p>
    <p class="small quiet">
      Told: {{ toldWords(hook.kinds) }}{{ offerNames.length ? `, for ${offerNames.join(', ')}` : '' }}
    </p>
    <v-alert v-if="hook.failingSince" type="warning" variant="tonal" density="compact">
      Nothing was taken since <When within :at="hook.failingSince" />.
      <template v-if="hook.state === 'ON' && hook.nextTryAt">
        Tried again <When within :at="hook.nextTryAt" />; what waits is kept.</template
      >
      <template v-else-if="hook.state === 'OFF'">What happens is kept; turn it on once it works.</template>
    </v-alert>
    <p class="small">{{ standing }}</p>
    <div class="row acts">
      <v-btn size="small" @click="emit('test')">Send a test</v-btn>
      <v-btn v-if="hook.state === 'ON'" size="small" @click="emit('turn', false)">Pause</v-btn>
      <v-btn v-else size="small" color="primary" variant="flat" @click="emit('turn', true)">Turn on</v-btn>
      <v-btn v-if="hook.standing.failing > 0" size="small" @click="emit('allAgain')">Try all now</v-btn>
      <v-btn size="small" :aria-expanded="log" @click="log = !log">{{ log ? 'Hide the log' : 'Log' }}</v-btn>
      <v-btn size="small" @click="emit('change')">Change</v-btn>
      <v-btn size="small" :aria-expanded="secretShown" @click="secretShown = !secretShown">Secret</v-btn>
      <v-btn size="small" @click="emit('remove')">Remove</v-btn>
    </div>
    <div v-if="secretShown" class="stack secret">
      <p class="small quiet">
        The receiver checks signatures with it (Standard Webhooks: webhook-id, webhook-timestamp,
        webhook-signature). <a class="alone" href="/api/hooks/schema" download>The schema of messages</a>
      </p>
      <div class="row">
        <code>{{ hook.secret }}</code>
        <CopyButton :text="hook.secret" what="the secret" />
        <v-btn size="small" @click="emit('renewSecret')">Make another</v-btn>
      </div>
    </div>
    <slot v-if="log" />
  </section>
</template>

<style scoped>
.address {
  overflow-wrap: anywhere;
}
.acts {
  flex-wrap: wrap;
}
.state {
  font-weight: 600;
}
.state.good {
  color: rgb(var(--v-theme-success));
}
.state.grave {
  color: rgb(var(--v-theme-error));
}
.secret .row {
  flex-wrap: wrap;
}
code {
  overflow-wrap: anywhere;
}
</style>

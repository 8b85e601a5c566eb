<script setup lang="ts">
import { computed, ref } from 'vue'
import { oneLine } from '../api/client'
import type { ListTest, OutsideList } from '../api/types'
import When from '../business/When.vue'
import ExchangeView from './ExchangeView.vue'

/** An outside list: who is handed on with what, and how that fares. */
const props = defineProps<{
  list: OutsideList
  ours: Record<string, string>
  offers: { key: string; name: string }[]
  test: () => Promise<ListTest>
}>()
const emit = defineEmits<{
  change: []
  turn: [on: boolean]
  allAgain: []
  everybody: []
  stop: []
  remove: []
}>()
const log = defineModel<boolean>('log', { required: true })
const tested = ref<ListTest | null>(null)
const testing = ref(false)
const fault = ref('')
const n = (count: number) => count.toLocaleString('en-GB')

const isComplete = computed(() => !!props.list.settings.list || !props.list.settings.description.lists)
const state = computed(() =>
  !isComplete.value
    ? { words: 'no list chosen yet', tone: 'grave' }
    : props.list.state === 'ON'
      ? { words: 'on', tone: 'good' }
      : { words: 'paused', tone: 'quiet' },
)
const withWhat = computed(() => {
  const { fields, tags, offers } = props.list.settings
  const parts = [
    ...Object.values(fields).map((mine) => props.ours[mine] ?? mine),
    ...tags.map((tag) => `the tag “${tag.title}”`),
  ]
  const whose = offers.length
    ? `people of ${offers.map((id) => props.offers.find((o) => Number(o.key) === id)?.name ?? 'an offer that is gone').join(', ')}`
    : 'people of all offers'
  const when =
    props.list.settings.moment === 'CONFIRMED' ? 'once they are on the list' : 'as soon as they sign up'
  return `${whose[0]!.toUpperCase()}${whose.slice(1)}, ${when}, with ${parts.length ? parts.join(', ') : 'their address alone'}.`
})
const standing = computed(() => {
  const { there, waiting, left, letBe, refused } = props.list.counts
  return [
    `${n(there)} there`,
    waiting ? `${n(waiting)} waiting` : '',
    left ? `${n(left)} left` : '',
    letBe ? `${n(letBe)} had left there before` : '',
    refused ? `${n(refused)} not taken` : '',
  ].filter(Boolean)
})
const catchUp = computed(() => {
  const up = props.list.catchUp
  if (!up) {
    return null
  }
  const done = Math.max(0, up.marked - props.list.counts.waiting)
  return { ...up, done, underWay: up.after !== undefined || done < up.marked }
})

async function run() {
  testing.value = true
  fault.value = ''
  try {
    tested.value = await props.test()
  } catch (failed) {
    fault.value = oneLine(failed)
  } finally {
    testing.value = false
  }
}
</script>

<template>
  <section class="panel stack" :aria-label="list.settings.name">
    <div class="row spread">
      <h2>{{ list.settings.name }}</h2>
      <span class="state small" :class="state.tone">{{ state.words }}</span>
    </div>
    <p class="address">
      {{ list.settings.list ? `“${list.settings.list.title}” at ` : ''
      }}{{ list.settings.description.address }}
    </p>
    <p class="small quiet">{{ withWhat }}</p>
    <v-alert v-if="list.trouble" type="warning" variant="tonal" density="compact">{{
      list.trouble.words
    }}</v-alert>
    <v-alert v-else-if="list.failingSince" type="warning" variant="tonal" density="compact">
      The service has not answered as it should since <When within :at="list.failingSince" />.
      <template v-if="list.nextTryAt"
        >Tried again <When within :at="list.nextTryAt" />; who waits is kept.</template
      >
    </v-alert>
    <p class="small">{{ standing.join(' · ') }}</p>
    <div v-if="catchUp?.underWay" class="stack">
      <v-progress-linear
        :model-value="catchUp.total ? (100 * catchUp.done) / catchUp.total : 100"
        color="primary"
        height="8"
        rounded
        :aria-label="`${n(catchUp.done)} of ${n(catchUp.total)} handed on`"
      />
      <div class="row">
        <p class="small">
          {{ n(catchUp.done) }} of {{ n(catchUp.total) }} who were here before are handed on.
        </p>
        <v-btn v-if="catchUp.after !== undefined" size="small" @click="emit('stop')">Stop</v-btn>
      </div>
    </div>
    <p v-else-if="catchUp" class="small quiet">Those who were here before were handed on.</p>
    <div class="row acts">
      <v-btn v-if="!isComplete" size="small" color="primary" variant="flat" @click="emit('change')"
        >Choose a list</v-btn
      >
      <template v-else>
        <v-btn v-if="list.state === 'ON'" size="small" @click="emit('turn', false)">Pause</v-btn>
        <v-btn v-else size="small" color="primary" variant="flat" @click="emit('turn', true)">Turn on</v-btn>
        <v-btn size="small" :loading="testing" @click="run">Test with somebody made up</v-btn>
        <v-btn v-if="list.state === 'ON' && !catchUp?.underWay" size="small" @click="emit('everybody')"
          >Hand on all who are here</v-btn
        >
        <v-btn v-if="list.failingSince || list.counts.refused" size="small" @click="emit('allAgain')"
          >Try all now</v-btn
        >
        <v-btn size="small" :aria-expanded="log" @click="log = !log">{{
          log ? 'Hide the log' : 'Log'
        }}</v-btn>
        <v-btn size="small" @click="emit('change')">Change</v-btn>
      </template>
      <v-btn size="small" @click="emit('remove')">Take away</v-btn>
    </div>
    <p v-if="fault" class="grave small" role="alert">{{ fault }}</p>
    <div v-if="tested" class="stack" role="status">
      <p :class="tested.works ? 'good' : 'grave'">
        {{
          tested.works
            ? 'It works: Maud Made-up was written there, and taken off again.'
            : 'It does not work yet. This is what was asked and answered:'
        }}
      </p>
      <ExchangeView v-for="(one, i) in tested.exchanges" :key="i" :exchange="one" />
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
.good {
  color: rgb(var(--v-theme-success));
}
.state.grave {
  color: rgb(var(--v-theme-error));
}
</style>

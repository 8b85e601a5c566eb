<script setup lang="ts">
import { computed } from 'vue'
import type { QuizNumbers, QuizScheme } from '../api/types'
import { percent } from '../shared/when'
import { nameOf } from './scheme'

/** How far people come, question by question, as a track: who saw it, who answered it, and how long that took. */
const props = defineProps<{ scheme: QuizScheme; numbers: QuizNumbers }>()

const seconds = (n: number | undefined) =>
  n === undefined ? '' : n < 90 ? `about ${Math.round(n)} s` : `about ${Math.round(n / 60)} min`

const stops = computed(() => {
  const { numbers } = props
  const questions = props.scheme.questions.map((question, i) => {
    const count = numbers.questions.find(({ id }) => id === question.id)
    return {
      key: question.id,
      token: String(i + 1),
      name: nameOf(question, i),
      count: count?.answered ?? 0,
      of: count?.seen ?? 0,
      took: seconds(count?.medianSeconds),
    }
  })
  return [
    { key: 'started', token: '', name: 'Began', count: numbers.started, of: 0, took: '' },
    ...questions,
    { key: 'asked', token: '', name: 'Asked for the address', count: numbers.asked, of: 0, took: '' },
    { key: 'signed', token: '', name: 'Signed up', count: numbers.signedUp, of: numbers.asked, took: '' },
  ].map((stop, i, all) => {
    const before = i ? all[i - 1]!.count : 0
    const kept = stop.of ? Math.min(1, stop.count / stop.of) : before ? Math.min(1, stop.count / before) : 1
    return { ...stop, lost: i && before + stop.of > 0 ? percent(1 - kept) : '', worst: 1 - kept }
  })
})
const most = computed(() => Math.max(...stops.value.map(({ worst }) => worst)))
</script>

<template>
  <ol class="track">
    <li v-for="stop in stops" :key="stop.key" :class="{ worst: stop.worst > 0 && stop.worst === most }">
      <span class="token" aria-hidden="true">{{ stop.token }}</span>
      <b class="small">{{ stop.name }}</b>
      <span class="small">{{ stop.count.toLocaleString('en-GB') }}</span>
      <span v-if="stop.took" class="small quiet">{{ stop.took }}</span>
      <span v-if="stop.lost && stop.lost !== percent(0)" class="small quiet">{{ stop.lost }} stop here</span>
    </li>
  </ol>
</template>

<style scoped>
.track {
  display: flex;
  list-style: none;
  padding: 4px 0 0;
  overflow-x: auto;
}
li {
  flex: 1;
  min-width: 92px;
  display: grid;
  justify-items: center;
  text-align: center;
  position: relative;
  align-content: start;
  line-height: 1.3;
}
li + li::before {
  content: '';
  position: absolute;
  top: 15px;
  left: -50%;
  width: 100%;
  border-top: 2px solid var(--brass);
}
.token {
  position: relative;
  z-index: 1;
  display: grid;
  place-items: center;
  width: 32px;
  height: 32px;
  border-radius: 50%;
  border: 4px solid var(--brass);
  background: rgb(var(--v-theme-surface));
  font-weight: 700;
  font-size: 13px;
  margin-bottom: 4px;
}
.worst .token {
  outline: 2px solid #8f2f1e;
  outline-offset: 2px;
}
</style>

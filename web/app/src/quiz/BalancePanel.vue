<script setup lang="ts">
import { computed, ref } from 'vue'
import type { QuizBalance, QuizNumbers, QuizScheme } from '../api/types'
import EvenDialog from './EvenDialog.vue'
import OutcomeMark from './OutcomeMark.vue'
import RangeScale from './RangeScale.vue'
import { percent } from '../shared/when'
import { nameOf, PATTERNS, shareWords, titleOf, waysWords } from './scheme'
import type { WhatIf } from './useQuiz'

/** Who gets what, always in view: the share of all ways to answer that leads to each outcome, ties, and what was seen so far. */
const props = defineProps<{
  offerId: number
  balance: QuizBalance | null
  fault: string
  seen: QuizNumbers | null
  whatIf: WhatIf | null
}>()
const scheme = defineModel<QuizScheme>({ required: true })
const evening = ref(false)

const rows = computed(() =>
  scheme.value.outcomes.map((outcome, i) => {
    const share = props.balance?.shares[outcome.id]
    const count = props.seen?.outcomes.find(({ id }) => id === outcome.id)
    return {
      id: outcome.id,
      place: i,
      title: titleOf(outcome, i),
      width: share ? 100 * share.value : 0,
      short: share ? percent(share.value) : '',
      ways: share ? waysWords(share, props.balance!.common) : '',
      none: !!share && props.balance!.unreachable.includes(outcome.id),
      seen:
        count && props.seen!.finished ? `seen ${percent(count.share.share)} of ${props.seen!.finished}` : '',
    }
  }),
)
const ways = computed(() => {
  const { ways, common, exact } = props.balance ?? {}
  if (!ways) return ''
  if (!exact) return 'estimated from 200,000 ways drawn by chance'
  const n = ways.length <= 9 ? Number(ways).toLocaleString('en-GB') : 'very many'
  return common === ways || common!.length > 9
    ? `${n} ways to answer`
    : `${n} ways to answer, in lowest terms ${common}`
})
const decider = computed(() => {
  const place = scheme.value.questions.findIndex(({ id }) => id === scheme.value.tieBreak)
  return place < 0 ? 'the upper outcome wins' : `question ${place + 1} decides`
})
const ties = computed(() => {
  const { ties, common } = props.balance ?? {}
  if (!ties || scheme.value.scoring === 'RANGE') return ''
  return ties.value === 0 ? 'No way ties.' : `${shareWords(ties, common!)} tie; ${decider.value}.`
})
const deciders = computed(() => [
  { title: 'the upper outcome wins', value: undefined },
  ...scheme.value.questions.map((question, i) => ({ title: nameOf(question, i), value: question.id })),
])

/** “raise Sewn by 1: Coptic 35 → 41 %”. */
const changed = computed(() => {
  const { balance, whatIf } = props
  if (!balance?.changed || !whatIf) return ''
  const question = scheme.value.questions.find(({ id }) => id === whatIf.question)
  const answer = question?.answers.find(({ id }) => id === whatIf.answer)
  const moves = scheme.value.outcomes
    .map((outcome, i) => ({
      title: titleOf(outcome, i),
      from: percent(balance.shares[outcome.id]?.value ?? 0),
      to: percent(balance.changed![outcome.id]?.value ?? 0),
    }))
    .filter(({ from, to }) => from !== to)
    .map(({ title, from, to }) => `${title} ${from.replace(/\s%/, '')} → ${to}`)
  const what = `Raise “${answer?.words || 'this answer'}” by 1:`
  return moves.length ? `${what} ${moves.join(', ')}` : `${what} no share changes`
})
const oddWords = computed(() => {
  const p = props.seen?.p
  if (p == null || !props.seen?.finished) return ''
  return p >= 0.05
    ? 'Seen as expected, as far as chance goes.'
    : `People do not answer by chance: this would come out so in ${p < 0.001 ? 'less than 1 of 1,000' : `${Math.round(1000 * p)} of 1,000`} cases.`
})
</script>

<template>
  <section id="ranges" class="stack tight in-view" aria-label="Balance">
    <div class="row spread">
      <div class="row">
        <h3>Balance</h3>
        <span class="small quiet">{{ ways }}</span>
      </div>
      <span class="small">{{ ties }}</span>
    </div>
    <p v-if="fault" class="grave small" role="alert">Not worked out anew. {{ fault }}</p>
    <div class="bar" aria-hidden="true">
      <span
        v-for="row in rows"
        :key="row.id"
        :class="`pattern-${row.place % PATTERNS}`"
        :style="{ width: `${row.width}%` }"
      />
    </div>
    <ul class="shares">
      <li v-for="row in rows" :key="row.id">
        <OutcomeMark :place="row.place" />
        <span class="small">
          <b>{{ row.title }}</b> {{ row.short }}
          <span v-if="row.none" class="grave">nobody gets it</span>
          <span class="quiet seen">{{ row.ways }}</span>
          <span v-if="row.seen" class="quiet seen">{{ row.seen }}</span>
        </span>
      </li>
    </ul>
    <p class="small changed" aria-live="polite">{{ changed || oddWords }}</p>
  </section>
  <section class="stack tight" aria-label="What decides">
    <RangeScale v-if="scheme.scoring === 'RANGE' && balance" :scheme="scheme" :balance="balance" />
    <div class="row">
      <v-select
        v-if="scheme.scoring === 'MATCH'"
        v-model="scheme.tieBreak"
        class="decides"
        label="A tie is decided by"
        :items="deciders"
      />
      <v-btn v-if="scheme.scoring === 'MATCH'" size="small" @click="evening = true">Even it out</v-btn>
    </div>
    <EvenDialog v-if="evening" v-model:scheme="scheme" v-model:open="evening" :offer-id="offerId" />
  </section>
</template>

<style scoped>
.in-view {
  position: sticky;
  bottom: 40px;
  z-index: 2;
  margin: 0 -20px;
  padding: 10px 20px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid var(--line);
}
@media (max-height: 640px), (max-width: 700px) {
  .in-view {
    position: static;
  }
}
.bar {
  display: flex;
  height: 20px;
  border-radius: 10px;
  border: 1px solid var(--brass);
  overflow: hidden;
}
.bar span + span {
  border-left: 1px solid var(--brass);
}
.shares {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 8px 16px;
  list-style: none;
  padding: 0;
}
.shares li {
  display: flex;
  gap: 8px;
  align-items: center;
  line-height: 1.3;
}
.seen {
  display: block;
}
.changed {
  min-height: 1.5em;
}
.decides {
  max-width: 260px;
}
</style>

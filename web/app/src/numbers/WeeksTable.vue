<script setup lang="ts">
import { computed, ref } from 'vue'
import type { OfferFigures, WeekLine } from '../api/types'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import { useLatest } from '../shared/useLatest'
import { percent } from '../shared/when'
import { n } from './behind'
import { useNumbers, type WeekMark } from './useNumbers'
import { dayWords } from './words'

/** Week by week of sign-up: how many had come to something by their first week, their second, and so on. */
const props = defineProps<{ offers: OfferFigures[]; moves: number }>()
const MARKS: { value: WeekMark; words: string }[] = [
  { value: 'CONFIRMED', words: 'Confirmed' },
  { value: 'USED', words: 'Used it' },
  { value: 'OPENED', words: 'Opened an email' },
  { value: 'CLICKED', words: 'Clicked' },
  { value: 'BOUGHT', words: 'Bought' },
  { value: 'LEFT', words: 'Left a list' },
]
const calls = useNumbers()
const mark = ref<WeekMark>('CONFIRMED')
const offer = ref<number | null>(null)
const choices = computed(() => [
  { value: null, title: 'All offers' },
  ...props.offers.map((o) => ({ value: o.id, title: o.name })),
])
const { answer: weeks, fault } = useLatest<
  { mark: WeekMark; offer: number | null; moves: number },
  WeekLine[]
>(
  () => ({ mark: mark.value, offer: offer.value, moves: props.moves }),
  (asked) => calls.weeks(asked.mark, asked.offer),
)
/** The newest first: it is what one looks for. Weeks before anybody came are left out. */
const rows = computed(() => {
  const first = weeks.value?.findIndex((week) => week.people > 0) ?? -1
  return first < 0 ? [] : weeks.value!.slice(first).reverse()
})
const columns = computed(() => Math.max(1, ...rows.value.map((week) => week.byWeek.length)))
const most = computed(() =>
  Math.max(0.01, ...rows.value.flatMap((week) => week.byWeek.map((rate) => rate.share))),
)
/** A deeper tint for a larger share; the number stands in it. */
const tint = (share: number) => `--depth: ${Math.round((share / most.value) * 38)}%`
</script>

<template>
  <section class="panel" aria-labelledby="weeks">
    <h2 id="weeks">By week of sign-up</h2>
    <div class="row tools">
      <Choice v-model="mark" label="What they came to" :choices="MARKS" />
      <v-select v-model="offer" class="offer" label="Offer" :items="choices" hide-details />
    </div>
    <LoadState :loading="!weeks" :fault="fault" />
    <template v-if="weeks">
      <p v-if="rows.length === 0" class="quiet">Nobody signed up in the last thirteen weeks.</p>
      <div v-else class="scrolls" tabindex="0" role="region" aria-labelledby="weeks">
        <table>
          <caption class="unseen">
            {{
              MARKS.find((m) => m.value === mark)!.words
            }}, by week of sign-up
          </caption>
          <thead>
            <tr>
              <th scope="col">Week from</th>
              <th scope="col">Sign-ups</th>
              <th v-for="i in columns" :key="i" scope="col"><span class="unseen">by </span>week {{ i }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="week in rows" :key="week.week">
              <th scope="row">{{ dayWords(week.week) }}</th>
              <td>{{ n(week.people) }}</td>
              <td
                v-for="i in columns"
                :key="i"
                :class="{ known: week.people > 0 && week.byWeek[i - 1] }"
                :style="week.people > 0 && week.byWeek[i - 1] ? tint(week.byWeek[i - 1]!.share) : ''"
              >
                <template v-if="week.people > 0 && week.byWeek[i - 1]">{{
                  percent(week.byWeek[i - 1]!.share)
                }}</template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small quiet">
        Of all who first signed up in a week, how many had come so far by the end of their own first week,
        their second, and so on. A week is told once the last of them have had it. Whoever signed up for two
        offers counts with each.
      </p>
    </template>
  </section>
</template>

<style scoped>
.tools {
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
}
.offer {
  max-width: 260px;
}
.scrolls {
  position: relative;
  overflow-x: auto;
}
table {
  border-collapse: separate;
  border-spacing: 2px;
}
th,
td {
  padding: 6px 10px;
  text-align: right;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
th {
  color: var(--quiet);
  font-weight: 400;
}
th:first-child {
  text-align: left;
  padding-left: 0;
}
tbody th {
  color: inherit;
  font-weight: 600;
}
.known {
  background: color-mix(in srgb, var(--brass) var(--depth), transparent);
  border-radius: 6px;
}
</style>

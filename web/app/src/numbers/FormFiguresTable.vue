<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FormFigures } from '../api/types'
import { between, percent } from '../shared/when'
import { pointsWords } from './words'

/** Forms with what they were seen and what they brought; any column sorts. */
const props = defineProps<{ forms: FormFigures[]; range: string }>()

type Column = 'name' | 'asks' | 'seen' | 'signedUp' | 'share'
const COLUMNS: { key: Column; words: string }[] = [
  { key: 'name', words: 'Form' },
  { key: 'asks', words: 'Asks for' },
  { key: 'seen', words: 'Views' },
  { key: 'signedUp', words: 'Signed up' },
  { key: 'share', words: 'Of 100 views' },
]
const by = ref<Column>('signedUp')
const up = ref(false)
const n = (count: number) => count.toLocaleString('en-GB')

const value = (form: FormFigures, column: Column): string | number =>
  column === 'name'
    ? form.name.toLowerCase()
    : column === 'asks'
      ? form.asks
      : column === 'share'
        ? form.signUps.share.share
        : form.track[column]

const sorted = computed(() =>
  [...props.forms].sort((a, b) => {
    const [one, other] = [value(a, by.value), value(b, by.value)]
    const order = one < other ? -1 : one > other ? 1 : 0
    return up.value ? order : -order
  }),
)

function sortBy(column: Column) {
  up.value = by.value === column ? !up.value : column === 'name'
  by.value = column
}
const order = (column: Column) => (by.value === column ? (up.value ? 'ascending' : 'descending') : 'none')
</script>

<template>
  <div class="panel forms">
    <table>
      <caption class="unseen">
        Forms,
        {{
          range
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="c in COLUMNS" :key="c.key" scope="col" :aria-sort="order(c.key)">
            <button type="button" class="small" @click="sortBy(c.key)">
              {{ c.words }}<span v-if="by === c.key" aria-hidden="true">&nbsp;{{ up ? '↑' : '↓' }}</span>
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in sorted" :key="f.id">
          <th scope="row">
            <router-link :to="`/offers/${f.offerId}/ask`">{{ f.name }}</router-link>
            <span class="small quiet">{{ f.offer }}{{ f.on ? '' : ', off' }}</span>
          </th>
          <td>{{ f.asks }}</td>
          <td>{{ n(f.track.seen) }}</td>
          <td>{{ n(f.track.signedUp) }}</td>
          <td>
            <template v-if="f.track.seen > 0">
              {{ percent(f.signUps.share.share) }}
              <span v-if="f.signUps.share.intervalShown" class="small quiet">{{
                between(f.signUps.share.low, f.signUps.share.high)
              }}</span>
              <span class="small quiet change">{{ pointsWords(f.signUps.points) }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.forms {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: right;
  padding: 9px 8px;
}
th:first-child {
  text-align: left;
  padding-left: 0;
}
thead button {
  color: var(--quiet);
  font-weight: 600;
}
tbody tr {
  border-top: 1px solid var(--line);
}
tbody th {
  font-weight: 600;
}
tbody th span {
  display: block;
  font-weight: 400;
}
.change {
  display: inline-block;
  min-width: 58px;
}
</style>

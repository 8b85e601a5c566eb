<script setup lang="ts" generic="R extends { id: string | number }, K extends string">
import { computed, ref } from 'vue'

/** A table whose columns sort, the first of them by name; fifty rows at a time. */
const props = defineProps<{
  caption: string
  columns: readonly { key: K; words: string }[]
  rows: R[]
  /** What a column sorts by. */
  value: (row: R, key: K) => string | number
  /** The column it is sorted by at first, the largest at the top. */
  by: K
}>()
const AT_A_TIME = 50
const by = ref(props.by) as { value: K }
const up = ref(false)
const shown = ref(AT_A_TIME)

const sorted = computed(() =>
  [...props.rows].sort((a, b) => {
    const [one, other] = [props.value(a, by.value), props.value(b, by.value)]
    const order = one < other ? -1 : one > other ? 1 : 0
    return up.value ? order : -order
  }),
)
const page = computed(() => sorted.value.slice(0, shown.value))
const hidden = computed(() => sorted.value.length - page.value.length)

function sortBy(column: K) {
  up.value = by.value === column ? !up.value : column === props.columns[0]!.key
  by.value = column
}
const order = (column: K) => (by.value === column ? (up.value ? 'ascending' : 'descending') : 'none')
</script>

<template>
  <div class="table">
    <table>
      <caption class="unseen">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="c in columns" :key="c.key" scope="col" :aria-sort="order(c.key)">
            <button type="button" class="small" @click="sortBy(c.key)">
              {{ c.words }}<span v-if="by === c.key" aria-hidden="true">&nbsp;{{ up ? '↑' : '↓' }}</span>
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in page" :key="row.id">
          <component
            :is="i === 0 ? 'th' : 'td'"
            v-for="(c, i) in columns"
            :key="c.key"
            :scope="i === 0 ? 'row' : undefined"
            :data-column="c.words"
          >
            <slot :name="c.key" :row="row" />
          </component>
        </tr>
      </tbody>
    </table>
    <v-btn v-if="hidden > 0" size="small" class="more" @click="shown += AT_A_TIME"
      >Show {{ Math.min(AT_A_TIME, hidden) }} more of {{ hidden.toLocaleString('en-GB') }}</v-btn
    >
  </div>
</template>

<style scoped>
.table {
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
  overflow-wrap: anywhere;
  min-width: 150px;
}
tbody th :deep(span) {
  display: block;
  font-weight: 400;
}
.more {
  margin-top: 10px;
}
/* On small windows each row is a card, its counts under each other. */
@media (max-width: 700px) {
  thead {
    position: absolute;
    left: 0;
    width: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  thead th {
    display: block;
    width: 1px;
    overflow: hidden;
  }
  .table {
    position: relative;
  }
  tbody tr,
  tbody th {
    display: block;
    padding: 8px 0;
  }
  tbody tr:first-child {
    border-top: 0;
  }
  td {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 4px 0;
  }
  td::before {
    content: attr(data-column);
    color: var(--quiet);
    font-size: 13px;
  }
  td:empty {
    display: none;
  }
}
</style>

<script setup lang="ts">
import type { PersonRow } from '../api/types'
import When from '../business/When.vue'
import type { Names } from './criteria'
import { COLUMNS } from './useColumns'
import { PERSON_STATES } from './states'
import { vCards } from '../shared/vCards'

/** People as a table: the address first, then the columns its reader chose. */
const props = defineProps<{ rows: PersonRow[]; columns: string[]; names: Names }>()
const label = (key: string) =>
  COLUMNS.find((column) => column.key === key)?.words ??
  props.names.fields.find((field) => field.key === key)?.label ??
  key
</script>

<template>
  <div class="panel table">
    <table v-cards class="listing">
      <thead>
        <tr>
          <th scope="col">Address</th>
          <th v-for="key in columns" :key="key" scope="col">{{ label(key) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.person.id">
          <td>
            <router-link :to="`/people/${row.person.id}`">{{ row.person.email }}</router-link>
          </td>
          <td v-for="key in columns" :key="key">
            <span v-if="key === 'state'" class="mark" :class="{ live: row.person.state === 'ON_THE_LIST' }">{{
              PERSON_STATES[row.person.state]
            }}</span>
            <template v-else-if="key === 'name'">{{ row.person.firstName || '–' }}</template>
            <template v-else-if="key === 'lists'">{{ row.lists.join(', ') || '–' }}</template>
            <template v-else-if="key === 'tags'">
              <span v-for="tag in row.tags.slice(0, 3)" :key="tag" class="tag">{{ tag }}</span>
              <span v-if="row.tags.length > 3" class="quiet small">and {{ row.tags.length - 3 }} more</span>
              <template v-if="row.tags.length === 0">–</template>
            </template>
            <template v-else-if="key === 'since'"
              ><When v-if="row.listedSince" :at="row.listedSince" /><template v-else>–</template></template
            >
            <template v-else-if="key === 'source'">{{ row.source || '–' }}</template>
            <template v-else-if="key === 'zone'">{{ row.person.zone ?? '–' }}</template>
            <When v-else-if="key === 'created'" class="quiet" :at="row.person.createdAt" />
            <template v-else>{{ row.answers[key] || '–' }}</template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.table {
  padding: 12px 20px 4px;
  overflow-x: auto;
}
.tag {
  display: inline-block;
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 0 7px;
  margin-right: 5px;
  font-size: 13px;
}
</style>

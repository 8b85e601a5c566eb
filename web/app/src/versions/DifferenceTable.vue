<script setup lang="ts">
import type { Difference } from '../api/types'

/** In what two versions differ. */
defineProps<{ differences: Difference[] }>()
</script>

<template>
  <table v-if="differences.length" class="small">
    <caption class="unseen">
      In what the versions differ
    </caption>
    <thead>
      <tr>
        <td />
        <th scope="col">A</th>
        <th scope="col">B</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="d in differences" :key="d.what">
        <th scope="row">{{ d.what }}</th>
        <td>{{ d.a || 'nothing' }}</td>
        <td>{{ d.b || 'nothing' }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else class="small quiet">Both versions are the same so far. Change what you would like to try.</p>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
thead td,
tbody th {
  width: 22%;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 7px 10px 7px 0;
  overflow-wrap: anywhere;
}
tbody tr {
  border-top: 1px solid var(--line);
}
tbody th {
  font-weight: 400;
  color: var(--quiet);
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { ImportPlan, ImportPreview } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { vCards } from '../shared/vCards'

/** What each column of the file is. */
const props = defineProps<{
  columns: ImportPreview['columns']
  problemAt(field: string): string | undefined
}>()
const plan = defineModel<ImportPlan>({ required: true })
const business = useBusiness()
const targets = computed(() => [
  { title: 'leave it out', value: '' },
  ...business.fields
    .filter((field) => field.type !== 'CONSENT')
    .map((field) => ({ title: field.label, value: field.key })),
  { title: 'Tags', value: 'tags' },
])

function choose(i: number, target: string) {
  plan.value = { ...plan.value, targets: plan.value.targets.map((was, at) => (at === i ? target : was)) }
}
const problem = computed(() => props.problemAt('targets'))
</script>

<template>
  <div class="columns">
    <table v-cards class="listing">
      <thead>
        <tr>
          <th scope="col">Column</th>
          <th scope="col">Holds, for example</th>
          <th scope="col">Is</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(column, i) in columns" :key="i">
          <th scope="row">{{ column.name || `Column ${i + 1}` }}</th>
          <td class="small quiet">{{ column.samples.join(' · ') || 'nothing' }}</td>
          <td>
            <v-select
              density="compact"
              hide-details="auto"
              :items="targets"
              :model-value="plan.targets[i]"
              :aria-label="`What ${column.name || `column ${i + 1}`} is`"
              :error-messages="problemAt(`targets[${i}]`)"
              @update:model-value="choose(i, $event)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="problem" class="grave small" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.columns {
  max-height: 360px;
  overflow: auto;
}
</style>

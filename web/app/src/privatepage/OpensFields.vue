<script setup lang="ts">
import type { Opens } from '../api/types'
import NumberField from '../shared/NumberField.vue'

/** When a piece opens. */
defineProps<{ problemAt(field: string): string | undefined; path: string }>()
const opens = defineModel<Opens>({ required: true })
const KINDS = [
  { value: 'AT_ONCE', title: 'At once' },
  { value: 'AFTER_DAYS', title: 'Days after the hand-over' },
  { value: 'AT_MOMENT', title: 'On a day, for everybody' },
]

function turn(kind: Opens['kind']) {
  opens.value =
    kind === 'AFTER_DAYS'
      ? { kind, days: opens.value.days || 1, at: opens.value.at ?? '08:00' }
      : { kind, days: 0, moment: opens.value.moment }
}
</script>

<template>
  <div class="row nowrap top">
    <v-select :model-value="opens.kind" label="Opens" :items="KINDS" @update:model-value="turn" />
    <template v-if="opens.kind === 'AFTER_DAYS'">
      <NumberField
        v-model="opens.days"
        label="Days"
        :error-messages="problemAt(`${path}.days`)"
        class="days"
      />
      <v-text-field
        v-model="opens.at"
        type="time"
        label="At"
        class="at"
        :error-messages="problemAt(`${path}.at`)"
      />
    </template>
    <v-text-field
      v-else-if="opens.kind === 'AT_MOMENT'"
      v-model="opens.moment"
      type="datetime-local"
      label="Day and time"
      :error-messages="problemAt(`${path}.moment`)"
    />
  </div>
</template>

<style scoped>
.top {
  align-items: flex-start;
}
.days {
  max-width: 90px;
}
.at {
  max-width: 130px;
}
@media (max-width: 560px) {
  .row {
    flex-wrap: wrap;
  }
}
</style>

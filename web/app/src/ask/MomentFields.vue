<script setup lang="ts">
import type { FormSettings } from '../api/types'
import NumberField from '../shared/NumberField.vue'

/** What the script waits for before a form shows. */
type Trigger = FormSettings['display']['trigger']
defineProps<{ problemAt(field: string): string | undefined }>()
const trigger = defineModel<Trigger>({ required: true })

const TRIGGERS = [
  { title: 'At once', value: 'AT_ONCE' },
  { title: 'After some seconds', value: 'AFTER_SECONDS' },
  { title: 'At a part of the page', value: 'AT_SCROLL' },
  { title: 'On leaving the page', value: 'ON_LEAVING' },
  { title: 'On a click', value: 'ON_CLICK' },
  { title: 'After idle seconds', value: 'WHEN_IDLE' },
]
const AMOUNTS: Record<string, { label: string; start: number } | undefined> = {
  AFTER_SECONDS: { label: 'Seconds', start: 10 },
  AT_SCROLL: { label: 'Per cent of the page', start: 50 },
  WHEN_IDLE: { label: 'Idle seconds', start: 20 },
}
function changeTrigger(kind: Trigger['kind']) {
  trigger.value.kind = kind
  trigger.value.amount = AMOUNTS[kind]?.start ?? 0
}
</script>

<template>
  <div class="stack">
    <div class="row">
      <v-select
        class="wide"
        :model-value="trigger.kind"
        :items="TRIGGERS"
        label="When"
        @update:model-value="changeTrigger"
      />
      <NumberField
        v-if="AMOUNTS[trigger.kind]"
        v-model="trigger.amount"
        class="number"
        :label="AMOUNTS[trigger.kind]!.label"
        :error-messages="problemAt('display.trigger.amount')"
      />
    </div>
    <p v-if="trigger.kind === 'ON_CLICK'" class="small quiet">
      A link or button on your site opens it: the line is under Put it on the site.
    </p>
  </div>
</template>

<style scoped>
.wide {
  flex: 2;
}
.number {
  flex: 1;
}
</style>

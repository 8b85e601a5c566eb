<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import type { BusinessSettings, FieldDefinition } from '../api/types'
import { TYPE_WORDS } from '../ask/words'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** The business's own fields: defined once here, asked by any form. */
defineProps<{ problemAt(field: string): string | undefined }>()
const fields = defineModel<BusinessSettings['fields']>({ required: true })
const TYPES = (
  ['SHORT_TEXT', 'LONG_TEXT', 'PHONE', 'DATE', 'NUMBER', 'ONE_OF', 'SEVERAL_OF', 'HIDDEN'] as const
).map((value) => ({ title: TYPE_WORDS[value], value }))
const hasOptions = (field: FieldDefinition) => ['ONE_OF', 'SEVERAL_OF'].includes(field.type)

function add() {
  const n = fields.value.length + 1
  fields.value.push({ key: `field_${n}`, type: 'SHORT_TEXT', label: '', options: [] })
}

function options(field: FieldDefinition, text: string) {
  field.options = text.split('\n').filter((line) => line.trim() !== '')
}

const takeOut = useTakeOut()
</script>

<template>
  <section id="fields" class="panel stack" aria-labelledby="fields-title">
    <h2 id="fields-title">Fields of your own</h2>
    <p class="small quiet">
      Beside the address and the first name. Each can be asked by any form and is kept with the person.
    </p>
    <div v-for="(field, i) in fields" :key="i" class="field stack">
      <div class="row nowrap">
        <v-text-field
          v-model="field.label"
          :label="`Field ${i + 1}: label`"
          :error-messages="problemAt(`fields[${i}].label`)"
        />
        <v-btn
          size="small"
          :icon="mdiTrashCanOutline"
          :aria-label="`Remove field ${i + 1}`"
          @click="takeOut(`“${field.label || field.key}”`, () => fields.splice(i, 1))"
        />
      </div>
      <div class="pair">
        <v-text-field
          v-model="field.key"
          :label="`Field ${i + 1}: name in data`"
          :error-messages="problemAt(`fields[${i}].key`)"
        />
        <v-select v-model="field.type" :items="TYPES" :label="`Field ${i + 1}: kind`" />
      </div>
      <v-textarea
        v-if="hasOptions(field)"
        :model-value="field.options.join('\n')"
        :label="`Field ${i + 1}: choices, one a line`"
        :error-messages="problemAt(`fields[${i}].options`)"
        @update:model-value="options(field, $event)"
      />
    </div>
    <div><v-btn size="small" :prepend-icon="mdiPlus" @click="add">Add a field</v-btn></div>
  </section>
</template>

<style scoped>
.field {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
.nowrap {
  flex-wrap: nowrap;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>

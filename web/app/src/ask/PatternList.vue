<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import type { PagePattern } from '../api/types'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** Addresses of pages. */
defineProps<{ label: string; path: string; problemAt(field: string): string | undefined }>()
const patterns = defineModel<PagePattern[]>({ required: true })
const TYPES = [
  { title: 'is', value: 'EXACT' },
  { title: 'begins with', value: 'STARTS' },
  { title: 'contains', value: 'CONTAINS' },
  { title: 'fits, with *', value: 'WILDCARD' },
]

const takeOut = useTakeOut()
</script>

<template>
  <div class="stack tight" role="group" :aria-label="label">
    <span class="small">{{ label }}</span>
    <div v-for="(pattern, i) in patterns" :key="i" class="row nowrap">
      <v-select
        v-model="pattern.type"
        class="type"
        :items="TYPES"
        :aria-label="`${label}: address ${i + 1}, how`"
      />
      <v-text-field
        v-model="pattern.text"
        :aria-label="`${label}: address ${i + 1}`"
        placeholder="/papers"
        :error-messages="problemAt(`${path}[${i}].text`)"
      />
      <v-btn
        size="small"
        :icon="mdiTrashCanOutline"
        :aria-label="`${label}: remove address ${i + 1}`"
        @click="takeOut(`Address ${i + 1}`, () => patterns.splice(i, 1))"
      />
    </div>
    <div>
      <v-btn size="small" :prepend-icon="mdiPlus" @click="patterns.push({ type: 'STARTS', text: '/' })"
        >{{ label }}: add an address</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.tight {
  gap: 8px;
}
.nowrap {
  flex-wrap: nowrap;
}
.type {
  max-width: 170px;
  min-width: 150px;
}
</style>

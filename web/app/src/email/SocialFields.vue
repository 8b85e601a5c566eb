<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import type { EmailBlock } from '../api/types'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** A row of links to where the business can be found elsewhere. */
const props = defineProps<{ path: string; problemAt(field: string): string | undefined }>()
const links = defineModel<EmailBlock['links']>({ required: true })
const MOST = 8
const at = (i: number, field: string) => props.problemAt(`${props.path}[${i}].${field}`)

const takeOut = useTakeOut()
</script>

<template>
  <div v-for="(one, i) in links" :key="i" class="row fields">
    <v-text-field v-model="one.name" label="Words" :error-messages="at(i, 'name')" />
    <v-text-field v-model="one.href" label="Address" :error-messages="at(i, 'href')" />
    <v-btn
      size="x-small"
      variant="text"
      :icon="mdiTrashCanOutline"
      :aria-label="`Remove ${one.name || 'this link'}`"
      @click="takeOut(`Link ${i + 1}`, () => links.splice(i, 1))"
    />
  </div>
  <div v-if="links.length < MOST">
    <v-btn size="small" :prepend-icon="mdiPlus" @click="links.push({ name: '', href: '' })">Another</v-btn>
  </div>
</template>

<style scoped>
.fields {
  flex-wrap: nowrap;
}
</style>

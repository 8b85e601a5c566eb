<script setup lang="ts" generic="T">
import LoadState from './LoadState.vue'
import PageButtons from './PageButtons.vue'
import type { Paged } from './usePaged'

/** What usePaged found: the field to search in once it is long, the rows, and the way to the other pages. */
defineProps<{
  found: Paged<T> | null
  fault: string
  pages: number
  label: string
  /** What is said where nothing has the words. */
  none: string
}>()
const words = defineModel<string>('words', { required: true })
const page = defineModel<string>('page', { required: true })
</script>

<template>
  <v-text-field
    v-if="words || pages > 1"
    v-model="words"
    class="find"
    density="compact"
    hide-details
    :label="label"
  />
  <LoadState :loading="!found" :fault="fault" />
  <template v-if="found">
    <p v-if="found.total === 0 && words" class="quiet py-3">{{ none }}</p>
    <slot v-else-if="found.total === 0" name="empty" />
    <slot v-else :rows="found.rows" />
  </template>
  <PageButtons :model-value="Number(page)" :pages="pages" @update:model-value="page = String($event)" />
</template>

<style scoped>
.find {
  max-width: 320px;
  flex: none;
}
</style>

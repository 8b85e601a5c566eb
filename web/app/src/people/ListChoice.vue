<script setup lang="ts">
import { onMounted } from 'vue'
import { useLists } from './useLists'

/** Lists to be put on, several of them. */
defineProps<{ label: string; problem?: string }>()
const chosen = defineModel<number[]>({ required: true })
const lists = useLists()
onMounted(() => {
  if (!lists.isLoaded) {
    void lists.load()
  }
})
</script>

<template>
  <v-select
    v-model="chosen"
    multiple
    chips
    closable-chips
    :label="label"
    :items="lists.all.map(({ list }) => ({ title: list.settings.name, value: list.id }))"
    :error-messages="problem"
  />
</template>

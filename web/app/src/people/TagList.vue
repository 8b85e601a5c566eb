<script setup lang="ts">
import { useTags } from './useTags'

/** Some tags; a new one is made by typing it. */
defineProps<{ label: string; problem?: string }>()
const tags = defineModel<string[]>({ required: true })
const known = useTags()
known.need()

async function change(next: string[]) {
  tags.value = next.slice(0, 5)
  for (const tag of next) if (!known.knows(tag)) await known.make(tag)
}
</script>

<template>
  <v-combobox
    :model-value="tags"
    :items="known.names"
    :label="label"
    multiple
    chips
    closable-chips
    hide-selected
    :error-messages="problem"
    @update:model-value="change($event as string[])"
  />
</template>

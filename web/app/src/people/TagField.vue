<script setup lang="ts">
import { computed } from 'vue'
import { useTags } from './useTags'

/** A tag: one there is, or a new one, which is made when the field is left. */
defineProps<{ problem?: string; label?: string }>()
const tag = defineModel<string>({ required: true })
const tags = useTags()
tags.need()
const isNew = computed(() => tag.value.trim() !== '' && !tags.knows(tag.value))

async function left() {
  if (isNew.value) {
    await tags.make(tag.value)
  }
}
</script>

<template>
  <v-combobox
    :model-value="tag"
    :items="tags.names"
    :label="label ?? 'Tag'"
    :error-messages="problem"
    :hint="isNew ? 'A new tag' : ''"
    persistent-hint
    @update:model-value="tag = $event ?? ''"
    @update:search="tag = $event ?? ''"
    @blur="left"
  />
</template>

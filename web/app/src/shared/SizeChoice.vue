<script setup lang="ts">
import Choice from './Choice.vue'
import { useKeys } from './useKeys'

/** Which form of the preview is shown; P goes to the next. */
const props = defineProps<{ sizes: readonly string[] }>()
const size = defineModel<string>({ required: true })

useKeys({
  p: () => {
    size.value = props.sizes[(props.sizes.indexOf(size.value) + 1) % props.sizes.length]!
  },
})
</script>

<template>
  <Choice v-model="size" label="Preview as" :choices="sizes.map((value) => ({ value, words: value }))" />
</template>

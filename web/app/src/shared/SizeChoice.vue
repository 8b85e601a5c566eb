<script setup lang="ts">
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
  <div class="sizes" role="group" aria-label="Preview as">
    <button v-for="s in sizes" :key="s" :aria-pressed="s === size" @click="size = s">{{ s }}</button>
  </div>
</template>

<style scoped>
.sizes {
  display: inline-flex;
  border: 1px solid var(--line);
  border-radius: 10px;
  overflow: hidden;
  background: rgb(var(--v-theme-surface));
  font-size: 13px;
}
button {
  padding: 5px 13px;
}
button[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 600;
}
</style>

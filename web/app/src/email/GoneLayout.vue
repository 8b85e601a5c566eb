<script setup lang="ts">
import type { EmailLayout } from '../api/types'

/** Says which layout was deleted just now, and brings it back. */
defineProps<{ layout: EmailLayout }>()
const emit = defineEmits<{ back: [] }>()
</script>

<template>
  <p class="small" role="status">
    “{{ layout.name }}” is deleted. <button type="button" class="back" @click="emit('back')">Undo</button>
  </p>
</template>

<style scoped>
.back {
  text-decoration: underline;
  color: rgb(var(--v-theme-primary));
}
</style>

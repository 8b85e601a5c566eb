<script setup lang="ts">
import { useNotice } from './useNotice'

/** Tells of an action that failed, or that can be taken back, until it is read. */
defineProps<{ raised: boolean }>()
const notice = useNotice()
const UNDO_MS = 12_000
</script>

<template>
  <v-snackbar
    :model-value="notice.words !== ''"
    :timeout="notice.back ? UNDO_MS : -1"
    location="bottom"
    :color="notice.back ? 'primary' : 'error'"
    rounded="lg"
    :role="notice.back ? 'status' : 'alert'"
    :class="{ 'above-strip': raised }"
    @update:model-value="notice.words = ''"
  >
    {{ notice.words }}
    <template #actions>
      <v-btn v-if="notice.back" variant="text" @click="notice.takeBack()">Undo</v-btn>
      <v-btn variant="text" @click="notice.words = ''">Close</v-btn></template
    >
  </v-snackbar>
</template>

<style scoped>
.above-strip {
  margin-bottom: 44px;
}
</style>

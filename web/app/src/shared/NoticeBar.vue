<script setup lang="ts">
import { useNotice } from './useNotice'

/** Tells of an action that failed, until it is read; or, for a while, that one was done, with its undo. */
defineProps<{ raised: boolean }>()
const notice = useNotice()
const READ_MS = 10_000
</script>

<template>
  <v-snackbar
    :model-value="notice.words !== ''"
    :timeout="notice.isFault ? -1 : READ_MS"
    location="bottom"
    :color="notice.isFault ? 'error' : 'primary'"
    rounded="lg"
    :role="notice.isFault ? 'alert' : 'status'"
    :class="{ 'above-strip': raised }"
    @update:model-value="notice.words = ''"
  >
    {{ notice.words }}
    <template #actions>
      <v-btn
        v-if="notice.back"
        variant="text"
        :aria-label="`Undo: ${notice.words}`"
        @click="notice.takeBack()"
        >Undo</v-btn
      >
      <v-btn variant="text" @click="notice.words = ''">Close</v-btn></template
    >
  </v-snackbar>
</template>

<style scoped>
.above-strip {
  margin-bottom: 44px;
}
@media (max-width: 720px) {
  .v-snackbar {
    margin-bottom: 62px;
  }
  .above-strip {
    margin-bottom: 104px;
  }
}
</style>

<script setup lang="ts">
import { useClock } from '../demo/useClock'
import { useNotice } from './useNotice'

/** Tells of an action that failed, until it is read. */
const notice = useNotice()
const clock = useClock()
</script>

<template>
  <v-snackbar
    :model-value="notice.words !== ''"
    :timeout="-1"
    location="bottom"
    color="error"
    rounded="lg"
    role="alert"
    :class="{ 'above-strip': clock.isDemo }"
    @update:model-value="notice.words = ''"
  >
    {{ notice.words }}
    <template #actions><v-btn variant="text" @click="notice.words = ''">Close</v-btn></template>
  </v-snackbar>
</template>

<style scoped>
.above-strip {
  margin-bottom: 44px;
}
</style>

<script setup lang="ts">
import { useNotice } from './useNotice'

/** Tells of an action that failed, or that can be taken back, until it is read. */
defineProps<{ raised: boolean }>()
const notice = useNotice()
</script>

<template>
  <v-snackbar
    :model-value="notice.words !== ''"
    :timeout="-1"
    location="bottom"
    color="error"
    rounded="lg"
    role="alert"
    :class="{ 'above-strip': raised }"
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

<script setup lang="ts">
/** What stands where something is to come: that it is on its way, or why it did not come. Nothing once it is there. */
defineProps<{ loading: boolean; fault?: string }>()
</script>

<template>
  <v-alert v-if="fault" type="error" variant="tonal">{{ fault }}</v-alert>
  <v-progress-linear v-else-if="loading" indeterminate color="secondary" aria-label="Loading" />
</template>

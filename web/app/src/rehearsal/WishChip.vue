<script setup lang="ts">
/** One thing the visitor does, as a sentence's part that opens to be changed. */
defineProps<{ label: string; value: string }>()
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props }">
      <button type="button" class="chip" v-bind="props">
        {{ label }} <strong>{{ value }}</strong>
      </button>
    </template>
    <v-card class="pa-4 stack" width="320"><slot /></v-card>
  </v-menu>
</template>

<style scoped>
.chip {
  border: 1px solid var(--outline);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  padding: 7px 12px;
  font-size: 14px;
}
</style>

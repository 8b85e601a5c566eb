<script setup lang="ts">
import { mdiLightbulbOnOutline } from '@mdi/js'
import { computed } from 'vue'
import type { EmailAdvice } from '../api/types'

/** Advice on one part of an email; nothing keeps it from being sent. */
const props = defineProps<{ advice: EmailAdvice[] | undefined; field: string }>()
const lines = computed(() => props.advice?.filter((line) => line.field === props.field) ?? [])
</script>

<template>
  <ul v-if="lines.length" class="small" aria-label="Advice">
    <li v-for="line in lines" :key="line.message">
      <v-icon :icon="mdiLightbulbOnOutline" size="16" /> {{ line.message }}
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 4px 0 0;
  color: var(--brass-text);
}
li {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
</style>

<script setup lang="ts">
/** What a service was asked, and what it answered. */
defineProps<{ exchange: { request: string; status: number; answer: string } }>()
</script>

<template>
  <div class="stack exchange">
    <pre tabindex="0" aria-label="What was asked">{{ exchange.request }}</pre>
    <p class="small">{{ exchange.status ? `It answered ${exchange.status}:` : 'It did not answer:' }}</p>
    <pre v-if="exchange.answer" tabindex="0" aria-label="What was answered">{{ exchange.answer }}</pre>
  </div>
</template>

<style scoped>
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: var(--sand);
  border-radius: 8px;
  padding: 10px;
  font-size: 13px;
  max-height: 320px;
  overflow-y: auto;
}
</style>

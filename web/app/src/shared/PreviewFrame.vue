<script setup lang="ts">
/** A page or email as it will be seen, in a frame where nothing runs. */
defineProps<{ html: string; phone: boolean; title: string; address?: string }>()
</script>

<template>
  <div class="screen" :class="{ phone }">
    <p v-if="address" class="address small">{{ address }}</p>
    <iframe :title="title" :srcdoc="html" sandbox="allow-same-origin" />
  </div>
</template>

<style scoped>
.screen {
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 10px;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 440px;
}
.phone {
  width: 375px;
  max-width: 100%;
  align-self: center;
}
.address {
  padding: 4px 14px;
  background: #f8f3e8;
  color: #5b6b66;
  border-bottom: 1px solid #e4ddcd;
}
iframe {
  border: 0;
  flex: 1;
  width: 100%;
}
</style>

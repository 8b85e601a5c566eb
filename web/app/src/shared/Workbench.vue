<script setup lang="ts">
/** A stop's workbench: left the settings, right what will be seen. */
defineProps<{ wide?: boolean; wider?: boolean }>()
</script>

<template>
  <div class="bench" :class="{ wide, wider }">
    <section class="left" aria-label="Settings"><slot name="settings" /></section>
    <section class="right" aria-label="Preview">
      <div class="follows"><slot name="preview" /></div>
    </section>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  border: 1px solid var(--line);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  min-height: 620px;
}
.bench.wide {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.bench.wider {
  grid-template-columns: minmax(0, 8fr) minmax(0, 5fr);
}
.left {
  padding: 18px 20px 24px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  align-content: start;
}
.follows {
  display: flex;
  flex-direction: column;
  gap: 12px;
  position: sticky;
  top: 12px;
  height: clamp(440px, calc(100vh - 300px), 790px);
}
.right {
  padding: 14px 18px 18px;
  background: var(--sand);
  border-left: 1px solid var(--line);
  border-radius: 0 9px 9px 0;
}
@media (max-width: 900px) {
  .bench,
  .bench.wide,
  .bench.wider {
    grid-template-columns: minmax(0, 1fr);
  }
  .right {
    border-left: 0;
    border-top: 1px solid var(--line);
    border-radius: 0 0 9px 9px;
  }
}
</style>

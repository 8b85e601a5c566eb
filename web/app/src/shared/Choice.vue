<script setup lang="ts" generic="C">
/** One of a few, side by side. */
defineProps<{ choices: readonly { value: C; words: string }[]; label: string }>()
const chosen = defineModel<C>({ required: true })
</script>

<template>
  <div class="choice" role="group" :aria-label="label">
    <button
      v-for="choice in choices"
      :key="choice.words"
      type="button"
      :aria-pressed="choice.value === chosen"
      @click="chosen = choice.value"
    >
      {{ choice.words }}
    </button>
  </div>
</template>

<style scoped>
.choice {
  display: inline-flex;
  flex: none;
  flex-wrap: wrap;
  max-width: 100%;
  justify-self: start;
  align-self: flex-start;
  border: 1px solid var(--outline);
  border-radius: 10px;
  overflow: hidden;
  background: rgb(var(--v-theme-surface));
  font-size: 13px;
}
button {
  padding: 5px 13px;
}
button[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 600;
}
</style>

<script setup lang="ts" generic="C extends string">
/** One of a few, each with a sentence about it, and a drawing where there is one. */
defineProps<{
  choices: readonly { value: C; words: string; sentence: string; drawing?: string }[]
  label: string
}>()
const chosen = defineModel<C>({ required: true })
</script>

<template>
  <div class="cards" role="group" :aria-label="label">
    <button
      v-for="choice in choices"
      :key="choice.value"
      type="button"
      class="card"
      :aria-pressed="choice.value === chosen"
      @click="chosen = choice.value"
    >
      <img v-if="choice.drawing" :src="choice.drawing" alt="" />
      <span
        ><strong>{{ choice.words }}</strong
        ><span class="small quiet">{{ choice.sentence }}</span></span
      >
    </button>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
}
.card {
  display: flex;
  gap: 12px;
  align-items: center;
  text-align: left;
  padding: 9px 13px;
  border: 1px solid var(--outline);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.card > span {
  display: grid;
}
.card img {
  width: 54px;
  height: 58px;
  object-fit: cover;
  border-radius: 7px;
  flex: none;
}
.card[aria-pressed='true'] {
  border-color: rgb(var(--v-theme-primary));
  box-shadow: inset 0 0 0 1px rgb(var(--v-theme-primary));
  background: var(--sand);
}
</style>

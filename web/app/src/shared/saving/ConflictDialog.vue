<script setup lang="ts">
import { computed, ref } from 'vue'
import { partWords, pathWords } from './merging'
import type { Document } from './useDocument'

/** Two changed one document: what differs, part by part, to choose from. Nothing is overwritten in silence. */
const props = defineProps<{ document: Document<unknown> }>()
const emit = defineEmits<{ close: [] }>()
const parts = computed(() => props.document.conflict.value?.parts ?? [])
const theirs = ref(parts.value.map((part) => part.changedBy === 'them'))

function choose(all: boolean) {
  theirs.value = parts.value.map(() => all)
}

function save() {
  props.document.resolve(parts.value.filter((_, i) => theirs.value[i]))
  emit('close')
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="820"
    scrollable
    aria-labelledby="conflict-title"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-2">
      <v-card-title><h2 id="conflict-title">Changed in two places</h2></v-card-title>
      <v-card-text>
        <p class="small quiet">
          Somebody saved this while you were at it: in another tab, or at another desk. Choose what each part
          is to be. What only they changed is chosen already.
        </p>
        <div class="row my-3">
          <v-btn size="small" @click="choose(false)">All mine</v-btn>
          <v-btn size="small" @click="choose(true)">All theirs</v-btn>
        </div>
        <fieldset v-for="(part, i) in parts" :key="part.path.join()" class="part">
          <legend>{{ pathWords(part.path) }}</legend>
          <label :class="{ chosen: !theirs[i] }">
            <input v-model="theirs[i]" type="radio" :name="`part-${i}`" :value="false" />
            <span><strong>Mine</strong> {{ partWords(part.mine) }}</span>
          </label>
          <label :class="{ chosen: theirs[i] }">
            <input v-model="theirs[i]" type="radio" :name="`part-${i}`" :value="true" />
            <span><strong>Theirs</strong> {{ partWords(part.theirs) }}</span>
          </label>
        </fieldset>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">Cancel</v-btn>
        <v-btn color="primary" variant="flat" @click="save">Save what I chose</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.part {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 12px;
  border: 0;
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
legend {
  font-weight: 600;
  padding-right: 10px;
}
input {
  accent-color: rgb(var(--v-theme-primary));
  margin-top: 4px;
}
label {
  display: flex;
  gap: 8px;
  align-items: start;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 8px 10px;
  overflow-wrap: anywhere;
}
.chosen {
  border-color: rgb(var(--v-theme-primary));
}
strong {
  display: block;
}
@media (max-width: 620px) {
  .part {
    grid-template-columns: 1fr;
  }
}
</style>

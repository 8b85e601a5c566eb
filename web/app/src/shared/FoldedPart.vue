<script setup lang="ts">
/** A part of some settings that opens by its name, and says in a few words how it stands while it is closed. */
defineProps<{ id: string; name: string; now: string }>()
const open = defineModel<string>({ required: true })
</script>

<template>
  <section class="part" :class="{ open: open === id }">
    <h3>
      <button type="button" :aria-expanded="open === id" @click="open = open === id ? '' : id">
        <span>{{ name }}</span> <span class="small quiet now">{{ now }}</span>
      </button>
    </h3>
    <div v-if="open === id" :id="id"><slot /></div>
  </section>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.part h3 button {
  display: flex;
  width: 100%;
  justify-content: space-between;
  gap: 14px;
  text-align: left;
  font: inherit;
}
.part h3 span:first-child {
  white-space: nowrap;
}
.now {
  font-family: 'Figtree Variable', sans-serif;
  font-weight: 400;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.open h3 {
  margin-bottom: 10px;
}
.open .now {
  display: none;
}
</style>

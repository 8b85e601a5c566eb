<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { ref } from 'vue'
import type { PersonNote } from '../api/types'
import When from '../business/When.vue'
import { useSubmit } from '../shared/useSubmit'

/** Notes about somebody, each with its author. */
const props = defineProps<{
  notes: PersonNote[]
  add(words: string): Promise<unknown>
  remove(id: number): Promise<unknown>
}>()
const words = ref('')
const { submit, busy, message } = useSubmit('words')
const keep = () =>
  submit(async () => {
    await props.add(words.value)
    words.value = ''
  })
</script>

<template>
  <section class="panel stack" aria-labelledby="notes">
    <h2 id="notes">Notes</h2>
    <form class="stack tight" @submit.prevent="keep">
      <v-textarea
        v-model="words"
        rows="1"
        auto-grow
        label="Write a note"
        hide-details="auto"
        :error-messages="message"
      />
      <div v-if="words.trim()">
        <v-btn type="submit" size="small" color="primary" variant="flat" :loading="busy">Keep it</v-btn>
      </div>
    </form>
    <ul v-if="notes.length">
      <li v-for="note in notes" :key="note.id">
        <p class="words">{{ note.words }}</p>
        <span class="small quiet">{{ note.author }}, <When within :at="note.at" /></span>
        <v-btn
          :icon="mdiTrashCanOutline"
          size="x-small"
          variant="text"
          aria-label="Remove this note"
          @click="remove(note.id)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tight {
  gap: 8px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
.words {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>

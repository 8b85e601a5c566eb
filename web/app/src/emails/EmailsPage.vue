<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import EngineBoard from './EngineBoard.vue'
import EmailTable from './EmailTable.vue'
import LayoutShelf from './LayoutShelf.vue'
import MailingTable from '../mailing/MailingTable.vue'
import SequenceTable from './SequenceTable.vue'

/** All emails, sequences, layouts, and the mail engine that sends them. */
const PARTS = [
  { part: '', words: 'All emails' },
  { part: 'many', words: 'To many' },
  { part: 'sequences', words: 'Sequences' },
  { part: 'layouts', words: 'Layouts' },
  { part: 'engine', words: 'Mail engine' },
]
const route = useRoute()
const part = computed(() => String(route.params.part ?? ''))
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Emails</h1>
      <nav class="parts" aria-label="Emails">
        <router-link
          v-for="p in PARTS"
          :key="p.part"
          :to="`/emails${p.part && '/'}${p.part}`"
          :class="{ here: p.part === part }"
          :aria-current="p.part === part ? 'page' : undefined"
          >{{ p.words }}</router-link
        >
      </nav>
    </div>
    <MailingTable v-if="part === 'many'" />
    <SequenceTable v-else-if="part === 'sequences'" />
    <LayoutShelf v-else-if="part === 'layouts'" />
    <EngineBoard v-else-if="part === 'engine'" />
    <EmailTable v-else />
  </main>
</template>

<style scoped>
.parts {
  display: flex;
  gap: 20px;
  flex-wrap: wrap;
}
.parts a {
  color: var(--quiet);
  text-decoration: none;
  padding: 4px 0;
  border-bottom: 2px solid transparent;
}
.parts .here {
  color: rgb(var(--v-theme-on-background));
  border-color: var(--brass);
  font-weight: 600;
}
</style>

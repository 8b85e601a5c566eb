<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import EngineBoard from './EngineBoard.vue'
import EmailTable from './EmailTable.vue'
import LayoutShelf from './LayoutShelf.vue'
import MailingTable from '../mailing/MailingTable.vue'
import PartsNav from '../shared/PartsNav.vue'
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
      <PartsNav :parts="PARTS" at="/emails" :here="part" label="Emails" />
    </div>
    <MailingTable v-if="part === 'many'" />
    <SequenceTable v-else-if="part === 'sequences'" />
    <LayoutShelf v-else-if="part === 'layouts'" />
    <EngineBoard v-else-if="part === 'engine'" />
    <EmailTable v-else />
  </main>
</template>

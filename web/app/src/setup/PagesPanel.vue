<script setup lang="ts">
import { ref } from 'vue'
import type { VisitorPages } from '../api/types'
import PageColours from '../business/PageColours.vue'

/** Words and colours of the pages around emails that belong to no offer. */
defineProps<{ problemAt(field: string): string | undefined }>()
const pages = defineModel<VisitorPages>({ required: true })
type Part = 'leave' | 'left' | 'linkExpired' | 'freshLink'
const PARTS: { part: Part; words: string }[] = [
  { part: 'leave', words: 'Before leaving' },
  { part: 'left', words: 'Having left' },
  { part: 'linkExpired', words: 'A link that has run out' },
  { part: 'freshLink', words: 'A fresh link sent' },
]
const part = ref<Part>('leave')
</script>

<template>
  <section id="pages" class="panel stack" aria-labelledby="pages-title">
    <h2 id="pages-title">Pages around your emails</h2>
    <v-select
      v-model="part"
      :items="PARTS.map((p) => ({ title: p.words, value: p.part }))"
      label="Which page"
    />
    <v-text-field
      v-model="pages[part].heading"
      label="Heading"
      :error-messages="problemAt(`pages.${part}.heading`)"
    />
    <v-textarea v-model="pages[part].text" label="Text" rows="2" auto-grow />
    <v-text-field
      v-if="part === 'left'"
      v-model="pages.leftGoesOnTo"
      label="Or go on to a page of yours"
      placeholder="https://"
      :error-messages="problemAt('pages.leftGoesOnTo')"
    />
    <PageColours v-model="pages.colours" :problem="problemAt('pages.colours')" />
  </section>
</template>

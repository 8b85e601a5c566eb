<script setup lang="ts">
import { computed } from 'vue'
import type { EmailBlock } from '../api/types'
import { bodyToEditor, labelOf } from './fillIns'

/** A block as it reads, fill-ins as chips. */
const props = defineProps<{ block: EmailBlock }>()

const html = computed(() =>
  bodyToEditor(props.block.html)
    .replace(
      /<span data-fill-in="(\w+)"[^>]*><\/span>/g,
      (_, name: string) => `<span class="chip-fill-in">${labelOf(name)}</span>`,
    )
    // Inside a button a link would be a second thing to press.
    .replace(/<a\b[^>]*>/g, '<u>')
    .replaceAll('</a>', '</u>'),
)
</script>

<template>
  <!-- Cleaned by the server to headings, paragraphs, lists, quotes and emphasis before it is stored. -->
  <!-- eslint-disable-next-line vue/no-v-html -->
  <span v-if="block.kind === 'TEXT'" class="words" v-html="html || '<p>Some words</p>'" />
  <span v-else-if="block.kind === 'BUTTON'" class="button">{{ block.label || 'No words yet' }}</span>
  <span v-else-if="block.kind === 'PICTURE'" class="picture">
    <img v-if="block.picture" :src="`/pictures/${block.picture}`" :alt="block.alt" />
    <span v-else class="quiet">No picture yet</span>
  </span>
  <span v-else-if="block.kind === 'FILE_LINK'" class="link">{{ block.label || 'No words yet' }}</span>
  <span v-else-if="block.kind === 'INCENTIVE'" class="gives">
    <strong>What you give</strong> <span class="button">{{ block.label || 'Open it' }}</span>
  </span>
  <span v-else-if="block.kind === 'SOCIAL'" class="link">{{
    block.links.map((link) => link.name || '…').join(' · ')
  }}</span>
  <span v-else class="rule" />
</template>

<style scoped>
.words :deep(p),
.words :deep(ul),
.words :deep(ol) {
  margin: 0 0 6px;
}
.words :deep(ul),
.words :deep(ol) {
  padding-left: 20px;
}
.words :deep(h2) {
  font-size: 20px;
  margin-bottom: 4px;
}
.words :deep(h3) {
  font-size: 16px;
  margin-bottom: 4px;
}
.words :deep(blockquote) {
  border-left: 3px solid var(--brass);
  padding-left: 10px;
  margin: 0 0 6px;
}
.button {
  display: inline-block;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  border-radius: 8px;
  padding: 5px 14px;
  font-weight: 600;
}
.picture img {
  display: block;
  max-width: 100%;
  max-height: 150px;
  border-radius: 8px;
}
.link {
  text-decoration: underline;
}
.gives {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  border: 1px dashed var(--brass);
  border-radius: 8px;
  padding: 8px 10px;
}
.rule {
  display: block;
  border-top: 1px solid var(--quiet);
  margin: 10px 0;
}
</style>

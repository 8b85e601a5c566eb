<script setup lang="ts">
import {
  mdiFormatBold,
  mdiFormatHeader2,
  mdiFormatHeader3,
  mdiFormatItalic,
  mdiFormatListBulleted,
  mdiFormatListNumbered,
  mdiFormatQuoteClose,
  mdiLinkVariant,
} from '@mdi/js'
import type { Editor } from '@tiptap/vue-3'
import { computed } from 'vue'

/** What writing can look like, a button each. */
const props = defineProps<{ editor: Editor; rich?: boolean }>()
const emit = defineEmits<{ link: [] }>()
const at = () => props.editor.chain().focus()
const tools = computed(() => [
  { words: 'Bold', icon: mdiFormatBold, on: ['bold'], press: () => at().toggleBold().run() },
  { words: 'Italic', icon: mdiFormatItalic, on: ['italic'], press: () => at().toggleItalic().run() },
  {
    words: 'List',
    icon: mdiFormatListBulleted,
    on: ['bulletList'],
    press: () => at().toggleBulletList().run(),
  },
  ...(props.rich ? RICH : []),
])
const heading = (level: 2 | 3) => () => at().toggleHeading({ level }).run()
const RICH = [
  {
    words: 'Numbered list',
    icon: mdiFormatListNumbered,
    on: ['orderedList'],
    press: () => at().toggleOrderedList().run(),
  },
  { words: 'Large heading', icon: mdiFormatHeader2, on: ['heading', { level: 2 }], press: heading(2) },
  { words: 'Small heading', icon: mdiFormatHeader3, on: ['heading', { level: 3 }], press: heading(3) },
  {
    words: 'Quote',
    icon: mdiFormatQuoteClose,
    on: ['blockquote'],
    press: () => at().toggleBlockquote().run(),
  },
]
const isOn = ([name, how]: (string | object)[]) => props.editor.isActive(name as string, how as object)
</script>

<template>
  <button
    v-for="tool in tools"
    :key="tool.words"
    type="button"
    :aria-label="tool.words"
    :aria-pressed="isOn(tool.on)"
    @click="tool.press()"
  >
    <v-icon :icon="tool.icon" size="18" />
  </button>
  <button type="button" aria-label="Link" :aria-pressed="editor.isActive('link')" @click="emit('link')">
    <v-icon :icon="mdiLinkVariant" size="18" />
  </button>
</template>

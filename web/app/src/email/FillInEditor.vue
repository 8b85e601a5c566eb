<script setup lang="ts">
import { Extension } from '@tiptap/core'
import StarterKit from '@tiptap/starter-kit'
import { EditorContent, useEditor } from '@tiptap/vue-3'
import { ref, watch } from 'vue'
import WritingTools from './WritingTools.vue'
import { fillInNode, type Menu } from './fillInNode'
import { bodyToEditor, editorToBody, editorToLine, lineToEditor } from './fillIns'

/**
 * Writing with fill-ins: one line of plain text, or paragraphs with emphasis, lists and links; rich with headings and
 * quotes too. `/` offers fill-ins, and in rich writing blocks to put below.
 */
const props = defineProps<{
  label: string
  line?: boolean
  rich?: boolean
  problem?: string
  noFillIns?: boolean
}>()
const emit = defineEmits<{ insert: [block: string] }>()
const text = defineModel<string>({ required: true })
const menu = ref<Menu | null>(null)
const linking = ref(false)
const href = ref('')

const read = (html: string) => (props.line ? editorToLine(html) : editorToBody(html))
const write = (stored: string) => (props.line ? lineToEditor(stored) : bodyToEditor(stored))
const OneLine = Extension.create({
  name: 'oneLine',
  addKeyboardShortcuts: () => ({ Enter: () => true, 'Shift-Enter': () => true }),
})
const off = {
  codeBlock: false,
  code: false,
  strike: false,
  horizontalRule: false,
  underline: false,
  // A step back is the document's: see shared/saving.
  undoRedo: false,
} as const
const plain = {
  bold: false,
  italic: false,
  bulletList: false,
  orderedList: false,
  listItem: false,
  link: false,
} as const

const editor = useEditor({
  content: write(text.value),
  extensions: [
    StarterKit.configure({
      ...off,
      heading: props.rich ? { levels: [2, 3] } : false,
      ...(props.rich ? {} : { blockquote: false as const }),
      ...(props.line ? plain : { link: { openOnClick: false, HTMLAttributes: { rel: null, target: null } } }),
    }),
    ...(props.noFillIns
      ? []
      : [
          fillInNode(
            (next) => (menu.value = next),
            props.rich ? (block) => emit('insert', block) : undefined,
          ),
        ]),
    ...(props.line ? [OneLine] : []),
  ],
  editorProps: {
    attributes: {
      'aria-label': props.label,
      role: 'textbox',
      'aria-multiline': props.line ? 'false' : 'true',
    },
  },
  onUpdate: ({ editor: now }) => (text.value = read(now.getHTML())),
})

watch(text, (stored) => {
  if (editor.value && read(editor.value.getHTML()) !== stored) {
    editor.value.commands.setContent(write(stored), { emitUpdate: false })
  }
})

function link() {
  href.value = String(editor.value?.getAttributes('link').href ?? '')
  linking.value = true
}

function setLink() {
  linking.value = false
  const chain = editor.value!.chain().focus().extendMarkRange('link')
  if (href.value) {
    chain.setLink({ href: href.value }).run()
  } else {
    chain.unsetLink().run()
  }
}
</script>

<template>
  <div class="editor" :class="{ line, wrong: problem }">
    <div class="row spread label small">
      <span>{{ label }}</span>
      <span v-if="!line && editor" class="tools" role="toolbar" :aria-label="`${label}: looks`">
        <WritingTools :editor="editor" :rich="rich" @link="link" />
        <span v-if="!noFillIns" class="quiet">{{ rich ? '/ to insert' : '/ for a fill-in' }}</span>
      </span>
    </div>
    <EditorContent :editor="editor" class="box" :class="{ rich }" />
    <p v-if="problem" class="grave small" role="alert">{{ problem }}</p>
    <Teleport to="body">
      <ul
        v-if="menu"
        class="fill-in-menu"
        role="listbox"
        aria-label="Fill-ins"
        :style="{ left: `${menu.left}px`, top: `${menu.top + 4}px` }"
      >
        <li
          v-for="(item, i) in menu.items"
          :key="item.name"
          role="option"
          :aria-selected="i === menu.chosen"
          @mousedown.prevent="menu.pick(item)"
        >
          {{ item.label }}
        </li>
      </ul>
    </Teleport>
    <v-dialog v-model="linking" aria-label="Where the link leads">
      <v-card class="pa-2">
        <form @submit.prevent="setLink">
          <v-card-text>
            <v-text-field v-model="href" autofocus label="Where does it lead?" placeholder="https://" />
          </v-card-text>
          <v-card-actions>
            <v-btn @click="linking = false">Cancel</v-btn>
            <v-btn type="submit" color="primary" variant="flat">{{
              href ? 'Set the link' : 'Remove the link'
            }}</v-btn>
          </v-card-actions>
        </form>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.label {
  color: var(--quiet);
  min-height: 24px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.tools button {
  padding: 1px 5px;
  border-radius: 6px;
}
.tools button[aria-pressed='true'] {
  background: var(--sand);
}
.box :deep(.tiptap) {
  border: 1px solid #a9a18f;
  border-radius: 10px;
  padding: 9px 13px;
  background: rgb(var(--v-theme-surface));
}
.box :deep(.tiptap:focus) {
  border-color: rgb(var(--v-theme-primary));
  box-shadow: inset 0 0 0 1px rgb(var(--v-theme-primary));
}
.wrong .box :deep(.tiptap) {
  border-color: rgb(var(--v-theme-error));
}
.box :deep(p + p) {
  margin-top: 10px;
}
.box :deep(ul),
.box :deep(ol) {
  padding-left: 22px;
  margin: 6px 0;
}
.editor:not(.line) .box :deep(.tiptap) {
  min-height: 130px;
}
</style>

<style>
.fill-in-menu {
  position: fixed;
  z-index: 3000;
  list-style: none;
  padding: 4px;
  margin: 0;
  min-width: 190px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--brass);
  border-radius: 10px;
}
.fill-in-menu li {
  padding: 6px 10px;
  border-radius: 7px;
  cursor: pointer;
}
.fill-in-menu li[aria-selected='true'] {
  background: var(--sand);
}
</style>

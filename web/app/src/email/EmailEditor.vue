<script setup lang="ts">
import { mdiContentSaveOutline, mdiTrayArrowDown, mdiViewGridOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import type { EmailContent, EmailKind } from '../api/types'
import AdviceLines from './AdviceLines.vue'
import BlockList from './BlockList.vue'
import FillInEditor from './FillInEditor.vue'
import LayoutDialog from './LayoutDialog.vue'
import LayoutStrip from './LayoutStrip.vue'
import LinkTags from './LinkTags.vue'
import type { Written } from './useWritten'
import { freshEmail } from './blocks'
import { useEmailFiles } from './useEmailFiles'

/** An email's words: subject and preview line as a mailbox shows them, blocks or plain text, and advice. */
const props = defineProps<{
  kind: EmailKind
  written: Written
  problemAt(field: string): string | undefined
  path: string
}>()
const files = useEmailFiles()
const email = defineModel<EmailContent>({ required: true })
const at = (field: string) => props.problemAt(`${props.path}.${field}`)
const part = ref<'BLOCKS' | 'PLAIN'>('BLOCKS')
const dialog = ref<'' | 'start' | 'keep' | 'bring'>('')
const ideas = computed(() => props.written.answer?.ideas ?? [])

function start(content: EmailContent) {
  dialog.value = ''
  // By way of text: what comes from a list being watched cannot be cloned as it is.
  Object.assign(email.value, JSON.parse(JSON.stringify(content)))
}

/** Nothing was written yet. */
const isFresh = computed(
  () => !email.value.subject && JSON.stringify(email.value.blocks) === JSON.stringify(freshEmail().blocks),
)

const byHand = computed(() => email.value.ownPlain !== '')
function takeOver() {
  email.value.ownPlain = props.written.answer?.madePlain || ' '
}

const keep = (as: 'eml' | 'html') => files.take(as, props.kind, email.value)
</script>

<template>
  <div class="stack">
    <div class="row tools">
      <v-btn size="small" :prepend-icon="mdiViewGridOutline" @click="dialog = 'start'">Layouts</v-btn>
      <v-btn size="small" :prepend-icon="mdiContentSaveOutline" @click="dialog = 'keep'"
        >Save as a layout</v-btn
      >
      <v-menu>
        <template #activator="{ props: activator }">
          <v-btn size="small" v-bind="activator" :prepend-icon="mdiTrayArrowDown">Import and export</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item title="Import HTML" @click="dialog = 'bring'" />
          <v-list-item title="Save as .eml" @click="keep('eml')" />
          <v-list-item title="Save as HTML" @click="keep('html')" />
        </v-list>
      </v-menu>
    </div>
    <LayoutStrip v-if="isFresh" @start="start" />
    <div>
      <FillInEditor v-model="email.subject" line label="Subject" :problem="at('subject')" />
      <AdviceLines :advice="written.answer?.advice" field="subject" />
      <details v-if="ideas.length" class="small ideas">
        <summary>Subject ideas</summary>
        <button v-for="idea in ideas" :key="idea" type="button" class="idea" @click="email.subject = idea">
          {{ idea }}
        </button>
      </details>
    </div>
    <div>
      <FillInEditor v-model="email.preview" line label="Preview line" :problem="at('preview')" />
      <AdviceLines :advice="written.answer?.advice" field="preview" />
    </div>
    <div class="row spread">
      <div class="row" role="group" aria-label="How it looks">
        <v-btn
          size="small"
          :variant="email.style === 'FRAMED' ? 'flat' : 'outlined'"
          :color="email.style === 'FRAMED' ? 'primary' : undefined"
          :aria-pressed="email.style === 'FRAMED'"
          @click="email.style = 'FRAMED'"
          >Framed</v-btn
        >
        <v-btn
          size="small"
          :variant="email.style === 'LETTER' ? 'flat' : 'outlined'"
          :color="email.style === 'LETTER' ? 'primary' : undefined"
          :aria-pressed="email.style === 'LETTER'"
          @click="email.style = 'LETTER'"
          >Plain letter</v-btn
        >
      </div>
      <button type="button" class="small quiet link" @click="part = part === 'BLOCKS' ? 'PLAIN' : 'BLOCKS'">
        {{ part === 'BLOCKS' ? 'Plain-text part' : 'Back to the blocks' }}
      </button>
    </div>
    <p v-if="email.style === 'LETTER'" class="small quiet">
      Words and links only, no frame and no picture: it gets more answers, and mailboxes file it less often
      under promotions. Opens cannot be counted.
    </p>
    <template v-if="part === 'BLOCKS'">
      <BlockList v-model="email.blocks" :kind="kind" :path="`${path}.blocks`" :problem-at="problemAt" top />
      <p v-if="at('blocks')" class="grave small" role="alert">{{ at('blocks') }}</p>
      <AdviceLines :advice="written.answer?.advice" field="blocks" />
      <LinkTags v-if="kind !== 'CONFIRMATION'" v-model="email" :path="path" :problem-at="problemAt" />
    </template>
    <template v-else-if="byHand">
      <v-textarea
        v-model="email.ownPlain"
        label="Plain text, by hand"
        rows="12"
        :error-messages="at('ownPlain')"
        hint="Your address and the way to leave are put below it."
        persistent-hint
      />
      <div>
        <v-btn size="small" @click="email.ownPlain = ''">Generate it from the blocks</v-btn>
      </div>
    </template>
    <template v-else>
      <pre class="made small" tabindex="0">{{ written.answer?.madePlain }}</pre>
      <div class="row">
        <v-btn size="small" @click="takeOver">Write it by hand</v-btn>
        <span class="small quiet">Made from the blocks, and follows them.</span>
      </div>
    </template>
    <LayoutDialog v-if="dialog" :what="dialog" :email="email" @start="start" @close="dialog = ''" />
  </div>
</template>

<style scoped>
.tools {
  gap: 8px;
}
.ideas {
  margin-top: 4px;
  color: var(--quiet);
}
.idea {
  display: block;
  text-align: left;
  padding: 3px 10px;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
.link {
  text-decoration: underline;
}
.made {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 12px;
  max-height: 360px;
  overflow: auto;
}
</style>

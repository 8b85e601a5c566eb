<script setup lang="ts">
import { computed } from 'vue'
import type { EmailContent } from '../api/types'
import FillInEditor from './FillInEditor.vue'

/** An email's words: subject, preview line, text, button. */
const props = defineProps<{
  /** Where the button leads when that is not the owner's to choose. */
  buttonLeads?: string
  problemAt(field: string): string | undefined
  path: string
}>()
const email = defineModel<EmailContent>({ required: true })
const at = (field: string) => props.problemAt(`${props.path}.${field}`)

const TARGETS = [
  { title: 'No button', value: 'NONE' },
  { title: 'To an address', value: 'LINK' },
  { title: 'To their own pass', value: 'PASS' },
]
const hasButton = computed(() => !!props.buttonLeads || email.value.button.target !== 'NONE')
</script>

<template>
  <div class="stack">
    <FillInEditor v-model="email.subject" line label="Subject" :problem="at('subject')" />
    <FillInEditor v-model="email.preview" line label="Preview line" :problem="at('preview')" />
    <FillInEditor v-model="email.body" label="Text" :problem="at('body')" />
    <v-select v-if="!buttonLeads" v-model="email.button.target" :items="TARGETS" label="Button" />
    <v-text-field
      v-if="hasButton"
      v-model="email.button.label"
      label="Words on the button"
      :error-messages="at('button.label')"
      :hint="buttonLeads"
      :persistent-hint="!!buttonLeads"
    />
    <v-text-field
      v-if="email.button.target === 'LINK'"
      v-model="email.button.href"
      label="Where the button leads"
      placeholder="https://"
      :error-messages="at('button.href')"
    />
  </div>
</template>

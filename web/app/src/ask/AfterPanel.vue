<script setup lang="ts">
import { computed } from 'vue'
import type { FormSettings } from '../api/types'
import { isConsent } from './words'
import NumberField from '../shared/NumberField.vue'

/** What happens after a sign-up, and the form's own words for what goes wrong. */
const props = defineProps<{ problemAt(field: string): string | undefined; over: boolean }>()
const form = defineModel<FormSettings>({ required: true })
const after = computed(() => form.value.afterwards)
const along = computed(() =>
  form.value.fields.filter((f) => !isConsent(f.key)).map((f) => ({ title: f.label, value: f.key })),
)

function ownWords(key: string, words: string) {
  const rest = { ...after.value.fieldErrors }
  delete rest[key]
  after.value.fieldErrors = words ? { ...rest, [key]: words } : rest
}
</script>

<template>
  <div class="stack">
    <v-switch v-model="after.goesOn" label="Lead them on to an address" />
    <template v-if="after.goesOn">
      <v-text-field
        v-model="after.address"
        label="Where to"
        placeholder="https://"
        :error-messages="problemAt('afterwards.address')"
      />
      <v-select v-model="after.withFields" :items="along" multiple label="Answers to send along" />
    </template>
    <template v-else>
      <v-text-field
        v-model="after.message.heading"
        label="Heading of the message"
        placeholder="as the waiting page says"
        hint="Empty: the words of the waiting page, at the Confirm stop. Files follow below if Hand over says on the spot."
        persistent-hint
        :error-messages="problemAt('afterwards.message.heading')"
      />
      <v-textarea
        v-if="after.message.heading"
        v-model="after.message.text"
        label="Message"
        :error-messages="problemAt('afterwards.message.text')"
      />
      <NumberField
        v-if="props.over"
        v-model="after.closesAfter"
        min="0"
        label="Closes by itself after, seconds"
        hint="0: it stays until they close it."
        persistent-hint
        :error-messages="problemAt('afterwards.closesAfter')"
      />
    </template>
    <v-switch
      v-model="after.known.said"
      label="Tell those who are on the list already"
      hint="Off, nobody can find out by your form whether an address is on your list."
      persistent-hint
    />
    <template v-if="after.known.said">
      <v-text-field
        v-model="after.known.words.heading"
        label="Heading"
        :error-messages="problemAt('afterwards.known.words.heading')"
      />
      <v-textarea v-model="after.known.words.text" label="What they read" />
    </template>
    <p class="small quiet">Your own words when something is wrong; empty: ours.</p>
    <v-text-field
      v-for="field in form.fields"
      :key="field.key"
      :model-value="after.fieldErrors[field.key] ?? ''"
      :label="`When “${field.label.slice(0, 30)}” is wrong`"
      @update:model-value="ownWords(field.key, $event)"
    />
    <v-text-field v-model="after.wentWrong" label="When the server cannot be reached" />
  </div>
</template>

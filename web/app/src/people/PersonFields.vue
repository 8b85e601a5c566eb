<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { PersonWhole } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import When from '../business/When.vue'
import { useSubmit } from '../shared/useSubmit'

/** What is known of somebody: shown, and changed in place. Who changed what is in the history. */
const props = defineProps<{
  whole: PersonWhole
  save(firstName: string, answers: Record<string, string>): Promise<unknown>
}>()
const business = useBusiness()
const editing = ref(false)
const draft = reactive({ firstName: '', answers: {} as Record<string, string> })
const { at, submit, busy, message } = useSubmit('first_name')
const own = computed(() => business.view?.settings.fields ?? [])
const answerOf = (key: string) => props.whole.dossier.answers.find((answer) => answer.key === key)
const labelOf = (key: string) => own.value.find((field) => field.key === key)?.label ?? key
const TYPES: Record<string, string> = { DATE: 'date', NUMBER: 'number' }

function edit() {
  draft.firstName = props.whole.person.firstName
  draft.answers = Object.fromEntries(own.value.map(({ key }) => [key, answerOf(key)?.answer ?? '']))
  editing.value = true
}
const keep = () =>
  submit(async () => {
    await props.save(draft.firstName, draft.answers)
    editing.value = false
  })
</script>

<template>
  <section class="panel stack" aria-labelledby="known">
    <div class="row spread">
      <h2 id="known">What is known</h2>
      <v-btn v-if="!editing" size="small" @click="edit">Change</v-btn>
    </div>
    <form v-if="editing" class="stack" @submit.prevent="keep">
      <v-text-field
        v-model="draft.firstName"
        label="First name"
        :error-messages="at('first_name')"
        autofocus
      />
      <template v-for="field in own" :key="field.key">
        <v-select
          v-if="field.type === 'ONE_OF'"
          v-model="draft.answers[field.key]"
          clearable
          :label="field.label"
          :items="field.options"
          :error-messages="at(field.key)"
        />
        <v-text-field
          v-else
          v-model="draft.answers[field.key]"
          :type="TYPES[field.type] ?? 'text'"
          :label="field.label"
          :hint="field.type === 'SEVERAL_OF' ? `Of: ${field.options.join('; ')}` : ''"
          :error-messages="at(field.key)"
        />
      </template>
      <p v-if="message" class="grave small" role="alert">{{ message }}</p>
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat" size="small" :loading="busy">Save</v-btn>
        <v-btn variant="text" size="small" @click="editing = false">Cancel</v-btn>
      </div>
    </form>
    <dl v-else>
      <dt>First name</dt>
      <dd>{{ whole.person.firstName || '–' }}</dd>
      <template v-for="answer in whole.dossier.answers" :key="answer.key">
        <dt>{{ labelOf(answer.key) }}</dt>
        <dd>
          {{ answer.answer }}
          <span v-if="answer.at" class="small quiet">since <When within :at="answer.at" /></span>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 140px 1fr;
  gap: 6px 12px;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>

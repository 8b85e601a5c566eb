<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { Comparison, Criterion, Subject } from '../api/types'
import {
  comparisons,
  condition,
  entry,
  HAPPENS,
  OP_WORDS,
  SUBJECTS,
  type Choice,
  type Names,
} from './criteria'

/** One condition: what it is about, how it is compared, and with what. */
const props = defineProps<{ names: Names; was?: Criterion }>()
const emit = defineEmits<{ done: [Criterion]; cancel: [] }>()

const draft = reactive({
  what: (props.was?.what ?? 'TAG') as Subject,
  field: props.was?.field || props.names.fields[0]?.key || '',
  op: (props.was?.op ?? 'HAS') as Comparison,
  value: props.was?.value ?? '',
  when: (props.was?.when?.op ?? '') as Comparison | '',
  day: props.was?.when?.value ?? '',
})
const problem = ref('')

const ops = computed(() =>
  comparisons(draft.what, draft.field, props.names).map((op) => ({ value: op, title: OP_WORDS[op] })),
)
const given = computed(() => entry(draft.what, draft.op, draft.field, props.names))
const choices = computed<Choice[]>(() => (Array.isArray(given.value) ? given.value : []))
const hasAny = computed(() => ops.value[0]?.value === 'HAS')
const ANY = { title: 'any at all', value: '' }
const WHEN = [
  { title: 'whenever', value: '' },
  { title: 'within the last days', value: 'WITHIN_DAYS' },
  { title: 'before', value: 'BEFORE' },
  { title: 'after', value: 'AFTER' },
]

watch(
  () => [draft.what, draft.field],
  () => {
    draft.value = ''
    draft.when = ''
  },
)
watch(ops, (now) => {
  if (!now.some((op) => op.value === draft.op)) {
    draft.op = now[0]!.value
  }
})

function done() {
  const needsValue = given.value !== 'none' && !hasAny.value
  if (needsValue && !String(draft.value).trim()) {
    problem.value = 'With what?'
    return
  }
  if (draft.when && !String(draft.day).trim()) {
    problem.value = draft.when === 'WITHIN_DAYS' ? 'How many days?' : 'Which day?'
    return
  }
  const made = condition(
    draft.what,
    draft.op,
    given.value === 'none' || draft.value === '' ? undefined : String(draft.value),
    draft.what === 'FIELD' ? draft.field : '',
  )
  if (draft.when && HAPPENS.includes(draft.what)) {
    made.when = { op: draft.when, value: String(draft.day) }
  }
  emit('done', made)
}
</script>

<template>
  <form class="stack editor" @submit.prevent="done">
    <v-select
      v-model="draft.what"
      :items="SUBJECTS.map((s) => ({ title: s.words, value: s.what }))"
      label="About"
      autofocus
    />
    <v-select
      v-if="draft.what === 'FIELD'"
      v-model="draft.field"
      :items="names.fields.map((f) => ({ title: f.label, value: f.key }))"
      label="Field"
    />
    <v-select v-model="draft.op" :items="ops" label="How" />
    <v-autocomplete
      v-if="Array.isArray(given)"
      v-model="draft.value"
      :items="hasAny ? [ANY, ...choices] : choices"
      :label="SUBJECTS.find((s) => s.what === draft.what)!.words"
      no-data-text="Nothing to choose from yet"
      :error-messages="problem"
    />
    <v-text-field
      v-else-if="given !== 'none'"
      v-model="draft.value"
      :type="given === 'days' ? 'number' : given"
      :label="given === 'days' ? 'Days, today included' : given === 'date' ? 'Day' : 'With'"
      :error-messages="problem"
    />
    <template v-if="HAPPENS.includes(draft.what)">
      <v-select v-model="draft.when" :items="WHEN" label="When" />
      <v-text-field
        v-if="draft.when"
        v-model="draft.day"
        :type="draft.when === 'WITHIN_DAYS' ? 'number' : 'date'"
        :label="draft.when === 'WITHIN_DAYS' ? 'Days, today included' : 'Day'"
        :error-messages="problem"
      />
    </template>
    <div class="row">
      <v-btn type="submit" color="primary" variant="flat">{{ was ? 'Change it' : 'Add it' }}</v-btn>
      <v-btn variant="text" @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  width: 300px;
  padding: 14px;
  gap: 10px;
}
</style>

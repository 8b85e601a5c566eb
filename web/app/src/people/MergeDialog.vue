<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { MergePreview, Person } from '../api/types'
import { useLatest } from '../shared/useLatest'
import { useSubmit } from '../shared/useSubmit'
import { usePeople } from './usePeople'

/** Two addresses of one person taken together: shown before it is done. */
const props = defineProps<{
  person: Person
  preview(other: number): Promise<MergePreview>
  merge(other: number): Promise<unknown>
}>()
const emit = defineEmits<{ close: [] }>()
const people = usePeople()
const words = ref('')
const other = ref<number | null>(null)
const shown = ref<MergePreview | null>(null)
const { submit, busy, message } = useSubmit('with')
const { answer: found } = useLatest(
  () => (words.value.trim().length > 1 ? words.value.trim() : null),
  (typed) => people.find(typed, 8),
)
const choices = computed(() =>
  (found.value?.people ?? [])
    .filter((one) => one.id !== props.person.id)
    .map((one) => ({ title: one.email, value: one.id })),
)
watch(other, (id) => submit(async () => void (shown.value = id ? await props.preview(id) : null)))
const moves = computed(() =>
  Object.entries(shown.value?.moves ?? {})
    .filter(([, n]) => n > 0)
    .map(([what, n]) => `${n} ${what}`)
    .join(', '),
)
const act = () =>
  submit(async () => {
    await props.merge(other.value!)
    emit('close')
  })
</script>

<template>
  <v-dialog model-value max-width="520" aria-labelledby="merge-title" @update:model-value="emit('close')">
    <v-card class="pa-4 stack">
      <h2 id="merge-title">Another address of this person</h2>
      <v-autocomplete
        v-model="other"
        v-model:search="words"
        label="Their other address"
        :items="choices"
        no-data-text="Nobody found"
        autofocus
      />
      <p v-if="shown">
        <strong>{{ shown.gone.email }}</strong> goes into <strong>{{ shown.kept.email }}</strong>:
        {{ moves || 'nothing but the address' }}. Nothing more is sent to the address that goes. It can be
        undone for a day.
      </p>
      <p v-if="message" class="grave small" role="alert">{{ message }}</p>
      <div class="row">
        <v-btn color="primary" variant="flat" :disabled="!shown" :loading="busy" @click="act"
          >Merge them</v-btn
        >
        <v-btn variant="text" @click="emit('close')">Cancel</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

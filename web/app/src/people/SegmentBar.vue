<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Criterion, Segment } from '../api/types'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { useNotice } from '../shared/useNotice'
import { useSubmit } from '../shared/useSubmit'
import { useSegments } from './useSegments'

/** Segments: one is chosen, what is asked is kept as one, and the one chosen is changed, renamed or removed. */
const props = defineProps<{ question: Criterion; chosen: number | null }>()
const emit = defineEmits<{ choose: [number | null, Criterion | null] }>()
const segments = useSegments()
const notice = useNotice()
const { at, submit, busy } = useSubmit('name')
const dialog = ref<'' | 'keep' | 'rename' | 'remove'>('')
const name = ref('')

const segment = computed(() => segments.all.find((one) => one.id === props.chosen))
const isEmpty = computed(() => props.question.parts.length === 0)
const hasChanged = computed(
  () => !!segment.value && JSON.stringify(segment.value.question) !== JSON.stringify(props.question),
)

function choose(id: number | null) {
  emit('choose', id, segments.all.find((one) => one.id === id)?.question ?? null)
}

function ask(what: 'keep' | 'rename') {
  name.value = what === 'rename' ? segment.value!.name : ''
  dialog.value = what
}

const save = () =>
  submit(async () => {
    const kept: Segment =
      dialog.value === 'rename'
        ? await segments.change(segment.value!, segment.value!.question, name.value)
        : await segments.keep(name.value, props.question)
    dialog.value = ''
    emit('choose', kept.id, kept.question)
  })

async function change() {
  const before = segment.value!.question
  const changed = await segments.change(segment.value!, props.question)
  notice.did(`“${changed.name}” asks this now.`, async () => {
    const back = await segments.change(changed, before)
    emit('choose', back.id, back.question)
  })
}

async function remove() {
  await segments.remove(segment.value!.id)
  emit('choose', null, null)
}
</script>

<template>
  <div class="row bar">
    <v-select
      class="choice"
      density="compact"
      hide-details
      label="Segment"
      :model-value="chosen"
      :items="[
        { title: 'Everybody', value: null },
        ...segments.all.map((one) => ({ title: one.name, value: one.id })),
      ]"
      @update:model-value="choose"
    />
    <v-btn v-if="hasChanged" size="small" color="primary" variant="flat" @click="change"
      >Save “{{ segment!.name }}”</v-btn
    >
    <v-btn v-if="!isEmpty && (!segment || hasChanged)" size="small" @click="ask('keep')">{{
      segment ? 'Save as new' : 'Save as a segment'
    }}</v-btn>
    <v-btn v-if="segment" size="small" variant="text" @click="ask('rename')">Rename</v-btn>
    <v-btn v-if="segment" size="small" variant="text" @click="dialog = 'remove'">Remove</v-btn>
  </div>
  <v-dialog
    :model-value="dialog === 'keep' || dialog === 'rename'"
    max-width="420"
    aria-labelledby="segment-title"
    @update:model-value="dialog = ''"
  >
    <v-card class="pa-4">
      <form class="stack" @submit.prevent="save">
        <h2 id="segment-title">{{ dialog === 'rename' ? 'Rename the segment' : 'Save as a segment' }}</h2>
        <v-text-field v-model="name" label="Name" maxlength="80" autofocus :error-messages="at('name')" />
        <p class="small quiet">A segment is asked anew each time: whoever fits then is in it.</p>
        <div class="row">
          <v-btn type="submit" color="primary" variant="flat" :disabled="busy">Save</v-btn>
          <v-btn variant="text" @click="dialog = ''">Cancel</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
  <ConfirmDialog
    :model-value="dialog === 'remove'"
    title="Remove this segment?"
    keep="Keep it"
    action="Remove it"
    grave
    @update:model-value="dialog = ''"
    @act="remove"
    >“{{ segment?.name }}” is gone then; nobody in it is touched. Emails to many that use it find nobody by
    it.</ConfirmDialog
  >
</template>

<style scoped>
.choice {
  flex: 0 1 240px;
  min-width: 180px;
}
</style>

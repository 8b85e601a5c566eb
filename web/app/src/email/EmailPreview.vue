<script setup lang="ts">
import { mdiSendOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useSession } from '../account/useSession'
import { oneLine } from '../api/client'
import PreviewFrame from '../shared/PreviewFrame.vue'
import { useLatest } from '../shared/useLatest'
import SizeChoice from '../shared/SizeChoice.vue'
import type { Reader, Written } from './useWritten'
import { usePeople } from '../people/usePeople'

/** An email as somebody gets it, made by the same renderer as the real one; and a test of it to oneself. */
const props = defineProps<{ written: Written }>()
const people = usePeople()
const SIZES = ['Email', 'Phone', 'Plain text', 'Dark'] as const
const size = ref<string>('Email')
const session = useSession()
const testing = ref(false)
const to = ref('')
const said = ref('')
const words = ref('')
const found = ref<{ title: string; value: Reader['as'] }[]>([])

const readers = computed(() => [
  { title: 'as Aoife reads it', value: 'AOIFE' as Reader['as'] },
  { title: 'as somebody without a name', value: 'NAMELESS' as Reader['as'] },
  ...found.value,
])
const reader = computed({
  get: () => props.written.reader.as,
  set: (as: Reader['as']) => props.written.readAs(as),
})

/** Nobody is looked for by words that say who was chosen. */
const looked = computed(() => {
  const typed = words.value?.trim() ?? ''
  return typed.length < 2 || readers.value.some((r) => r.title === typed) ? null : typed
})
const { answer: page } = useLatest(
  () => looked.value,
  (typed) => people.find(typed, 6),
)
watch(page, (now) => (found.value = now?.people.map((p) => ({ title: `as ${p.email}`, value: p.id })) ?? []))
watch(size, (now) => props.written.inTheDark(now === 'Dark'))

function askTo() {
  to.value = to.value || session.email
  said.value = ''
  testing.value = true
}

async function test() {
  try {
    said.value = (await props.written.sendTest(to.value)).said
  } catch (failed) {
    said.value = oneLine(failed)
  }
}
</script>

<template>
  <div class="row tools">
    <SizeChoice v-model="size" :sizes="SIZES" />
    <v-autocomplete
      v-model="reader"
      v-model:search="words"
      class="reader"
      :items="readers"
      density="compact"
      hide-details
      aria-label="As whom it is read"
      no-data-text="Nobody found"
    />
    <v-btn size="small" class="ml-auto" :prepend-icon="mdiSendOutline" @click="askTo">Send a test</v-btn>
  </div>
  <v-alert v-if="written.fault" type="warning" variant="tonal" density="compact">{{ written.fault }}</v-alert>
  <div v-if="written.answer" class="read" :aria-busy="written.busy">
    <div class="head">
      <p class="small quiet">From {{ written.answer.from }}</p>
      <p class="line">
        <strong>{{ written.answer.subject || '(no subject)' }}</strong>
        <span class="quiet"> {{ written.answer.preview }}</span>
      </p>
    </div>
    <pre v-if="size === 'Plain text'" tabindex="0">{{ written.answer.plain }}</pre>
    <PreviewFrame
      v-else
      :html="written.answer.html"
      :phone="size === 'Phone'"
      title="The email"
      :desktop-width="680"
    />
  </div>
  <v-dialog v-model="testing" aria-label="Send a test" max-width="460">
    <v-card class="pa-2">
      <form @submit.prevent="test">
        <v-card-title><h2>Send a test</h2></v-card-title>
        <v-card-text class="stack">
          <p class="small quiet">
            The email as it stands here, with “Test” before its subject. Nobody is counted, and its links lead
            nowhere personal.
          </p>
          <v-text-field v-model="to" autofocus type="email" label="To" />
          <p v-if="said" role="status">{{ said }}</p>
        </v-card-text>
        <v-card-actions>
          <v-btn @click="testing = false">Close</v-btn>
          <v-btn type="submit" color="primary" variant="flat">Send it</v-btn>
        </v-card-actions>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.reader {
  max-width: 215px;
  min-width: 150px;
}
.reader :deep(.v-field) {
  font-size: 13px;
  --v-field-padding-start: 12px;
  --v-input-control-height: 34px;
}
.read {
  display: flex;
  flex-direction: column;
  flex: 1;
  gap: 12px;
  transition: opacity 0.15s;
}
/* What is shown is not what is written: told only when it lasts, or each letter typed would flicker. */
.read[aria-busy='true'] {
  opacity: 0.45;
  transition-delay: 0.7s;
}
.tools {
  gap: 8px;
  flex-wrap: nowrap;
}
.line strong {
  margin-right: 6px;
}
.head {
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 8px 14px;
}
@media (max-width: 600px) {
  .tools {
    flex-wrap: wrap;
  }
}
/* As a mailbox lists it: one line, cut off where the room ends. */
.line {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
pre {
  flex: 1;
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 16px;
  font-size: 13px;
}
</style>

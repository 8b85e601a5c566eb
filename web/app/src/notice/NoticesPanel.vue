<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { oneLine } from '../api/client'
import type { NoticeReader } from '../api/types'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import { useNotice } from '../shared/useNotice'
import ReaderNotices from './ReaderNotices.vue'
import { useNoticeReaders } from './useNoticeReaders'

/** Who is told what happens, and what each is told. */
const readers = useNoticeReaders()
const notice = useNotice()
const shown = ref<number | null>(null)
const adding = ref(false)
const email = ref('')
const wrong = ref('')
const fault = ref('')
const removing = ref(false)

const reader = computed(() => readers.all.value?.find(({ id }) => id === shown.value))
const items = computed(() => (readers.all.value ?? []).map((one) => ({ value: one.id, title: title(one) })))

function title(one: NoticeReader) {
  const state = { ASKED: ', not answered yet', STOPPED: ', said no', TOLD: '' }[one.state]
  return one.mine ? `You (${one.email})` : one.email + state
}

async function load() {
  try {
    fault.value = ''
    await readers.load()
    const all = readers.all.value!
    shown.value = (all.find(({ mine }) => mine) ?? all[0])?.id ?? null
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

async function add() {
  try {
    wrong.value = ''
    shown.value = (await readers.add(email.value)).id
    notice.did(`We have asked ${email.value} whether they want it.`)
    email.value = ''
    adding.value = false
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

async function askAgain() {
  await readers.ask(reader.value!.id)
  notice.did(`We have asked ${reader.value!.email} once more.`)
}

async function remove() {
  await readers.remove(reader.value!.id)
  shown.value = readers.all.value![0]?.id ?? null
}

onMounted(load)
</script>

<template>
  <section id="notices" class="panel stack" aria-labelledby="notices-title">
    <h2 id="notices-title">What you are told</h2>
    <p class="small quiet">Emails about what happens, to you and to others who want them.</p>
    <template v-if="fault">
      <p class="grave small" role="alert">{{ fault }}</p>
      <div><v-btn size="small" @click="load">Try again</v-btn></div>
    </template>
    <LoadState :loading="!readers.all.value && !fault" />
    <template v-if="reader">
      <div class="row">
        <v-select v-model="shown" :items="items" label="Who" density="compact" hide-details />
        <v-btn v-if="!adding" size="small" :prepend-icon="mdiPlus" @click="adding = true"
          >Add an address</v-btn
        >
      </div>
      <form v-if="adding" class="row" @submit.prevent="add">
        <v-text-field
          v-model="email"
          label="A further address"
          type="email"
          density="compact"
          autofocus
          hint="We ask it first. Nothing else is sent before it says yes."
          persistent-hint
          :error-messages="wrong"
        />
        <v-btn type="submit" size="small" :disabled="!email.trim()">Ask it</v-btn>
        <v-btn size="small" variant="text" @click="adding = false">Cancel</v-btn>
      </form>
      <div v-if="!reader.owner" class="row">
        <p class="small state">
          {{
            reader.state === 'TOLD'
              ? 'This address said yes.'
              : reader.state === 'STOPPED'
                ? 'This address does not want them. Only it can change that.'
                : 'This address has not answered yet. Nothing is sent to it.'
          }}
        </p>
        <v-btn v-if="reader.state === 'ASKED'" size="small" @click="askAgain">Ask again</v-btn>
        <v-btn size="small" variant="text" @click="removing = true">Remove</v-btn>
      </div>
      <ReaderNotices :key="reader.id" :reader="reader" />
      <ConfirmDialog
        v-model="removing"
        :title="`Remove ${reader.email}?`"
        keep="Keep it"
        action="Remove it"
        grave
        @act="remove"
      >
        It is told nothing more, and what was chosen for it is lost.
      </ConfirmDialog>
    </template>
  </section>
</template>

<style scoped>
.row > :deep(.v-input) {
  flex: 1 1 220px;
}
.state {
  flex: 1;
}
</style>

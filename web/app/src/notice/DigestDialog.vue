<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { oneLine } from '../api/client'
import type { DigestSample, NoticePace } from '../api/types'
import LoadState from '../shared/LoadState.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import { useNotice } from '../shared/useNotice'

/** A digest as it would be now, to be looked at and sent at once. */
const props = defineProps<{
  pace: NoticePace
  email: string
  maySend: boolean
  sample(pace: NoticePace): Promise<DigestSample>
  deliver(pace: NoticePace): Promise<void>
}>()
const emit = defineEmits<{ close: [] }>()
const notice = useNotice()
const shown = ref<DigestSample | null>(null)
const fault = ref('')
const sending = ref(false)

async function load() {
  try {
    fault.value = ''
    shown.value = await props.sample(props.pace)
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

async function send() {
  sending.value = true
  try {
    await props.deliver(props.pace)
    notice.did(`The digest is on its way to ${props.email}.`)
    emit('close')
  } catch (failed) {
    fault.value = oneLine(failed)
  } finally {
    sending.value = false
  }
}

onMounted(load)
</script>

<template>
  <v-dialog
    :model-value="true"
    width="760"
    aria-labelledby="digest-title"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-2">
      <v-card-title
        ><h2 id="digest-title">
          {{ pace === 'WEEKLY' ? 'The last seven days' : 'The last day' }}, as a digest
        </h2></v-card-title
      >
      <v-card-text class="stack">
        <p v-if="fault" class="grave small" role="alert">{{ fault }}</p>
        <LoadState :loading="!shown && !fault" />
        <template v-if="shown">
          <p><span class="quiet">Subject:</span> {{ shown.subject }}</p>
          <PreviewFrame :html="shown.html" :phone="false" title="The digest" :desktop-width="680" />
        </template>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">Close</v-btn>
        <v-btn
          v-if="maySend"
          color="primary"
          variant="flat"
          :loading="sending"
          :disabled="!shown"
          @click="send"
          >Send it to {{ email }}</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { EmailContent, EmailKind, WrittenEmail } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import PreviewFrame from '../shared/PreviewFrame.vue'
import { useLatest } from '../shared/useLatest'
import SizeChoice from '../track/SizeChoice.vue'

/** An email as Aoife would get it, made by the same renderer as the real one. */
const props = defineProps<{ email: EmailContent; kind: EmailKind; offerName: string }>()
const SIZES = ['Email', 'Phone', 'Plain text'] as const
const size = ref<string>('Email')
const nameKnown = ref(true)
const business = useBusiness()
const from = computed(() => {
  const { senderName, senderEmail } = business.view!.settings
  return senderEmail ? `${senderName} · ${senderEmail}` : 'no sender yet: see Setup'
})

const { answer, fault } = useLatest(
  () => ({
    kind: props.kind,
    content: props.email,
    offerName: props.offerName,
    firstName: nameKnown.value ? 'Aoife' : '',
  }),
  (question) => api.post<WrittenEmail>('/mail/preview', question),
)
</script>

<template>
  <div class="row">
    <SizeChoice v-model="size" :sizes="SIZES" />
    <v-switch
      v-model="nameKnown"
      :label="nameKnown ? 'as Aoife reads it' : 'as somebody without a name reads it'"
    />
  </div>
  <v-alert v-if="fault" type="warning" variant="tonal" density="compact">{{ fault }}</v-alert>
  <template v-if="answer">
    <div class="head">
      <p class="small quiet">From {{ from }}</p>
      <p class="subject">{{ answer.subject || '(no subject)' }}</p>
      <p class="small quiet">{{ answer.preview }}</p>
    </div>
    <pre v-if="size === 'Plain text'" tabindex="0">{{ answer.plain }}</pre>
    <PreviewFrame
      v-else
      :html="answer.html"
      :phone="size === 'Phone'"
      title="The email"
      :desktop-width="680"
    />
  </template>
</template>

<style scoped>
.head {
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 10px 16px;
}
.subject {
  font:
    650 18px 'Bricolage Grotesque Variable',
    sans-serif;
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

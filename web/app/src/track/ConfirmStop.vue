<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { OfferSettings } from '../api/types'
import EmailFields from '../mail/EmailFields.vue'
import EmailPreview from '../mail/EmailPreview.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import type { Document } from '../shared/useDocument'
import { useLatest } from '../shared/useLatest'
import SizeChoice from './SizeChoice.vue'
import Workbench from './Workbench.vue'

const PARTS = ['Email', 'Waiting page', 'Confirmed page'] as const
const SIZES = ['Desktop', 'Phone'] as const

const props = defineProps<{ offerId: number; settings: Document<OfferSettings> }>()
const part = ref<(typeof PARTS)[number]>('Email')
const size = ref<string>('Desktop')
const confirm = computed(() => props.settings.value.value!.confirm)
const words = computed(() =>
  part.value === 'Waiting page' ? confirm.value.waiting : confirm.value.confirmed,
)

const { answer: page } = useLatest(
  () => ({ words: words.value, withFiles: part.value === 'Confirmed page' && confirm.value.opensIncentive }),
  (question) => api.post<{ html: string }>(`/offers/${props.offerId}/words/preview`, question),
)
</script>

<template>
  <Workbench>
    <template #settings>
      <div class="row spread">
        <h2>Confirming</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <v-switch id="on" v-model="confirm.on" label="Ask people to confirm their address" />
      <p v-if="!confirm.on" class="small quiet">
        Off: whoever signs up is on the list at once and gets the email that hands over. Somebody who left
        must confirm in any case.
      </p>
      <div class="row" role="group" aria-label="What to change">
        <v-btn
          v-for="p in PARTS"
          :key="p"
          size="small"
          :variant="p === part ? 'flat' : 'outlined'"
          :color="p === part ? 'primary' : undefined"
          :aria-pressed="p === part"
          @click="part = p"
          >{{ p }}</v-btn
        >
      </div>
      <div v-if="part === 'Email'" id="email" class="stack">
        <EmailFields
          v-model="confirm.email"
          path="confirm.email"
          :problem-at="settings.problemAt"
          button-leads="Leads to the confirmed page."
        />
        <v-text-field
          v-model.number="confirm.daysGood"
          type="number"
          min="1"
          max="30"
          label="Days the link is good for"
          :error-messages="settings.problemAt('confirm.daysGood')"
        />
      </div>
      <template v-else>
        <v-text-field
          v-model="words.heading"
          label="Heading"
          :error-messages="
            settings.problemAt(`confirm.${part === 'Waiting page' ? 'waiting' : 'confirmed'}.heading`)
          "
        />
        <v-textarea v-model="words.text" label="Text" rows="4" />
        <p v-if="part === 'Waiting page'" class="small quiet">
          Everybody reads the same, whether their address is known or not.
        </p>
        <v-switch
          v-else
          v-model="confirm.opensIncentive"
          label="Confirming opens what they asked for, on this page"
        />
      </template>
    </template>
    <template #preview>
      <EmailPreview
        v-if="part === 'Email'"
        :email="confirm.email"
        kind="CONFIRMATION"
        :offer-name="settings.value.value!.name"
      />
      <template v-else>
        <div class="row">
          <SizeChoice v-model="size" :sizes="SIZES" /> <span class="small">{{ part }}</span>
        </div>
        <PreviewFrame :html="page?.html ?? ''" :phone="size === 'Phone'" :title="part" />
      </template>
    </template>
  </Workbench>
</template>

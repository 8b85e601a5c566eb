<script setup lang="ts">
import { computed, ref } from 'vue'
import type { OfferSettings } from '../api/types'
import EmailEditor from '../email/EmailEditor.vue'
import EmailPreview from '../email/EmailPreview.vue'
import { useWritten } from '../email/useWritten'
import TrialLine from '../trial/TrialLine.vue'
import PageColours from '../business/PageColours.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import type { Document } from '../shared/saving/useDocument'
import { usePagePreview } from '../shared/usePagePreview'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import NumberField from '../shared/NumberField.vue'
import { useInAddress } from '../shared/useInAddress'

const PARTS = ['Email', 'Waiting page', 'Confirmed page'] as const
const SIZES = ['Desktop', 'Phone'] as const

const props = defineProps<{ offerId: number; settings: Document<OfferSettings> }>()
const part = useInAddress<(typeof PARTS)[number]>('show', 'Email', PARTS)
const size = ref<string>('Desktop')
const confirm = computed(() => props.settings.value.value!.confirm)
const written = useWritten(() => ({
  content: confirm.value.email,
  kind: 'CONFIRMATION',
  offerId: props.offerId,
}))
const words = computed(() =>
  part.value === 'Waiting page' ? confirm.value.waiting : confirm.value.confirmed,
)

const { answer: page, fault: undrawn } = usePagePreview(props.offerId, () => ({
  words: words.value,
  withFiles: part.value === 'Confirmed page' && confirm.value.opensIncentive,
  withSteps: part.value === 'Waiting page',
  colours: confirm.value.pages.colours,
}))
</script>

<template>
  <Workbench wide>
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
        <EmailEditor
          v-model="confirm.email"
          kind="CONFIRMATION"
          path="confirm.email"
          :problem-at="settings.problemAt"
          :written="written"
        />
        <NumberField
          v-model="confirm.daysGood"
          min="1"
          max="30"
          label="Days the link is good for"
          :error-messages="settings.problemAt('confirm.daysGood')"
        />
        <TrialLine tested="CONFIRMATION" :target-id="offerId" />
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
        <template v-if="part === 'Waiting page'">
          <v-switch
            v-model="confirm.pages.showsSteps"
            label="Show the steps: open your mailbox, press the button"
          />
          <p class="small quiet">Everybody reads the same, whether their address is known or not.</p>
        </template>
        <template v-else>
          <v-switch
            v-model="confirm.opensIncentive"
            label="Confirming opens what they asked for, on this page"
          />
          <v-text-field
            v-model="confirm.pages.goesOnTo"
            label="Or go on to a page of yours"
            placeholder="https://"
            hint="Instead of this page. What they asked for then comes by email."
            persistent-hint
            :error-messages="settings.problemAt('confirm.pages.goesOnTo')"
          />
        </template>
        <PageColours
          v-if="part === 'Confirmed page'"
          v-model="confirm.pages.colours"
          :problem="settings.problemAt('confirm.pages.colours')"
        />
      </template>
    </template>
    <template #preview>
      <EmailPreview v-if="part === 'Email'" :written="written" />
      <template v-else>
        <div class="row">
          <SizeChoice v-model="size" :sizes="SIZES" /> <span class="small">{{ part }}</span>
        </div>
        <PreviewFrame :fault="undrawn" :html="page?.html ?? ''" :phone="size === 'Phone'" :title="part" />
      </template>
    </template>
  </Workbench>
</template>

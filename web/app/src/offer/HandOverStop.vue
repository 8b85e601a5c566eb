<script setup lang="ts">
import { computed } from 'vue'
import type { OfferSettings } from '../api/types'
import EmailEditor from '../email/EmailEditor.vue'
import EmailPreview from '../email/EmailPreview.vue'
import { useWritten } from '../email/useWritten'
import SavedNote from '../shared/SavedNote.vue'
import type { Document } from '../shared/saving/useDocument'
import TagChanges from './TagChanges.vue'
import Workbench from '../shared/Workbench.vue'
import NumberField from '../shared/NumberField.vue'

const props = defineProps<{ offerId: number; settings: Document<OfferSettings> }>()
const offer = computed(() => props.settings.value.value!)
const limits = computed(() => offer.value.handOver.limits)
const written = useWritten(() => ({
  content: offer.value.handOver.email,
  kind: 'DELIVERY',
  offerId: props.offerId,
}))
const DEFAULT_DAYS = 30
const DEFAULT_USES = 5

const hasDays = computed({
  get: () => limits.value.days !== undefined,
  set: (on: boolean) => (limits.value.days = on ? DEFAULT_DAYS : undefined),
})
const hasUses = computed({
  get: () => limits.value.uses !== undefined,
  set: (on: boolean) => (limits.value.uses = on ? DEFAULT_USES : undefined),
})
const AGAIN = [
  { title: 'Never', value: 'NEVER' },
  { title: 'Every time', value: 'EVERY_TIME' },
  { title: 'When some days have passed', value: 'AFTER_DAYS' },
]
</script>

<template>
  <Workbench wide>
    <template #settings>
      <div class="row spread">
        <h2>Handing over</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <v-switch
        id="onTheSpot"
        v-model="offer.handOver.onTheSpot"
        label="On the spot, in the answer to the sign-up"
        :hint="
          offer.confirm.on
            ? 'Quick, but anybody gets it with any address: nothing is confirmed yet.'
            : undefined
        "
        persistent-hint
      />
      <v-switch
        v-model="offer.confirm.opensIncentive"
        label="On the confirmed page"
        :disabled="!offer.confirm.on"
      />
      <v-switch id="byEmail" v-model="offer.handOver.byEmail" label="By an email with their own link" />
      <p class="small quiet">Somebody already on the list who signs up again always gets the email.</p>
      <div id="email">
        <EmailEditor
          v-model="offer.handOver.email"
          kind="DELIVERY"
          path="handOver.email"
          :problem-at="settings.problemAt"
          :written="written"
        />
      </div>
      <fieldset class="stack">
        <legend>How long and how often a link works</legend>
        <div class="row">
          <v-switch v-model="hasDays" label="Only for some days" />
          <NumberField
            v-if="hasDays"
            v-model="limits.days"
            class="number"
            min="1"
            label="Days"
            :error-messages="settings.problemAt('handOver.limits.days')"
          />
        </div>
        <div class="row">
          <v-switch v-model="hasUses" label="Only some times" />
          <NumberField
            v-if="hasUses"
            v-model="limits.uses"
            class="number"
            min="1"
            label="Times"
            :error-messages="settings.problemAt('handOver.limits.uses')"
          />
        </div>
        <p class="small quiet">
          A link that has run out offers to send a fresh one, to the address it belongs to.
        </p>
      </fieldset>
      <TagChanges v-model="offer.handOver.tags" :problem-at="settings.problemAt" />
      <fieldset class="stack">
        <legend>When somebody signs up again</legend>
        <v-select v-model="offer.handOver.runAgain.when" :items="AGAIN" label="The follow-up runs again" />
        <NumberField
          v-if="offer.handOver.runAgain.when === 'AFTER_DAYS'"
          v-model="offer.handOver.runAgain.days"
          class="number"
          min="1"
          label="Days since it last began"
          :error-messages="settings.problemAt('handOver.runAgain.days')"
        />
      </fieldset>
    </template>
    <template #preview>
      <EmailPreview :written="written" />
    </template>
  </Workbench>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
legend {
  font:
    650 15px 'Bricolage Grotesque Variable',
    sans-serif;
  padding-right: 10px;
}
.number {
  max-width: 190px;
}
</style>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { OfferSettings, OfferView, PrivatePage } from '../api/types'
import OfferNaming from '../business/OfferNaming.vue'
import Choice from '../shared/Choice.vue'
import PictureField from '../shared/PictureField.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import type { Document } from '../shared/saving/useDocument'
import FilesPanel from './FilesPanel.vue'
import PieceList from './PieceList.vue'
import { lastDay } from './pieces'
import { usePage, usePageDrawn } from './usePage'

/** The Give stop of a private page: its pieces in order; right the page as a reader sees it. */
const props = defineProps<{ view: OfferView; settings: Document<OfferSettings> }>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const SIZES = ['Desktop', 'Phone'] as const
const size = ref<string>('Desktop')
const all = ref(false)

const doc = computed(() => props.settings.value.value)
const gives = computed(() => doc.value?.gives as PrivatePage | undefined)
const { page, fault } = usePage(props.view.offer.id, () => props.view)
const days = computed(() => lastDay(gives.value?.pieces ?? []))
const WHEN = [
  { value: false, words: 'At once' },
  { value: true, words: 'All open' },
]
const { answer, fault: undrawn } = usePageDrawn(
  props.view.offer.id,
  () => gives.value,
  () => (all.value ? days.value : 0),
)
const problemAt = props.settings.problemAt
</script>

<template>
  <Workbench wide>
    <template #settings>
      <div class="row spread">
        <h2>The page</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <p v-if="fault" class="grave small" role="alert">{{ fault }}</p>
      <template v-if="gives?.pieces">
        <v-text-field
          v-model="gives.heading"
          label="Heading"
          :placeholder="doc?.name"
          persistent-placeholder
          :error-messages="problemAt('gives.heading')"
        />
        <PictureField v-model="gives.cover" label="Cover" />
        <PieceList
          v-model="gives.pieces"
          :offer-id="view.offer.id"
          :page="page"
          :problem-at="problemAt"
          @changed="emit('changed', $event)"
        />
        <p v-if="problemAt('gives.pieces')" class="grave small" role="alert">
          {{ problemAt('gives.pieces') }}
        </p>
        <FilesPanel
          :offer-id="view.offer.id"
          :files="page.files"
          :pieces="gives.pieces"
          @changed="emit('changed', $event)"
        />
        <v-switch
          v-model="gives.straight"
          label="Lead them straight to the page"
          hint="After confirming, or after signing up where it is handed over on the spot."
          persistent-hint
        />
        <v-switch
          v-model="gives.ownZone"
          label="Pieces open by the reader’s own clock"
          hint="Where their zone is known; otherwise by yours."
          persistent-hint
        />
        <hr />
      </template>
      <OfferNaming :settings="settings" />
    </template>
    <template #preview>
      <div class="row spread">
        <SizeChoice v-model="size" :sizes="SIZES" />
        <Choice v-if="days > 0" v-model="all" label="What is open" :choices="WHEN" />
      </div>
      <PreviewFrame
        :fault="undrawn"
        :html="answer?.html ?? ''"
        :phone="size === 'Phone'"
        title="The page behind their link"
      />
    </template>
  </Workbench>
</template>

<style scoped>
hr {
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
}
</style>

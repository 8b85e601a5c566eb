<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FormSettings, FormView, SiteView } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import TrialLine from '../trial/TrialLine.vue'
import FoldedPart from '../shared/FoldedPart.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import { useDocument, type Document } from '../shared/saving/useDocument'
import { useLatest } from '../shared/useLatest'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import AfterPanel from './AfterPanel.vue'
import DisplayPanel from './DisplayPanel.vue'
import AskedFieldsPanel from './AskedFieldsPanel.vue'
import LooksPanel from './LooksPanel.vue'
import OpeningFields from './OpeningFields.vue'
import PlacingPanel from './PlacingPanel.vue'
import WordsPanel from './WordsPanel.vue'
import { SHAPE_WORDS } from './words'
import LoadState from '../shared/LoadState.vue'
import { useFormCalls } from './useFormCalls'
import { useInAddress } from '../shared/useInAddress'

/** One form at its workbench: the settings in parts that open one by one, and how a visitor meets it. */
const props = defineProps<{ offerId: number; form: FormView; address: string; sites: SiteView[] }>()
const calls = useFormCalls(props.offerId)
const emit = defineEmits<{ saved: []; copy: []; turn: [on: boolean]; remove: [] }>()
const SIZES = ['Desktop', 'Phone', 'As code'] as const
const size = ref<string>('Desktop')
const part = useInAddress<string>('part', 'asks')
const business = useBusiness()
const over = computed(() => ['POP_UP', 'SLIDE_IN', 'BAR'].includes(props.form.shape))
const hosted = computed(() => props.form.shape === 'FULL_PAGE')

const versioned = (view: FormView) => ({ version: view.version, value: view.settings })
const document = useDocument<FormSettings>(`form ${props.form.id}`, {
  load: async () => versioned(await calls.get(props.form.id)),
  save: async (version, settings) => versioned(await calls.save(props.form.id, version, settings)),
  saved: () => emit('saved'),
})
const f = computed(() => document.value.value)

const { answer: drawn, fault: undrawn } = useLatest(
  () => f.value,
  (settings) => calls.draw(props.form.shape, settings),
)
const sentence = computed(() => drawn.value?.sentence ?? props.form.sentence)
const snippet = computed(() => props.sites[0]?.snippet ?? '')
const code = ref('')
async function showCode() {
  code.value = (await calls.placing(props.form.id)).html
}

/** What each part holds now, in a few words, so that a closed part need not be opened to know. */
const parts = computed(() => {
  const value = f.value
  if (!value) {
    return []
  }
  const fields = value.fields.length
  const after = value.afterwards
  const closes = after.closesAfter ? `, closes after ${after.closesAfter} s` : ''
  const all = [
    { id: 'asks', name: 'What it asks', now: `${fields} ${fields === 1 ? 'field' : 'fields'}` },
    { id: 'words', name: 'Words', now: value.words.headline },
    {
      id: 'looks',
      name: 'Looks',
      now: value.picture.hash || value.picture.drawing ? 'With a picture' : 'Words only',
    },
    { id: 'display', name: 'Where and when it shows', now: sentence.value },
    { id: 'after', name: 'Afterwards', now: after.goesOn ? 'On to an address' : `A message${closes}` },
    { id: 'placing', name: 'Put it on the site', now: hosted.value ? props.address : 'Lines to copy' },
  ]
  return hosted.value ? all.filter((p) => p.id !== 'display') : all
})
const leads = computed(() => f.value?.opening.leadsToPage ?? false)
</script>

<template>
  <Workbench>
    <template #settings>
      <slot />
      <div class="row spread">
        <h2>{{ form.settings.name || SHAPE_WORDS[form.shape] }}</h2>
        <SavedNote :document="document as Document<unknown>" />
      </div>
      <LoadState :loading="!f" />
      <template v-if="f">
        <div class="row">
          <v-switch
            :model-value="form.on"
            :label="form.on ? 'On' : 'Off: nobody sees it'"
            @update:model-value="emit('turn', !!$event)"
          />
          <v-btn size="small" class="ml-auto" @click="emit('copy')">Copy</v-btn>
          <v-btn v-if="!hosted" size="small" @click="emit('remove')">Remove</v-btn>
        </div>
        <v-text-field
          v-model="f.name"
          label="Your name for it"
          :error-messages="document.problemAt('name')"
        />
        <OpeningFields v-if="over" v-model="f.opening" :shape="form.shape" :problem-at="document.problemAt" />
        <FoldedPart v-for="p in parts" :id="p.id" :key="p.id" v-model="part" :name="p.name" :now="p.now">
          <p v-if="p.id === 'asks' && leads" class="small quiet">
            Its button leads to the hosted page, which asks.
          </p>
          <AskedFieldsPanel
            v-else-if="p.id === 'asks'"
            v-model="document.value.value!"
            :problem-at="document.problemAt"
          />
          <WordsPanel
            v-if="p.id === 'words'"
            v-model="document.value.value!"
            :over="over"
            :problem-at="document.problemAt"
          />
          <LooksPanel
            v-if="p.id === 'looks'"
            v-model="document.value.value!"
            :over="over"
            :problem-at="document.problemAt"
          />
          <DisplayPanel
            v-if="p.id === 'display'"
            v-model="document.value.value!"
            :shape="form.shape"
            :sentence="sentence"
            :problem-at="document.problemAt"
          />
          <AfterPanel
            v-if="p.id === 'after'"
            v-model="document.value.value!"
            :over="over"
            :problem-at="document.problemAt"
          />
          <PlacingPanel
            v-if="p.id === 'placing'"
            :offer-id="offerId"
            :form="form"
            :snippet="snippet"
            :sites="sites"
          />
        </FoldedPart>
        <TrialLine tested="FORM" :target-id="form.id" />
      </template>
    </template>
    <template #preview>
      <div class="row">
        <SizeChoice v-model="size" :sizes="SIZES" @update:model-value="size === 'As code' && showCode()" />
        <span class="small">{{ hosted ? 'as a visitor meets it' : 'on a page of grey' }}</span>
      </div>
      <pre v-if="size === 'As code'" class="code" tabindex="0" aria-label="The form as HTML">{{ code }}</pre>
      <PreviewFrame
        v-else
        :html="drawn?.html ?? ''"
        :fault="undrawn"
        :phone="size === 'Phone'"
        :title="SHAPE_WORDS[form.shape]"
        :address="hosted ? address : (sites[0]?.site.origin ?? business.view?.settings.name)"
      />
    </template>
  </Workbench>
</template>

<style scoped>
.code {
  flex: 1;
  overflow: auto;
  max-height: 720px;
  background: #fff;
  color: #1c2a26;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 14px;
  font-size: 12.5px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>

<script setup lang="ts">
import { mdiDrag, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { api } from '../api/client'
import type { FormField, FormSettings, FormView } from '../api/types'
import ColourField from '../shared/ColourField.vue'
import PictureField from '../shared/PictureField.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import { contrast, ENOUGH } from '../shared/contrast'
import { moved } from '../shared/moved'
import { useDocument, type Document } from '../shared/useDocument'
import { useLatest } from '../shared/useLatest'
import SizeChoice from './SizeChoice.vue'
import Workbench from './Workbench.vue'

const SIZES = ['Desktop', 'Phone'] as const
const FIELD_WORDS: Record<FormField['kind'], string> = { EMAIL: 'Email', FIRST_NAME: 'First name' }

const props = defineProps<{ offerId: number; address: string }>()
const emit = defineEmits<{ saved: [] }>()
const size = ref<string>('Desktop')

const versioned = (view: FormView) => ({ version: view.version, value: view.settings })
const form = useDocument<FormSettings>({
  load: async () => versioned(await api.get<FormView>(`/offers/${props.offerId}/form`)),
  save: async (version, settings) =>
    versioned(await api.put<FormView>(`/offers/${props.offerId}/form`, { version, settings })),
  saved: () => emit('saved'),
})
const f = computed(() => form.value.value)

const { answer: page } = useLatest(
  () => f.value,
  (settings) => api.post<{ html: string }>(`/offers/${props.offerId}/form/preview`, settings),
)

const canAskName = computed(() => !f.value?.fields.some((field) => field.kind === 'FIRST_NAME'))
const tooClose = computed(() => {
  const looks = f.value?.looks
  if (!looks) {
    return ''
  }
  const pairs: [string, number][] = [
    ['The words on the page', contrast(looks.ink, looks.paper)],
    ['The words on the button', contrast(looks.buttonInk, looks.button)],
  ]
  const low = pairs.filter(([, ratio]) => ratio < ENOUGH)
  return low
    .map(([what, ratio]) => `${what} are hard to read: ${ratio.toFixed(1)} to 1, and 4.5 is needed.`)
    .join(' ')
})

function move(i: number, by: number) {
  f.value!.fields = moved(f.value!.fields, i, by)
}
</script>

<template>
  <Workbench>
    <template #settings>
      <div class="row spread">
        <h2>The page that asks</h2>
        <SavedNote :document="form as Document<unknown>" />
      </div>
      <v-progress-linear v-if="!f" indeterminate color="secondary" aria-label="Loading" />
      <template v-else>
        <v-text-field v-model="f.headline" label="Headline" :error-messages="form.problemAt('headline')" />
        <v-textarea v-model="f.text" label="Text" :error-messages="form.problemAt('text')" />
        <fieldset class="stack">
          <legend>Points</legend>
          <div v-for="(_, i) in f.points" :key="i" class="row nowrap">
            <v-text-field
              v-model="f.points[i]"
              :label="`Point ${i + 1}`"
              :error-messages="form.problemAt(`points[${i}]`)"
            />
            <v-btn
              :icon="mdiTrashCanOutline"
              size="small"
              :aria-label="`Remove point ${i + 1}`"
              @click="f.points.splice(i, 1)"
            />
          </div>
          <div v-if="f.points.length < 8">
            <v-btn size="small" :prepend-icon="mdiPlus" @click="f.points.push('')">Add a point</v-btn>
          </div>
        </fieldset>
        <PictureField v-model="f.picture" label="Picture" />
        <v-text-field v-if="f.picture" v-model="f.pictureWords" label="What the picture shows, in words" />
        <fieldset class="stack">
          <legend>
            What it asks
            <span class="quiet small">{{
              f.fields.length === 1 ? '1 field' : `${f.fields.length} fields`
            }}</span>
          </legend>
          <VueDraggable v-model="f.fields" handle=".handle" class="stack">
            <div v-for="(field, i) in f.fields" :key="field.kind" class="field">
              <button
                class="handle"
                :aria-label="`Move ${field.label}: Alt and an arrow key`"
                @keydown.alt.up.prevent="move(i, -1)"
                @keydown.alt.down.prevent="move(i, 1)"
              >
                <v-icon :icon="mdiDrag" size="20" />
              </button>
              <div class="stack grow">
                <span class="small quiet">{{ FIELD_WORDS[field.kind] }}</span>
                <v-text-field
                  v-model="field.label"
                  label="Label"
                  :error-messages="form.problemAt(`fields[${i}].label`)"
                />
                <v-text-field v-model="field.placeholder" label="Placeholder" />
                <v-switch
                  v-model="field.required"
                  :disabled="field.kind === 'EMAIL'"
                  label="Must be filled in"
                />
              </div>
              <v-btn
                v-if="field.kind !== 'EMAIL'"
                size="small"
                :icon="mdiTrashCanOutline"
                :aria-label="`Remove ${field.label}`"
                @click="f.fields.splice(i, 1)"
              />
            </div>
          </VueDraggable>
          <div v-if="canAskName">
            <v-btn
              size="small"
              :prepend-icon="mdiPlus"
              @click="
                f.fields.unshift({
                  kind: 'FIRST_NAME',
                  label: 'First name',
                  placeholder: '',
                  required: false,
                })
              "
              >Ask for the first name</v-btn
            >
          </div>
        </fieldset>
        <fieldset class="stack">
          <legend>Consent</legend>
          <v-switch v-model="f.consent.shown" label="Show a box to tick" />
          <template v-if="f.consent.shown">
            <v-textarea
              v-model="f.consent.wording"
              label="What they agree to"
              hint="The exact words are kept with each sign-up."
              persistent-hint
              :error-messages="form.problemAt('consent.wording')"
            />
            <v-switch v-model="f.consent.required" label="Must be ticked" />
          </template>
        </fieldset>
        <v-text-field
          v-model="f.button"
          label="Words on the button"
          :error-messages="form.problemAt('button')"
        />
        <fieldset id="looks" class="stack">
          <legend>Colours</legend>
          <ColourField v-model="f.looks.paper" label="Page" :problem="form.problemAt('looks.paper')" />
          <ColourField v-model="f.looks.ink" label="Words" :problem="form.problemAt('looks.ink')" />
          <ColourField v-model="f.looks.button" label="Button" :problem="form.problemAt('looks.button')" />
          <ColourField
            v-model="f.looks.buttonInk"
            label="Words on it"
            :problem="form.problemAt('looks.buttonInk')"
          />
          <v-alert v-if="tooClose" type="warning" variant="tonal" density="compact">{{ tooClose }}</v-alert>
        </fieldset>
        <fieldset class="stack">
          <legend>Somebody who is already on the list</legend>
          <v-switch
            v-model="f.known.said"
            label="Tell them so"
            hint="Off, nobody can find out by your form whether an address is on your list."
            persistent-hint
          />
          <template v-if="f.known.said">
            <v-text-field
              v-model="f.known.words.heading"
              label="Heading"
              :error-messages="form.problemAt('known.words.heading')"
            />
            <v-textarea
              v-model="f.known.words.text"
              label="What they read"
              :error-messages="form.problemAt('known.words.text')"
            />
          </template>
        </fieldset>
        <p class="small quiet">What it says afterwards is the waiting page, at the Confirm stop.</p>
      </template>
    </template>
    <template #preview>
      <div class="row">
        <SizeChoice v-model="size" :sizes="SIZES" /> <span class="small">as a visitor meets it</span>
      </div>
      <PreviewFrame
        :html="page?.html ?? ''"
        :phone="size === 'Phone'"
        title="The hosted page"
        :address="address"
      />
    </template>
  </Workbench>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
legend {
  font:
    650 15px 'Bricolage Grotesque Variable',
    sans-serif;
  padding-right: 10px;
}
.nowrap {
  flex-wrap: nowrap;
}
.field {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 10px 10px 6px;
}
.handle {
  cursor: grab;
  padding: 4px 0;
  color: var(--quiet);
}
.grow {
  flex: 1;
}
</style>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing, FormSettings } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import ColourField from '../business/ColourField.vue'
import MockupButton from '../mockup/MockupButton.vue'
import PictureField from '../shared/PictureField.vue'
import { contrast, ENOUGH } from '../shared/contrast'
import CropDialog from '../shared/CropDialog.vue'
import NumberField from '../shared/NumberField.vue'

/** How a form looks: picture, colours with their contrast as you choose, measures, movement, own CSS. */
const props = defineProps<{ problemAt(field: string): string | undefined; over: boolean }>()
const form = defineModel<FormSettings>({ required: true })
const business = useBusiness()
const cropping = ref(false)

const FONTS = [
  { title: 'Ours', value: 'OURS' },
  { title: 'The site’s', value: 'SITE' },
]
const SPACINGS = [
  { title: 'Tight', value: 'TIGHT' },
  { title: 'Normal', value: 'NORMAL' },
  { title: 'Airy', value: 'AIRY' },
]
const SIDES = [
  { title: 'Left', value: 'LEFT' },
  { title: 'Right', value: 'RIGHT' },
  { title: 'Above', value: 'TOP' },
]
const BACKGROUNDS = [
  { title: 'Its colour', value: 'COLOUR' },
  { title: 'The picture', value: 'PICTURE' },
  { title: 'None: the page shows through', value: 'NONE' },
]
const MOVEMENTS = [
  { title: 'None', value: 'NONE' },
  { title: 'Fade', value: 'FADE' },
  { title: 'Rise', value: 'RISE' },
  { title: 'Slide', value: 'SLIDE' },
]

const tooClose = computed(() => {
  const { ink, paper, button, buttonInk } = form.value.looks
  const pairs: [string, number][] = [
    ['The words', contrast(ink, paper)],
    ['The words on the button', contrast(buttonInk, button)],
  ]
  return pairs
    .filter(([, ratio]) => ratio < ENOUGH)
    .map(([what, ratio]) => `${what} are hard to read: ${ratio.toFixed(1)} to 1, and 4.5 is needed.`)
    .join(' ')
})

function draw(drawing: Drawing) {
  form.value.picture.drawing = drawing.name
  form.value.picture.hash = ''
  form.value.picture.words = drawing.shows
}
</script>

<template>
  <div class="stack">
    <PictureField v-model="form.picture.hash" label="Picture" />
    <MockupButton @made="form.picture.hash = $event.svg" />
    <div v-if="form.picture.hash"><v-btn size="small" @click="cropping = true">Crop it</v-btn></div>
    <div v-if="!form.picture.hash" class="drawings" role="group" aria-label="Or one of our drawings">
      <button class="drawing none" :aria-pressed="!form.picture.drawing" @click="form.picture.drawing = ''">
        None
      </button>
      <button
        v-for="drawing in business.choices.drawings"
        :key="drawing.name"
        class="drawing"
        :aria-label="drawing.shows"
        :title="drawing.shows"
        :aria-pressed="form.picture.drawing === drawing.name"
        @click="draw(drawing)"
      >
        <img :src="`/drawings/${drawing.name}.svg`" alt="" />
      </button>
    </div>
    <template v-if="form.picture.hash || form.picture.drawing">
      <v-text-field v-model="form.picture.words" label="What the picture shows, in words" />
      <v-select v-model="form.picture.side" :items="SIDES" label="Where it stands" />
    </template>
    <ColourField v-model="form.looks.paper" label="Paper" :problem="problemAt('looks.paper')" />
    <ColourField v-model="form.looks.ink" label="Words" :problem="problemAt('looks.ink')" />
    <ColourField v-model="form.looks.button" label="Button" :problem="problemAt('looks.button')" />
    <ColourField v-model="form.looks.buttonInk" label="Words on it" :problem="problemAt('looks.buttonInk')" />
    <v-alert v-if="tooClose" type="warning" variant="tonal" density="compact">{{ tooClose }}</v-alert>
    <div class="pair">
      <v-select v-model="form.looks.background" :items="BACKGROUNDS" label="Background" />
      <v-select v-model="form.looks.font" :items="FONTS" label="Typeface" />
      <v-select v-model="form.looks.spacing" :items="SPACINGS" label="Spacing" />
      <NumberField
        v-model="form.looks.corner"
        min="0"
        max="40"
        label="Corners, px"
        :error-messages="problemAt('looks.corner')"
      />
      <NumberField
        v-model="form.looks.width"
        min="240"
        max="1000"
        label="Width, px"
        :error-messages="problemAt('looks.width')"
      />
    </div>
    <div v-if="props.over" class="pair">
      <v-select v-model="form.looks.entrance" :items="MOVEMENTS" label="Entrance" />
      <v-select v-model="form.looks.exit" :items="MOVEMENTS" label="Exit" />
    </div>
    <v-textarea
      v-model="form.looks.css"
      label="Your own CSS"
      hint="Stays inside the form. .jf-headline, .jf-button and .jf-input are good names to begin with."
      persistent-hint
      class="code"
      :error-messages="problemAt('looks.css')"
    />
    <CropDialog
      v-if="cropping"
      :hash="form.picture.hash"
      @close="cropping = false"
      @cut="((form.picture.hash = $event), (cropping = false))"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.drawings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(52px, 1fr));
  gap: 6px;
}
.drawing {
  border: 1px solid var(--outline);
  border-radius: 8px;
  overflow: hidden;
  height: 56px;
  font-size: 13px;
}
.drawing[aria-pressed='true'] {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 1px;
}
.drawing img {
  width: 100%;
  height: 100%;
  object-fit: cover;
  display: block;
}
.code :deep(textarea) {
  font-family: ui-monospace, monospace;
  font-size: 13px;
}
</style>

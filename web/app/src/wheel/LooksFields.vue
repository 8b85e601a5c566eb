<script setup lang="ts">
import type { PrizeWheel } from '../api/types'
import ColourField from '../business/ColourField.vue'
import NumberField from '../shared/NumberField.vue'
import PictureField from '../shared/PictureField.vue'

/** How a wheel looks and turns. Its words' typeface and your own CSS are the form's, under Ask. */
defineProps<{ problemAt(field: string): string | undefined }>()
const looks = defineModel<PrizeWheel['looks']>({ required: true })
const POINTERS = [
  { title: 'from the top', value: 'TOP' },
  { title: 'from the right', value: 'RIGHT' },
  { title: 'from the foot', value: 'FOOT' },
  { title: 'from the left', value: 'LEFT' },
]
const SHOWN = [
  { title: 'all of it', value: false },
  { title: 'half, out of the edge', value: true },
]
</script>

<template>
  <details class="stack">
    <summary>
      <h3>How it looks and turns</h3>
      <span class="small quiet">size, pointer, middle, rim, turning</span>
    </summary>
    <div class="stack tight inner">
      <div class="row fields">
        <NumberField
          v-model="looks.size"
          label="Size"
          suffix="px"
          min="200"
          max="560"
          :error-messages="problemAt('gives.looks.size')"
        />
        <v-select v-model="looks.half" label="Visible part" :items="SHOWN" />
        <v-select v-model="looks.pointer" label="Pointer" :items="POINTERS" />
        <NumberField
          v-model="looks.seconds"
          label="Turns for"
          suffix="s"
          min="2"
          max="10"
          :error-messages="problemAt('gives.looks.seconds')"
        />
        <NumberField
          v-model="looks.turns"
          label="Whole turns"
          min="2"
          max="12"
          :error-messages="problemAt('gives.looks.turns')"
        />
      </div>
      <ColourField v-model="looks.rim" label="Rim" :problem="problemAt('gives.looks.rim')" />
      <ColourField v-model="looks.hub" label="Middle" :problem="problemAt('gives.looks.hub')" />
      <PictureField v-model="looks.hubPicture" label="Picture in the middle" />
      <div class="row">
        <v-switch v-model="looks.dots" label="Dots on the rim" />
        <v-switch v-model="looks.rings" label="Rings of light for a winner" />
        <v-switch
          :model-value="looks.ground !== ''"
          label="A ground behind it"
          @update:model-value="looks.ground = $event ? '#F4ECDF' : ''"
        />
      </div>
      <ColourField
        v-if="looks.ground"
        v-model="looks.ground"
        label="Ground"
        :problem="problemAt('gives.looks.ground')"
      />
      <p class="small quiet">
        Who asked their device for less motion sees it stand at what it drew. Typeface, colours of the words
        and your own CSS are the form’s, under Ask.
      </p>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
summary h3 {
  display: inline;
  margin-right: 8px;
}
.inner {
  padding-top: 12px;
}
.fields > * {
  flex: 1 1 120px;
}
</style>

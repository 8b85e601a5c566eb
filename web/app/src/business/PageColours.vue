<script setup lang="ts">
import ColourField from './ColourField.vue'

/** The colours of a page that belongs to no form. */
defineProps<{ problem?: string }>()
const colours = defineModel<{ paper: string; ink: string; button: string }>({ required: true })
</script>

<template>
  <div class="row" role="group" aria-label="Colours of the page">
    <ColourField v-model="colours.paper" label="Background" />
    <ColourField v-model="colours.ink" label="Text" />
    <ColourField v-model="colours.button" label="Button" />
    <p v-if="problem" class="grave small" role="alert">{{ problem }}</p>
  </div>
</template>

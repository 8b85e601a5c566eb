<script setup lang="ts">
import { computed } from 'vue'
import type { PrizeWheel } from '../api/types'
import { nameOf } from './slices'

/** What a made-up visitor draws in a rehearsal. */
const props = defineProps<{ gives: PrizeWheel }>()
/** Fields as a form sends them. */
const played = defineModel<Record<string, string>>({ required: true })
const items = computed(() =>
  props.gives.slices.map((slice, i) => ({ title: nameOf(slice, i), value: slice.id })),
)
</script>

<template>
  <v-select
    :model-value="played.slice"
    label="The wheel stops at"
    :items="items"
    @update:model-value="played = { ...played, slice: $event ?? '' }"
  />
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { OfferSettings } from '../api/types'
import type { Document } from '../shared/saving/useDocument'

/** What every offer has, whatever it gives: its name, its address, and the words of the page behind the link. */
const props = defineProps<{ settings: Document<OfferSettings> }>()
const doc = computed(() => props.settings.value.value)
</script>

<template>
  <template v-if="doc">
    <v-text-field v-model="doc.name" label="Name of the offer" :error-messages="settings.problemAt('name')" />
    <v-text-field
      v-model="doc.slug"
      label="Address of its page"
      prefix="/o/"
      :error-messages="settings.problemAt('slug')"
    />
    <v-text-field
      v-model="doc.handOver.page.heading"
      label="Heading of the page behind their link"
      :error-messages="settings.problemAt('handOver.page.heading')"
    />
    <v-textarea
      v-model="doc.handOver.page.text"
      label="Text of that page"
      :error-messages="settings.problemAt('handOver.page.text')"
    />
  </template>
</template>

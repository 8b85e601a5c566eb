<script setup lang="ts">
import { ref } from 'vue'
import { oneLine } from '../api/client'
import type { OfferKind, OfferView } from '../api/types'
import { useOffers } from '../business/useOffers'
import OptionCards from '../shared/OptionCards.vue'
import { saveAll } from '../shared/saving/desk'
import { KIND_CHOICES } from './kinds'

/** What a draft gives may still become something else; what was set for the other kind is kept (G1). */
const props = defineProps<{ view: OfferView }>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const calls = useOffers()
const open = ref(false)
const wrong = ref('')

async function change(kind: OfferKind) {
  open.value = false
  if (kind === props.view.offer.kind || !(await saveAll())) {
    return
  }
  try {
    emit('changed', await calls.changeKind(props.view.offer.id, kind))
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <v-btn v-bind="activator" size="small">Give something else</v-btn>
    </template>
    <v-card class="pa-4">
      <OptionCards
        :model-value="view.offer.kind"
        :choices="KIND_CHOICES"
        label="What it gives"
        @update:model-value="change"
      />
    </v-card>
  </v-menu>
  <span v-if="wrong" class="grave small" role="alert">{{ wrong }}</span>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FormSettings, Shape } from '../api/types'
import AskedFieldsPanel from '../ask/AskedFieldsPanel.vue'
import LooksPanel from '../ask/LooksPanel.vue'
import MomentFields from '../ask/MomentFields.vue'
import OpeningFields from '../ask/OpeningFields.vue'
import WordsPanel from '../ask/WordsPanel.vue'
import FoldedPart from '../shared/FoldedPart.vue'

/** Version B of a form: what of it may differ. Where it shows and what comes afterwards are the form's own. */
const props = defineProps<{ shape: Shape; problemAt(field: string): string | undefined }>()
const form = defineModel<FormSettings>({ required: true })
const part = ref('words')
const over = computed(() => ['POP_UP', 'SLIDE_IN', 'BAR'].includes(props.shape))
const fields = computed(() => form.value.fields.length)
</script>

<template>
  <OpeningFields v-if="over" v-model="form.opening" :shape="shape" :problem-at="problemAt" />
  <FoldedPart id="words" v-model="part" name="Words" :now="form.words.headline">
    <WordsPanel v-model="form" :over="over" :problem-at="problemAt" />
  </FoldedPart>
  <FoldedPart
    id="asks"
    v-model="part"
    name="What it asks"
    :now="`${fields} ${fields === 1 ? 'field' : 'fields'}`"
  >
    <AskedFieldsPanel v-model="form" :problem-at="problemAt" />
  </FoldedPart>
  <FoldedPart id="looks" v-model="part" name="Looks" now="">
    <LooksPanel v-model="form" :over="over" :problem-at="problemAt" />
  </FoldedPart>
  <FoldedPart v-if="over" id="moment" v-model="part" name="When it shows" now="">
    <MomentFields v-model="form.display.trigger" :problem-at="problemAt" />
  </FoldedPart>
</template>

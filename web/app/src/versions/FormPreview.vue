<script setup lang="ts">
import { ref } from 'vue'
import type { FormSettings, Shape } from '../api/types'
import { SHAPE_WORDS } from '../ask/words'
import { useFormCalls } from '../ask/useFormCalls'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SizeChoice from '../shared/SizeChoice.vue'
import { useLatest } from '../shared/useLatest'

/** A version of a form as a visitor meets it. */
const props = defineProps<{ offerId: number; shape: Shape; form: FormSettings }>()
const calls = useFormCalls(props.offerId)
const SIZES = ['Desktop', 'Phone'] as const
const size = ref<string>('Desktop')
const { answer: drawn, fault } = useLatest(
  () => props.form,
  (form) => calls.draw(props.shape, form),
)
</script>

<template>
  <SizeChoice v-model="size" :sizes="SIZES" />
  <PreviewFrame
    :html="drawn?.html ?? ''"
    :fault="fault"
    :phone="size === 'Phone'"
    :title="SHAPE_WORDS[shape]"
  />
</template>

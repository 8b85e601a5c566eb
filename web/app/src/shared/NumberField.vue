<script setup lang="ts" generic="N extends number | undefined">
import { computed, ref, watch } from 'vue'

/**
 * A field for a number, which is never anything else: what is no number yet is said, and the last one stays until then.
 * An optional one may be empty.
 */
const props = defineProps<{ errorMessages?: string; optional?: boolean }>()
const number = defineModel<N>({ required: true })
const text = ref(String(number.value ?? ''))
const isEmpty = computed(() => text.value.trim() === '')
const isNumber = computed(() => !isEmpty.value && Number.isFinite(Number(text.value)))
const isUsable = computed(() => isNumber.value || (isEmpty.value && props.optional))
const typed = computed(() => (isNumber.value ? Number(text.value) : undefined) as N)
const problem = computed(() => (isUsable.value ? props.errorMessages : 'A number is needed here.'))

watch(text, () => {
  if (isUsable.value) {
    number.value = typed.value
  }
})
watch(number, (now) => {
  if (typed.value !== now) {
    text.value = String(now ?? '')
  }
})
</script>

<template>
  <v-text-field v-model="text" type="number" :error-messages="problem" />
</template>

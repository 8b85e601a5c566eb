<script setup lang="ts">
import { ref } from 'vue'
import { useMoments } from './useMoments'

/**
 * A moment as people say it; in full where one points or presses, and everywhere by choice.
 * Within a sentence, "today" is no name.
 */
defineProps<{ at: string; within?: boolean }>()
const { words, inFull } = useMoments()
const turned = ref(false)
</script>

<template>
  <time :datetime="at" :title="inFull(at)" @click="turned = !turned">{{ words(at, turned, within) }}</time>
</template>

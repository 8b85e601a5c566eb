<script setup lang="ts">
import { ref } from 'vue'
import { useMoments } from './useMoments'

/** A moment as people say it; in full where one points or presses, and everywhere by choice. */
defineProps<{ at: string }>()
const { words, inFull } = useMoments()
const turned = ref(false)
</script>

<template>
  <time :datetime="at" :title="inFull(at)" @click="turned = !turned">{{ words(at, turned) }}</time>
</template>

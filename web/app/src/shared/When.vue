<script setup lang="ts">
import { computed } from 'vue'
import { useBusiness } from '../business/useBusiness'
import { useClock } from '../demo/useClock'
import { exact, when } from './when'

const props = defineProps<{ at: string }>()
const business = useBusiness()
const clock = useClock()
const words = computed(() => when(props.at, clock.now(), business.zone))
</script>

<template>
  <time :datetime="at" :title="exact(at, business.zone)">{{ words }}</time>
</template>

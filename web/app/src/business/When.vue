<script setup lang="ts">
import { computed } from 'vue'
import { useBusiness } from './useBusiness'
import { useClock } from '../clock/useClock'
import { exact, when } from '../shared/when'

const props = defineProps<{ at: string }>()
const business = useBusiness()
const clock = useClock()
const words = computed(() => when(props.at, clock.now(), business.zone))
</script>

<template>
  <time :datetime="at" :title="exact(at, business.zone)">{{ words }}</time>
</template>

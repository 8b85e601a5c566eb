<script setup lang="ts">
import { computed } from 'vue'
import type { Criterion, Stretch } from '../api/types'
import { behind } from './behind'
import { between, percent } from '../shared/when'
import { pointsWords } from './words'

/** A rate with its interval where few stand behind it, and the change since; nothing where nobody stands there. It opens its people where a question finds them. */
const props = defineProps<{ rate: Stretch; fine?: boolean; people?: Criterion }>()
const words = computed(() =>
  props.fine ? `${(100 * props.rate.share.share).toFixed(1)}\u00a0%` : percent(props.rate.share.share),
)
</script>

<template>
  <span v-if="rate.share.of > 0">
    <router-link v-if="people && rate.share.share > 0" :to="behind(people)">{{ words }}</router-link>
    <template v-else>{{ words }}</template>
    <span v-if="rate.share.intervalShown" class="small quiet between">{{
      between(rate.share.low, rate.share.high)
    }}</span>
    <span class="small quiet change">{{ pointsWords(rate.points) }}</span>
  </span>
</template>

<style scoped>
.between {
  margin-left: 5px;
}
.change {
  display: block;
}
</style>

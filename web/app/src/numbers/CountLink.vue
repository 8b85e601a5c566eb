<script setup lang="ts">
import type { Criterion } from '../api/types'
import { behind, n } from './behind'

/** A count that opens the people behind it, where a question finds them. */
defineProps<{ count: number; people?: Criterion }>()
</script>

<template>
  <router-link v-if="people && count > 0" :to="behind(people)">{{ n(count) }}</router-link>
  <template v-else>{{ n(count) }}</template>
</template>

<script setup lang="ts">
import { mdiAlertOctagonOutline, mdiEyeOutline } from '@mdi/js'
import { computed } from 'vue'
import type { Finding } from '../api/types'

/** One line of Readiness: what would go wrong, leading to where it is put right. */
const props = defineProps<{ finding: Finding; offerId: number }>()
const to = computed(() =>
  props.finding.stop === 'SETUP'
    ? { path: '/setup', hash: `#${props.finding.control}` }
    : {
        path: `/offers/${props.offerId}/${props.finding.stop.toLowerCase().replace('_', '-')}`,
        hash: `#${props.finding.control}`,
      },
)
const grave = computed(() => props.finding.severity === 'GRAVE')
</script>

<template>
  <router-link :to="to" class="line plain-link">
    <v-icon
      :icon="grave ? mdiAlertOctagonOutline : mdiEyeOutline"
      :color="grave ? 'error' : 'secondary'"
      size="20"
    />
    <span>{{ finding.message }}</span>
    <span class="small quiet">{{ grave ? 'holds back going live' : 'worth a look' }}</span>
  </router-link>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 7px 2px;
}
</style>

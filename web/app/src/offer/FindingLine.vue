<script setup lang="ts">
import { mdiAlertOctagonOutline, mdiEyeOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Finding, OfferView } from '../api/types'
import { useOffers } from '../business/useOffers'
import { saveAll } from '../shared/saving/desk'

/** One line of Readiness: what would go wrong, leading to where it is put right. */
const props = defineProps<{ finding: Finding; offerId: number }>()
const calls = useOffers()
const to = computed(() =>
  props.finding.stop === 'SETUP'
    ? { path: '/setup', hash: `#${props.finding.control}` }
    : {
        path: `/offers/${props.offerId}/${props.finding.stop.toLowerCase().replace('_', '-')}`,
        hash: `#${props.finding.control}`,
      },
)
const emit = defineEmits<{ fixed: [view: OfferView] }>()
const fixing = ref(false)
const wrong = ref('')

async function fix() {
  fixing.value = true
  wrong.value = ''
  try {
    // A cure is made of what is saved: what is typed must be in it.
    await saveAll()
    const { code, control } = props.finding
    emit('fixed', await calls.fix(props.offerId, { code, control }))
  } catch (failed) {
    wrong.value = (failed as Error).message
  }
  fixing.value = false
}

const grave = computed(() => props.finding.severity === 'GRAVE')
const weight = computed(() => (grave.value ? 'holds back going live' : 'worth a look'))
</script>

<template>
  <div class="line">
    <v-icon
      :icon="grave ? mdiAlertOctagonOutline : mdiEyeOutline"
      :color="grave ? 'error' : 'secondary'"
      size="20"
    />
    <router-link :to="to" class="plain-link">{{ finding.message }}</router-link>
    <span v-if="finding.fix" class="unseen">{{ weight }}</span>
    <v-btn v-if="finding.fix" size="small" :loading="fixing" @click="fix">{{ finding.fix.words }}</v-btn>
    <span v-else class="small quiet">{{ weight }}</span>
    <p v-if="wrong" class="grave small wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 7px 2px;
}
.wrong {
  grid-column: 2 / -1;
}
</style>

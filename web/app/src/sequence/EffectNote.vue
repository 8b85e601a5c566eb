<script setup lang="ts">
import type { Effect } from '../api/types'
import { people } from '../shared/when'

/** What a save would change for people on their way, before it is saved. */
const props = defineProps<{ effect: Effect }>()
const reopens = defineModel<boolean>('reopens', { required: true })
const emit = defineEmits<{ save: []; putBack: [] }>()
/** Of many thousand people a sample is looked at. */
const some = (number: number) => (props.effect.about ? `About ${people(number)}` : people(number))
</script>

<template>
  <v-alert type="warning" variant="tonal" density="compact" data-testid="effect">
    <strong>Saving this changes things for people on their way.</strong>
    <ul>
      <li v-if="effect.withinTheHour > 0">
        {{ some(effect.withinTheHour) }} would get an email within the next hour.
      </li>
      <li v-if="effect.retimed > 0">
        {{ some(effect.retimed) }} would get their next email at another time.
      </li>
      <li v-if="effect.pastNewSteps > 0">
        {{ some(effect.pastNewSteps) }} {{ effect.pastNewSteps === 1 ? 'is' : 'are' }} past that place and
        will not get it.
      </li>
      <li v-if="effect.finished > 0">
        {{ some(effect.finished) }} had finished and {{ effect.finished === 1 ? 'stays' : 'stay' }} so, unless
        you want otherwise.
      </li>
    </ul>
    <p v-if="effect.about" class="small">
      {{ people(effect.onTheirWay) }} are on their way: too many to look at each, so these numbers come from a
      sample of 2,000.
    </p>
    <v-checkbox
      v-if="effect.finished > 0"
      v-model="reopens"
      density="compact"
      hide-details
      :label="`Let ${people(effect.finished)} go on with what was added`"
    />
    <div class="row mt-2">
      <v-btn size="small" color="primary" variant="flat" @click="emit('save')">Save it</v-btn>
      <v-btn size="small" @click="emit('putBack')">Put it back</v-btn>
    </div>
  </v-alert>
</template>

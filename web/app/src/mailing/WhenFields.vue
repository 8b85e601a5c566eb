<script setup lang="ts">
import { computed } from 'vue'
import type { Forecast, MailingSettings, SendWhen } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import When from '../business/When.vue'
import { useClock } from '../clock/useClock'
import Choice from '../shared/Choice.vue'
import HourChart from './HourChart.vue'
import RepeatFields from './RepeatFields.vue'

/** When it goes out: at once, at a moment, again and again, or at a time of the readers' own. */
const props = defineProps<{ forecast: Forecast | null; problemAt(field: string): string | undefined }>()
const mailing = defineModel<MailingSettings>({ required: true })
const business = useBusiness()
const clock = useClock()
const at = (field: string) => props.problemAt(`when.${field}`)

const KINDS = [
  { value: 'NOW', words: 'At once' },
  { value: 'AT', words: 'At a moment' },
  { value: 'REPEATED', words: 'Repeating' },
  { value: 'WHEREVER', words: 'At nine wherever they are' },
] as const

/** Tomorrow by the business's calendar. */
function tomorrow() {
  const day = new Date(clock.now().getTime() + 24 * 3600 * 1000)
  return day.toLocaleDateString('sv-SE', { timeZone: business.zone })
}

function fresh(kind: SendWhen['kind']): SendWhen {
  switch (kind) {
    case 'NOW':
      return { kind }
    case 'AT':
      return { kind, at: `${tomorrow()}T09:00` }
    case 'WHEREVER':
      return { kind, day: tomorrow(), time: '09:00' }
    case 'REPEATED':
      return {
        kind,
        at: `${tomorrow()}T00:00`,
        time: '09:00',
        repeat: { unit: 'WEEKS', every: 1, weekdays: ['THURSDAY'] },
      }
  }
}

const kind = computed({
  get: () => mailing.value.when.kind,
  set: (chosen) => (mailing.value.when = fresh(chosen)),
})
</script>

<template>
  <section class="stack" aria-labelledby="when">
    <h2 id="when">When</h2>
    <Choice v-model="kind" :choices="KINDS" label="When it goes out" />
    <v-text-field
      v-if="kind === 'AT'"
      v-model="mailing.when.at"
      class="moment"
      type="datetime-local"
      :label="`Moment, as in ${business.zone}`"
      :error-messages="at('at')"
    />
    <div v-else-if="kind === 'WHEREVER'" class="row">
      <v-text-field
        v-model="mailing.when.day"
        class="moment"
        type="date"
        label="On"
        :error-messages="at('day')"
      />
      <v-text-field
        v-model="mailing.when.time"
        class="time"
        type="time"
        label="Their own time"
        :error-messages="at('time')"
      />
      <span class="small quiet">Whose zone is not known: as in {{ business.zone }}.</span>
    </div>
    <RepeatFields
      v-else-if="kind === 'REPEATED' && mailing.when.repeat"
      v-model="mailing.when"
      :problem-at="problemAt"
    />
    <p v-if="at('') ?? problemAt('when')" class="grave small" role="alert">{{ problemAt('when') }}</p>
    <p v-if="kind === 'REPEATED' && forecast?.moments.length" class="small">
      Next:
      <template v-for="(moment, i) in forecast.moments" :key="moment"
        ><template v-if="i">, </template><When :at="moment" /></template
      >.
    </p>
    <HourChart v-if="forecast?.hours.length" :hours="forecast.hours" :zone="business.zone" />
  </section>
</template>

<style scoped>
.moment {
  max-width: 260px;
}
.time {
  max-width: 150px;
}
</style>

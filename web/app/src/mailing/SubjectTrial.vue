<script setup lang="ts">
import { computed } from 'vue'
import type { Forecast, MailingSettings } from '../api/types'
import FillInEditor from '../email/FillInEditor.vue'
import NumberField from '../shared/NumberField.vue'
import { people } from '../shared/when'

/** Two versions of the subject: who gets which, and whether the rest wait for the better one. */
const props = defineProps<{ forecast: Forecast | null; problemAt(field: string): string | undefined }>()
const mailing = defineModel<MailingSettings>({ required: true })
const ALL = 10_000
const HUNDREDTH = 100
const on = computed({
  get: () => !!mailing.value.subjects,
  set: (wanted) =>
    (mailing.value.subjects = wanted ? { subject: '', shareOfA: ALL / 2, tried: ALL, hours: 4 } : undefined),
})
const percent = (key: 'shareOfA' | 'tried') =>
  computed({
    get: () => mailing.value.subjects![key] / HUNDREDTH,
    set: (n) => (mailing.value.subjects![key] = Math.round(n * HUNDREDTH)),
  })
const share = percent('shareOfA')
const tried = percent('tried')
const waits = computed({
  get: () => mailing.value.subjects!.tried < ALL,
  set: (wanted) => (mailing.value.subjects!.tried = wanted ? 2000 : ALL),
})
const about = computed(() => {
  const n = ((props.forecast?.people ?? 0) * tried.value) / 100
  return `About ${Math.round((n * share.value) / 100)} get A, ${people(Math.round((n * (100 - share.value)) / 100))} get B; who gets which is settled by chance, once.`
})
</script>

<template>
  <section class="stack" aria-labelledby="versions">
    <div class="row spread">
      <h2 id="versions">Two versions of the subject</h2>
      <v-switch v-model="on" hide-details density="compact" aria-label="Two versions of the subject" />
    </div>
    <template v-if="on && mailing.subjects">
      <p class="small quiet">A is the subject above.</p>
      <FillInEditor
        v-model="mailing.subjects.subject"
        line
        label="Subject B"
        :problem="problemAt('subjects.subject')"
      />
      <v-slider
        v-model="share"
        min="0"
        max="100"
        step="5"
        hide-details
        color="secondary"
        aria-label="Who gets A, in percent"
      >
        <template #prepend>{{ share }} % A</template>
        <template #append>{{ 100 - share }} % B</template>
      </v-slider>
      <v-switch
        v-model="waits"
        density="compact"
        hide-details
        label="Try it on some first; the rest get the better one"
      />
      <div v-if="waits" class="row">
        <NumberField
          v-model="tried"
          class="short"
          min="1"
          max="99"
          label="Tried on, in %"
          :error-messages="problemAt('subjects.tried')"
        />
        <NumberField
          v-model="mailing.subjects.hours"
          class="short"
          min="1"
          max="72"
          label="Hours until then"
          :error-messages="problemAt('subjects.hours')"
        />
      </div>
      <p class="small quiet">{{ about }}</p>
    </template>
  </section>
</template>

<style scoped>
.short {
  flex: 0 0 150px;
}
</style>

<script setup lang="ts">
import { ref } from 'vue'
import type { Forecast, MailingSettings } from '../api/types'
import When from '../business/When.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import { people } from '../shared/when'
import type { Written } from '../email/useWritten'
import { sendWords, whenWords } from './words'

/** Before it goes out: who, how many, when the last one leaves, what would go wrong, and as three real people get it. */
const props = defineProps<{
  settings: MailingSettings
  forecast: Forecast
  written: Written
  busy: boolean
}>()
const emit = defineEmits<{ send: []; close: [] }>()
const reader = ref(0)

function readAs(i: number) {
  reader.value = i
  props.written.readAs(props.forecast.readers[i]!.id)
}
if (props.forecast.readers.length) {
  readAs(0)
}
function close() {
  props.written.readAs('AOIFE')
  emit('close')
}
</script>

<template>
  <v-dialog model-value scrollable max-width="760" aria-labelledby="send-title" @update:model-value="close">
    <v-card class="pa-5 sheet">
      <h2 id="send-title">Send it?</h2>
      <ul class="facts">
        <li>
          To <strong>{{ people(forecast.people) }}</strong>, {{ whenWords(settings.when) }}. Whoever is on the
          list then gets it, each person once.
        </li>
        <li v-if="forecast.last">
          The last one leaves <When within :at="forecast.last" />{{
            forecast.measured ? ', at the present pace' : ', by a guess: no pace was measured yet'
          }}
          ({{ forecast.perSecond < 10 ? forecast.perSecond.toFixed(1) : Math.round(forecast.perSecond) }} a
          second).
        </li>
        <li v-if="settings.subjects">
          Under two subjects: “{{ settings.content.subject }}” and “{{ settings.subjects.subject }}”.
        </li>
        <li v-if="forecast.keeps.length === 0">Readiness has nothing to say.</li>
      </ul>
      <v-alert
        v-for="problem in forecast.keeps"
        :key="problem.message"
        type="error"
        variant="tonal"
        density="compact"
        >{{ problem.message }}</v-alert
      >
      <div class="row">
        <v-btn
          color="primary"
          variant="flat"
          :loading="busy"
          :disabled="forecast.keeps.length > 0 || forecast.people === 0"
          @click="emit('send')"
          >{{ sendWords(settings.when, forecast) }}</v-btn
        >
        <v-btn variant="text" @click="close">Not yet</v-btn>
        <span v-if="forecast.people === 0" class="small">Nobody would get it.</span>
      </div>
      <template v-if="forecast.readers.length">
        <div class="row" role="group" aria-label="As real people get it">
          <span class="small quiet">As they get it:</span>
          <v-btn
            v-for="(person, i) in forecast.readers"
            :key="person.id"
            size="small"
            :variant="i === reader ? 'flat' : 'outlined'"
            :color="i === reader ? 'primary' : undefined"
            :aria-pressed="i === reader"
            @click="readAs(i)"
            >{{ person.firstName || person.email }}</v-btn
          >
        </div>
        <div v-if="written.answer" class="shown" :aria-busy="written.busy">
          <p>
            <strong>{{ written.answer.subject }}</strong>{{ ' ' }}
            <span class="quiet">{{ written.answer.preview }}</span>
          </p>
          <PreviewFrame :html="written.answer.html" :phone="false" title="The email" :desktop-width="680" />
        </div>
      </template>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 12px;
  overflow-y: auto;
}
.facts {
  padding-left: 20px;
}
.shown {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 520px;
}
</style>

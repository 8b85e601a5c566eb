<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import type { FormView } from '../api/types'
import { between, percent } from '../shared/when'
import { SHAPE_WORDS } from './words'

/** The forms of an offer side by side, each with its numbers. */
defineProps<{ forms: FormView[]; chosen: number }>()
const emit = defineEmits<{ choose: [id: number]; add: [] }>()

const numbers = (form: FormView) =>
  form.views === 0
    ? 'not seen yet'
    : `${form.signUps.toLocaleString('en-GB')} of ${form.views.toLocaleString('en-GB')} views`
const rate = (form: FormView) =>
  form.views === 0 ? '' : percent(form.share) + (form.intervalShown ? ` ${between(form.low, form.high)}` : '')
</script>

<template>
  <div id="forms" class="tabs" role="group" aria-label="Forms of this offer">
    <button
      v-for="form in forms"
      :id="`form-${form.key}`"
      :key="form.id"
      class="tab"
      :class="{ off: !form.on }"
      :aria-pressed="form.id === chosen"
      @click="emit('choose', form.id)"
    >
      <strong>{{ form.settings.name || SHAPE_WORDS[form.shape] }}</strong>
      <span class="small quiet">{{ SHAPE_WORDS[form.shape] }}{{ form.on ? '' : ' · off' }}</span>
      <span class="small quiet">{{ numbers(form) }}<br v-if="rate(form)" />{{ rate(form) }}</span>
    </button>
    <button class="tab add" @click="emit('add')">
      <v-icon :icon="mdiPlus" size="18" aria-hidden="true" /> Add a form
    </button>
  </div>
</template>

<style scoped>
.tabs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(142px, 1fr));
  gap: 8px;
}
.tab {
  display: grid;
  align-content: start;
  text-align: left;
  padding: 8px 12px;
  border: 1px solid var(--outline);
  border-radius: 10px;
  line-height: 1.35;
  overflow-wrap: anywhere;
}
.tab[aria-pressed='true'] {
  border-color: rgb(var(--v-theme-primary));
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 7%, transparent);
}
.off strong {
  color: var(--quiet);
}
.add {
  border-style: dashed;
  align-content: center;
  justify-items: center;
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
</style>

<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import type { FormSettings } from '../api/types'
import FillInEditor from '../email/FillInEditor.vue'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** What a form says. */
defineProps<{ problemAt(field: string): string | undefined; over: boolean }>()
const form = defineModel<FormSettings>({ required: true })

const takeOut = useTakeOut()
</script>

<template>
  <div class="stack">
    <v-text-field
      v-model="form.words.headline"
      label="Headline"
      :error-messages="problemAt('words.headline')"
    />
    <FillInEditor v-model="form.words.text" label="Text" no-fill-ins :problem="problemAt('words.text')" />
    <div v-for="(_, i) in form.words.points" :key="i" class="row nowrap">
      <v-text-field
        v-model="form.words.points[i]"
        :label="`Point ${i + 1}`"
        :error-messages="problemAt(`words.points[${i}]`)"
      />
      <v-btn
        :icon="mdiTrashCanOutline"
        size="small"
        :aria-label="`Remove point ${i + 1}`"
        @click="takeOut(`Point ${i + 1}`, () => form.words.points.splice(i, 1))"
      />
    </div>
    <div v-if="form.words.points.length < 8">
      <v-btn size="small" :prepend-icon="mdiPlus" @click="form.words.points.push('')">Add a point</v-btn>
    </div>
    <v-text-field
      v-model="form.words.button"
      label="Words on the button"
      :error-messages="problemAt('words.button')"
    />
    <v-text-field
      v-if="over"
      v-model="form.words.noThanks"
      label="Line to decline"
      hint="It closes the form for longer than the cross does. Empty: no line."
      persistent-hint
      :error-messages="problemAt('words.noThanks')"
    />
    <v-text-field
      v-model="form.words.halfWay"
      label="Step bar"
      placeholder="Half way there"
      hint="Shows the visitor half way there. Empty: no bar."
      persistent-hint
      :error-messages="problemAt('words.halfWay')"
    />
    <v-textarea
      v-model="form.words.smallPrint"
      label="Small print"
      :error-messages="problemAt('words.smallPrint')"
    />
  </div>
</template>

<style scoped>
.nowrap {
  flex-wrap: nowrap;
}
</style>

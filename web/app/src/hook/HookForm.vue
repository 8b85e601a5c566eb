<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Hook, HookAsked } from '../api/types'
import { useSubmit } from '../shared/useSubmit'
import { KINDS } from './words'

/** Whom to tell, what, and for which offers; a hook that is there already, or a new one. */
const props = defineProps<{
  hook?: Hook
  offers: { value: number; title: string }[]
  save: (asked: HookAsked) => Promise<unknown>
}>()
const emit = defineEmits<{ done: []; cancel: [] }>()

const name = ref(props.hook?.name ?? '')
const url = ref(props.hook?.url ?? '')
const kinds = ref(props.hook ? [...props.hook.kinds] : (['SIGNED_UP', 'CONFIRMED'] as Hook['kinds']))
const offers = ref(props.hook ? [...props.hook.offers] : [])
const { busy, at, submit } = useSubmit('url')
const title = computed(() => (props.hook ? `Change ${props.hook.name}` : 'Tell another program'))

const send = () =>
  submit(async () => {
    await props.save({
      name: name.value,
      url: url.value,
      kinds: kinds.value,
      offers: offers.value,
      version: props.hook?.version,
    })
    emit('done')
  })
</script>

<template>
  <form class="panel stack" :aria-label="title" @submit.prevent="send">
    <h2>{{ title }}</h2>
    <v-text-field
      v-model="name"
      label="Who is told"
      placeholder="The shop's spreadsheet"
      autofocus
      :error-messages="at('name')"
    />
    <v-text-field
      v-model="url"
      label="Its address"
      placeholder="https://"
      type="url"
      hint="Each message is posted there as JSON, signed so that it can be told from anybody else’s."
      persistent-hint
      :error-messages="at('url')"
    />
    <fieldset class="kinds">
      <legend>Tell it when</legend>
      <v-checkbox
        v-for="kind in KINDS"
        :key="kind.value"
        v-model="kinds"
        :value="kind.value"
        :label="kind.words"
        density="compact"
        hide-details
      />
      <p v-if="at('kinds')" class="grave small" role="alert">{{ at('kinds') }}</p>
    </fieldset>
    <v-autocomplete
      v-model="offers"
      label="For which offers"
      :items="props.offers"
      multiple
      chips
      closable-chips
      hint="Empty: for all, those to come among them. Tags, leaving and returned emails belong to no offer."
      persistent-hint
      :error-messages="at('offers')"
    />
    <div class="row">
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">{{
        hook ? 'Save' : 'Tell it from now on'
      }}</v-btn>
      <v-btn @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped>
.kinds {
  border: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
}
.kinds legend {
  font-weight: 600;
}
</style>

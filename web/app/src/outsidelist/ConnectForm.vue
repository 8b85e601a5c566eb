<script setup lang="ts">
import { ref, watch } from 'vue'
import type { OutsideList, OutsideListAsked, ServiceDescription } from '../api/types'
import { useSubmit } from '../shared/useSubmit'

/** Which service, where it is, and by what key; lists and fields are chosen from what it says then. */
const props = defineProps<{
  services: ServiceDescription[]
  make: (asked: OutsideListAsked) => Promise<OutsideList>
}>()
const emit = defineEmits<{ done: [list: OutsideList]; cancel: [] }>()
const service = ref(0)
const name = ref('')
const address = ref('')
const key = ref('')
const { busy, at, submit } = useSubmit('description.address')
watch(service, (to) => (address.value = props.services[to]!.address), { immediate: true })

const send = () =>
  submit(async () => {
    const list = await props.make({
      key: key.value,
      settings: {
        name: name.value,
        description: { ...props.services[service.value]!, address: address.value },
        tags: [],
        fields: {},
        moment: 'CONFIRMED',
        offers: [],
      },
    })
    emit('done', list)
  })
</script>

<template>
  <form class="panel stack" aria-label="Connect a list" @submit.prevent="send">
    <h2>Connect a list</h2>
    <v-select
      v-model="service"
      label="Service"
      :items="services.map((one, i) => ({ value: i, title: one.name }))"
      hint="How it is spoken to can be changed in the next step: no service needs a program of its own."
      persistent-hint
    />
    <v-text-field
      v-model="name"
      label="What you call it"
      placeholder="Letters from the bench"
      autofocus
      :error-messages="at('name')"
    />
    <v-text-field
      v-model="address"
      label="Its address for programs"
      placeholder="https://"
      type="url"
      :error-messages="at('description.address')"
    />
    <v-text-field
      v-model="key"
      label="The key it knows you by"
      autocomplete="off"
      hint="You find it in your account there. It is never shown again here."
      persistent-hint
      :error-messages="at('key')"
    />
    <div class="row">
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">Connect</v-btn>
      <v-btn @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<script setup lang="ts">
import type { BusinessSettings } from '../api/types'

/** How people are told from robots, and good addresses from bad ones. */
defineProps<{ problemAt(field: string): string | undefined }>()
const checks = defineModel<BusinessSettings['checks']>({ required: true })
const HUMAN = [
  { title: 'Never', value: 'NEVER' },
  { title: 'When something looks suspicious', value: 'WHEN_SUSPICIOUS' },
  { title: 'Always', value: 'ALWAYS' },
]
const THROW_AWAY = [
  { title: 'Let in', value: 'LET_IN' },
  { title: 'Let in with a mark', value: 'MARK' },
  { title: 'Refused', value: 'REFUSE' },
]
</script>

<template>
  <section id="checks" class="panel stack" aria-labelledby="checks-title">
    <h2 id="checks-title">People or robots</h2>
    <p class="small quiet">
      A hidden field, the time a form takes, and how many sign-ups come from one network are looked at always.
    </p>
    <v-select
      v-model="checks.human"
      :items="HUMAN"
      label="A moment’s work for the browser"
      hint="A proof of work, on your own server: no pictures to click, nobody else asked."
      persistent-hint
    />
    <v-select v-model="checks.throwAway" :items="THROW_AWAY" label="Disposable addresses" />
    <v-combobox
      v-model="checks.dotless"
      multiple
      chips
      closable-chips
      label="Domains where dots before the @ count for nothing"
      hint="Addresses that end up in one mailbox count as one: one code for each."
      persistent-hint
      :error-messages="problemAt('checks.dotless')"
    />
    <v-switch v-model="checks.verifies" label="Ask the verification service about each address" />
  </section>
</template>

<script setup lang="ts">
import type { SendingSettings } from '../api/types'
import NumberField from '../shared/NumberField.vue'

/** How emails are sent: how many at a time, how fast, how far apart, and what is counted. */
defineProps<{ problemAt(field: string): string | undefined }>()
const sending = defineModel<SendingSettings>({ required: true })
</script>

<template>
  <section id="sending" class="panel stack" aria-labelledby="sending-title">
    <h2 id="sending-title">How emails are sent</h2>
    <div class="fields">
      <NumberField
        v-model="sending.connections"
        min="1"
        max="16"
        label="Connections at a time"
        :error-messages="problemAt('sending.connections')"
      />
      <NumberField
        v-model="sending.perSecond"
        min="0"
        label="Most emails a second"
        hint="0: no limit"
        persistent-hint
        :error-messages="problemAt('sending.perSecond')"
      />
      <NumberField
        v-model="sending.perDomainPerMinute"
        min="0"
        label="Most a minute to one mail domain"
        hint="0: no limit"
        persistent-hint
        :error-messages="problemAt('sending.perDomainPerMinute')"
      />
      <NumberField
        v-model="sending.spacingHours"
        min="0"
        label="Hours between two sequence emails"
        hint="To one person. 0: off. Confirmations and deliveries never wait."
        persistent-hint
        :error-messages="problemAt('sending.spacingHours')"
      />
    </div>
    <v-switch v-model="sending.followLinks" label="Count clicks: links lead over us" />
    <v-switch v-model="sending.countOpens" label="Count opens, by a picture of one dot" />
    <v-switch
      v-model="sending.tagLinks"
      label="Campaign tags on links to other sites"
      hint="utm_source, utm_medium, utm_campaign: your name, and the email’s subject or the form’s offer. For what your shop or site counts."
      persistent-hint
    />
    <p class="small quiet">
      What mail programs open by themselves is kept apart. Nobody is followed who asked not to be: see the
      person's page.
    </p>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-items: start;
}
</style>

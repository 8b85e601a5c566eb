<script setup lang="ts">
import { ref, watch } from 'vue'
import { useSession } from '../account/useSession'
import type { BusinessView, SmtpSettings } from '../api/types'
import { useSubmit } from '../shared/useSubmit'
import { useBusiness } from '../business/useBusiness'
import NumberField from '../shared/NumberField.vue'
import { useBeginning } from '../beginning/useBeginning'
import { useSetup } from './useSetup'

const calls = useSetup()
const beginning = useBeginning()

const SECURITY = [
  { title: 'STARTTLS, usually port 587', value: 'STARTTLS' },
  { title: 'TLS, usually port 465', value: 'TLS' },
  { title: 'None, on this machine only', value: 'NONE' },
]

const business = useBusiness()
const session = useSession()
const smtp = ref<SmtpSettings>({ host: '', port: 587, security: 'STARTTLS', user: '', password: '' })
const changing = ref(false)
const { busy, at, submit } = useSubmit('host')
const to = ref(session.email)
const result = ref<{ sent: boolean; said: string } | null>(null)

function show(known: BusinessView['smtp']) {
  changing.value = !known
  if (known) {
    const { host, port, security, user } = known
    smtp.value = { host, port, security, user, password: '' }
  }
}

watch(
  () => business.view?.smtp,
  // Setup is read anew after each of its saves; what is being typed here is not touched by that.
  (known) => (changing.value && known ? undefined : show(known)),
  { immediate: true },
)

const save = () =>
  submit(async () => {
    await calls.saveSmtp(smtp.value)
    changing.value = false
    await business.load()
  })

function leaveAsItWas() {
  changing.value = false
  show(business.view?.smtp)
}

const test = () =>
  submit(async () => {
    result.value = null
    result.value = await calls.sendTest(to.value)
    if (result.value.sent) {
      await beginning.note('MAIL_TRIED')
    }
  })
</script>

<template>
  <section id="mail" data-own-undo class="panel stack" aria-labelledby="smtp-title">
    <h2 id="smtp-title">Mail server</h2>
    <template v-if="changing">
      <div class="row">
        <v-text-field v-model="smtp.host" label="Server" :error-messages="at('host')" />
        <NumberField v-model="smtp.port" class="port" label="Port" :error-messages="at('port')" />
      </div>
      <v-select v-model="smtp.security" :items="SECURITY" label="Encryption" />
      <v-text-field v-model="smtp.user" label="User" autocomplete="off" :error-messages="at('user')" />
      <v-text-field
        v-model="smtp.password"
        label="Password"
        type="password"
        autocomplete="new-password"
        :placeholder="business.view?.smtp?.passwordKnown ? 'unchanged' : ''"
        :persistent-placeholder="business.view?.smtp?.passwordKnown"
        :error-messages="at('password')"
      />
      <div class="row">
        <v-btn color="primary" variant="flat" :loading="busy" @click="save">Save the mail server</v-btn>
        <v-btn v-if="business.view?.smtp" @click="leaveAsItWas">Cancel</v-btn>
      </div>
    </template>
    <div v-else class="row spread">
      <span>{{ smtp.host }}, port {{ smtp.port }}{{ smtp.user ? `, as ${smtp.user}` : '' }}</span>
      <v-btn size="small" @click="changing = true">Change</v-btn>
    </div>
    <div class="row nowrap">
      <v-text-field v-model="to" label="Send a test to" :error-messages="at('to') ?? at('senderEmail')" />
      <v-btn :loading="busy" @click="test">Send a test</v-btn>
    </div>
    <p v-if="result" role="status" :class="{ grave: !result.sent }">{{ result.said }}</p>
  </section>
</template>

<style scoped>
.panel {
  gap: 16px;
}
.port {
  max-width: 110px;
}
.nowrap {
  flex-wrap: nowrap;
  align-items: flex-start;
}
</style>

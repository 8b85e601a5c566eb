<script setup lang="ts">
import { ref, watch } from 'vue'
import { useSession } from '../account/useSession'
import { api, ApiFault } from '../api/client'
import type { Problem, SmtpSettings } from '../api/types'
import { useBusiness } from './useBusiness'

const SECURITY = [
  { title: 'STARTTLS, usually port 587', value: 'STARTTLS' },
  { title: 'TLS, usually port 465', value: 'TLS' },
  { title: 'None, on this machine only', value: 'NONE' },
]

const business = useBusiness()
const session = useSession()
const smtp = ref<SmtpSettings>({ host: '', port: 587, security: 'STARTTLS', user: '', password: '' })
const changing = ref(false)
const problems = ref<Problem[]>([])
const busy = ref(false)
const to = ref(session.email)
const result = ref<{ sent: boolean; said: string } | null>(null)
const at = (field: string) => problems.value.find((p) => p.field === field)?.message

watch(
  () => business.view?.smtp,
  (known) => {
    changing.value = !known
    if (known) {
      smtp.value = {
        host: known.host,
        port: known.port,
        security: known.security,
        user: known.user,
        password: '',
      }
    }
  },
  { immediate: true },
)

async function attempt(work: () => Promise<void>) {
  busy.value = true
  problems.value = []
  result.value = null
  try {
    await work()
  } catch (failed) {
    const { problems: found, message } = failed as ApiFault
    problems.value = found.length ? found : [{ field: 'host', code: '', message }]
  } finally {
    busy.value = false
  }
}

const save = () =>
  attempt(async () => {
    await api.put('/business/smtp', smtp.value)
    await business.load()
    changing.value = false
  })

const test = () =>
  attempt(async () => {
    result.value = await api.post<{ sent: boolean; said: string }>('/mail/test', { to: to.value })
  })
</script>

<template>
  <section id="mail" class="panel stack" aria-labelledby="smtp-title">
    <h2 id="smtp-title">Mail server</h2>
    <template v-if="changing">
      <div class="row">
        <v-text-field v-model="smtp.host" label="Server" :error-messages="at('host')" />
        <v-text-field
          v-model.number="smtp.port"
          class="port"
          type="number"
          label="Port"
          :error-messages="at('port')"
        />
      </div>
      <v-select v-model="smtp.security" :items="SECURITY" label="Kept private by" />
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
        <v-btn v-if="business.view?.smtp" @click="changing = false">Leave it as it was</v-btn>
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

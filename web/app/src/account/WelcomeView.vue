<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiFault } from '../api/client'
import type { Problem } from '../api/types'
import DoorFrame from './DoorFrame.vue'
import { useSession } from './useSession'

const session = useSession()
const route = useRoute()
const router = useRouter()
const email = ref('')
const password = ref('')
const busy = ref(false)
const problems = ref<Problem[]>([])
const at = (field: string) => problems.value.find((p) => p.field === field)?.message

async function make() {
  busy.value = true
  try {
    await api.post('/session/welcome', {
      token: route.params.token,
      email: email.value,
      password: password.value,
    })
    await session.signIn(email.value, password.value)
    await router.push('/setup')
  } catch (fault) {
    const { message, problems: found } = fault as ApiFault
    problems.value = found.length ? found : [{ field: 'token', code: '', message }]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <DoorFrame title="Welcome to Jeton" @submit="make">
    <p>Make the account you will sign in with. This link works once.</p>
    <v-text-field
      v-model="email"
      label="Your email"
      type="email"
      autocomplete="username"
      :error-messages="at('email')"
    />
    <v-text-field
      v-model="password"
      label="A password of ten characters or more"
      type="password"
      autocomplete="new-password"
      :error-messages="at('password')"
    />
    <p v-if="at('token')" class="grave" role="alert">{{ at('token') }}</p>
    <v-btn type="submit" color="primary" variant="flat" size="large" :loading="busy">Make my account</v-btn>
  </DoorFrame>
</template>

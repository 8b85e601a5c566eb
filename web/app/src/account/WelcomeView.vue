<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiFault } from '../api/client'
import type { Problem } from '../api/types'
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
  <main class="door">
    <form class="panel stack" @submit.prevent="make">
      <div class="row">
        <img src="/token.svg" alt="" width="34" height="34" />
        <h1>Welcome to Jeton</h1>
      </div>
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
    </form>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 20px;
}
form {
  width: min(420px, 100%);
  padding: 28px;
  gap: 16px;
}
</style>

<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiFault } from '../api/client'
import type { Problem } from '../api/types'
import DoorFrame from './DoorFrame.vue'

const route = useRoute()
const router = useRouter()
const password = ref('')
const busy = ref(false)
const problems = ref<Problem[]>([])
const at = (field: string) => problems.value.find((p) => p.field === field)?.message

async function set() {
  busy.value = true
  try {
    await api.post('/session/reset', { token: route.params.token, password: password.value })
    await router.push('/sign-in?changed=1')
  } catch (fault) {
    const { message, problems: found } = fault as ApiFault
    problems.value = found.length ? found : [{ field: 'token', code: '', message }]
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <DoorFrame title="Choose a new password" @submit="set">
    <p>Whoever is signed in to your account is signed out by it.</p>
    <v-text-field
      v-model="password"
      label="A password of ten characters or more"
      type="password"
      autocomplete="new-password"
      autofocus
      :error-messages="at('password')"
    />
    <template v-if="at('token')">
      <p class="grave" role="alert">{{ at('token') }}</p>
      <router-link class="small" to="/forgotten">Ask for a new link</router-link>
    </template>
    <v-btn type="submit" color="primary" variant="flat" size="large" :loading="busy">Set my password</v-btn>
  </DoorFrame>
</template>

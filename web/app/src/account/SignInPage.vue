<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSubmit } from '../shared/useSubmit'
import DoorFrame from './DoorFrame.vue'
import { useSession } from './useSession'

const session = useSession()
const route = useRoute()
const router = useRouter()
const email = ref('')
const password = ref('')
const { busy, message, submit } = useSubmit('email')

async function signIn() {
  await submit(async () => {
    await session.signIn(email.value, password.value)
    await router.push(String(route.query.then ?? '/today'))
  })
  if (message.value) {
    password.value = ''
  }
}
</script>

<template>
  <DoorFrame title="Sign in to Jeton" @submit="signIn">
    <p v-if="route.query.changed" role="status">Your new password is set. Sign in with it.</p>
    <v-text-field v-model="email" label="Email" type="email" autocomplete="username" autofocus required />
    <v-text-field
      v-model="password"
      label="Password"
      type="password"
      autocomplete="current-password"
      required
    />
    <p v-if="message" class="grave" role="alert">{{ message }}</p>
    <v-btn type="submit" color="primary" variant="flat" size="large" :loading="busy">Sign in</v-btn>
    <router-link class="small" to="/forgotten">Forgot your password?</router-link>
  </DoorFrame>
</template>

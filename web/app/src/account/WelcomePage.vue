<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSubmit } from '../shared/useSubmit'
import DoorFrame from './DoorFrame.vue'
import { useSession } from './useSession'
import { useAccount } from './useAccount'

const account = useAccount()

const session = useSession()
const route = useRoute()
const router = useRouter()
const email = ref('')
const password = ref('')
const { busy, at, submit } = useSubmit('token')

const make = () =>
  submit(async () => {
    await account.welcome(String(route.params.token), email.value, password.value)
    await session.signIn(email.value, password.value)
    await router.push('/today')
  })
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

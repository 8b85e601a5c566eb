<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSubmit } from '../shared/useSubmit'
import DoorFrame from './DoorFrame.vue'
import { useAccount } from './useAccount'

const account = useAccount()

const route = useRoute()
const router = useRouter()
const password = ref('')
const { busy, at, submit } = useSubmit('token')

const set = () =>
  submit(async () => {
    await account.reset(String(route.params.token), password.value)
    await router.push('/sign-in?changed=1')
  })
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

<script setup lang="ts">
import { ref } from 'vue'
import { useSubmit } from '../shared/useSubmit'
import DoorFrame from './DoorFrame.vue'
import { useAccount } from './useAccount'

const account = useAccount()

const email = ref('')
const asked = ref(false)
const { busy, message, submit } = useSubmit('email')

const ask = () =>
  submit(async () => {
    await account.forgotten(email.value)
    asked.value = true
  })
</script>

<template>
  <DoorFrame title="Choose a new password" @submit="ask">
    <template v-if="asked">
      <p role="status">
        If somebody works here with that address, an email with a link is on its way. It is good for half an
        hour, once.
      </p>
      <p class="small quiet">Nothing after five minutes? Look in the junk folder, or ask again.</p>
    </template>
    <template v-else>
      <p>Write the address you sign in with. We send it a link.</p>
      <v-text-field v-model="email" label="Email" type="email" autocomplete="username" autofocus required />
      <p v-if="message" class="grave" role="alert">{{ message }}</p>
      <v-btn type="submit" color="primary" variant="flat" size="large" :loading="busy">Send me a link</v-btn>
    </template>
    <router-link class="small" to="/sign-in">Back to signing in</router-link>
  </DoorFrame>
</template>

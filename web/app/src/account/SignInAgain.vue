<script setup lang="ts">
import { ref } from 'vue'
import { resumeAll } from '../shared/saving/desk'
import { useHandsRest } from '../shared/useHandsRest'
import { useSubmit } from '../shared/useSubmit'
import { useSession } from './useSession'

/** The session has ended at work: signs in again over the screen, whose typing goes on being saved afterwards. */
const session = useSession()
// Whoever is typing goes on in their own field, not in the password's.
const rest = useHandsRest()
const email = ref(session.email)
const password = ref('')
const { busy, message, submit } = useSubmit('email')

const signIn = () =>
  submit(async () => {
    await session.signIn(email.value, password.value)
    resumeAll()
  })
</script>

<template>
  <v-dialog :model-value="rest" persistent max-width="420" aria-labelledby="sign-in-again">
    <v-card>
      <form class="pa-5 stack" @submit.prevent="signIn">
        <h2 id="sign-in-again">Sign in again</h2>
        <p>Your session has ended. What you typed is still here, and is saved as soon as you are back.</p>
        <v-text-field v-model="email" label="Email" type="email" autocomplete="username" required />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          autocomplete="current-password"
          autofocus
          required
        />
        <p v-if="message" class="grave" role="alert">{{ message }}</p>
        <v-btn type="submit" color="primary" variant="flat" :loading="busy">Sign in</v-btn>
      </form>
    </v-card>
  </v-dialog>
</template>

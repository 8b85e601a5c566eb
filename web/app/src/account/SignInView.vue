<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from './useSession'

const session = useSession()
const route = useRoute()
const router = useRouter()
const email = ref('')
const password = ref('')
const busy = ref(false)
const wrong = ref('')

async function signIn() {
  busy.value = true
  wrong.value = ''
  try {
    await session.signIn(email.value, password.value)
    await router.push(String(route.query.then ?? '/today'))
  } catch (fault) {
    wrong.value = (fault as Error).message
    password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <form class="panel stack" @submit.prevent="signIn">
      <div class="row">
        <img src="/token.svg" alt="" width="34" height="34" />
        <h1>Sign in to Jeton</h1>
      </div>
      <v-text-field v-model="email" label="Email" type="email" autocomplete="username" autofocus required />
      <v-text-field
        v-model="password"
        label="Password"
        type="password"
        autocomplete="current-password"
        required
      />
      <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
      <v-btn type="submit" color="primary" variant="flat" size="large" :loading="busy">Sign in</v-btn>
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
  width: min(400px, 100%);
  padding: 28px;
  gap: 16px;
}
</style>

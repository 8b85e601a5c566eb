<script setup lang="ts">
/** What stands before the interface: signing in, and what is done without being signed in. */
defineProps<{ title: string }>()
const emit = defineEmits<{ submit: [] }>()
</script>

<template>
  <main class="door">
    <form class="panel stack" @submit.prevent="emit('submit')">
      <div class="row">
        <img src="/token.svg" alt="" width="34" height="34" />
        <h1>{{ title }}</h1>
      </div>
      <slot />
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

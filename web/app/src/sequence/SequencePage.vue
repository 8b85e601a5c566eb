<script setup lang="ts">
import { useRoute } from 'vue-router'
import SequenceBench from './SequenceBench.vue'

/** A sequence on a page of its own. */
const route = useRoute()
const id = Number(route.params.id)
</script>

<template>
  <main class="page stack">
    <h1 class="unseen">A sequence</h1>
    <p class="small alone"><router-link to="/emails/sequences">All sequences</router-link></p>
    <SequenceBench :id="id" :key="id" offer-name="" />
  </main>
</template>

<script setup lang="ts">
import { useDisplay } from 'vuetify'

/** Leads from page to page; nothing where there is only one. Pages are counted from 0, and shown from 1. */
defineProps<{ pages: number }>()
const page = defineModel<number>({ required: true })
const { xs } = useDisplay()
</script>

<template>
  <v-pagination
    v-if="pages > 1"
    :model-value="page + 1"
    :length="pages"
    :total-visible="xs ? 3 : 7"
    :density="xs ? 'compact' : 'default'"
    @update:model-value="page = $event - 1"
  />
</template>

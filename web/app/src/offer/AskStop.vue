<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Layout, SiteView } from '../api/types'
import FormBench from '../ask/FormBench.vue'
import FormTabs from '../ask/FormTabs.vue'
import LayoutGallery from '../ask/LayoutGallery.vue'
import { useForms } from '../ask/useForms'
import LoadState from '../shared/LoadState.vue'
import { useSiteList } from '../business/useSiteList'

/** The forms of an offer. Which one is on the bench stands in the address. */
const props = defineProps<{ offerId: number; address: string }>()
const everySite = useSiteList()
const emit = defineEmits<{ saved: [] }>()
const route = useRoute()
const router = useRouter()
const adding = ref(false)
const sites = ref<SiteView[]>([])
const { forms, fault, refresh, make, copy, turn, remove } = useForms(props.offerId, () => emit('saved'))

const chosen = computed(() => {
  const all = forms.value ?? []
  const wanted = Number(route.query.form)
  const marked = all.find((form) => route.hash === `#form-${form.key}`)
  return all.find((form) => form.id === wanted) ?? marked ?? all[0]
})

function choose(id: number) {
  void router.push({ query: { form: id } })
}

async function add(layout: Layout) {
  adding.value = false
  const made = await make(layout.shape, layout.settings)
  if (made) {
    choose(made.id)
  }
}

async function copyChosen() {
  const made = chosen.value && (await copy(chosen.value))
  if (made) {
    choose(made.id)
  }
}

function saved() {
  void refresh()
  emit('saved')
}

watch(
  () => props.offerId,
  async () => (sites.value = await everySite.all().catch(() => [])),
  { immediate: true },
)
</script>

<template>
  <v-alert v-if="fault" type="error" variant="tonal" closable>{{ fault }}</v-alert>
  <LoadState :loading="!forms" />
  <FormBench
    v-if="chosen"
    :key="chosen.id"
    :offer-id="offerId"
    :form="chosen"
    :address="address"
    :sites="sites"
    @saved="saved"
    @copy="copyChosen"
    @turn="chosen && turn(chosen, $event)"
    @remove="chosen && remove(chosen)"
  >
    <FormTabs :forms="forms ?? []" :chosen="chosen.id" @choose="choose" @add="adding = true" />
  </FormBench>
  <LayoutGallery v-if="adding" :offer-id="offerId" @choose="add" @close="adding = false" />
</template>

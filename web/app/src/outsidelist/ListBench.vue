<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { ListChoices, OutsideList, OutsideListSettings, ServiceChoice } from '../api/types'
import Choice from '../shared/Choice.vue'
import FoldedPart from '../shared/FoldedPart.vue'
import LoadState from '../shared/LoadState.vue'
import { useLatest } from '../shared/useLatest'
import { useSubmit } from '../shared/useSubmit'
import ExchangeView from './ExchangeView.vue'
import type { useOutsideLists } from './useOutsideLists'
import { MOMENTS } from './words'

/** Which list, which tags, which field goes where, when; with what would be told about somebody real. */
const props = defineProps<{
  list: OutsideList
  ours: Record<string, string>
  offers: { key: string; name: string }[]
  calls: ReturnType<typeof useOutsideLists>
}>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const given = props.list.settings
const name = ref(given.name)
const chosen = ref(given.list?.key ?? '')
const tags = ref(given.tags.map((tag) => tag.key))
const fields = ref<Record<string, string>>({ ...given.fields })
const moment = ref(given.moment)
const forOffers = ref([...given.offers])
const key = ref('')
const described = ref(JSON.stringify(given.description, null, 2))
const choices = ref<ListChoices | null>(null)
const fault = ref('')
const email = ref('')
const folded = ref('')
const { busy, at, submit } = useSubmit('rest')

const mapped = computed(() => {
  const known = choices.value?.fields ?? []
  const gone = Object.keys(fields.value).filter((one) => !known.some((field) => field.key === one))
  return [...known, ...gone.map((one) => ({ key: one, title: `${one} (not there any more)` }))]
})
const titled = (from: ServiceChoice[] | undefined, before: ServiceChoice[], one: string) =>
  from?.find((c) => c.key === one) ?? before.find((c) => c.key === one) ?? { key: one, title: one }
const ourItems = computed(() => [
  { value: '', title: 'Nothing' },
  ...Object.entries(props.ours).map(([value, title]) => ({ value, title })),
])

function settings(): OutsideListSettings {
  return {
    name: name.value,
    description: JSON.parse(described.value),
    list: chosen.value
      ? titled(choices.value?.lists, given.list ? [given.list] : [], chosen.value)
      : undefined,
    tags: tags.value.map((tag) => titled(choices.value?.tags, given.tags, tag)),
    fields: Object.fromEntries(Object.entries(fields.value).filter(([, mine]) => mine)),
    moment: moment.value,
    offers: forOffers.value,
  }
}

async function ask() {
  try {
    fault.value = ''
    choices.value = await props.calls.choices(props.list.id, chosen.value)
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
watch(chosen, ask, { immediate: true })

const asked = () => {
  try {
    return { settings: settings(), email: email.value.trim() }
  } catch {
    return null
  }
}
const { answer: preview, fault: previewFault } = useLatest(asked, ({ settings: as, email: of }) =>
  props.calls.preview(props.list.id, as, of),
)

const send = () =>
  submit(async () => {
    let now: OutsideListSettings
    try {
      now = settings()
    } catch (wrong) {
      throw new Error(`The description is no JSON: ${(wrong as Error).message}`)
    }
    await props.calls.save(props.list.id, {
      settings: now,
      version: props.list.version,
      key: key.value || undefined,
    })
    emit('done')
  })
</script>

<template>
  <form class="panel stack" :aria-label="`Change ${list.settings.name}`" @submit.prevent="send">
    <h2>{{ list.settings.name }}</h2>
    <LoadState :loading="!choices && !fault" :fault="fault" />
    <template v-if="choices?.failed">
      <p class="grave" role="alert">
        The service does not say what there is. See what it answered, then look at the key and the address.
      </p>
      <ExchangeView :exchange="choices.failed" />
    </template>
    <div class="halves">
      <div class="stack">
        <v-text-field v-model="name" label="What you call it" :error-messages="at('name')" />
        <v-select
          v-if="choices?.lists.length || chosen"
          v-model="chosen"
          label="List"
          :items="(choices?.lists ?? []).map((one) => ({ value: one.key, title: one.title }))"
          placeholder="Choose one"
          persistent-placeholder
          :error-messages="at('list')"
        />
        <v-select
          v-if="choices?.tags.length || tags.length"
          v-model="tags"
          label="Tags everybody gets there"
          :items="
            [...new Set([...(choices?.tags ?? []).map((one) => one.key), ...tags])].map((one) => ({
              value: one,
              title: titled(choices?.tags, given.tags, one).title,
            }))
          "
          multiple
          chips
          closable-chips
          :error-messages="at('tags')"
        />
        <fieldset v-if="mapped.length">
          <legend>Fields there, and what of ours goes into them</legend>
          <div v-for="field in mapped" :key="field.key" class="map">
            <span>{{ field.title }}</span>
            <v-select
              :model-value="fields[field.key] ?? ''"
              :items="ourItems"
              :aria-label="`What goes into ${field.title}`"
              density="compact"
              hide-details="auto"
              :error-messages="at(`fields.${field.key}`)"
              @update:model-value="fields = { ...fields, [field.key]: $event }"
            />
          </div>
        </fieldset>
        <div class="stack">
          <p class="label">Handed on</p>
          <Choice v-model="moment" :choices="MOMENTS" label="When people are handed on" />
        </div>
        <v-autocomplete
          v-model="forOffers"
          label="People of which offers"
          :items="offers.map((one) => ({ value: Number(one.key), title: one.name }))"
          multiple
          chips
          closable-chips
          hint="Empty: of all, those to come among them."
          persistent-hint
        />
      </div>
      <section class="stack preview" aria-label="What would be told">
        <h3>What would be told</h3>
        <v-text-field
          v-model="email"
          label="About whom"
          :placeholder="preview?.email"
          persistent-placeholder
          density="compact"
          hide-details
        />
        <p v-if="previewFault" class="grave small" role="alert">{{ previewFault }}</p>
        <pre v-else-if="preview" tabindex="0" aria-label="The request">{{ preview.request }}</pre>
        <p class="small quiet">What is not known of somebody is left out: it may be known there.</p>
      </section>
    </div>
    <FoldedPart
      id="service"
      v-model="folded"
      name="Key, and how the service is spoken to"
      :now="list.settings.description.name"
    >
      <div class="stack">
        <v-text-field
          v-model="key"
          label="Another key"
          autocomplete="off"
          hint="Empty: the one there is stays."
          persistent-hint
          :error-messages="at('key')"
        />
        <v-textarea
          v-model="described"
          label="Description (JSON)"
          rows="14"
          class="described"
          hint="Paths may hold {list}, {email} and {cursor}; headers {key} and {basic}; bodies {email}, {state}, {fields} and {tags}. Answers are read by JSON Pointers."
          persistent-hint
        />
        <template
          v-for="part in ['address', 'headers', 'lists', 'fields', 'tags', 'find', 'handOn', 'leave', 'left']"
        >
          <p v-if="at(`description.${part}`)" :key="part" class="grave small" role="alert">
            {{ part }}: {{ at(`description.${part}`) }}
          </p>
        </template>
      </div>
    </FoldedPart>
    <p v-if="at('rest')" class="grave" role="alert">{{ at('rest') }}</p>
    <div class="row">
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">Save</v-btn>
      <v-btn @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 28px;
}
fieldset {
  border: 0;
  padding: 0;
}
legend {
  padding: 0;
}
legend,
.label {
  font-weight: 600;
}
.map {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  padding: 5px 0;
  overflow-wrap: anywhere;
}
.preview {
  align-content: start;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: var(--sand);
  border-radius: 8px;
  padding: 10px;
  font-size: 13px;
}
.described :deep(textarea) {
  font-family: ui-monospace, monospace;
  font-size: 13px;
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

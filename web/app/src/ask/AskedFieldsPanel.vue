<script setup lang="ts">
import { mdiDrag, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { FieldDefinition, FormSettings } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import ListChoice from '../people/ListChoice.vue'
import { useLists } from '../people/useLists'
import { useReorder } from '../shared/useReorder'
import { definitionOf, isConsent, newField, nextConsent, takes, TYPE_WORDS } from './words'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** What a form asks: fields in their order, by drag or Alt and the arrow keys. */
defineProps<{ problemAt(field: string): string | undefined }>()
const form = defineModel<FormSettings>({ required: true })
const business = useBusiness()
const lists = useLists()
const NOBODY = 'Nobody who signs up here is on a list: no email to many ever reaches them.'
const putsOnAny = computed(
  () => [form.value.lists, ...form.value.fields.map((f) => f.lists)].flat().length > 0,
)
const A_LOT = 4
/** Key of the field whose settings are open. */
const open = ref('')

const left = computed(() =>
  business.fields.filter((d) => !form.value.fields.some((field) => field.key === d.key)),
)
const asked = computed(() =>
  form.value.fields.filter((f) => definitionOf(f.key, business.fields)?.type !== 'HIDDEN'),
)
const typeOf = (key: string) => definitionOf(key, business.fields)?.type

function add(definition: FieldDefinition) {
  form.value.fields.push(newField(definition))
}

function addConsent() {
  const key = nextConsent(form.value.fields)
  if (key) {
    const label = 'Send me this and the odd email after it. I can leave at any time.'
    form.value.fields.push({
      key,
      label,
      placeholder: '',
      help: '',
      required: true,
      half: false,
      value: '',
      lists: [],
    })
  }
}

const fields = computed({
  get: () => form.value.fields,
  set: (all) => (form.value.fields = all),
})
const { move } = useReorder(fields, (i) => document.getElementById(`handle-${form.value.fields[i]!.key}`))

const takeOut = useTakeOut()
</script>

<template>
  <div class="stack">
    <ListChoice
      v-model="form.lists"
      label="Signing up puts them on"
      :problem="lists.isLoaded && !putsOnAny ? NOBODY : ''"
    />
    <p class="small quiet">
      {{ asked.length }} {{ asked.length === 1 ? 'field' : 'fields' }} · about
      {{ takes(form.fields, business.fields) }} seconds
      <span v-if="asked.length >= A_LOT" class="brass">· This asks a lot: each field costs sign-ups.</span>
    </p>
    <VueDraggable v-model="form.fields" handle=".handle" class="stack tight">
      <div v-for="(field, i) in form.fields" :key="field.key" class="field">
        <div class="head">
          <button
            :id="`handle-${field.key}`"
            class="handle"
            :aria-label="`Move ${field.label}: Alt and an arrow key`"
            @keydown.alt.up.prevent="move(i, -1)"
            @keydown.alt.down.prevent="move(i, 1)"
          >
            <v-icon :icon="mdiDrag" size="20" />
          </button>
          <button
            class="toggle"
            :aria-expanded="open === field.key"
            @click="open = open === field.key ? '' : field.key"
          >
            <span class="name">{{ field.label || 'Without words' }}</span>
            <span class="small quiet">{{ typeOf(field.key) ? TYPE_WORDS[typeOf(field.key)!] : 'gone' }}</span>
          </button>
        </div>
        <div v-if="open === field.key" class="stack inner">
          <v-textarea
            v-if="isConsent(field.key)"
            v-model="field.label"
            label="What they agree to"
            hint="The exact words are kept with each sign-up."
            persistent-hint
            :error-messages="problemAt(`fields[${i}].label`)"
          />
          <ListChoice
            v-if="isConsent(field.key)"
            v-model="field.lists"
            label="Ticked, it also puts them on"
          />
          <template v-else-if="typeOf(field.key) === 'HIDDEN'">
            <v-text-field
              v-model="field.value"
              label="What is sent along"
              :error-messages="problemAt(`fields[${i}].value`)"
            />
          </template>
          <template v-else>
            <v-text-field
              v-model="field.label"
              label="Label"
              :error-messages="problemAt(`fields[${i}].label`)"
            />
            <v-text-field v-model="field.placeholder" label="Placeholder" />
            <v-text-field v-model="field.help" label="Help below it" />
            <v-switch v-model="field.half" label="Half the width" />
          </template>
          <v-switch
            v-if="typeOf(field.key) !== 'HIDDEN'"
            v-model="field.required"
            :disabled="field.key === 'email'"
            :label="isConsent(field.key) ? 'Must be ticked' : 'Must be filled in'"
          />
          <div v-if="field.key !== 'email'">
            <v-btn
              size="small"
              :prepend-icon="mdiTrashCanOutline"
              @click="takeOut(`Field ${i + 1}`, () => form.fields.splice(i, 1))"
              >Remove {{ field.label.slice(0, 24) }}</v-btn
            >
          </div>
        </div>
        <p v-if="problemAt(`fields[${i}]`)" class="grave small" role="alert">
          {{ problemAt(`fields[${i}]`) }}
        </p>
      </div>
    </VueDraggable>
    <div class="row">
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" size="small" :prepend-icon="mdiPlus">Add a field</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item
            v-for="d in left"
            :key="d.key"
            :title="d.label"
            :subtitle="TYPE_WORDS[d.type]"
            @click="add(d)"
          />
          <v-list-item title="A consent box" subtitle="with its own wording" @click="addConsent" />
          <v-list-item title="Fields of your own" subtitle="made in Setup" to="/setup#fields" />
        </v-list>
      </v-menu>
    </div>
  </div>
</template>

<style scoped>
.tight {
  gap: 8px;
}
.field {
  border: 1px solid var(--line);
  border-radius: 10px;
}
.head {
  display: flex;
  align-items: center;
  padding: 8px 12px 8px 8px;
}
.toggle {
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding-left: 8px;
  text-align: left;
}
.toggle .small {
  white-space: nowrap;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.handle {
  cursor: grab;
  color: var(--quiet);
  line-height: 0;
  padding: 2px;
}
.inner {
  padding: 4px 12px 12px;
}
.brass {
  color: var(--brass-text);
}
</style>

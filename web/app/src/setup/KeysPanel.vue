<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { oneLine } from '../api/client'
import type { ProgramKey } from '../api/types'
import When from '../business/When.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import CopyButton from '../shared/CopyButton.vue'
import { useProgramKeys } from './useProgramKeys'

/** Keys for programs: made, shown once, revoked. */
const calls = useProgramKeys()
const keys = ref<ProgramKey[]>([])
const name = ref('')
const may = ref<ProgramKey['may']>(['CHECK_COUPONS', 'REDEEM_COUPONS'])
const made = ref('')
const wrong = ref('')
const revoking = ref<ProgramKey | null>(null)

async function load() {
  try {
    keys.value = await calls.all()
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

async function make() {
  wrong.value = ''
  try {
    made.value = (await calls.make(name.value, may.value)).key
    name.value = ''
    await load()
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

async function revoke(key: ProgramKey) {
  try {
    await calls.revoke(key.id)
    await load()
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

/** What a key may do, in the order it is offered. */
const MAY: { value: ProgramKey['may'][number]; words: string; does: string }[] = [
  { value: 'CHECK_COUPONS', words: 'Ask about codes', does: 'checks codes' },
  { value: 'REDEEM_COUPONS', words: 'Use codes up', does: 'redeems codes' },
  { value: 'TELL_PURCHASES', words: 'Tell of orders', does: 'tells of orders' },
  { value: 'READ_PEOPLE', words: 'Read people', does: 'reads people' },
  { value: 'CHANGE_PEOPLE', words: 'Sign up and change people', does: 'signs up and changes people' },
  { value: 'READ_FEEDS', words: 'Read feeds', does: 'reads feeds' },
]
const mayWords = (key: ProgramKey) =>
  MAY.filter((one) => key.may.includes(one.value))
    .map((one) => one.does)
    .join(', ')

onMounted(load)
</script>

<template>
  <section id="keys" class="panel stack" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys for programs</h2>
    <p class="small quiet">
      With a key your shop asks by itself whether a code is good, and tells of codes used and of orders
      (/api/coupons, /api/purchases); other programs sign people up, read and change them (/api/programs). A
      key that only reads feeds stands in their address: /feeds/KEY/emails.ics for a calendar,
      /feeds/KEY/people.csv for a spreadsheet.
    </p>
    <v-alert v-if="made" type="success" variant="tonal" density="compact" role="status">
      This key is shown once. Copy it now: only its fingerprint is kept.
      <div class="row mt-2">
        <code>{{ made }}</code>
        <CopyButton :text="made" what="the key" />
        <v-btn size="small" @click="made = ''">I have copied it</v-btn>
      </div>
    </v-alert>
    <ul v-if="keys.length" class="keys">
      <li v-for="key in keys" :key="key.id" class="row spread">
        <span
          ><strong>{{ key.name }}</strong
          >{{ ' '
          }}<span class="small quiet">
            {{ mayWords(key) }} · made <When within :at="key.madeAt" /><template v-if="key.lastUsedAt">
              · last used <When within :at="key.lastUsedAt" /></template
            ><template v-if="key.revokedAt"> · revoked <When within :at="key.revokedAt" /></template></span
        ></span>
        <v-btn v-if="!key.revokedAt" size="small" :aria-label="`Revoke ${key.name}`" @click="revoking = key"
          >Revoke</v-btn
        >
      </li>
    </ul>
    <form class="row" @submit.prevent="make">
      <v-text-field
        v-model="name"
        label="What will use it"
        placeholder="The shop's till"
        :error-messages="wrong"
      />
      <div class="may" role="group" aria-label="What it may do">
        <v-checkbox
          v-for="one in MAY"
          :key="one.value"
          v-model="may"
          :value="one.value"
          :label="one.words"
          density="compact"
          hide-details
        />
      </div>
      <v-btn type="submit">Make a key</v-btn>
    </form>
    <ConfirmDialog
      :model-value="!!revoking"
      title="Revoke this key?"
      keep="Keep it"
      action="Revoke it"
      grave
      @update:model-value="revoking = null"
      @act="revoke(revoking!)"
    >
      Whatever uses “{{ revoking?.name }}” is refused from then on. A revoked key does not come back.
    </ConfirmDialog>
  </section>
</template>

<style scoped>
.keys {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 8px;
}
code {
  overflow-wrap: anywhere;
}
.may {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
form > .v-text-field {
  flex: 1 1 180px;
}
</style>

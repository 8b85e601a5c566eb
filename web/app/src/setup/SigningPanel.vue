<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { oneLine } from '../api/client'
import type { BounceWays, SigningView } from '../api/types'
import CopyButton from '../shared/CopyButton.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { useSetup } from './useSetup'

const calls = useSetup()

/** The key emails are signed with, the DNS records a sender should have, and where mails that come back go. */
type DnsRecord = SigningView['records'][number]
const view = ref<SigningView | null>(null)
const bounces = ref<BounceWays | null>(null)
const busy = ref(false)
const fault = ref('')
const replacing = ref(false)
const renewing = ref(false)
const PURPOSES: Record<DnsRecord['purpose'], string> = {
  SIGNING: 'That signatures are yours (DKIM)',
  SENDERS: 'Which servers may send for you (SPF)',
  POLICY: 'What to do with what is neither (DMARC)',
}
const FOUND: Record<DnsRecord['found'], string> = {
  RIGHT: 'there',
  OTHER: 'says something else',
  MISSING: 'not there yet',
  UNKNOWN: 'the name server did not answer',
}

async function ask(work: () => Promise<SigningView>) {
  busy.value = true
  replacing.value = false
  try {
    view.value = await work()
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
  busy.value = false
}
const check = () => ask(() => calls.signing())
const make = () => ask(() => calls.makeKey())
async function renewBounceKey() {
  bounces.value = await calls.renewBounceKey()
  renewing.value = false
}
const turn = (on: boolean) => ask(() => calls.turnSigning(on))

onMounted(async () => {
  await check()
  bounces.value = await calls.bounces()
})
</script>

<template>
  <section id="signing" class="panel stack" aria-labelledby="signing-title">
    <div class="row spread">
      <h2 id="signing-title">Signing, and your domain's records</h2>
      <v-btn size="small" :loading="busy" @click="check">Look again</v-btn>
    </div>
    <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
    <template v-if="view">
      <template v-if="view.key">
        <v-switch
          :model-value="view.key.on"
          :label="view.key.on ? `Emails are signed for ${view.key.domain}` : 'Emails are not signed'"
          hide-details
          @update:model-value="turn(!!$event)"
        />
        <div><v-btn size="small" @click="replacing = true">Make another key</v-btn></div>
      </template>
      <template v-else>
        <p class="small quiet">
          Mailboxes trust signed emails more. The key is made here; its public half goes into your domain's
          DNS.
        </p>
        <div><v-btn size="small" :loading="busy" @click="make">Make a key</v-btn></div>
      </template>
      <div v-for="record in view.records" :key="record.name" class="record">
        <div class="row spread">
          <strong class="small">{{ PURPOSES[record.purpose] }}</strong>
          <span class="mark" :class="{ live: record.found === 'RIGHT' }">{{ FOUND[record.found] }}</span>
        </div>
        <p class="small">
          TXT at <code>{{ record.name }}</code> <CopyButton :text="record.name" what="the name" />
        </p>
        <p class="small value">
          <code>{{ record.found === 'RIGHT' ? record.present : record.value }}</code>
          <CopyButton :text="record.value" what="the record" />
        </p>
      </div>
    </template>
    <details v-if="bounces">
      <summary class="small">Where mails that come back go</summary>
      <div class="stack inner small">
        <p>
          Post each, whole, to <code>{{ bounces.address }}</code>
          <CopyButton :text="bounces.address" what="the address" /> with the header
          <code>Authorization: Bearer {{ bounces.key }}</code>
          <CopyButton :text="`Authorization: Bearer ${bounces.key}`" what="the header" />
        </p>
        <p>
          Or drop them as .eml files into <code>{{ bounces.folder }}</code>
        </p>
        <div><v-btn size="small" @click="renewing = true">Make another header</v-btn></div>
        <p class="quiet">
          Addresses that do not work become unreachable, people who complain are sent nothing more.
        </p>
      </div>
    </details>
    <ConfirmDialog
      v-model="replacing"
      title="Make another key?"
      keep="Keep the present one"
      action="Make another"
      grave
      @act="make"
      >The present one is lost, and signing rests until the new record is in your DNS and you turn it on.
      Emails go out unsigned meanwhile.</ConfirmDialog
    >
    <ConfirmDialog
      v-model="renewing"
      title="Make another header?"
      keep="Keep the present one"
      action="Make another"
      grave
      @act="renewBounceKey"
      >Whoever has the present one can report addresses no more: not a stranger it got out to, and not your
      mail server until you give it the new one.</ConfirmDialog
    >
  </section>
</template>

<style scoped>
.record {
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
code {
  overflow-wrap: anywhere;
  font-size: 12.5px;
}
.record code {
  margin-right: 8px;
}
.record p {
  margin-top: 6px;
}
.inner {
  padding-top: 8px;
}
summary {
  cursor: pointer;
}
</style>

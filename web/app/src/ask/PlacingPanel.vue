<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { FormView, Placing, SiteView } from '../api/types'
import CopyButton from '../shared/CopyButton.vue'
import When from '../business/When.vue'
import { useFormCalls } from './useFormCalls'
import { useInstructions } from './useInstructions'

/** How to put a form on a site, each way with its line to copy; and where it was seen. */
const props = defineProps<{ offerId: number; form: FormView; snippet: string; sites: SiteView[] }>()
const calls = useFormCalls(props.offerId)
const instructions = useInstructions()
const placing = ref<Placing | null>(null)
const fault = ref('')
const campaign = ref('')
const to = ref('')
const told = ref('')

watch(
  () => props.form.id,
  async () => {
    try {
      placing.value = await calls.placing(props.form.id)
    } catch (failed) {
      fault.value = (failed as Error).message
    }
  },
  { immediate: true },
)

const isPage = computed(() => props.form.shape === 'FULL_PAGE')
const page = computed(() => {
  const tag = campaign.value.trim()
  return (placing.value?.page ?? '') + (tag ? `?utm_campaign=${encodeURIComponent(tag)}` : '')
})
const qr = computed(() => `${placing.value?.qr}?campaign=${encodeURIComponent(campaign.value)}`)
const seen = computed(() =>
  props.sites.flatMap((s) =>
    s.forms.filter((f) => f.formKey === props.form.key).map((f) => ({ site: s.site, ...f })),
  ),
)

const ways = computed(() => {
  const p = placing.value
  if (!p) {
    return []
  }
  const spot = {
    name: 'A spot in the page',
    words: 'Paste this where the form is to stand. The snippet must be on the page too.',
    line: p.spot,
  }
  const click = {
    name: 'A link or button that opens it',
    words: 'Paste this button, or give any element of yours the same attribute.',
    line: p.button,
  }
  const rest = [
    {
      name: 'A frame',
      words: 'For places that take no script. With the snippet on the page its height follows the form.',
      line: p.frame,
    },
    {
      name: 'Plain HTML',
      words: 'Works without scripts. It does not change when you change the form: paste it again then.',
      line: p.html,
    },
  ]
  return props.form.shape === 'IN_PAGE' ? [spot, ...rest] : isPage.value ? rest : [click, ...rest]
})

async function send() {
  told.value = ''
  try {
    const lines = [props.snippet, ...ways.value.slice(0, 1).map((w) => w.line)].filter(Boolean)
    const answer = await instructions.send({
      to: to.value,
      form: props.form.settings.name,
      lines,
    })
    told.value = answer.said
  } catch (failed) {
    told.value = (failed as Error).message
  }
}
</script>

<template>
  <div class="stack">
    <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
    <template v-if="!isPage">
      <p v-if="seen.length === 0" class="small brass">Never seen on a site yet.</p>
      <p v-for="s in seen" :key="s.siteId" class="small">
        Last seen on {{ s.site.name }} <When within :at="s.at" />, on {{ s.pages }}
        {{ s.pages === 1 ? 'page' : 'pages' }}.
      </p>
      <div class="way">
        <h3>The snippet</h3>
        <p class="small quiet">Once per site, in its head; later changes need no new paste.</p>
        <p v-if="!snippet" class="small">
          <router-link to="/site">Add your site first</router-link>, it has the line.
        </p>
        <div v-else class="line">
          <code>{{ snippet }}</code> <CopyButton :text="snippet" what="the snippet" />
        </div>
      </div>
    </template>
    <div v-for="way in ways" :key="way.name" class="way">
      <h3>{{ way.name }}</h3>
      <p class="small quiet">{{ way.words }}</p>
      <div class="line">
        <code>{{ way.line }}</code> <CopyButton :text="way.line" :what="way.name" />
      </div>
    </div>
    <div class="way">
      <h3>The hosted page</h3>
      <p class="small quiet">
        A page of its own, for links, letters and print. A campaign’s name goes with each sign-up.
      </p>
      <v-text-field v-model="campaign" label="Campaign" placeholder="spring-fair" />
      <div class="line">
        <code>{{ page }}</code> <CopyButton :text="page" what="the page’s address" />
      </div>
      <div v-if="placing" class="row">
        <img :src="qr" alt="QR code of the address" width="120" height="120" class="qr" />
        <a :href="qr" download="qr.svg">Save the QR code</a>
      </div>
    </div>
    <div class="way">
      <h3>Send it to a developer</h3>
      <p class="small quiet">An email with the lines above and where each goes.</p>
      <div class="row">
        <v-text-field v-model="to" label="Their address" type="email" />
        <v-btn :disabled="!to" @click="send">Send the instructions</v-btn>
      </div>
      <p v-if="told" class="small" role="status">{{ told }}</p>
    </div>
  </div>
</template>

<style scoped>
.way {
  border-top: 1px solid var(--line);
  padding-top: 10px;
  display: grid;
  gap: 6px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: start;
}
code {
  flex: 1;
  min-width: 0;
  max-height: 96px;
  overflow: auto;
  background: var(--sand);
  border-radius: 8px;
  padding: 8px 10px;
  font-size: 12.5px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.qr {
  border: 1px solid var(--line);
  border-radius: 8px;
}
.brass {
  color: var(--brass-text);
}
</style>

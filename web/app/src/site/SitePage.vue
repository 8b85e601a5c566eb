<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { ref } from 'vue'
import { ApiFault } from '../api/client'
import type { SeenPage, SiteView } from '../api/types'
import CopyButton from '../shared/CopyButton.vue'
import When from '../business/When.vue'
import DisplayTester from './DisplayTester.vue'
import { useSites } from './useSites'
import LoadState from '../shared/LoadState.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { useSiteCalls } from './useSiteCalls'
import { vCards } from '../shared/vCards'

const calls = useSiteCalls()

/** The business's sites: the snippet, where it was seen, what is missing; and the tester. */
const { sites, fault, warnings, lost, refresh } = useSites()
const adding = ref(false)
const draft = ref({ name: '', origin: '' })
const wrong = ref<Record<string, string>>({})
/** Pages by what was asked: a site's own, or a form's on it. */
const pages = ref<Record<string, SeenPage[]>>({})
const removing = ref<SiteView | null>(null)

async function add() {
  wrong.value = {}
  try {
    await calls.add(draft.value)
    adding.value = false
    draft.value = { name: '', origin: '' }
    await refresh()
  } catch (failed) {
    const { problems, message } = failed as ApiFault
    wrong.value = Object.fromEntries(problems.map((p) => [p.field, p.message]))
    fault.value = problems.length ? '' : message
  }
}

async function showPages(id: number, formKey = '') {
  const seen = await calls.pages(id, formKey)
  pages.value = { ...pages.value, [id + formKey]: seen }
}

async function remove() {
  await calls.remove(removing.value!.site.id)
  removing.value = null
  await refresh()
}
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <h1>Site</h1>
      <v-btn v-if="sites?.length" :prepend-icon="mdiPlus" @click="adding = true">Add a site</v-btn>
    </div>
    <LoadState :loading="!sites" :fault="fault" />
    <section v-if="sites?.length === 0 && !adding" class="panel stack">
      <h2>No site yet</h2>
      <p>
        Add the site your forms are to show on. You get one line to paste into its head, once; everything
        after that is changed here.
      </p>
      <div><v-btn color="primary" variant="flat" @click="adding = true">Add a site</v-btn></div>
    </section>
    <form v-if="adding" class="panel stack" @submit.prevent="add">
      <h2>Add a site</h2>
      <div class="pair">
        <v-text-field v-model="draft.name" label="Its name" :error-messages="wrong.name" autofocus />
        <v-text-field
          v-model="draft.origin"
          label="Its address"
          placeholder="https://quireandthread.example"
          :error-messages="wrong.origin"
        />
      </div>
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat">Add it</v-btn>
        <v-btn @click="adding = false">Cancel</v-btn>
      </div>
    </form>

    <section v-for="view in sites ?? []" :key="view.site.id" class="panel stack" :aria-label="view.site.name">
      <div class="row spread">
        <div>
          <h2>{{ view.site.name }}</h2>
          <a :href="view.site.origin" target="_blank" class="small">{{ view.site.origin }}</a>
        </div>
        <v-btn size="small" @click="removing = view">Remove</v-btn>
      </div>
      <p class="small quiet">
        Paste this into the head of every page, once. Later changes need no new paste.
      </p>
      <div class="line">
        <code>{{ view.snippet }}</code>
        <CopyButton :text="view.snippet" :what="`the snippet of ${view.site.name}`" />
      </div>
      <p v-if="warnings(view)" class="grave" role="status">{{ warnings(view) }}</p>
      <p v-else class="small">
        Seen <When within v-if="view.seenAt" :at="view.seenAt" />, on {{ view.pages }}
        {{ view.pages === 1 ? 'page' : 'pages' }}.
        <button class="link" @click="showPages(view.site.id)">Which ones</button>
      </p>
      <ul v-if="pages[view.site.id]" class="small">
        <li v-for="p in pages[view.site.id]" :key="p.page">
          {{ p.page }} · <When :at="p.at" /> · {{ p.times.toLocaleString('en-GB') }} times
        </li>
      </ul>
      <p v-for="key in lost(view)" :key="key" class="grave small" role="status">
        A page holds a place for the form {{ key }}, which does not exist (any more). Take that line out of
        your site.
      </p>
      <table v-if="view.forms.length" v-cards class="listing">
        <thead>
          <tr>
            <th>Form</th>
            <th>Last seen</th>
            <th>Pages</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="f in view.forms.filter((s) => s.formKey && !lost(view).includes(s.formKey))"
            :key="f.formKey"
          >
            <td>{{ f.name }}</td>
            <td><When :at="f.at" /></td>
            <td>
              <button
                class="link"
                :aria-label="`Pages with ${f.name}`"
                @click="showPages(view.site.id, f.formKey)"
              >
                {{ f.pages }}
              </button>
              <div v-for="p in pages[view.site.id + f.formKey!]" :key="p.page" class="small">
                {{ p.page }} · <When :at="p.at" />
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </section>

    <DisplayTester v-if="sites?.length" :origin="sites[0]!.site.origin" />

    <details class="panel">
      <summary><h2>For a careful site</h2></summary>
      <p class="small">
        A strict Content-Security-Policy needs our address in <code>script-src</code>,
        <code>connect-src</code>, <code>img-src</code> and <code>font-src</code>. No inline styles or scripts
        are used. The script keeps one item, <code>jeton</code>, in the browser’s local storage and one in its
        session storage; it sets no cookie. It tells the page’s own scripts what happens by the events
        <code>jeton:shown</code>, <code>jeton:closed</code>, <code>jeton:declined</code> and
        <code>jeton:signed-up</code> on the document, each with its offer, form, shape and trigger; with
        <code>data-tell="NAME"</code> it calls the page’s function of that name with the same.
      </p>
    </details>
    <ConfirmDialog
      :model-value="!!removing"
      title="Remove this site?"
      keep="Keep it"
      action="Remove it"
      grave
      @update:model-value="removing = null"
      @act="remove"
    >
      Forms stop showing on {{ removing?.site.origin }} at once, and where they were seen is forgotten.
      Sign-ups stay.
    </ConfirmDialog>
  </main>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: center;
}
.line code {
  flex: 1;
  min-width: 0;
  background: var(--sand);
  border-radius: 8px;
  padding: 8px 10px;
  font-size: 13px;
  overflow-wrap: anywhere;
}
.link {
  text-decoration: underline;
  color: rgb(var(--v-theme-primary));
}
.seen {
  border-collapse: collapse;
  width: 100%;
}
.seen th {
  text-align: left;
  font-size: 13px;
  color: var(--quiet);
  font-weight: 550;
}
summary {
  cursor: pointer;
}
summary h2 {
  display: inline;
}
</style>

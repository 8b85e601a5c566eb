<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, nextTick, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { BusinessSettings } from '../api/types'
import { maybeUnknown } from '../email/fillIns'
import { SETUP_PARTS } from '../business/setupParts'
import PartsNav from '../shared/PartsNav.vue'
import PictureField from '../shared/PictureField.vue'
import SavedNote from '../shared/SavedNote.vue'
import { useDocument, type Document } from '../shared/saving/useDocument'
import ChecksPanel from './ChecksPanel.vue'
import KeysPanel from './KeysPanel.vue'
import NoticesPanel from '../notice/NoticesPanel.vue'
import OwnFieldsPanel from './OwnFieldsPanel.vue'
import PagesPanel from './PagesPanel.vue'
import SendingPanel from './SendingPanel.vue'
import SigningPanel from './SigningPanel.vue'
import SmtpPanel from './SmtpPanel.vue'
import TagsPanel from './TagsPanel.vue'
import { useBusiness } from '../business/useBusiness'
import LoadState from '../shared/LoadState.vue'
import { useSetup } from './useSetup'
import { useTakeOut } from '../shared/saving/useTakeOut'

const calls = useSetup()

const route = useRoute()
const business = useBusiness()

const setup = useDocument<BusinessSettings>('business', {
  load: calls.load,
  save: calls.save,
  saved: () => void business.load(),
})
const s = computed(() => setup.value.value)

watch(
  [() => route.hash, () => s.value === null],
  async () => {
    await nextTick()
    const control = route.hash && document.getElementById(route.hash.slice(1))
    if (control) {
      control.scrollIntoView({ block: 'start' })
      control.querySelector<HTMLElement>('input, textarea')?.focus()
    }
  },
  { immediate: true },
)

const takeOut = useTakeOut()
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row">
        <h1>Setup</h1>
        <PartsNav :parts="SETUP_PARTS" at="/setup" here="" label="Setup" />
      </div>
      <SavedNote :document="setup as Document<unknown>" />
    </div>
    <v-alert v-if="setup.state.value === 'failed'" type="error" variant="tonal">{{
      setup.message.value
    }}</v-alert>
    <LoadState :loading="setup.state.value === 'loading'" />
    <div v-if="s" class="halves">
      <div class="stack">
        <section class="panel stack" aria-labelledby="identity">
          <h2 id="identity">Your business</h2>
          <v-text-field v-model="s.name" label="Name" :error-messages="setup.problemAt('name')" />
          <div id="postalAddress">
            <v-textarea
              v-model="s.postalAddress"
              label="Postal address"
              hint="Stands at the foot of every email, as the law asks."
              persistent-hint
              :error-messages="setup.problemAt('postalAddress')"
            />
          </div>
          <v-autocomplete
            v-model="s.zone"
            :items="business.choices.zones"
            label="Time zone"
            :error-messages="setup.problemAt('zone')"
          />
          <PictureField v-model="s.logo" label="Logo" />
          <fieldset class="stack">
            <legend>Colours</legend>
            <div class="row">
              <div v-for="(_, i) in s.palette" :key="i" class="colour">
                <input v-model="s.palette[i]" type="color" :aria-label="`Colour ${i + 1}`" />
                <v-btn
                  size="x-small"
                  variant="text"
                  :icon="mdiTrashCanOutline"
                  :aria-label="`Remove colour ${i + 1}`"
                  @click="takeOut(`Colour ${i + 1}`, () => s!.palette.splice(i, 1))"
                />
              </div>
              <v-btn
                v-if="s.palette.length < business.choices.mostColours"
                size="small"
                :prepend-icon="mdiPlus"
                @click="s.palette.push('#16423C')"
                >Add a colour</v-btn
              >
            </div>
            <p class="small quiet">The first one is the buttons of your emails.</p>
          </fieldset>
        </section>
        <OwnFieldsPanel v-model="s.fields" :problem-at="setup.problemAt" />
        <NoticesPanel />
        <TagsPanel />
        <PagesPanel v-model="s.pages" :problem-at="setup.problemAt" />
      </div>
      <div class="stack">
        <section id="sender" class="panel stack" aria-labelledby="sender-title">
          <h2 id="sender-title">Who the emails come from</h2>
          <v-text-field
            v-model="s.senderName"
            label="Sender's name"
            :error-messages="setup.problemAt('senderName')"
          />
          <v-text-field
            v-model="s.senderEmail"
            label="Sender's address"
            type="email"
            :error-messages="setup.problemAt('senderEmail')"
          />
          <v-text-field
            v-model="s.replyTo"
            label="Replies go to"
            placeholder="the sender's address"
            :error-messages="setup.problemAt('replyTo')"
          />
        </section>
        <SmtpPanel />
        <SendingPanel v-model="s.sending" :problem-at="setup.problemAt" />
        <SigningPanel />
        <section class="panel stack" aria-labelledby="unknown-title">
          <h2 id="unknown-title">When something is not known</h2>
          <v-text-field
            v-for="fillIn in maybeUnknown()"
            :key="fillIn.name"
            :model-value="s.whenUnknown[fillIn.name] ?? ''"
            :label="`Instead of “${fillIn.label}”, emails say`"
            @update:model-value="s.whenUnknown = { ...s.whenUnknown, [fillIn.name]: $event }"
          />
        </section>
        <ChecksPanel v-model="s.checks" :problem-at="setup.problemAt" />
        <KeysPanel />
      </div>
    </div>
  </main>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.panel {
  gap: 16px;
}
.halves :deep([id]) {
  scroll-margin-top: 16px;
}
fieldset {
  border: 0;
}
legend {
  font:
    650 15px 'Bricolage Grotesque Variable',
    sans-serif;
}
.colour {
  display: grid;
  justify-items: center;
}
input[type='color'] {
  width: 38px;
  height: 38px;
  padding: 0;
  border: 1px solid #8c8574;
  border-radius: 10px;
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>

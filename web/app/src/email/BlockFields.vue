<script setup lang="ts">
import { computed, ref } from 'vue'
import type { EmailBlock, EmailKind } from '../api/types'
import CropDialog from '../shared/CropDialog.vue'
import MockupButton from '../mockup/MockupButton.vue'
import PictureField from '../shared/PictureField.vue'
import NumberField from '../shared/NumberField.vue'
import FillInEditor from './FillInEditor.vue'
import SocialFields from './SocialFields.vue'

/** What can be changed about a block. */
const props = defineProps<{
  kind: EmailKind
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ insert: [kind: EmailBlock['kind']] }>()
const block = defineModel<EmailBlock>({ required: true })
const at = (field: string) => props.problemAt(`${props.path}.${field}`)
const cropping = ref(false)

const targets = computed(() => [
  { title: 'To an address', value: 'LINK' },
  props.kind === 'CONFIRMATION'
    ? { title: 'Confirms their address', value: 'CONFIRM' }
    : { title: 'To their own pass', value: 'PASS' },
])
</script>

<template>
  <div class="stack fields">
    <FillInEditor
      v-if="block.kind === 'TEXT'"
      v-model="block.html"
      label="Text"
      rich
      :problem="at('html')"
      @insert="emit('insert', $event as EmailBlock['kind'])"
    />
    <template v-else-if="block.kind === 'BUTTON'">
      <FillInEditor v-model="block.label" line label="Words on the button" :problem="at('label')" />
      <v-select v-model="block.target" :items="targets" label="Where it leads" density="compact" />
      <v-text-field
        v-if="block.target === 'LINK'"
        v-model="block.href"
        label="Address"
        placeholder="https://"
        hint="May hold fill-ins, such as {{first_name}}."
        :error-messages="at('href')"
      />
    </template>
    <template v-else-if="block.kind === 'PICTURE'">
      <PictureField v-model="block.picture" label="Picture" />
      <MockupButton @made="block.picture = $event.png" />
      <div v-if="block.picture">
        <v-btn size="small" @click="cropping = true">Crop it</v-btn>
      </div>
      <v-text-field
        v-model="block.alt"
        label="What it shows, for those who do not see it"
        :error-messages="at('alt')"
        :hint="block.alt ? '' : 'A few words. Many mailboxes show no pictures at first.'"
        persistent-hint
      />
      <v-text-field
        v-model="block.href"
        label="Leads to (if pressed)"
        placeholder="nowhere"
        :error-messages="at('href')"
      />
      <CropDialog
        v-if="cropping"
        :hash="block.picture"
        @cut="((block.picture = $event), (cropping = false))"
        @close="cropping = false"
      />
    </template>
    <template v-else-if="block.kind === 'FILE_LINK' || block.kind === 'INCENTIVE'">
      <FillInEditor
        v-model="block.label"
        line
        :label="block.kind === 'INCENTIVE' ? 'Words on the button' : 'Words of the link'"
        :problem="at('label')"
      />
      <p class="small quiet">
        {{
          block.kind === 'INCENTIVE'
            ? 'Shows what the offer gives, with its files, and leads to the reader’s own pass.'
            : 'Leads to the reader’s own pass, never to the bare file.'
        }}
      </p>
    </template>
    <SocialFields
      v-else-if="block.kind === 'SOCIAL'"
      v-model="block.links"
      :path="`${path}.links`"
      :problem-at="problemAt"
    />
    <template v-else-if="block.kind === 'FEED'">
      <v-text-field
        v-model="block.href"
        label="Address of the feed"
        placeholder="https://"
        hint="RSS, Atom or JSON Feed. Read once for all when the email goes out."
        persistent-hint
        :error-messages="at('href')"
      />
      <NumberField
        v-model="block.most"
        min="1"
        max="20"
        label="Entries at most"
        :error-messages="at('most')"
      />
    </template>
    <p v-else class="small quiet">A line across. There is nothing to set.</p>
  </div>
</template>

<style scoped>
.fields {
  padding: 6px 4px;
  gap: 10px;
}
</style>

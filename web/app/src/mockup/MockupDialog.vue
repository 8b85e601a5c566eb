<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { MockupLook, MockupMade, MockupSource } from '../api/types'
import LoadState from '../shared/LoadState.vue'
import { usePictures } from '../shared/usePictures'
import { useMockups, type From } from './useMockups'

/** Makes a picture of what is given: from a file’s first page, or any picture, in one of our designs. */
const emit = defineEmits<{ made: [made: MockupMade] }>()
const open = defineModel<boolean>({ required: true })
const mockups = useMockups()
const pictures = usePictures()

const sources = ref<MockupSource[] | null>(null)
const from = ref<From | null>(null)
const name = ref('')
const looks = ref<MockupLook[]>([])
const busy = ref(false)
const wrong = ref('')
const picker = ref<HTMLInputElement>()
const items = computed(() =>
  (sources.value ?? []).map(({ fileId, offer, name: file }) => ({
    value: fileId,
    title: file,
    props: { subtitle: offer },
  })),
)

async function attempt(work: () => Promise<void>) {
  busy.value = true
  wrong.value = ''
  try {
    await work()
  } catch (failed) {
    wrong.value = oneLine(failed)
  } finally {
    busy.value = false
  }
}

watch(open, (now) => {
  if (now) {
    looks.value = []
    from.value = null
    void attempt(async () => {
      sources.value = await mockups.sources()
      const first = sources.value[0]
      if (first) {
        await take({ fileId: first.fileId }, first.name)
      }
    })
  }
})

async function take(source: From, called: string) {
  looks.value = []
  from.value = source
  name.value = called
  looks.value = await mockups.looks(source)
}

const chosen = (fileId: number) =>
  attempt(() => take({ fileId }, items.value.find(({ value }) => value === fileId)!.title))

const picked = () =>
  attempt(async () => {
    const file = picker.value?.files?.[0]
    if (file) {
      await take({ picture: await pictures.keep(file) }, file.name)
    }
  })

const make = (design: string) =>
  attempt(async () => {
    emit('made', await mockups.make(from.value!, design))
    open.value = false
  })

const asImage = (svg: string) => `data:image/svg+xml;base64,${btoa(svg)}`
</script>

<template>
  <v-dialog v-model="open" max-width="880" scrollable aria-labelledby="mockup-title">
    <v-card>
      <v-card-title id="mockup-title">A picture of it</v-card-title>
      <v-card-text class="stack" :aria-busy="busy">
        <p>From a PDF’s first page or any picture, in your colours. It is made sharp at twice its size.</p>
        <div class="row nowrap">
          <v-select
            :model-value="from && 'fileId' in from ? from.fileId : null"
            :items="items"
            label="From a file you give"
            no-data-text="No offer has a PDF or a picture yet"
            @update:model-value="chosen($event!)"
          />
          <v-btn @click="picker!.click()">From a picture</v-btn>
          <input
            ref="picker"
            type="file"
            hidden
            accept="image/png,image/jpeg,image/gif"
            data-testid="mockup-picker"
            @change="picked"
          />
        </div>
        <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
        <LoadState :loading="busy" fault="" />
        <ul v-if="looks.length" class="looks">
          <li v-for="look in looks" :key="look.design">
            <button :disabled="busy" :aria-label="`${look.words}: use it`" @click="make(look.design)">
              <img :src="asImage(look.svg)" :alt="`${look.words} with ${name}`" />
              <span>{{ look.words }}</span>
            </button>
          </li>
        </ul>
      </v-card-text>
      <v-card-actions><v-btn @click="open = false">Cancel</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.looks {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 14px;
}
.looks button {
  display: grid;
  gap: 6px;
  width: 100%;
  padding: 10px;
  border: 1px solid var(--outline);
  border-radius: 10px;
  text-align: left;
  font-weight: 600;
}
.looks button:hover,
.looks button:focus-visible {
  border-color: var(--brass);
  background: var(--sand);
}
img {
  width: 100%;
  aspect-ratio: 4 / 3;
}
</style>

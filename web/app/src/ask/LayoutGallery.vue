<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Layout, Shape } from '../api/types'
import { SHAPE_WORDS } from './words'
import Choice from '../shared/Choice.vue'
import LoadState from '../shared/LoadState.vue'
import { useFormCalls } from './useFormCalls'
import { withoutScripts } from '../shared/withoutScripts'

/** Forms to start from, as live miniatures: each is drawn by the same renderer that visitors meet. */
const props = defineProps<{ offerId: number }>()
const calls = useFormCalls(props.offerId)
const emit = defineEmits<{ choose: [layout: Layout]; close: [] }>()
const layouts = ref<Layout[] | null>(null)
const drawn = ref<Record<string, string>>({})
const shape = ref<Shape | null>(null)
const fault = ref('')
const SHAPES: { value: Shape | null; words: string }[] = [
  { value: null, words: 'All' },
  ...(['POP_UP', 'SLIDE_IN', 'BAR', 'IN_PAGE'] as const).map((value) => ({
    value,
    words: SHAPE_WORDS[value],
  })),
]
const shown = computed(() => layouts.value?.filter((l) => !shape.value || l.shape === shape.value) ?? [])

async function load() {
  try {
    layouts.value = await calls.layouts()
    for (const { id, shape: of, settings } of layouts.value) {
      const page = await calls.draw(of, settings)
      drawn.value[id] = page.html
    }
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}
void load()
</script>

<template>
  <v-dialog
    aria-label="Add a form"
    :model-value="true"
    max-width="1120"
    scrollable
    @update:model-value="emit('close')"
  >
    <v-card>
      <v-card-title class="row spread">
        <h2>Add a form</h2>
        <Choice v-model="shape" label="Shape" :choices="SHAPES" />
      </v-card-title>
      <v-card-text>
        <p class="quiet">
          Choose one to start from. Every word and colour can be changed; it is off until you turn it on.
        </p>
        <LoadState :loading="!layouts" :fault="fault" />
        <div class="grid">
          <button v-for="layout in shown" :key="layout.id" class="layout" @click="emit('choose', layout)">
            <span class="mini" aria-hidden="true">
              <iframe
                v-if="drawn[layout.id]"
                :srcdoc="withoutScripts(drawn[layout.id] ?? '')"
                sandbox="allow-same-origin"
                tabindex="-1"
                title=""
              />
            </span>
            <strong>{{ layout.name }}</strong>
            <span class="small quiet">{{ SHAPE_WORDS[layout.shape] }}</span>
          </button>
        </div>
      </v-card-text>
      <v-card-actions><v-btn @click="emit('close')">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.v-card-title .v-btn {
  font-size: 13px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 16px;
  margin-top: 14px;
}
.layout {
  display: grid;
  text-align: left;
  border: 1px solid var(--outline);
  border-radius: 10px;
  padding: 8px 8px 10px;
}
.mini {
  position: relative;
  height: 168px;
  overflow: hidden;
  border-radius: 7px;
  background: #fff;
  margin-bottom: 6px;
  border: 1px solid var(--line);
}
.mini iframe {
  position: absolute;
  inset: 0;
  /* Laid out at its full width and drawn at a quarter. */
  width: calc(100% / 0.26);
  height: calc(100% / 0.26);
  border: 0;
  transform: scale(0.26);
  transform-origin: 0 0;
  pointer-events: none;
}
</style>

<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import EmailPreview from '../email/EmailPreview.vue'
import GoneLayout from '../email/GoneLayout.vue'
import { useLayouts } from '../email/useLayouts'
import { useWritten } from '../email/useWritten'
import LoadState from '../shared/LoadState.vue'

/** Layouts: the owner's own and ours, each as it would be read. */
const { layouts, gone, fault, remove, putBack } = useLayouts()
const chosen = ref(0)
const layout = computed(() => layouts.value?.[chosen.value])
const written = useWritten(() => (layout.value ? { content: layout.value.content, kind: 'FOLLOW_UP' } : null))

watch(layouts, (now) => (chosen.value = Math.min(chosen.value, (now?.length ?? 1) - 1)))
</script>

<template>
  <LoadState :loading="!layouts" :fault="fault" />
  <GoneLayout v-if="gone" :layout="gone" @back="putBack" />
  <div v-if="layouts" class="shelf">
    <ul class="panel">
      <li v-for="(one, i) in layouts" :key="one.name + one.id">
        <button type="button" class="one" :aria-pressed="i === chosen" @click="chosen = i">
          <strong>{{ one.name }}</strong>
          <span class="small quiet">{{ one.about || 'Your own' }}</span>
        </button>
        <v-btn
          v-if="one.id"
          size="x-small"
          variant="text"
          :icon="mdiTrashCanOutline"
          :aria-label="`Delete the layout ${one.name}`"
          @click="remove(one)"
        />
      </li>
    </ul>
    <div class="panel shown"><EmailPreview v-if="layout" :written="written" /></div>
  </div>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 16px;
  align-items: start;
}
ul {
  list-style: none;
  padding: 8px;
}
li {
  display: flex;
  align-items: center;
}
.one {
  flex: 1;
  display: grid;
  text-align: left;
  padding: 8px 12px;
  border-radius: 8px;
}
.one[aria-pressed='true'] {
  background: var(--sand);
  box-shadow: inset 3px 0 0 var(--brass);
}
.shown {
  background: var(--sand);
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 620px;
}
@media (max-width: 900px) {
  .shelf {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

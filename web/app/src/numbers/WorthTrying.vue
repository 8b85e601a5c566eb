<script setup lang="ts">
import { ref } from 'vue'
import type { Idea, Ideas } from '../api/types'
import LoadState from '../shared/LoadState.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import { useNumbers } from './useNumbers'

/** What is worth trying, each with its evidence and the way to where it is tried. */
const calls = useNumbers()
const notice = useNotice()
const { value: tried, fault, again } = useLoaded<Ideas>(calls.ideas)
const hiding = ref('')
const CURE: Record<Idea['kind'], { stop: string; words: string }> = {
  ASKS_MUCH: { stop: 'ask', words: 'Open the form' },
  FEW_CONFIRM: { stop: 'confirm', words: 'Look at the confirmation' },
  FEW_USE: { stop: 'follow-up', words: 'Remind them' },
}

async function hide(idea: Idea) {
  hiding.value = idea.key
  try {
    await calls.hide(idea.key)
    await again()
    notice.did('That is not told any more.', async () => {
      await calls.show(idea.key)
      await again()
    })
  } finally {
    hiding.value = ''
  }
}
</script>

<template>
  <section class="panel" aria-labelledby="worth-trying">
    <h2 id="worth-trying">Worth trying</h2>
    <LoadState :loading="!tried" :fault="fault" />
    <template v-if="tried">
      <p v-if="tried.tooEarly" class="quiet">
        Too early to say. Once a hundred people have met a form or signed up for an offer, what differs is
        told here.
      </p>
      <p v-else-if="tried.ideas.length === 0" class="quiet">
        Nothing stands out: by the last 90 days, no offer or form does clearly worse than the others.
      </p>
      <ul v-else>
        <li v-for="idea in tried.ideas" :key="idea.key">
          <p>
            {{ idea.words }}
            <router-link :to="`/offers/${idea.offerId}/${CURE[idea.kind].stop}`">{{
              CURE[idea.kind].words
            }}</router-link>
          </p>
          <button
            type="button"
            class="small quiet"
            :disabled="hiding === idea.key"
            :aria-label="`Hide: ${idea.words}`"
            @click="hide(idea)"
          >
            Hide
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: flex-start;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
li button {
  text-decoration: underline;
  padding: 2px 4px;
}
</style>

<script setup lang="ts">
import { ref } from 'vue'
import type { ChangeOutcome, Idea, Ideas } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import { percent } from '../shared/when'
import { n } from './behind'
import { useNumbers } from './useNumbers'
import { dayWords } from './words'

/** What is worth trying, each with its evidence and the way to where it is tried. */
const calls = useNumbers()
const notice = useNotice()
const { value: tried, fault, again } = useLoaded<Ideas>(calls.ideas)
const hiding = ref('')
/** Where each is tried, and what stands on the way there. */
const CURE: Record<Idea['kind'], { to: (idea: Idea) => string; words: string }> = {
  ASKS_MUCH: { to: (i) => `/offers/${i.placeId}/ask?form=${i.itemId}`, words: 'Open the form' },
  COMES_EARLY: { to: (i) => `/offers/${i.placeId}/ask?form=${i.itemId}`, words: 'Let it come later' },
  FEW_CONFIRM: { to: (i) => `/offers/${i.placeId}/confirm`, words: 'Look at the confirmation' },
  FEW_USE: { to: (i) => `/offers/${i.placeId}/follow-up`, words: 'Remind them' },
  FEW_OPEN: { to: (i) => `/sequences/${i.placeId}#step-${i.itemId}`, words: 'Try another subject' },
  FEW_CLICK: { to: (i) => `/sequences/${i.placeId}#step-${i.itemId}`, words: 'Look at the email' },
  MANY_LEAVE: { to: (i) => `/sequences/${i.placeId}#step-${i.itemId}`, words: 'Look at the email' },
  QUESTION_STOPS: { to: (i) => `/offers/${i.placeId}/give`, words: 'Look at the question' },
  CODE_UNUSED: { to: (i) => `/offers/${i.placeId}/follow-up`, words: 'Remind them' },
  DAY_UNREAD: { to: () => '/emails/sequences', words: 'Change the day' },
}

/** How a change did, as far as it can be said. */
const VERDICT: Record<ChangeOutcome['verdict'], string> = {
  TOO_EARLY: 'too early to say',
  HELPED: 'it helped',
  WORSE: 'it is worse since',
  NO_DIFFERENCE: 'no difference to be seen',
}

/** Does something about an idea, and tells how to take it back. */
async function decide(key: string, act: () => Promise<unknown>, done: string, back: () => Promise<unknown>) {
  hiding.value = key
  try {
    await act()
    await again()
    notice.did(done, async () => {
      await back()
      await again()
    })
  } catch (failed) {
    notice.tell(failed)
  } finally {
    hiding.value = ''
  }
}
const hide = (key: string) =>
  decide(
    key,
    () => calls.hide(key),
    'That is not told any more.',
    () => calls.show(key),
  )
const changed = (key: string) =>
  decide(
    key,
    () => calls.changed(key),
    'From tomorrow on, this looks whether it helped.',
    () => calls.notChanged(key),
  )
async function forget(key: string) {
  hiding.value = key
  try {
    await calls.notChanged(key)
    await again()
  } catch (failed) {
    notice.tell(failed)
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
            {{ asAoifeReads(idea.words) }}
            <router-link :to="CURE[idea.kind].to(idea)">{{ CURE[idea.kind].words }}</router-link>
          </p>
          <span class="acts">
            <button
              type="button"
              class="small quiet"
              :disabled="hiding === idea.key"
              :aria-label="`Changed it: ${idea.words}`"
              @click="changed(idea.key)"
            >
              Changed it
            </button>
            <button
              type="button"
              class="small quiet"
              :disabled="hiding === idea.key"
              :aria-label="`Hide: ${idea.words}`"
              @click="hide(idea.key)"
            >
              Hide
            </button>
          </span>
        </li>
      </ul>
      <template v-if="tried.changes.length">
        <h3>Changed</h3>
        <ul>
          <li v-for="change in tried.changes" :key="change.key">
            <p>
              {{ asAoifeReads(change.words) }}
              <strong>{{ VERDICT[change.verdict] }}</strong>:
              <span class="small quiet"
                >{{ percent(change.before.share) }} when changed on {{ dayWords(change.day) }},
                {{
                  change.since.of > 0
                    ? `${percent(change.since.share)} of ${n(change.since.of)} since`
                    : 'nobody since'
                }}</span
              >
            </p>
            <button
              type="button"
              class="small quiet"
              :disabled="hiding === change.key"
              :aria-label="`Look no more: ${change.words}`"
              @click="forget(change.key)"
            >
              Done
            </button>
          </li>
        </ul>
      </template>
    </template>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
.acts {
  display: flex;
  gap: 14px;
}
h3 {
  font-size: 15px;
  margin-top: 12px;
}
li button {
  text-decoration: underline;
  padding: 4px 0;
}
</style>

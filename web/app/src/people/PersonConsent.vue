<script setup lang="ts">
import type { PersonWhole } from '../api/types'
import When from '../business/When.vue'

/** What somebody agreed to: the evidence of each sign-up. */
defineProps<{ signUps: PersonWhole['dossier']['signUps'] }>()
</script>

<template>
  <section class="panel" aria-labelledby="consent">
    <h2 id="consent">Consent</h2>
    <dl v-for="(s, i) in signUps" :key="i">
      <dt>{{ s.offer }}, <When within :at="s.at" /></dt>
      <dd>
        <template v-if="s.wording"
          >{{ s.consentGiven ? 'Ticked' : 'Did not tick' }}: “{{ s.wording }}”</template
        >
        <template v-else>The form had no box.</template>
        <span class="small quiet">
          On {{ s.page }}<template v-if="s.campaign"> ({{ s.campaign }})</template>, from {{ s.network }}.
          <template v-if="s.doubt === 'throw_away'">A throw-away address.</template>
          <template v-if="s.confirmedAt"
            >Confirmed <When within :at="s.confirmedAt" />: {{ s.confirmedBy }}, from
            {{ s.confirmedNetwork }}.</template
          >
        </span>
      </dd>
    </dl>
  </section>
</template>

<style scoped>
dl {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
h2 + dl {
  margin-top: 8px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
dd .small {
  display: block;
}
</style>

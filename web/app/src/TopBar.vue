<script setup lang="ts">
import {
  mdiAccountGroupOutline,
  mdiCalendarTodayOutline,
  mdiCogOutline,
  mdiEmailOutline,
  mdiGiftOutline,
  mdiWeb,
} from '@mdi/js'
import { useRoute } from 'vue-router'
import { useSession } from './account/useSession'

/** What stands above every screen: where one can go, the finder, and who is signed in. */
defineProps<{ initials: string }>()
const emit = defineEmits<{ find: []; keys: []; signOut: [] }>()
const NAV = [
  { to: '/today', words: 'Today', icon: mdiCalendarTodayOutline },
  { to: '/offers', words: 'Offers', icon: mdiGiftOutline },
  { to: '/people', words: 'People', icon: mdiAccountGroupOutline },
  { to: '/emails', words: 'Emails', icon: mdiEmailOutline },
  { to: '/site', words: 'Site', icon: mdiWeb },
  { to: '/setup', words: 'Setup', icon: mdiCogOutline },
]

const route = useRoute()
const session = useSession()
</script>

<template>
  <header class="top">
    <router-link to="/today" class="brand"
      ><img src="/token.svg" alt="" width="28" height="28" /> Jeton</router-link
    >
    <nav aria-label="Main">
      <router-link
        v-for="item in NAV"
        :key="item.to"
        :to="item.to"
        :class="{ here: route.path.startsWith(item.to) }"
      >
        <v-icon :icon="item.icon" size="18" aria-hidden="true" /> {{ item.words }}
      </router-link>
    </nav>
    <button class="find" aria-keyshortcuts="Control+K" @click="emit('find')">
      <span>Find anything</span> <kbd>Ctrl K</kbd>
    </button>
    <v-menu>
      <template #activator="{ props }">
        <button v-bind="props" class="who" :aria-label="`Signed in as ${session.email}`">
          {{ initials }}
        </button>
      </template>
      <v-list density="compact">
        <v-list-item :title="session.email" subtitle="signed in" />
        <v-list-item title="Your account" to="/account" />
        <v-list-item title="Keys" @click="emit('keys')" />
        <v-list-item title="Sign out" @click="emit('signOut')" />
      </v-list>
    </v-menu>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 26px;
  padding: 0 28px;
  min-height: 54px;
  border-bottom: 1px solid var(--line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 9px;
  font:
    700 20px 'Bricolage Grotesque Variable',
    sans-serif;
  text-decoration: none;
}
nav {
  display: flex;
  gap: 22px;
  align-self: stretch;
}
nav a {
  display: flex;
  align-items: center;
  gap: 6px;
  color: var(--quiet);
  text-decoration: none;
  border-bottom: 2px solid transparent;
  padding-top: 2px;
}
nav a.here {
  color: rgb(var(--v-theme-on-background));
  border-color: var(--brass);
  font-weight: 600;
}
.find {
  margin-left: auto;
  display: flex;
  justify-content: space-between;
  width: 230px;
  padding: 6px 12px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  color: var(--quiet);
  font-size: 13px;
}
kbd {
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 0 5px;
  font: inherit;
}
.who {
  width: 32px;
  height: 32px;
  border-radius: 50%;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: 12px;
  font-weight: 700;
}
@media (max-width: 720px) {
  .top {
    flex-wrap: wrap;
    padding: 10px 16px;
    gap: 12px 18px;
  }
  nav {
    order: 3;
    width: 100%;
    overflow-x: auto;
  }
  .find {
    flex: 1;
    width: auto;
    min-width: 0;
  }
  kbd {
    display: none;
  }
}
</style>

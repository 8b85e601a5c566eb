<script setup lang="ts">
import {
  mdiAccountGroupOutline,
  mdiChartLineVariant,
  mdiDotsHorizontal,
  mdiMagnify,
  mdiCalendarTodayOutline,
  mdiCogOutline,
  mdiEmailOutline,
  mdiGiftOutline,
  mdiWeb,
} from '@mdi/js'
import { useRoute } from 'vue-router'
import { useSession } from './account/useSession'
import { useExactDates } from './shared/useExactDates'

/** What stands above every screen: where one can go, the finder, and who is signed in. */
defineProps<{ initials: string }>()
const emit = defineEmits<{ find: []; keys: []; signOut: [] }>()
const NAV = [
  { to: '/today', words: 'Today', icon: mdiCalendarTodayOutline },
  { to: '/offers', words: 'Offers', icon: mdiGiftOutline },
  { to: '/people', words: 'People', icon: mdiAccountGroupOutline },
  { to: '/emails', words: 'Emails', icon: mdiEmailOutline },
  { to: '/numbers', words: 'Numbers', icon: mdiChartLineVariant },
  { to: '/site', words: 'Site', icon: mdiWeb, more: true },
  { to: '/setup', words: 'Setup', icon: mdiCogOutline, more: true },
]

const route = useRoute()
const session = useSession()
const exactDates = useExactDates()
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
        :class="{ here: route.path.startsWith(item.to), more: item.more }"
      >
        <v-icon :icon="item.icon" size="18" aria-hidden="true" /> {{ item.words }}
      </router-link>
      <v-menu location="top">
        <template #activator="{ props }">
          <button v-bind="props" type="button" class="rest">
            <v-icon :icon="mdiDotsHorizontal" size="18" aria-hidden="true" /> More
          </button>
        </template>
        <v-list>
          <v-list-item title="Site" to="/site" />
          <v-list-item title="Setup" to="/setup" />
          <v-list-item title="Your account" to="/account" />
          <v-list-item
            :title="exactDates ? 'Dates in short' : 'Dates in full'"
            @click="exactDates = !exactDates"
          />
          <v-list-item title="Sign out" @click="emit('signOut')" />
        </v-list>
      </v-menu>
    </nav>
    <button class="find" aria-keyshortcuts="Control+K" @click="emit('find')">
      <v-icon class="glass" :icon="mdiMagnify" size="20" aria-hidden="true" />
      <span>Search</span> <kbd>Ctrl K</kbd>
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
        <v-list-item
          :title="exactDates ? 'Dates in short' : 'Dates in full'"
          @click="exactDates = !exactDates"
        />
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
  border: 1px solid var(--outline);
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
.who,
.find {
  flex: none;
}
.rest,
.glass {
  display: none;
}
@media (max-width: 1000px) {
  nav {
    gap: 16px;
  }
  /* Their words are enough where there is little room. */
  nav a .v-icon {
    display: none;
  }
  .find {
    width: 44px;
    height: 44px;
    padding: 0;
    display: grid;
    place-items: center;
    justify-content: center;
  }
  .find span {
    position: absolute;
    clip-path: inset(50%);
  }
  .glass {
    display: block;
  }
  .who {
    width: 44px;
    height: 44px;
  }
  kbd {
    display: none;
  }
}
/* On a phone one goes on with the thumb: the places stand at the foot. */
@media (max-width: 720px) {
  .top {
    padding: 0 16px;
    gap: 12px;
  }
  nav {
    position: fixed;
    inset: auto 0 0;
    z-index: 1600;
    display: grid;
    grid-template-columns: repeat(6, minmax(0, 1fr));
    gap: 0;
    padding-bottom: env(safe-area-inset-bottom);
    background: rgb(var(--v-theme-surface));
    border-top: 1px solid var(--line);
  }
  nav a,
  .rest {
    display: grid;
    justify-items: center;
    align-content: center;
    gap: 2px;
    min-height: 58px;
    padding: 0;
    border-top: 2px solid transparent;
    border-bottom: 0;
    color: var(--quiet);
    font-size: 11.5px;
  }
  nav a .v-icon {
    display: inline-flex;
  }
  nav a.more {
    display: none;
  }
  .brand {
    min-height: 44px;
  }
}
</style>

import { watch } from 'vue'
import { useTheme } from 'vuetify'
import { useLocalStorage } from './useLocalStorage'

export type Look = 'system' | 'light' | 'dark'

// Kept for as long as the page is: what is chosen on one screen counts on all.
const chosen = useLocalStorage<Look>('look', 'system')

/** Light or dark, as chosen in this browser; usually as the system is. */
export function useLook() {
  const theme = useTheme()
  watch(chosen, (look) => void theme.change(look), { immediate: true })
  return chosen
}

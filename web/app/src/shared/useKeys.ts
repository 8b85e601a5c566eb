import { onMounted, onUnmounted } from 'vue'
import { singleKeys } from './useSingleKeys'

function isWriting(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null
  return !!element?.closest?.('input, textarea, select, [contenteditable="true"]')
}

const isDialogOpen = () => document.querySelector('.v-overlay--active[role="dialog"]') !== null

/**
 * Keys of a view while it is shown. `mod+k` is Ctrl+K or ⌘K and works everywhere; single keys only where nobody writes, no
 * dialog lies above, and they are not switched off.
 */
export function useKeys(keys: Record<string, () => void>) {
  function press(event: KeyboardEvent) {
    const mod = event.ctrlKey || event.metaKey
    const name = mod ? `mod+${event.key.toLowerCase()}` : event.key
    const action = keys[name]
    const counts = mod || (singleKeys.value && !isWriting(event.target) && !isDialogOpen())
    if (action && !event.altKey && counts) {
      event.preventDefault()
      action()
    }
  }
  onMounted(() => window.addEventListener('keydown', press))
  onUnmounted(() => window.removeEventListener('keydown', press))
}

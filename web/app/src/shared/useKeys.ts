import { onMounted, onUnmounted } from 'vue'

function isWriting(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null
  return !!element?.closest?.('input, textarea, select, [contenteditable="true"]')
}

/**
 * Keys of a view while it is shown. `mod+k` is Ctrl+K or ⌘K and works everywhere; single keys only where nobody writes.
 */
export function useKeys(keys: Record<string, () => void>) {
  function press(event: KeyboardEvent) {
    const mod = event.ctrlKey || event.metaKey
    const name = mod ? `mod+${event.key.toLowerCase()}` : event.key
    const action = keys[name]
    if (action && !event.altKey && (mod || !isWriting(event.target))) {
      event.preventDefault()
      action()
    }
  }
  onMounted(() => window.addEventListener('keydown', press))
  onUnmounted(() => window.removeEventListener('keydown', press))
}

import { onMounted, onUnmounted } from 'vue'
import { inHand } from './desk'

/** A place whose typing belongs to no document, such as a dialog: undo there is the browser's own. */
const OWN = '.v-overlay-container input, .v-overlay-container textarea, [data-own-undo]'

/** Ctrl+Z and Ctrl+Shift+Z (⌘ on a Mac) take the document in hand a step back and forth, wherever the focus is. */
export function useUndoKeys() {
  function press(event: KeyboardEvent) {
    const undoes = (event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'z'
    const document = undoes && !(event.target as HTMLElement | null)?.closest?.(OWN) ? inHand() : undefined
    if (document) {
      event.preventDefault()
      if (event.shiftKey) {
        document.redo()
      } else {
        document.undo()
      }
    }
  }
  onMounted(() => window.addEventListener('keydown', press))
  onUnmounted(() => window.removeEventListener('keydown', press))
}

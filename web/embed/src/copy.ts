/** Codes to copy: a press copies, and the page tells that they were seen and copied. */

const BACK_MS = 3000

async function put(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text)
    return true
  } catch {
    // Without https, or in a frame, the browser has no clipboard for us.
    const field = document.createElement('textarea')
    field.value = text
    field.style.cssText = 'position:fixed;opacity:0'
    document.body.append(field)
    field.select()
    const done = document.execCommand('copy')
    field.remove()
    return done
  }
}

function tell(code: Element | null, what: 'seen' | 'copied') {
  const to = code?.getAttribute('data-told')
  // Nobody waits for the answer.
  if (to) void fetch(`${to}/${what}`, { method: 'POST', mode: 'no-cors', keepalive: true }).catch(() => {})
}

/**
 * Has the buttons of a page copy.
 *
 * @param copied hears of it
 * @returns whether there is a code at all
 */
export function copies(root: ParentNode, copied: () => void = () => {}): boolean {
  const buttons = root.querySelectorAll<HTMLButtonElement>('[data-copy]')
  for (const button of buttons) {
    const words = button.textContent
    const code = button.closest('[data-told]')
    button.hidden = false
    tell(code, 'seen')
    button.addEventListener('click', async () => {
      const done = await put(button.dataset.copy!)
      button.textContent = done ? 'Copied' : 'Mark it and copy it by hand'
      setTimeout(() => (button.textContent = words), BACK_MS)
      if (!done) return
      tell(code, 'copied')
      copied()
    })
  }
  return buttons.length > 0
}

/** Ways to pass an outcome on: the system's own, where there is one (Q11). The link and the email work without scripts. */
export function shares(root: ParentNode) {
  root.querySelectorAll<HTMLElement>('[data-share]').forEach((place) => {
    const by = place.querySelector<HTMLButtonElement>('[data-share-by]')
    if (!by || !navigator.share) return
    by.hidden = false
    by.onclick = () =>
      // Closed without sharing is no fault.
      void navigator.share({ title: place.dataset.title, url: place.dataset.share }).catch(() => {})
  })
}

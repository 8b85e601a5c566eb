/** What goes along with a sign-up, from a site and from a hosted page. */

const MOST_CAMPAIGN = 300

/** The browser's zone; empty where it does not say. */
export const zone = () => Intl.DateTimeFormat().resolvedOptions().timeZone || ''

/** The page's campaign tags. */
export const campaign = () =>
  [...new URLSearchParams(location.search)]
    .filter(([name]) => name.startsWith('utm_'))
    .map((tag) => tag.join('='))
    .join('&')
    .slice(0, MOST_CAMPAIGN)

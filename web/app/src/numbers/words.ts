/** "29 October to 25 November", with years where they differ from this one. */
export function rangeWords(from: string, to: string, today: Date): string {
  const say = (day: string) =>
    new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
      timeZone: 'UTC',
      day: 'numeric',
      month: 'long',
      year: day.startsWith(String(today.getUTCFullYear())) ? undefined : 'numeric',
    })
  return from === to ? say(from) : `${say(from)} to ${say(to)}`
}

/** A day as short as an axis needs it: "4 Nov". */
export const dayWords = (day: string) =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
    timeZone: 'UTC',
    day: 'numeric',
    month: 'short',
  })

/** How many more of a hundred than before: "up 3", "same", "new" where nobody was there then. */
export function pointsWords(points: number | undefined): string {
  if (points === undefined) {
    return 'new'
  }
  return points === 0 ? 'same' : points > 0 ? `up ${points}` : `down ${-points}`
}

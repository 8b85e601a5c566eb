/** The parts of Setup. */
export const SETUP_PARTS = [
  { part: '', words: 'Business' },
  { part: 'connections', words: 'Connections' },
  { part: 'outside-lists', words: 'Outside lists' },
  { part: 'upkeep', words: 'Upkeep' },
]

import type { Directive } from 'vue'

const ROLES: Record<string, string> = {
  TABLE: 'table',
  THEAD: 'rowgroup',
  TBODY: 'rowgroup',
  TR: 'row',
  TH: 'columnheader',
  TD: 'cell',
}

/**
 * For a table of class `listing`: where the screen is narrow its rows stand as cards, each cell with its column's name before
 * it. What is laid out otherwise than as a table would stop being one to a screen reader: it is said.
 */
function name(table: HTMLTableElement) {
  const names = [...table.querySelectorAll('thead th')].map((head) => head.textContent?.trim() ?? '')
  for (const element of [table, ...table.querySelectorAll('thead, tbody, tr, th, td')]) {
    element.setAttribute('role', element.matches('tbody th') ? 'rowheader' : ROLES[element.tagName]!)
  }
  for (const row of table.querySelectorAll<HTMLTableRowElement>('tbody tr')) {
    // The first says whose card it is, and needs no name.
    const [, ...others] = [...row.cells]
    others.forEach((cell, i) => (cell.dataset.label = names[i + 1] ?? ''))
  }
}

export const vCards: Directive<HTMLTableElement> = { mounted: name, updated: name }

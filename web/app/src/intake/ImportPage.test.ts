import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { PersonImport } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import ImportPage from './ImportPage.vue'

const NONE = { added: 0, changed: 0, unchanged: 0, refused: 0 }
const READ: PersonImport = {
  id: 4,
  name: 'fair.csv',
  hash: 'abc',
  plan: {
    form: { charset: 'UTF-8', delimiter: ',' },
    columns: ['Mail', 'Name'],
    targets: ['email', ''],
    lists: [1],
    tags: [],
    known: 'FILL',
    statement: '',
  },
  state: 'READ',
  byWhom: 'owner@quireandthread.example',
  createdAt: '2026-11-25T10:00:00Z',
  totalRows: 240,
  readRows: 0,
  counts: NONE,
}
const COUNTS = { added: 200, changed: 10, unchanged: 20, refused: 10 }

async function open(one: PersonImport) {
  const server = new FakeServer({
    'GET /imports': [one],
    'GET /imports/4': one,
    'GET /offers/names': [],
    'GET /tags': [],
    'GET /lists': [{ list: { id: 1, key: 'l', settings: { name: 'Letters', sentence: 'x' } }, people: 2 }],
    'POST /imports/4/preview': {
      columns: [
        { name: 'Mail', samples: ['a@mail.example'] },
        { name: 'Name', samples: ['Ada'] },
      ],
      rows: [
        { row: 1, email: 'a@mail.example', does: 'adds', why: '' },
        { row: 2, email: 'b', does: 'refused', why: 'This is no address.' },
      ],
    },
  })
  const shown = await show(ImportPage, { at: '/people/import/4' })
  return { server, ...shown }
}

describe('An import', () => {
  it('shows what each row would do, and begins only after all were looked at', async () => {
    const { user, server } = await open(READ)
    expect(await screen.findByText('a@mail.example', { selector: '.rows td' })).toBeTruthy()
    expect(screen.getByText(/This is no address/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: /^Import/ })).toBeNull()
    server.on(
      'POST /imports/4/check',
      new Says(422, {
        problems: [{ field: 'statement', code: 'empty', message: 'Say where these people agreed.' }],
      }),
    )
    await user.click(screen.getByRole('button', { name: 'Check all rows' }))
    expect((await screen.findAllByText('Say where these people agreed.')).length).toBeGreaterThan(0)
    server.on('POST /imports/4/check', { ...READ, state: 'CHECKED', checked: COUNTS })
    await user.type(screen.getByLabelText('Where does their consent come from?'), 'The autumn fair, on paper')
    await user.click(screen.getByRole('button', { name: 'Check all rows' }))
    server.on('POST /imports/4/start', { ...READ, state: 'RUNNING', readRows: 120, counts: COUNTS })
    await user.click(await screen.findByRole('button', { name: 'Import 210 people' }))
    expect(await screen.findByText(/120 of 240 rows/)).toBeTruthy()
    server.on('POST /imports/4/cancel', { ...READ, state: 'CANCELLED', readRows: 120, counts: COUNTS })
    await user.click(screen.getByRole('button', { name: 'Cancel' }))
    expect(await screen.findByRole('heading', { name: 'Cancelled' })).toBeTruthy()
  })

  it('ends with a report, and can be taken back', async () => {
    const { user, server } = await open({ ...READ, state: 'DONE', readRows: 240, counts: COUNTS })
    const report = await screen.findByRole('link', { name: 'Refused rows as CSV' })
    expect(report.getAttribute('href')).toBe('/api/imports/4/refused.csv')
    server.on('POST /imports/4/take-back', { ...READ, state: 'TAKEN_BACK', counts: COUNTS })
    await user.click(screen.getByRole('button', { name: 'Take it back' }))
    const [, sure] = await screen.findAllByRole('button', { name: 'Take it back' })
    await user.click(sure!)
    await expect.poll(() => screen.queryAllByText('Taken back').length).toBeGreaterThan(0)
  })
})

import { screen, waitFor, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { BackupRun, Upkeep } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import UpkeepPage from './UpkeepPage.vue'
import { size } from './words'

const UPKEEP: Upkeep = {
  version: 4,
  settings: {
    backups: { nightly: false, folder: '/var/lib/jeton/backups', hour: 3, keep: 14 },
    keptDays: { NETWORKS: 730, SIGHTINGS: 90 },
  },
  kept: [
    { kind: 'NETWORKS', usualDays: 730, leastDays: 30, forgotten: 0 },
    { kind: 'SIGHTINGS', usualDays: 90, leastDays: 14, forgotten: 1250 },
  ],
}
const GOOD: BackupRun = {
  id: 7,
  by: 'HAND',
  beganAt: '2026-11-25T03:00:00Z',
  endedAt: '2026-11-25T03:00:09Z',
  state: 'GOOD',
  place: '/var/lib/jeton/backups/2026-11-25T03-00-00.000Z',
  kept: 26433,
  files: 1,
  octets: 509_000,
  said: '',
}

const serve = (runs: BackupRun[] = [], missed = false) =>
  new FakeServer({
    'GET /upkeep': UPKEEP,
    'GET /backups': { missed, runs, ...(runs.length ? { lastGood: GOOD.beganAt } : {}) },
  })

describe('Upkeep', () => {
  it('begins with what a back-up holds, and makes one', async () => {
    const server = serve()
    const { user } = await show(UpkeepPage)
    expect(await screen.findByText(/A back-up holds the database, every file and the key/)).toBeTruthy()
    server.on('POST /backups', {})
    server.on('GET /backups', {
      missed: false,
      runs: [{ ...GOOD, state: 'RUNNING', said: 'Looking it through', place: '' }],
    })
    await user.click(screen.getByRole('button', { name: 'Back up now' }))
    expect(await screen.findByText('Looking it through …')).toBeTruthy()
    server.on('GET /backups', { missed: false, runs: [GOOD], lastGood: GOOD.beganAt })
    expect(await screen.findByText('26,433 rows (509 kB), 1 file', {}, { timeout: 5000 })).toBeTruthy()
  })

  it('says what went wrong with one, and when there was none for too long', async () => {
    serve([{ ...GOOD, state: 'FAILED', place: '', said: 'No space left on device' }], true)
    await show(UpkeepPage)
    expect(await screen.findByText('Not made: No space left on device.')).toBeTruthy()
    expect(screen.getByText(/no good back-up for more than two days/)).toBeTruthy()
  })

  it('saves the plan and the days together, from the version they were made from', async () => {
    const server = serve([GOOD])
    server.on('PUT /upkeep', { ...UPKEEP, version: 5 })
    const { user } = await show(UpkeepPage)
    await user.click(await screen.findByLabelText('Make a back-up'))
    const days = screen.getByLabelText('Days: Where forms were seen')
    await user.clear(days)
    await user.type(days, '30')
    await user.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() =>
      expect(server.bodies('PUT /upkeep').at(-1)).toEqual({
        version: 4,
        settings: {
          backups: { ...UPKEEP.settings.backups, nightly: true },
          keptDays: { NETWORKS: 730, SIGHTINGS: 30 },
        },
      }),
    )
    expect(screen.getByText(/1,250 gone so far/)).toBeTruthy()
  })

  it('says what cannot be next to it, and keeps what was typed', async () => {
    const server = serve()
    server.on(
      'PUT /upkeep',
      new Says(422, {
        problems: [{ field: 'backups.folder', code: 'unfit', message: 'It has other things in it.' }],
      }),
    )
    const { user } = await show(UpkeepPage)
    const folder = await screen.findByLabelText('Keep them in')
    await user.clear(folder)
    await user.type(folder, '/srv/things')
    await user.click(screen.getByRole('button', { name: 'Save' }))
    const plan = within(screen.getByRole('region', { name: 'Each night' }))
    expect(await plan.findByText('It has other things in it.')).toBeTruthy()
    expect((folder as HTMLInputElement).value).toBe('/srv/things')
    await user.click(screen.getByRole('button', { name: 'Take back' }))
    await waitFor(() => expect((folder as HTMLInputElement).value).toBe('/var/lib/jeton/backups'))
  })

  it('says sizes as people do', () => {
    expect([512, 1_440, 509_000, 1_440_000_000].map(size)).toEqual(['512 B', '1.4 kB', '509 kB', '1.4 GB'])
  })
})

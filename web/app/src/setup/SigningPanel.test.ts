import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { SigningView } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import SigningPanel from './SigningPanel.vue'

const record = (found: SigningView['records'][number]['found'], present?: string) => ({
  name: 'jeton202611._domainkey.quireandthread.example',
  purpose: 'SIGNING' as const,
  value: 'v=DKIM1; k=rsa; p=MIIB',
  found,
  present,
})
const KEY = {
  createdAt: '2026-11-20T10:00:00Z',
  domain: 'quireandthread.example',
  name: '',
  on: false,
  record: '',
  selector: '',
}

async function open(view: unknown) {
  const server = new FakeServer({
    'GET /mail/signing': view,
    'GET /mail/bounces': {
      address: 'https://jeton.example/api/bounces',
      folder: '/home/bounces',
      key: 'k3y',
    },
  })
  return { server, ...(await show(SigningPanel)) }
}

describe('Signing', () => {
  it('makes a key where there is none, and says what for', async () => {
    const { user, server } = await open({ records: [] })
    expect(await screen.findByText(/Mailboxes trust signed emails more/)).toBeTruthy()
    server.on('POST /mail/signing', { key: KEY, records: [record('MISSING')] })
    await user.click(screen.getByRole('button', { name: 'Make a key' }))
    expect(await screen.findByText('not there yet')).toBeTruthy()
    expect(screen.getByLabelText('Emails are not signed')).toBeTruthy()
  })

  it.each([
    ['RIGHT', 'there'],
    ['OTHER', 'says something else'],
    ['MISSING', 'not there yet'],
    ['UNKNOWN', 'the name server did not answer'],
  ] as const)('a record that is %s is “%s”', async (found, words) => {
    await open({ key: KEY, records: [record(found, 'v=DKIM1; p=old')] })
    expect(await screen.findByText(words)).toBeTruthy()
    const shown = found === 'RIGHT' ? 'v=DKIM1; p=old' : 'v=DKIM1; k=rsa; p=MIIB'
    expect(screen.getByText(shown)).toBeTruthy()
  })

  it('turns signing on and says for which domain', async () => {
    const { user, server } = await open({ key: KEY, records: [record('RIGHT')] })
    server.on('PUT /mail/signing', { key: { ...KEY, on: true }, records: [record('RIGHT')] })
    await user.click(await screen.findByLabelText('Emails are not signed'))
    expect(await screen.findByLabelText('Emails are signed for quireandthread.example')).toBeTruthy()
    expect(server.bodies('PUT /mail/signing')).toEqual([{ on: true }])
  })

  it('asks before a key is replaced', async () => {
    const { user, server } = await open({ key: KEY, records: [] })
    server.on('POST /mail/signing', { key: KEY, records: [] })
    await user.click(await screen.findByRole('button', { name: 'Make another key' }))
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('Emails go out unsigned meanwhile')
    await user.click(within(dialog).getByRole('button', { name: 'Keep the present one' }))
    expect(server.bodies('POST /mail/signing')).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Make another key' }))
    await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Make another' }))
    await expect.poll(() => server.bodies('POST /mail/signing')).toHaveLength(1)
  })

  it('says what is missing first', async () => {
    const { user, server } = await open({ records: [] })
    server.on(
      'POST /mail/signing',
      new Says(422, {
        detail: 'No.',
        problems: [
          { field: 'senderEmail', code: 'no_sender', message: 'Fill in the sender’s address first.' },
        ],
      }),
    )
    await user.click(await screen.findByRole('button', { name: 'Make a key' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Fill in the sender’s address first.')
    expect(screen.getByRole('button', { name: 'Make a key' })).toBeTruthy()
  })

  it('says where mails that come back go', async () => {
    await open({ records: [] })
    expect(await screen.findByText('Authorization: Bearer k3y')).toBeTruthy()
    expect(screen.getByText('/home/bounces')).toBeTruthy()
  })
})

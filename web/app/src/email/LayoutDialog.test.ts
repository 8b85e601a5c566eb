import { screen } from '@testing-library/vue'
import { describe, expect, it, vi } from 'vitest'
import type { EmailLayout } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { email } from '../testing/samples'
import { show } from '../testing/show'
import LayoutDialog from './LayoutDialog.vue'

const OURS: EmailLayout = {
  name: 'A short letter',
  about: 'Asks one thing',
  content: email('A question, {{first_name}}'),
}
const OWN: EmailLayout = { id: 4, name: 'Winter', about: '', content: email('When it snows') }

async function open(what: 'start' | 'keep' | 'bring') {
  const server = new FakeServer({ 'GET /emails/layouts': [OWN, OURS] })
  const start = vi.fn()
  const shown = await show(LayoutDialog, {
    props: { what, email: email('Did it hold, {{first_name}}?'), onStart: start },
  })
  await screen.findByRole('dialog')
  return { server, start, ...shown }
}

describe('Layouts', () => {
  it('shows each with what it is for, and starts from the one chosen', async () => {
    const { user, start } = await open('start')
    const one = await screen.findByRole('button', { name: /A short letter/ })
    expect(one.textContent).toContain('“A question, Aoife”')
    expect(screen.queryByRole('button', { name: 'Delete the layout A short letter' })).toBeNull()
    await user.click(one)
    expect(start).toHaveBeenCalledWith(OURS.content)
  })

  it('deletes one of one’s own, and has it back', async () => {
    const { user, server } = await open('start')
    server.on('DELETE /emails/layouts/4', [OURS]).on('POST /emails/layouts', [OWN, OURS])
    await user.click(await screen.findByRole('button', { name: 'Delete the layout Winter' }))
    expect((await screen.findByRole('status')).textContent).toContain('“Winter” is deleted.')
    expect(screen.queryByRole('button', { name: /^Winter/ })).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    expect(await screen.findByRole('button', { name: /^Winter/ })).toBeTruthy()
    expect(server.bodies('POST /emails/layouts')).toEqual([{ name: 'Winter', content: OWN.content }])
    expect(screen.queryByRole('status')).toBeNull()
  })

  it('offers the undo for as long as bringing it back fails', async () => {
    const { user, server } = await open('start')
    server
      .on('DELETE /emails/layouts/4', [OURS])
      .on('POST /emails/layouts', new Says(503, { detail: 'Away.' }))
    await user.click(await screen.findByRole('button', { name: 'Delete the layout Winter' }))
    await user.click(await screen.findByRole('button', { name: 'Undo' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Away.')
    expect(screen.getByRole('button', { name: 'Undo' })).toBeTruthy()
  })

  it('keeps an email under a name, proposed from its subject', async () => {
    const { user, server } = await open('keep')
    server.on('POST /emails/layouts', [OWN, OURS])
    expect((screen.getByLabelText('Its name') as HTMLInputElement).value).toBe('Did it hold, Aoife?')
    await user.click(screen.getByRole('button', { name: 'Keep it' }))
    expect((await screen.findByRole('status')).textContent).toContain('Kept.')
    expect(screen.getByRole('button', { name: 'Done' })).toBeTruthy()
  })

  it('says why a name cannot be, and does not pretend to have kept it', async () => {
    const { user, server } = await open('keep')
    server.on(
      'POST /emails/layouts',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'name', code: 'taken', message: 'There is one of that name.' }],
      }),
    )
    await user.click(screen.getByRole('button', { name: 'Keep it' }))
    expect(await screen.findByText('There is one of that name.')).toBeTruthy()
    expect(screen.queryByText(/Kept/)).toBeNull()
  })

  it('shows what comes of HTML before it is used', async () => {
    const { user, server, start } = await open('bring')
    const made = email('')
    server.on('POST /emails/import', {
      content: { ...made, blocks: [...made.blocks, ...made.blocks] },
      picturesLeftOut: 3,
    })
    expect(screen.getByRole('button', { name: 'Preview the import' }).hasAttribute('disabled')).toBe(true)
    await user.type(screen.getByLabelText('HTML'), '<p>Hello</p>')
    await user.click(screen.getByRole('button', { name: 'Preview the import' }))
    expect((await screen.findByRole('status')).textContent).toMatch(
      /2 blocks came of it; 3 pictures .* were left out/,
    )
    expect(start).not.toHaveBeenCalled()
    await user.click(screen.getByRole('button', { name: 'Use it here' }))
    expect(start).toHaveBeenCalledOnce()
  })
})

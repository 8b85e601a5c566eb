import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import JoinDialog from './JoinDialog.vue'

async function open() {
  const server = new FakeServer({
    'GET /offers/names': [{ id: 1, name: 'First-notebook plan' }],
    'GET /people': { people: [{ id: 3, email: 'aoife@mail.example' }], total: 1 },
    'POST /sequences/7/people/count': { added: 40, alreadyIn: 3, notOnTheList: 1 },
    'POST /sequences/7/people': { added: 40, alreadyIn: 3, notOnTheList: 1 },
  })
  const shown = await show(JoinDialog, { props: { id: 7 } })
  await screen.findByRole('dialog')
  return { server, ...shown }
}

describe('Adding people to a sequence', () => {
  it('cannot add anybody before somebody is chosen', async () => {
    const { server } = await open()
    expect(screen.getByRole('button', { name: 'Add them' }).hasAttribute('disabled')).toBe(true)
    expect(server.asked.filter((a) => a.method === 'POST')).toEqual([])
  })

  it('shows the numbers first, and adds only when told to', async () => {
    const { user, server } = await open()
    await user.click(screen.getByLabelText('All on the list'))
    const told = await screen.findByRole('status')
    expect(told.textContent).toContain('40 people would begin.')
    expect(told.textContent).toContain('3 people had it before.')
    expect(told.textContent).toContain('1 person may get no emails')
    expect(server.bodies('POST /sequences/7/people')).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Add 40 people' }))
    expect((await screen.findByRole('status')).textContent).toContain('40 people begin now')
    expect(server.bodies('POST /sequences/7/people')).toEqual([
      { people: [], state: 'ON_THE_LIST', again: false },
    ])
    expect(screen.getByRole('button', { name: 'Done' })).toBeTruthy()
  })

  it('counts anew with each change of whom it is for', async () => {
    const { user, server } = await open()
    await user.click(screen.getByLabelText('All on the list'))
    await screen.findByRole('status')
    await user.click(screen.getByLabelText('Also those who have had it before'))
    await expect.poll(() => server.bodies('POST /sequences/7/people/count')).toHaveLength(2)
    expect(server.bodies('POST /sequences/7/people/count')[1]).toMatchObject({ again: true })
  })

  it('never names a number that belongs to an earlier question', async () => {
    const { user, server } = await open()
    let late: (count: unknown) => void = () => {}
    server.on('POST /sequences/7/people/count', (asked: { again: boolean }) =>
      asked.again ? { added: 43, alreadyIn: 0, notOnTheList: 1 } : new Promise((answer) => (late = answer)),
    )
    await user.click(screen.getByLabelText('All on the list'))
    await user.click(screen.getByLabelText('Also those who have had it before'))
    expect(await screen.findByRole('button', { name: 'Add 43 people' })).toBeTruthy()
    late({ added: 40, alreadyIn: 3, notOnTheList: 1 })
    await new Promise((resolve) => setTimeout(resolve))
    expect(screen.getByRole('button', { name: 'Add 43 people' })).toBeTruthy()
  })

  it('does not offer to add nobody', async () => {
    const { user, server } = await open()
    server.on('POST /sequences/7/people/count', { added: 0, alreadyIn: 12, notOnTheList: 0 })
    await user.click(screen.getByLabelText('All on the list'))
    await screen.findByText(/12 people had it before/)
    expect(screen.getByRole('button', { name: 'Add 0 people' }).hasAttribute('disabled')).toBe(true)
  })

  it('says why it could not, and can be tried again', async () => {
    const { user, server } = await open()
    await user.click(screen.getByLabelText('All on the list'))
    await screen.findByRole('status')
    server.on('POST /sequences/7/people', new Says(409, { detail: 'The sequence was removed meanwhile.' }))
    await user.click(screen.getByRole('button', { name: 'Add 40 people' }))
    expect(await screen.findByText('The sequence was removed meanwhile.')).toBeTruthy()
    server.on('POST /sequences/7/people', { added: 40, alreadyIn: 3, notOnTheList: 1 })
    await user.click(screen.getByRole('button', { name: 'Add 40 people' }))
    expect(await screen.findByRole('button', { name: 'Done' })).toBeTruthy()
  })
})

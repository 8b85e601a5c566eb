import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { FakeServer, Says } from '../testing/fakeServer'
import { email } from '../testing/samples'
import { show } from '../testing/show'
import EmailPreview from './EmailPreview.vue'
import { useWritten } from './useWritten'

interface Asked {
  firstName: string
  dark: boolean
  personId?: number
  content: { subject: string }
}

async function preview(kind: 'FOLLOW_UP' | 'CONFIRMATION' = 'FOLLOW_UP') {
  const subject = ref('Did it hold?')
  const server = new FakeServer({
    'POST /mail/preview': (body: unknown) => {
      const { firstName, dark, content } = body as Asked
      return {
        from: 'Quire & Thread · hello@quireandthread.example',
        subject: `${content.subject} ${firstName}`.trim(),
        preview: 'Two small fixes',
        html: `<p>${dark ? 'dark' : 'light'}</p>`,
        plain: `Hello ${firstName || 'there'}`,
      }
    },
    'POST /mail/test': { sent: true, said: 'Sent to owner@quireandthread.example.' },
    'GET /people': { people: [{ id: 12, email: 'maeve@mail.example' }], total: 1 },
  })
  const page = defineComponent({
    setup() {
      const written = useWritten(() => ({ content: email(subject.value), kind, offerId: 1 }))
      return () => h(EmailPreview, { written })
    },
  })
  const shown = await show(page)
  await screen.findByText('Did it hold? Aoife')
  return { server, subject, ...shown }
}

const frame = () => screen.getByTitle('The email').getAttribute('srcdoc')

describe('An email as it is read', () => {
  it('shows its subject and preview line as a mailbox lists them', async () => {
    await preview()
    expect(screen.getByText('From Quire & Thread · hello@quireandthread.example')).toBeTruthy()
    expect(screen.getByText('Two small fixes')).toBeTruthy()
    expect(frame()).toBe('<p>light</p>')
  })

  it('runs nothing of what it shows', async () => {
    await preview()
    expect(screen.getByTitle('The email').getAttribute('sandbox')).toBe('allow-same-origin')
  })

  it('follows what is written, and says meanwhile that it does not yet', async () => {
    const { subject, container } = await preview()
    const read = container.querySelector('[aria-busy]')!
    expect(read.getAttribute('aria-busy')).toBe('false')
    subject.value = 'Did the glue dry?'
    await expect.poll(() => read.getAttribute('aria-busy')).toBe('true')
    expect(await screen.findByText('Did the glue dry? Aoife')).toBeTruthy()
    expect(read.getAttribute('aria-busy')).toBe('false')
  })

  it('reads as plain text, and in the dark', async () => {
    const { user } = await preview()
    await user.click(screen.getByRole('button', { name: 'Plain text' }))
    expect(screen.getByText('Hello Aoife')).toBeTruthy()
    expect(screen.queryByTitle('The email')).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Dark' }))
    await expect.poll(frame).toBe('<p>dark</p>')
    await user.click(screen.getByRole('button', { name: 'Email' }))
    await expect.poll(frame).toBe('<p>light</p>')
  })

  it('reads as somebody without a name', async () => {
    const { user, server } = await preview()
    await user.click(screen.getByLabelText('As whom it is read'))
    await user.click(await screen.findByText('as somebody without a name'))
    await expect.poll(() => (server.bodies('POST /mail/preview').at(-1) as Asked).firstName).toBe('')
  })

  it('reads as a person of the list, found by a part of their address', async () => {
    const { user, server } = await preview()
    await user.click(screen.getByLabelText('As whom it is read'))
    await user.keyboard('{Control>}a{/Control}maeve')
    await user.click(
      await screen.findByText(
        (_, shown) =>
          shown?.className === 'v-list-item-title' && shown.textContent === 'as maeve@mail.example',
      ),
    )
    await expect.poll(() => (server.bodies('POST /mail/preview').at(-1) as Asked).personId).toBe(12)
  })

  it('sends a test of what stands there to the address given', async () => {
    const { user, server } = await preview()
    await user.click(screen.getByRole('button', { name: 'Send a test' }))
    const dialog = within(await screen.findByRole('dialog'))
    await user.type(dialog.getByLabelText('To'), 'owner@quireandthread.example')
    await user.click(dialog.getByRole('button', { name: 'Send it' }))
    expect((await dialog.findByRole('status')).textContent).toContain('Sent to owner')
    expect(server.bodies('POST /mail/test')[0]).toMatchObject({
      to: 'owner@quireandthread.example',
      email: { kind: 'FOLLOW_UP', content: { subject: 'Did it hold?' } },
    })
  })

  it('says why a test was not sent', async () => {
    const { user, server } = await preview()
    server.on(
      'POST /mail/test',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'to', code: 'no_at', message: 'An address has an @.' }],
      }),
    )
    await user.click(screen.getByRole('button', { name: 'Send a test' }))
    const dialog = within(await screen.findByRole('dialog'))
    await user.type(dialog.getByLabelText('To'), 'owner@x{Enter}')
    expect((await dialog.findByRole('status')).textContent).toBe('An address has an @.')
  })

  it('keeps what it showed last while the server does not answer, and says so', async () => {
    const { server, subject } = await preview()
    server.on('POST /mail/preview', new Says(503, { detail: 'The database is away.' }))
    subject.value = 'Another'
    expect(await screen.findByText('The database is away.')).toBeTruthy()
    expect(screen.getByText('Did it hold? Aoife')).toBeTruthy()
  })
})

import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, reactive } from 'vue'
import type { EmailBlock, EmailContent } from '../api/types'
import { AWAY, FakeServer } from '../testing/fakeServer'
import { email } from '../testing/samples'
import { show } from '../testing/show'
import EmailEditor from './EmailEditor.vue'
import { fresh, freshEmail } from './blocks'
import type { Written } from './useWritten'

const text = (html: string): EmailBlock => ({ ...fresh('TEXT', 'FOLLOW_UP'), html })
const button = (label: string): EmailBlock => ({ ...fresh('BUTTON', 'FOLLOW_UP'), label })

const LAYOUTS = [
  { id: 3, name: 'Short letter', about: 'A few lines.', content: email('Hello again', [text('<p>A</p>')]) },
]

/** The editor on an email that can be looked at from outside. */
async function write(
  content: EmailContent,
  answer: Partial<Written['answer']> = {},
  problems: Record<string, string> = {},
) {
  const server = new FakeServer({ 'GET /tags': [], 'GET /emails/layouts': LAYOUTS })
  const state = reactive({ email: content })
  const written = reactive({
    answer: { advice: [], ideas: [], madePlain: 'Made.', ...answer },
  }) as unknown as Written
  const page = defineComponent({
    render: () =>
      h(EmailEditor, {
        modelValue: state.email,
        'onUpdate:modelValue': (next: EmailContent) => (state.email = next),
        kind: 'FOLLOW_UP',
        path: 'email',
        written,
        problemAt: (field: string) => problems[field],
      }),
  })
  const shown = await show(page)
  await screen.findByRole('textbox', { name: 'Subject' })
  return { server, state, ...shown }
}

const kinds = (state: { email: EmailContent }) => state.email.blocks.map((block) => block.kind)

describe('Writing an email', () => {
  it('adds a block at the end, open and ready to be written', async () => {
    const { user, state } = await write(email('One', [text('<p>First</p>')]))
    await user.click(screen.getByRole('button', { name: 'Add a block' }))
    await user.click(await screen.findByText('Button'))
    expect(kinds(state)).toEqual(['TEXT', 'BUTTON'])
    expect(screen.getByRole('textbox', { name: 'Words on the button' })).toBeTruthy()
  })

  it('moves a block by Alt and an arrow and keeps the cursor on it', async () => {
    const { user, state } = await write(email('One', [text('<p>First</p>'), button('Read on')]))
    screen.getByRole('button', { name: /^Move block 1/ }).focus()
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(kinds(state)).toEqual(['BUTTON', 'TEXT'])
    expect(document.activeElement!.getAttribute('aria-label')).toMatch(/^Move block 2/)
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(kinds(state)).toEqual(['BUTTON', 'TEXT'])
  })

  it('takes a block out by Delete, and goes on at the next', async () => {
    const { user, state } = await write(email('One', [text('<p>First</p>'), button('Read on')]))
    screen.getByRole('button', { name: /^Move block 1/ }).focus()
    await user.keyboard('{Delete}')
    expect(kinds(state)).toEqual(['BUTTON'])
    expect(document.activeElement!.getAttribute('aria-label')).toMatch(/^Move block 1/)
  })

  it('copies a block as one of its own', async () => {
    const { user, state } = await write(email('One', [button('Read on')]))
    await user.click(screen.getByRole('button', { name: /^Copy block 1/ }))
    state.email.blocks[1]!.label = 'Another'
    expect(state.email.blocks.map((b) => b.label)).toEqual(['Read on', 'Another'])
  })

  it('has two or three columns, none within another, and keeps what the first hold', async () => {
    const { user, state } = await write(email('One', [{ ...fresh('COLUMNS', 'FOLLOW_UP') }]))
    expect(state.email.blocks[0]!.columns).toHaveLength(2)
    await user.click(screen.getByRole('button', { name: '3' }))
    expect(state.email.blocks[0]!.columns).toHaveLength(3)
    await user.click(screen.getAllByRole('button', { name: 'Add a block' })[0]!)
    expect((await screen.findAllByText('Text')).length).toBeGreaterThan(0)
    expect(screen.queryByText('Columns', { selector: '.v-list-item-title' })).toBeNull()
    await user.click(screen.getByRole('button', { name: '2' }))
    expect(state.email.blocks[0]!.columns).toHaveLength(2)
  })

  it('moves a block into columns, along them and out again by Alt and an arrow', async () => {
    const { user, state } = await write(
      email('One', [text('<p>First</p>'), fresh('COLUMNS', 'FOLLOW_UP'), button('Read on')]),
    )
    const at = () => document.activeElement!.closest('[data-path]')?.getAttribute('data-path')
    const columns = () =>
      state.email.blocks.find((b) => b.kind === 'COLUMNS')!.columns.map((c) => c.blocks.length)
    screen.getByRole('button', { name: /^Move block 1, Text: First/ }).focus()
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}')
    expect(kinds(state)).toEqual(['COLUMNS', 'BUTTON'])
    expect(columns()).toEqual([2, 1])
    expect(at()).toBe('email.blocks[0].columns[0].blocks[0]')
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}')
    expect(columns()).toEqual([1, 2])
    expect(at()).toBe('email.blocks[0].columns[1].blocks[1]')
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}')
    expect(kinds(state)).toEqual(['COLUMNS', 'TEXT', 'BUTTON'])
    expect(columns()).toEqual([1, 1])
    expect(at()).toBe('email.blocks[1]')
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}')
    await user.keyboard('{Alt>}{ArrowLeft}{/Alt}')
    expect(kinds(state)).toEqual(['TEXT', 'COLUMNS', 'BUTTON'])
    expect(at()).toBe('email.blocks[0]')
  })

  it('begins from a layout while nothing is written', async () => {
    const { user, state } = await write(freshEmail())
    await user.click(await screen.findByRole('button', { name: 'Short letter' }))
    expect(state.email.subject).toBe('Hello again')
    expect(screen.queryByRole('group', { name: 'Begin from a layout' })).toBeNull()
  })

  it('shows advice beside what it is about', async () => {
    await write(email('THREE THINGS!!'), {
      advice: [
        { code: 'shouting', field: 'subject', message: 'Capitals read like shouting.' },
        {
          code: 'no_preview',
          field: 'preview',
          message: 'Without a preview line mailboxes show the first words.',
        },
      ],
    })
    expect(screen.getByText('Capitals read like shouting.')).toBeTruthy()
    expect(screen.getByText(/Without a preview line/)).toBeTruthy()
  })

  it('takes a subject proposed from the email’s own words', async () => {
    const { user, state } = await write(email('One'), { ideas: ['While the glue dries'] })
    await user.click(screen.getByText('Subject ideas'))
    await user.click(screen.getByRole('button', { name: 'While the glue dries' }))
    expect(state.email.subject).toBe('While the glue dries')
    expect(screen.getByRole('textbox', { name: 'Subject' }).textContent).toBe('While the glue dries')
  })

  it('says what a plain letter means', async () => {
    const { user, state } = await write(email('One'))
    await user.click(screen.getByRole('button', { name: 'Plain letter' }))
    expect(state.email.style).toBe('LETTER')
    expect(screen.getByText(/Opens cannot be counted/)).toBeTruthy()
  })

  it('lets the plain text be taken over by hand, and given back', async () => {
    const { user, state } = await write(email('One'))
    await user.click(screen.getByRole('button', { name: 'Plain-text part' }))
    expect(screen.getByText('Made.')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Write it by hand' }))
    const hand = screen.getByLabelText('Plain text, by hand')
    await user.type(hand, ' And more.')
    expect(state.email.ownPlain).toBe('Made. And more.')
    await user.click(screen.getByRole('button', { name: 'Generate it from the blocks' }))
    expect(state.email.ownPlain).toBe('')
  })

  it('tells a problem at the block it is in', async () => {
    const problems = { 'email.blocks[0].label': 'The button needs words.' }
    const { user } = await write(email('One', [button('')]), {}, problems)
    await user.click(screen.getByRole('button', { name: /^Change block 1/ }))
    expect(screen.getByText('The button needs words.')).toBeTruthy()
  })

  it('gives a tag for a click on a link that is there', async () => {
    const { user, state } = await write(
      email('One', [
        { ...button('Read on'), target: 'LINK', href: 'https://quireandthread.example/journal' },
      ]),
    )
    await user.click(screen.getByText('Tags by click'))
    await user.click(screen.getByRole('button', { name: 'A tag for a click' }))
    expect(state.email.linkTags).toEqual([
      { href: 'https://quireandthread.example/journal', tag: '', give: true },
    ])
    await user.click(screen.getByRole('button', { name: 'Remove this tag' }))
    expect(state.email.linkTags).toEqual([])
  })

  it('starts from a layout, in place of what stands there', async () => {
    const { user, server, state } = await write(email('One', [text('<p>First</p>'), button('Read on')]))
    server.on('GET /emails/layouts', [
      { name: 'A question', about: 'One thing', content: email('Can I ask?', [text('<p>?</p>')]) },
    ])
    await user.click(screen.getByRole('button', { name: 'Layouts' }))
    await user.click(await screen.findByRole('button', { name: /A question/ }))
    expect(state.email.subject).toBe('Can I ask?')
    expect(kinds(state)).toEqual(['TEXT'])
  })

  it('tells when a file could not be made', async () => {
    const { user, server, notice } = await write(email('One'))
    server.on('POST /emails/export/eml', () => AWAY)
    await user.click(screen.getByRole('button', { name: 'Import and export' }))
    await user.click(await screen.findByText('Save as .eml'))
    await expect.poll(() => notice.words).toContain('cannot be reached')
  })
})

import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { show } from '../testing/show'
import PreviewFrame from './PreviewFrame.vue'

const props = { html: '<p>Hello</p>', phone: false, title: 'The page' }

describe('A preview', () => {
  it('says so when it could not be drawn anew, and keeps what it showed', async () => {
    await show(PreviewFrame, { props: { ...props, fault: 'Jeton cannot be reached.' } })
    expect(screen.getByRole('alert').textContent).toBe('Not drawn anew. Jeton cannot be reached.')
    expect(screen.getByTitle('The page').getAttribute('srcdoc')).toBe('<p>Hello</p>')
  })

  it('says nothing when all is well', async () => {
    await show(PreviewFrame, { props })
    expect(screen.queryByRole('alert')).toBeNull()
  })
})

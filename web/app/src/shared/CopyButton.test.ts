import { screen } from '@testing-library/vue'
import { describe, expect, it, vi } from 'vitest'
import { show } from '../testing/show'
import CopyButton from './CopyButton.vue'

const props = { text: 'v=DMARC1; p=none', what: 'the record' }

describe('Copying', () => {
  it('puts the text on the clipboard and says so', async () => {
    const { user } = await show(CopyButton, { props })
    const write = vi.spyOn(navigator.clipboard, 'writeText')
    await user.click(screen.getByRole('button', { name: 'Copy the record' }))
    expect(await screen.findByText('Copied')).toBeTruthy()
    expect(write).toHaveBeenCalledWith('v=DMARC1; p=none')
  })

  it('says what to do where the browser does not let it', async () => {
    const { user, notice } = await show(CopyButton, { props })
    vi.spyOn(navigator.clipboard, 'writeText').mockRejectedValue(new DOMException('Not allowed'))
    await user.click(screen.getByRole('button', { name: 'Copy the record' }))
    expect(await screen.findByText('Copy it by hand')).toBeTruthy()
    expect(notice.words).toBe('')
  })
})

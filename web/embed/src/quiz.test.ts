import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { play } from './quiz'

const FORM = (when: string, checked = '') => `
<div class="jf-body"><form class="jf-form" action="/p/forms/k/signups">
<p class="jf-problem" data-problem="" hidden></p>
<input type="hidden" name="submission_key" value="key-1">
<div data-quiz="k" data-when="${when}" data-one><input type="hidden" name="quiz_edition" value="7">
<div data-cover><p>Two questions.</p><button type="button" data-begin hidden>Begin</button></div>
<fieldset data-q="q1"><legend>One?</legend>
<input type="radio" name="q_q1" value="a" ${checked}><input type="radio" name="q_q1" value="b">
<p class="jf-problem" data-problem="q_q1" hidden></p></fieldset>
<fieldset data-q="q2" data-optional><legend>Two?</legend>
<input type="checkbox" name="q_q2" value="a"><input type="checkbox" name="q_q2" value="b">
<p class="jf-problem" data-problem="q_q2" hidden></p></fieldset></div>
<div data-gate><input name="email"><button type="submit">Send</button>
<button type="submit" data-finish>Skip</button></div></form></div>`

const asked = vi.fn()
const shown = vi.fn()
let beacons: { steps: { what: string; question?: string }[] }[] = []

function begin(when = 'BEFORE', html = FORM(when)) {
  document.body.innerHTML = html
  play(document.querySelector('form')!, { base: '', site: '', show: shown })
}

const visible = () =>
  [...document.querySelectorAll<HTMLElement>('[data-cover],[data-q],[data-gate]')]
    .filter((part) => !part.hidden)
    .map((part) => part.dataset.q ?? ('gate' in part.dataset ? 'gate' : 'cover'))
const press = (words: string) =>
  [...document.querySelectorAll<HTMLButtonElement>('button')]
    .find((button) => button.textContent === words && !button.closest('[hidden]'))!
    .click()
const choose = (name: string, value: string) =>
  document.querySelector<HTMLInputElement>(`[name=${name}][value=${value}]`)!.click()
const problem = (of: string) => document.querySelector<HTMLElement>(`[data-problem="${of}"]`)!

describe('A quiz in a form', () => {
  beforeEach(() => {
    beacons = []
    navigator.sendBeacon = (_to, body) => {
      beacons.push(JSON.parse(String(body)))
      return true
    }
    asked.mockReset()
    shown.mockReset()
    asked.mockImplementation(async () => new Response(JSON.stringify({ html: '' })))
    vi.stubGlobal('fetch', asked)
    sessionStorage.clear()
    Element.prototype.scrollIntoView ??= () => {}
  })
  afterEach(() => {
    vi.unstubAllGlobals()
    document.body.replaceChildren()
  })

  async function toTheEnd() {
    press('Begin')
    choose('q_q1', 'b')
    press('Next question')
    press('Next')
    await vi.waitFor(() => expect(asked).toHaveBeenCalled())
  }

  it('comes one question after the other, and back keeps what was answered', () => {
    begin()
    expect(visible()).toEqual(['cover'])
    press('Begin')
    expect(visible()).toEqual(['q1'])
    choose('q_q1', 'b')
    press('Next question')
    expect(visible()).toEqual(['q2'])
    press('Back')
    expect(visible()).toEqual(['q1'])
    expect(document.querySelector<HTMLInputElement>('[name=q_q1][value=b]')!.checked).toBe(true)
  })

  it('says what is missing at the question, and skips what may be skipped', async () => {
    begin()
    press('Begin')
    press('Next question')
    expect(visible()).toEqual(['q1'])
    expect(problem('q_q1').textContent).toBe('Choose an answer.')
    choose('q_q1', 'a')
    press('Next question')
    press('Next')
    await vi.waitFor(() => expect(visible()).toEqual(['gate']))
  })

  it('has it judged by the server, without any scoring of its own', async () => {
    begin()
    await toTheEnd()
    const [to, { body }] = asked.mock.calls[0] as [string, RequestInit]
    expect(to).toMatch(/\/p\/forms\/k\/plays$/)
    expect(JSON.parse(String(body))).toMatchObject({ q_q1: 'b', quiz_edition: '7', submission_key: 'key-1' })
    await vi.waitFor(() => expect(visible()).toEqual(['gate']))
  })

  it('keeps the answers when the server is away, and says so', async () => {
    asked.mockRejectedValue(new TypeError('away'))
    begin()
    await toTheEnd()
    await vi.waitFor(() => expect(problem('').textContent).toMatch('Your answers are still here'))
    expect(visible()).toEqual(['q2'])
  })

  it('goes to the question the server refused', async () => {
    asked.mockImplementation(
      async () =>
        new Response(JSON.stringify({ problems: [{ field: 'q_q1', message: 'Not one of them.' }] }), {
          status: 422,
        }),
    )
    begin()
    await toTheEnd()
    await vi.waitFor(() => expect(visible()).toEqual(['q1']))
    expect(problem('q_q1').textContent).toBe('Not one of them.')
  })

  it('shows what it came to at once where the address comes after', async () => {
    asked.mockImplementation(async () => new Response(JSON.stringify({ html: '<p>Coptic</p>' })))
    begin('AFTER')
    press('Begin')
    choose('q_q1', 'b')
    press('Next question')
    press('See my result')
    await vi.waitFor(() => expect(shown).toHaveBeenCalled())
    expect(shown.mock.calls[0]![0].textContent).toBe('Coptic')
  })

  it('shows it past the address where that may be skipped', async () => {
    asked.mockImplementation(async () => new Response(JSON.stringify({ html: '<p>Coptic</p>' })))
    begin('SKIPPABLE')
    await toTheEnd()
    await vi.waitFor(() => expect(visible()).toEqual(['gate']))
    press('Skip')
    expect(shown).toHaveBeenCalled()
  })

  it('is there again after a reload, as the same play', () => {
    begin()
    press('Begin')
    choose('q_q1', 'b')
    press('Next question')
    begin('BEFORE', FORM('BEFORE').replace('key-1', 'key-2'))
    expect(visible()).toEqual(['q2'])
    expect(document.querySelector<HTMLInputElement>('[name=q_q1][value=b]')!.checked).toBe(true)
    expect(document.querySelector<HTMLInputElement>('[name=submission_key]')!.value).toBe('key-1')
  })

  it('begins anew when it was edited meanwhile, and where the server put answers in itself they stay', () => {
    begin()
    press('Begin')
    choose('q_q1', 'b')
    press('Next question')
    begin('BEFORE', FORM('BEFORE').replace('value="7"', 'value="8"'))
    expect(visible()).toEqual(['cover'])
    begin('BEFORE', FORM('BEFORE', 'checked'))
    expect(document.querySelector<HTMLInputElement>('[name=q_q1][value=a]')!.checked).toBe(true)
  })

  it('tells how far one came, and how long an answer took', () => {
    begin()
    press('Begin')
    choose('q_q1', 'a')
    press('Next question')
    const steps = beacons.flatMap((beacon) => beacon.steps)
    expect(steps.map(({ what, question }) => [what, question].filter(Boolean).join(' '))).toEqual([
      'started',
      'seen q1',
      'answered q1',
      'seen q2',
    ])
  })

  it('goes on by Enter, and sends itself at the gate alone', () => {
    begin()
    const form = document.querySelector('form')!
    const submit = () => {
      const event = new Event('submit', { cancelable: true })
      form.dispatchEvent(event)
      return event.defaultPrevented
    }
    expect(submit()).toBe(true)
    expect(visible()).toEqual(['q1'])
    choose('q_q1', 'a')
    expect(submit()).toBe(true)
    expect(visible()).toEqual(['q2'])
  })
})

import { describe, expect, it } from 'vitest'
import {
  bodyToEditor,
  editorToBody,
  editorToLine,
  labelOf,
  lineToEditor,
  setOwnFillIns,
  textForm,
} from './fillIns'

describe('fill-ins', () => {
  it.each([
    'Did it hold, {{first_name}}{{^first_name}}bookbinder{{/first_name}}?',
    'Paper < card & "thread", {{first_name}}',
    'No fill-in at all',
    '',
  ])('keeps the line %s through the editor', (line) => {
    expect(editorToLine(lineToEditor(line))).toBe(line)
  })

  it.each([
    '<p>Hello {{first_name}},</p><p>two days ago</p>',
    '<p>See <a href="https://q.example/?n={{first_name}}">the {{offer_name}}</a></p>',
    '<ul><li><p>one &amp; two</p></li></ul>',
  ])('keeps the body %s through the editor', (html) => {
    expect(editorToBody(bodyToEditor(html))).toBe(html)
  })

  it('makes a chip of each known fill-in and leaves unknown ones as typed, for the server to refuse', () => {
    expect(bodyToEditor('<p>{{first_name}} {{shoe_size}}</p>')).toBe(
      '<p><span data-fill-in="first_name"></span> {{shoe_size}}</p>',
    )
  })

  it('knows the fields of the business once they are there', () => {
    setOwnFillIns([{ name: 'shoe_size', label: 'Shoe size' }])
    expect(lineToEditor('{{shoe_size}}')).toBe('<p><span data-fill-in="shoe_size"></span></p>')
    expect(labelOf('shoe_size')).toBe('Shoe size')
    setOwnFillIns([])
    expect(lineToEditor('{{shoe_size}}')).toBe('<p>{{shoe_size}}</p>')
  })

  it('writes words of its own the way Mustache does', () => {
    expect(textForm('first_name', 'friend')).toBe('{{first_name}}{{^first_name}}friend{{/first_name}}')
  })
})

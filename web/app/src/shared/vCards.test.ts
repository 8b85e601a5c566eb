import { render, screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, ref, withDirectives } from 'vue'
import { vCards } from './vCards'

describe('A table as cards', () => {
  it('gives each cell its column’s name but the first, also of rows that come later', async () => {
    const rows = ref([['Aoife', 'Live']])
    render(
      defineComponent({
        render: () =>
          withDirectives(
            h('table', [
              h('thead', h('tr', [h('th', 'Who'), h('th', 'State')])),
              h(
                'tbody',
                rows.value.map((row) =>
                  h(
                    'tr',
                    row.map((words) => h('td', words)),
                  ),
                ),
              ),
            ]),
            [[vCards]],
          ),
      }),
    )
    rows.value = [...rows.value, ['Tomas', 'Paused']]
    await expect.poll(() => screen.getAllByRole('row')).toHaveLength(3)
    const labels = screen
      .getAllByRole('row')
      .slice(1)
      .map((row) =>
        within(row)
          .getAllByRole('cell')
          .map((cell) => cell.dataset.label),
      )
    expect(labels).toEqual([
      [undefined, 'State'],
      [undefined, 'State'],
    ])
  })
})

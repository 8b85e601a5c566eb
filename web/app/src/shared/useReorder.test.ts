import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useReorder } from './useReorder'

describe('Another order by keys', () => {
  const open = () => {
    document.body.innerHTML = '<button>0</button><button>1</button><button>2</button>'
    const list = ref(['a', 'b', 'c'])
    return { list, ...useReorder(list, (i) => document.querySelectorAll('button')[i]) }
  }

  it('moves one, and the focus with it', async () => {
    const { list, move } = open()
    expect(await move(0, 1)).toBe(1)
    expect(list.value).toEqual(['b', 'a', 'c'])
    expect(document.activeElement!.textContent).toBe('1')
  })

  it('goes no further than the ends', async () => {
    const { list, move } = open()
    expect(await move(2, 1)).toBe(2)
    expect(await move(0, -1)).toBe(0)
    expect(list.value).toEqual(['a', 'b', 'c'])
  })
})

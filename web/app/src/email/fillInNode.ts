import { mergeAttributes, Node } from '@tiptap/core'
import { PluginKey } from '@tiptap/pm/state'
import { Suggestion, type SuggestionProps } from '@tiptap/suggestion'
import { VueNodeViewRenderer } from '@tiptap/vue-3'
import FillInChip from './FillInChip.vue'
import { BLOCK_KINDS } from './blocks'
import { allFillIns, type FillIn } from './fillIns'

/** Something the menu offers: a fill-in, or a block to put below. */
export interface Offered extends FillIn {
  block?: string
}

/** The open menu on `/`: null when closed. */
export interface Menu {
  items: Offered[]
  chosen: number
  left: number
  top: number
  pick(item: Offered): void
}

/**
 * The chip for a fill-in, and the menu that `/` opens.
 *
 * @param insertBlock has a block put below; absent where there are none
 */
export function fillInNode(show: (menu: Menu | null) => void, insertBlock?: (block: string) => void) {
  const offered = (): Offered[] => [
    ...allFillIns(),
    ...(insertBlock
      ? BLOCK_KINDS.filter((k) => k.kind !== 'COLUMNS' && k.kind !== 'FEED').map((k) => ({
          name: k.kind,
          label: `${k.words}, below`,
          block: k.kind,
        }))
      : []),
  ]
  let menu: Menu | null = null
  const set = (next: Menu | null) => {
    menu = next
    show(next)
  }
  const open = (props: SuggestionProps<Offered, Offered>) => {
    const place = props.clientRect?.()
    set(
      props.items.length
        ? {
            items: props.items,
            chosen: 0,
            left: place?.left ?? 0,
            top: place?.bottom ?? 0,
            pick: (item) => props.command(item),
          }
        : null,
    )
  }
  const press = (event: KeyboardEvent): boolean => {
    if (!menu) {
      return false
    }
    const { items, chosen } = menu
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const by = event.key === 'ArrowDown' ? 1 : items.length - 1
      set({ ...menu, chosen: (chosen + by) % items.length })
      return true
    }
    if (event.key === 'Enter' || event.key === 'Tab') {
      menu.pick(items[chosen]!)
      return true
    }
    if (event.key === 'Escape') {
      set(null)
      return true
    }
    return false
  }

  return Node.create({
    name: 'fillIn',
    // Before whatever else listens to Enter, or the open menu would never hear of it.
    priority: 900,
    group: 'inline',
    inline: true,
    atom: true,
    addAttributes() {
      return {
        name: {
          default: 'first_name',
          parseHTML: (el) => el.getAttribute('data-fill-in'),
          renderHTML: (attrs) => ({ 'data-fill-in': attrs.name }),
        },
        words: {
          default: null,
          parseHTML: (el) => el.getAttribute('data-words'),
          renderHTML: (attrs) => (attrs.words ? { 'data-words': attrs.words } : {}),
        },
      }
    },
    parseHTML: () => [{ tag: 'span[data-fill-in]' }],
    renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes)],
    addNodeView: () => VueNodeViewRenderer(FillInChip),
    addProseMirrorPlugins() {
      return [
        Suggestion<Offered, Offered>({
          editor: this.editor,
          pluginKey: new PluginKey('fill-in-menu'),
          char: '/',
          items: ({ query }) =>
            offered().filter((f) => f.label.toLowerCase().startsWith(query.toLowerCase())),
          command: ({ editor, range, props }) => {
            if (props.block) {
              editor.chain().focus().deleteRange(range).run()
              insertBlock?.(props.block)
            } else {
              editor
                .chain()
                .focus()
                .insertContentAt(range, { type: 'fillIn', attrs: { name: props.name } })
                .run()
            }
          },
          render: () => ({
            onStart: open,
            onUpdate: open,
            onKeyDown: ({ event }) => press(event),
            onExit: () => set(null),
          }),
        }),
      ]
    },
  })
}

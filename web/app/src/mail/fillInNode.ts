import { mergeAttributes, Node } from '@tiptap/core'
import { PluginKey } from '@tiptap/pm/state'
import { Suggestion, type SuggestionProps } from '@tiptap/suggestion'
import { VueNodeViewRenderer } from '@tiptap/vue-3'
import FillInChip from './FillInChip.vue'
import { FILL_INS, type FillIn } from './fillIns'

/** The open menu on `/`: null when closed. */
export interface Menu {
  items: FillIn[]
  chosen: number
  left: number
  top: number
  pick(item: FillIn): void
}

/** The chip for a fill-in, and the menu that `/` opens. */
export function fillInNode(show: (menu: Menu | null) => void) {
  let menu: Menu | null = null
  const set = (next: Menu | null) => {
    menu = next
    show(next)
  }
  const open = (props: SuggestionProps<FillIn, FillIn>) => {
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
        Suggestion<FillIn, FillIn>({
          editor: this.editor,
          pluginKey: new PluginKey('fill-in-menu'),
          char: '/',
          items: ({ query }) => FILL_INS.filter((f) => f.label.toLowerCase().startsWith(query.toLowerCase())),
          command: ({ editor, range, props }) =>
            editor
              .chain()
              .focus()
              .insertContentAt(range, { type: 'fillIn', attrs: { name: props.name } })
              .run(),
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

import { computed } from 'vue'
import { useBusiness } from '../business/useBusiness'
import type { Names } from './criteria'
import { useLists } from './useLists'
import { useSegments } from './useSegments'
import { useTags } from './useTags'

/** What conditions can name, from all the places that know. */
export function useNames() {
  const lists = useLists()
  const segments = useSegments()
  const tags = useTags()
  const business = useBusiness()
  tags.need()
  if (!lists.isLoaded) {
    void lists.load()
  }
  if (!segments.isLoaded) {
    void segments.load()
  }
  return computed<Names>(() => ({
    ...segments.choices,
    lists: lists.all.map(({ list }) => ({ id: list.id, name: list.settings.name })),
    tags: tags.names,
    fields: business.fields.filter((field) => field.type !== 'CONSENT'),
  }))
}

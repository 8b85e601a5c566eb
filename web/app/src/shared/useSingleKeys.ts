import { useLocalStorage } from './useLocalStorage'

/** Whether keys without Ctrl do something: not wanted by whoever speaks to the computer, or types past a field. */
export const singleKeys = useLocalStorage('single keys', true)

import { useLocalStorage } from './useLocalStorage'

const always = useLocalStorage('exactDates', false)

/** Whether dates are told exactly, "Friday 27 November 2026, 08:00 WET", or as people say them; kept in this browser. */
export const useExactDates = () => always

import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ApiFault } from '../api/client'

/** What time it is for Jeton: the demo's clock where there is one, else this machine's. */
export const useClock = defineStore('clock', () => {
  const isDemo = ref(false)
  const offsetMs = ref(0)
  const tick = ref(Date.now())
  /** Grows whenever the clock was moved, so that views look again. */
  const moves = ref(0)

  setInterval(() => (tick.value = Date.now()), 10_000)

  function take(now: string) {
    offsetMs.value = new Date(now).getTime() - Date.now()
    tick.value = Date.now()
  }

  async function find() {
    try {
      take((await api.get<{ now: string }>('/demo/clock')).now)
      isDemo.value = true
    } catch (fault) {
      isDemo.value = !(fault instanceof ApiFault && fault.status !== 0) && isDemo.value
    }
  }

  async function move(by: { advance: string } | { toNextEmail: true }) {
    take((await api.post<{ now: string }>('/demo/clock', by)).now)
    moves.value++
  }

  const now = () => new Date(tick.value + offsetMs.value)
  return { isDemo, moves, tick, now, find, move }
})

import type { Person } from '../api/types'

export const PERSON_STATES: Record<Person['state'], string> = {
  WAITING_TO_CONFIRM: 'Waiting to confirm',
  ON_THE_LIST: 'On the list',
  LEFT: 'Left',
  UNREACHABLE: 'Unreachable',
  BLOCKED: 'Blocked',
}

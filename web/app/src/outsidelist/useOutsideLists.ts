import { api } from '../api/client'
import type {
  HandOnPreview,
  HandedOn,
  ListChoices,
  ListTest,
  OutsideList,
  OutsideListAsked,
  OutsideListKinds,
  OutsideListSettings,
} from '../api/types'

const PATH = '/outside-lists'

/** Lists elsewhere that people are handed on to (H2). */
export const useOutsideLists = () => ({
  all: () => api.get<OutsideList[]>(PATH),
  kinds: () => api.get<OutsideListKinds>(`${PATH}/kinds`),
  make: (asked: OutsideListAsked) => api.post<OutsideList>(PATH, asked),
  save: (id: number, asked: OutsideListAsked) => api.put<OutsideList>(`${PATH}/${id}`, asked),
  remove: (id: number) => api.delete(`${PATH}/${id}`),
  turn: (id: number, on: boolean) => api.put<OutsideList>(`${PATH}/${id}/on`, { on }),
  choices: (id: number, list: string) =>
    api.get<ListChoices>(`${PATH}/${id}/choices?list=${encodeURIComponent(list)}`),
  preview: (id: number, settings: OutsideListSettings, email: string) =>
    api.post<HandOnPreview>(`${PATH}/${id}/preview?email=${encodeURIComponent(email)}`, { settings }),
  test: (id: number) => api.post<ListTest>(`${PATH}/${id}/test`, {}),
  everybody: (id: number) => api.get<{ people: number }>(`${PATH}/${id}/everybody`),
  handOnEverybody: (id: number) => api.post<OutsideList>(`${PATH}/${id}/everybody`, {}),
  stop: (id: number) => api.delete<OutsideList>(`${PATH}/${id}/everybody`),
  people: (id: number, state: string, after?: HandedOn) =>
    api.get<HandedOn[]>(
      `${PATH}/${id}/people?state=${state}${after ? `&before=${after.triedAt}&below=${after.personId}` : ''}`,
    ),
  again: (id: number, person: number) => api.post(`${PATH}/${id}/people/${person}/again`, {}),
  allAgain: (id: number) => api.post(`${PATH}/${id}/again`, {}),
})

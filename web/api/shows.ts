import { answered, client, LONGEST_MS, of, within } from './request';

/** Shows as a whole. */
export const showCalls = {
  listShows: () => answered(client.GET('/api/shows', within(LONGEST_MS))),
  stateOfShow: (id: string) =>
    answered(client.GET('/api/shows/{id}/state', { ...of(id), ...within(LONGEST_MS) })),
  deleteShow: (id: string) =>
    answered(client.DELETE('/api/shows/{id}', { ...of(id), ...within(LONGEST_MS) })),
  restoreShow: (id: string) =>
    answered(client.POST('/api/shows/{id}/restore', { ...of(id), ...within(LONGEST_MS) })),
};

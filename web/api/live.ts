import { answered, client, LONGEST_MS, of, within } from './request';
import type { LiveDeed } from './types';

/** Calls about a show between real devices. */
export const liveCalls = {
  live: (id: string) => answered(client.GET('/api/rigs/{id}/live', { ...of(id), ...within(LONGEST_MS) })),
  liveNow: (id: string) =>
    answered(client.GET('/api/rigs/{id}/live/now', { ...of(id), ...within(LONGEST_MS) })),
  connect: (id: string, isDry: boolean) =>
    answered(client.PUT('/api/rigs/{id}/live', { ...of(id), body: { isDry }, ...within(LONGEST_MS) })),
  disconnect: (id: string) =>
    answered(client.DELETE('/api/rigs/{id}/live', { ...of(id), ...within(LONGEST_MS) })),
  doLive: (id: string, deed: LiveDeed) =>
    answered(client.POST('/api/rigs/{id}/live/do', { ...of(id), body: deed, ...within(LONGEST_MS) })),
};

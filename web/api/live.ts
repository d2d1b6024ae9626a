import { answered, client, LONGEST_MS, of, within } from './request';
import type { LiveDeed, PassedMessage } from './types';

/** Calls about a show between real devices, and about what was performed. */
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
  liveStanding: (id: string) => answered(client.GET('/api/rigs/{id}/live/standing', of(id))),
  probe: (id: string) => answered(client.GET('/api/rigs/{id}/probe', of(id))),
  probeSend: (
    id: string,
    body: { unit: string; plug: string; device: string; title: string; value: number },
  ) => answered(client.POST('/api/rigs/{id}/probe/send', { ...of(id), body })),
  probeListen: (id: string, body: { device: string; forMs: number }) =>
    answered(client.POST('/api/rigs/{id}/probe/listen', { ...of(id), body })),
  whatIsIt: (id: string, heard: string[]) =>
    answered(client.POST('/api/rigs/{id}/live/what', { ...of(id), body: { heard } })),
  stepHeard: (
    id: string,
    body: { expected: PassedMessage[]; answers: PassedMessage[]; passed: PassedMessage[] },
  ) => answered(client.POST('/api/rigs/{id}/trial/heard', { ...of(id), body })),
  played: (id: string) => answered(client.POST('/api/rigs/{id}/log/played', { ...of(id) })),
  asItWas: (id: string, at: string) =>
    answered(client.POST('/api/rigs/{id}/as-it-was', { ...of(id), body: { at } })),
};

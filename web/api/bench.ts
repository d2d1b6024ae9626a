import { answered, client, LONGEST_MS, LONGEST_PLAY_MS, of, PING_MS, within, withRig } from './request';
import type { Gesture } from './types';

/** Calls for benches, the minutes that are kept of them, and the stage. */
export const benchCalls = {
  mark: (bench: string, book: string) =>
    answered(client.POST('/api/bench/{id}/mark', { ...of(bench), body: { book }, ...within(LONGEST_MS) })),
  stackOfPresent: (bench: string, body: { text: string; name: string; units: string[] }) =>
    answered(client.POST('/api/bench/{id}/stack', { ...of(bench), body, ...within(LONGEST_MS) })),
  momentOf: (id: string) => answered(client.GET('/api/moments/{id}', { ...of(id), ...within(LONGEST_MS) })),
  openMoment: (id: string) =>
    answered(client.POST('/api/moments/{id}/open', { ...of(id), ...within(LONGEST_MS) })),
  stageOf: (id: string) => answered(client.GET('/api/rigs/{id}/stage', { ...of(id), ...within(LONGEST_MS) })),
  keepStage: (id: string, bench: string, instead: string | null) =>
    answered(
      client.PUT('/api/rigs/{id}/stage', { ...of(id), body: { bench, instead }, ...within(LONGEST_PLAY_MS) }),
    ),
  /** The stage as it is now, or that nobody answers; it is known soon. */
  lookAtStage: (id: string) =>
    answered(client.GET('/api/rigs/{id}/stage', { ...of(id), ...within(PING_MS) })),
  lockShow: (id: string) =>
    answered(client.PUT('/api/rigs/{id}/lock', { ...of(id), ...within(LONGEST_PLAY_MS) })),
  unlockShow: (id: string) =>
    answered(client.DELETE('/api/rigs/{id}/lock', { ...of(id), ...within(LONGEST_PLAY_MS) })),
  runningShow: (id: string, book: string) =>
    answered(
      client.GET('/api/rigs/{id}/running/{book}', {
        params: { path: { id, book } },
        ...within(LONGEST_MS),
      }),
    ),
  runningUses: (id: string, book: string) =>
    answered(
      client.GET('/api/rigs/{id}/running/{book}/uses', {
        params: { path: { id, book } },
        ...within(LONGEST_MS),
      }),
    ),
  openBench: (
    of: { text: string; goodText: string; rulebook: string | null; window: string },
    rig: string | null,
  ) =>
    answered(
      client.POST('/api/bench', {
        body: withRig(
          {
            text: of.text,
            goodText: of.goodText,
            window: of.window,
            ...(of.rulebook === null ? {} : { rulebook: of.rulebook }),
          },
          rig,
        ),
        ...within(LONGEST_MS),
      }),
    ),
  standIns: () => answered(client.GET('/api/stand-ins', within(LONGEST_MS))),
  chooseStandIn: (
    rulebook: string,
    body: { port: string; hears: boolean; chart: string | null; channel: number | null },
  ) =>
    answered(client.PUT('/api/rulebooks/{id}/stand-ins', { ...of(rulebook), body, ...within(LONGEST_MS) })),
  readBench: (id: string, window: string) =>
    answered(
      client.GET('/api/bench/{id}', { params: { path: { id }, query: { window } }, ...within(LONGEST_MS) }),
    ),
  /** How far a bench is; who asks shows that its window is there. */
  turnOf: (id: string, window: string, hidden: boolean) =>
    answered(
      client.GET('/api/bench/{id}/turn', {
        params: { path: { id }, query: { window, hidden } },
        ...within(LONGEST_PLAY_MS),
      }),
    ),
  /** A page that goes away has no time to wait for an answer. */
  leaveBench: (id: string, window: string) => {
    navigator.sendBeacon(`/api/bench/${id}/leave?window=${window}`);
  },
  play: (id: string, body: { window: string; request: number; gestures: Gesture[]; nowUs: number }) =>
    answered(
      client.POST('/api/bench/{id}/play', { ...of(id), body, ...within(LONGEST_PLAY_MS) }),
      LONGEST_PLAY_MS,
    ),
};

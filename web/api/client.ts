import type {
  Bench,
  Checked,
  News,
  PlayedEvent,
  Rulebook,
  RulebookSummary,
  Run,
  Tape,
  TapeEvent,
} from './types';

/** A request that was refused: the text says why and what to do. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }
}

/** A request that takes longer is given up, so that one that is lost holds up no other. */
const LONGEST_MS = 30_000;

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      signal: AbortSignal.timeout(LONGEST_MS),
      ...(body === undefined
        ? {}
        : body instanceof FormData
          ? { body }
          : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
    });
  } catch (error) {
    const isLate = error instanceof DOMException && error.name === 'TimeoutError';
    throw new Refusal(
      isLate
        ? `The application has not answered for ${LONGEST_MS / 1000} seconds.`
        : 'The application does not answer. Is it still running?',
      0,
      {},
    );
  }
  const text = await response.text();
  const answer: unknown = text === '' ? null : safeParse(text);
  if (!response.ok) {
    const problem = typeof answer === 'object' && answer !== null ? (answer as Record<string, unknown>) : {};
    const message =
      typeof problem['error'] === 'string'
        ? problem['error']
        : `The application answered ${response.status}.`;
    throw new Refusal(message, response.status, problem);
  }
  return answer as T;
}

function safeParse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

export const api = {
  listRulebooks: () => request<RulebookSummary[]>('GET', '/api/rulebooks'),
  createRulebook: (draft: { name: string; text: string }) =>
    request<Rulebook>('POST', '/api/rulebooks', draft),
  readRulebook: (id: string) => request<Rulebook>('GET', `/api/rulebooks/${id}`),
  writeRulebook: (id: string, change: { name: string; text: string; version: number }) =>
    request<Rulebook>('PUT', `/api/rulebooks/${id}`, change),
  deleteRulebook: (id: string) => request<null>('DELETE', `/api/rulebooks/${id}`),
  format: (text: string) => request<{ text: string }>('POST', '/api/format', { text }),
  listTapes: () => request<Tape[]>('GET', '/api/tapes'),
  uploadTape: (file: File) => {
    const form = new FormData();
    form.append('file', file);
    return request<Tape>('POST', '/api/tapes', form);
  },
  deleteTape: (id: string) => request<null>('DELETE', `/api/tapes/${id}`),
  tapeEvents: (id: string) => request<TapeEvent[]>('GET', `/api/tapes/${id}/events`),
  openBench: (text: string, goodText: string) => request<Bench>('POST', '/api/bench', { text, goodText }),
  play: (id: string, events: PlayedEvent[], nowUs: number) =>
    request<News>('POST', `/api/bench/${id}/play`, { events, nowUs }),
  changeBench: (id: string, text: string) =>
    request<{ checked: Checked; bench: Bench }>('POST', `/api/bench/${id}/rulebook`, { text }),
  changeScene: (id: string, scene: number, nowUs: number) =>
    request<News>('POST', `/api/bench/${id}/scene`, { scene, nowUs }),
  panic: (id: string, nowUs: number) => request<News>('POST', `/api/bench/${id}/panic`, { nowUs }),
  beginRun: (run: { text: string; tape: string; port?: string }) => request<Run>('POST', '/api/runs', run),
  continueRun: (id: string) => request<Run>('POST', `/api/runs/${id}/continue`),
};

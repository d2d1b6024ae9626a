import createClient from 'openapi-fetch';
import { author } from './author';
import type { paths } from './schema';

/** A request that was refused: the text says why and what to do. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }

  /** Nobody answered, or not now: the same may go well in a moment. */
  get mayPass(): boolean {
    return this.status === 0 || this.status === 429 || this.status === 502 || this.status === 503;
  }
}

/** A request that takes longer is given up, so that one that is lost holds up no other. */
export const LONGEST_MS = 30_000;
export const LONGEST_PLAY_MS = 10_000;
export const PING_MS = 1000;

export const client = createClient<paths>({
  baseUrl: typeof window === 'undefined' ? 'http://localhost' : window.location.origin,
  fetch: (request) => {
    request.headers.set('X-Author', encodeURIComponent(author()));
    return fetch(request);
  },
});

export const within = (ms: number) => ({ signal: AbortSignal.timeout(ms) });

/** What was answered, or the refusal in words. */
export async function answered<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
  ms = LONGEST_MS,
): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await call;
  } catch (error) {
    if (error instanceof SyntaxError) {
      throw new Refusal('The application answered something that cannot be read.', 500, {});
    }
    const isLate = error instanceof DOMException && error.name === 'TimeoutError';
    throw new Refusal(
      isLate
        ? `The application has not answered for ${ms / 1000} seconds.`
        : 'The application does not answer. Is it still running?',
      0,
      {},
    );
  }
  const { response, data, error } = result;
  if (!response.ok) {
    const body = typeof error === 'object' && error !== null ? (error as Record<string, unknown>) : {};
    const text =
      typeof body['error'] === 'string' ? body['error'] : `The application answered ${response.status}.`;
    throw new Refusal(text, response.status, body);
  }
  return data as T;
}

/** A file as the body of a request. */
export const uploaded = (file: File) => ({
  body: { file: '' },
  bodySerializer: () => {
    const form = new FormData();
    form.append('file', file);
    return form;
  },
  ...within(LONGEST_MS),
});

/** With the rig that says what names of devices mean, if there is one. */
export const withRig = <T extends object>(body: T, rig: string | null): T & { rig?: string } =>
  rig === null ? body : { ...body, rig };

export const at = (id: string, number: number) => ({ params: { path: { id, number } } });
export const of = (id: string) => ({ params: { path: { id } } });

import { afterEach, expect, it, vi } from 'vitest';
import { api, Refusal } from './client';

const fetched = vi.fn<typeof fetch>();
vi.stubGlobal('fetch', fetched);
afterEach(() => fetched.mockReset());

function answer(status: number, body: string): Response {
  return new Response(status === 204 ? null : body, { status });
}

it('sends JSON and reads JSON', async () => {
  fetched.mockResolvedValue(answer(200, '{"text":"port keys in\\n"}'));
  expect(await api.format('port keys in')).toEqual({ text: 'port keys in\n' });
  const request = fetched.mock.calls[0]?.[0] as Request;
  expect(request.url).toMatch(/\/api\/format$/);
  expect(request.method).toBe('POST');
  expect(request.headers.get('Content-Type')).toBe('application/json');
  expect(await request.json()).toEqual({ text: 'port keys in' });
});

it('sends files as forms', async () => {
  fetched.mockResolvedValue(answer(201, '{}'));
  await api.uploadTape(new File(['0 keys F8'], 'a.tape'));
  const form = await (fetched.mock.calls[0]?.[0] as Request).formData();
  expect((form.get('file') as File).name).toBe('a.tape');
});

it('takes an empty answer', async () => {
  fetched.mockResolvedValue(answer(204, ''));
  await api.deleteTape('t1');
  expect((fetched.mock.calls[0]?.[0] as Request).method).toBe('DELETE');
});

it('turns refusals into what they say', async () => {
  fetched.mockResolvedValue(answer(409, '{"error":"changed elsewhere","current":{"version":3}}'));
  const refusal = await api.listTapes().catch((error: unknown) => error);
  expect(refusal).toBeInstanceOf(Refusal);
  expect(refusal).toMatchObject({
    message: 'changed elsewhere',
    status: 409,
    body: { current: { version: 3 } },
  });
});

it.each(['<html>broken</html>', '', '[1]'])('survives an answer that says nothing: %s', async (body) => {
  fetched.mockResolvedValue(answer(500, body));
  await expect(api.listTapes()).rejects.toThrow('The application answered 500.');
});

it('gives up on an answer that does not come', async () => {
  fetched.mockRejectedValue(new DOMException('late', 'TimeoutError'));
  await expect(api.listTapes()).rejects.toThrow('has not answered for 30 seconds');
  expect((fetched.mock.calls[0]?.[0] as Request).signal).toBeInstanceOf(AbortSignal);
});

it('says when nobody answers', async () => {
  fetched.mockRejectedValue(new TypeError('network'));
  await expect(api.listTapes()).rejects.toThrow('Is it still running?');
});

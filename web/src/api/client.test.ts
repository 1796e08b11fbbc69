import { afterEach, expect, it, vi } from 'vitest';
import { api, Problem } from './client';

const answerWith = (status: number, body: string, type = 'application/json') =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(status === 204 ? null : body, { status, headers: { 'Content-Type': type } })),
  );
afterEach(() => vi.unstubAllGlobals());

const failure = async (work: Promise<unknown>) => {
  try {
    await work;
  } catch (e) {
    return e as Problem;
  }
  throw new Error('it should have failed');
};

it('says what to do where something else answers in place of the server', async () => {
  answerWith(502, '<html><h1>502 Bad Gateway</h1></html>', 'text/html');
  const bad = await failure(api.plan());
  expect(bad).toBeInstanceOf(Problem);
  expect(bad.status).toBe(502);
  expect(bad.message).not.toContain('<');
  expect(bad.message).toContain('try again');
  answerWith(200, '<html>Please log in to the network</html>', 'text/html');
  expect((await failure(api.plan())).message).toContain('try again');
});

it('keeps the server’s own words and the values at fault', async () => {
  answerWith(422, '{"detail":"Some values","errors":[{"field":"name","message":"Enter a name"}]}');
  const bad = await failure(api.plan());
  expect(bad.message).toBe('Some values');
  expect(bad.errors).toEqual([{ field: 'name', message: 'Enter a name' }]);
});

it('hands on what somebody else saved, with its version', async () => {
  answerWith(412, '{"detail":"Changed","current":{"name":"x"},"version":"ab"}');
  const bad = await failure(api.changeCarrier('hopgate', {}, 'cd'));
  expect([bad.current, bad.version]).toEqual([{ name: 'x' }, 'ab']);
  const sent = vi.mocked(fetch).mock.calls[0][1] as RequestInit;
  expect((sent.headers as Record<string, string>)['If-Match']).toBe('"cd"');
});

it('says that nothing is lost where the server can’t be reached', async () => {
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('Failed to fetch');
  });
  expect((await failure(api.plan())).message).toContain('What you entered is still here');
});

it('does not keep a file that broke off', async () => {
  vi.stubGlobal('fetch', async () => ({
    ok: true,
    blob: async () => {
      throw new TypeError('network error');
    },
  }));
  const bad = await failure(api.exportOrders('csv', {}, 'id', new AbortController().signal));
  expect(bad.message).toContain('Nothing was saved');
});

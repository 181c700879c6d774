import type { BatchEventBody } from '@steepsis/core';
import { allOut } from './device';
import { emptyOutbox, flush, resume, sendOut, useOutbox } from './outbox';

const event = (id: string): { id: string; at: string; v: number } & BatchEventBody => ({
  id,
  at: '2026-07-05T09:00:00.000Z',
  v: 2,
  type: 'stage-ended',
  brewId: 'b',
  stageId: 's',
});

let sent: string[] = [];
let server: 'here' | 'away' | 'refuses' | 'fails' | 'busy' = 'here';
/** batches that the server makes a mistake with */
let failsFor = new Set<string>();

beforeEach(async () => {
  emptyOutbox();
  for (const { n } of await allOut()) await (await import('./device')).takeOut(n);
  sent = [];
  server = 'here';
  failsFor = new Set();
  globalThis.fetch = jest.fn((path: RequestInfo | URL, init?: RequestInit) => {
    const { id } = JSON.parse(init!.body as string) as { id: string };
    if (server === 'away') return Promise.reject(new TypeError('failed to fetch'));
    const url = path as string;
    if (server === 'fails' || [...failsFor].some((b) => url.includes(b)))
      return Promise.resolve({
        ok: false,
        status: 500,
        json: () =>
          Promise.resolve({ type: 'server-fault', title: 'Something went wrong here', status: 500, detail: 'x' }),
      } as Response);
    if (server === 'busy')
      return Promise.resolve({
        ok: false,
        status: 429,
        json: () => Promise.resolve({ type: 'too-many-requests', title: 'Too much at once', status: 429, detail: 'x' }),
      } as Response);
    sent.push(id);
    const refused = server === 'refuses';
    const body = refused
      ? { type: 'stage-not-running', title: 'Not now', status: 409, detail: 's is not running.' }
      : { id: 'batch', events: [], serverNow: new Date().toISOString() };
    return Promise.resolve({
      ok: !refused,
      status: refused ? 409 : 200,
      json: () => Promise.resolve(body),
    } as Response);
  });
});

describe('what is said at the stove', () => {
  it('is kept on this device before it goes out, and leaves it when it is stored', async () => {
    expect((await sendOut('batch', event('a'))).kind).toBe('stored');
    expect(sent).toEqual(['a']);
    expect(await allOut()).toEqual([]);
  });

  it('waits while the server is away, over a reload too, and goes out in order, once', async () => {
    server = 'away';
    for (const id of ['a', 'b', 'c']) expect((await sendOut('batch', event(id))).kind).toBe('waiting');
    expect((await allOut()).map((o) => o.event.id)).toEqual(['a', 'b', 'c']);
    expect(useOutbox.getState().awaySince).toBeDefined();
    // A crash of the tab: only what the device keeps is left.
    emptyOutbox();
    server = 'here';
    await resume();
    expect(sent).toEqual(['a', 'b', 'c']);
    expect(await allOut()).toEqual([]);
    expect(useOutbox.getState().awaySince).toBeUndefined();
  });

  it('sends nothing twice when two things ask for it at once', async () => {
    server = 'away';
    await sendOut('batch', event('a'));
    server = 'here';
    await Promise.all([flush(), flush(), resume()]);
    expect(sent).toEqual(['a']);
  });

  it('tells what the server refuses, with its reason, and goes on with the rest', async () => {
    server = 'away';
    await sendOut('batch', event('a'));
    server = 'refuses';
    await flush();
    expect(useOutbox.getState().refused).toMatchObject([{ problem: { detail: 's is not running.' } }]);
    server = 'here';
    expect((await sendOut('batch', event('b'))).kind).toBe('stored');
    expect(await allOut()).toEqual([]);
  });

  it('gives a refusal to the one who said it, and not to the page as well', async () => {
    server = 'refuses';
    expect((await sendOut('batch', event('a'))).kind).toBe('refused');
    expect(useOutbox.getState().refused).toEqual([]);
  });

  it('stays on this device when the server makes a mistake with it, is shown, and goes out in order later', async () => {
    server = 'fails';
    for (const id of ['a', 'b']) expect((await sendOut('batch', event(id))).kind).toBe('waiting');
    expect((await allOut()).map((o) => o.event.id)).toEqual(['a', 'b']);
    expect(useOutbox.getState().refused).toEqual([]);
    expect(useOutbox.getState().failing['a']?.times).toBeGreaterThan(0);
    expect(useOutbox.getState().awaySince).toBeUndefined();
    server = 'here';
    await flush();
    expect(sent).toEqual(['a', 'b']);
    expect(await allOut()).toEqual([]);
    expect(useOutbox.getState().failing).toEqual({});
  });

  it('stays on this device when the server has too much to do: that is no refusal', async () => {
    server = 'busy';
    expect((await sendOut('batch', event('a'))).kind).toBe('waiting');
    expect((await allOut()).map((o) => o.event.id)).toEqual(['a']);
    expect(useOutbox.getState().refused).toEqual([]);
    server = 'here';
    await flush();
    expect(sent).toEqual(['a']);
  });

  it('of other batches goes on while one of them fails', async () => {
    failsFor.add('broken');
    expect((await sendOut('broken', event('a'))).kind).toBe('waiting');
    expect((await sendOut('sound', event('b'))).kind).toBe('stored');
    expect((await sendOut('broken', event('c'))).kind).toBe('waiting');
    expect(sent).toEqual(['b']);
    failsFor.clear();
    await flush();
    expect(sent).toEqual(['b', 'a', 'c']);
  });
});

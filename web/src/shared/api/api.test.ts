import { serverNow, useClock } from './clock';
import { get, post, ProblemError } from './client';

const answer = (status: number, body: unknown): void => {
  globalThis.fetch = jest.fn(() =>
    Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) } as Response),
  );
};

beforeEach(() => useClock.setState({ offsetMs: 0 }));

describe('talking to the server', () => {
  it('takes the server’s clock for steeps when this device’s is off', async () => {
    answer(200, { serverNow: new Date(Date.now() + 600_000).toISOString() });
    await get('/api/shelf');
    expect(Math.abs(serverNow() - Date.now() - 600_000)).toBeLessThan(500);
  });

  it('does not take the jitter of the network for a change of the clock', async () => {
    answer(200, { serverNow: new Date(Date.now() + 200).toISOString() });
    await get('/api/shelf');
    expect(useClock.getState().offsetMs).toBe(0);
  });

  it('sets no clock by an answer that was long on its way, and by the middle of its way where it must', async () => {
    const slow = async (aheadMs: number): Promise<void> => {
      const askedMs = Date.now();
      const clock = jest
        .spyOn(Date, 'now')
        .mockReturnValueOnce(askedMs)
        .mockReturnValueOnce(askedMs + 12_000);
      answer(200, { serverNow: new Date(askedMs + aheadMs).toISOString() });
      await get('/api/shelf');
      clock.mockRestore();
    };
    await slow(1_000);
    expect(useClock.getState().offsetMs).toBe(0);
    await slow(600_000);
    expect(useClock.getState().offsetMs).toBe(594_000);
  });

  it('hands on the server’s own words when it refuses', async () => {
    answer(409, {
      type: 'already-started',
      title: 'Not now',
      status: 409,
      detail: 'This batch has been started already.',
    });
    await expect(post('/api/batches', {})).rejects.toThrow('This batch has been started already.');
    await expect(post('/api/batches', {})).rejects.toBeInstanceOf(ProblemError);
  });

  it('says what to do when there is no server', async () => {
    globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('failed to fetch')));
    await expect(get('/api/shelf')).rejects.toThrow(
      'Steepsis is not running, or cannot be reached. Start it again and retry.',
    );
  });

  it('does not say that nothing was stored when only the answer may be lost', async () => {
    globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('failed to fetch')));
    const failed = await post('/api/jugs', {}).catch((e: Error) => e.message);
    expect(failed).toMatch(/look whether this was stored/);
    expect(failed).not.toMatch(/nothing was stored/i);
  });
});

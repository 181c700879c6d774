import { concerns, listen, type Heard } from './oneStream';

// Stand-ins of what a browser has: streams that can be told, a lock that one holds at a time, a channel between tabs.

class Stream {
  static open: Stream[] = [];
  onopen: (() => void) | undefined;
  onmessage: ((e: { data: string }) => void) | undefined;
  constructor() {
    Stream.open.push(this);
  }
  close(): void {
    Stream.open = Stream.open.filter((s) => s !== this);
  }
}
class Channel {
  static all: Channel[] = [];
  onmessage: ((e: { data: unknown }) => void) | undefined;
  constructor() {
    Channel.all.push(this);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all) if (other !== this) other.onmessage?.({ data });
  }
  close(): void {
    Channel.all = Channel.all.filter((c) => c !== this);
  }
}
/** One holder at a time; the next one waits for it. */
const oneLock = (): Pick<LockManager, 'request'> => {
  let tail: Promise<unknown> = Promise.resolve();
  return {
    request: ((_name: string, { signal }: { signal: AbortSignal }, work: () => Promise<unknown>) => {
      const mine = tail.then(() => (signal.aborted ? undefined : work()));
      tail = mine;
      return mine;
    }) as LockManager['request'],
  };
};
const settle = (): Promise<void> => new Promise((done) => setTimeout(done, 5));

const was = { stream: globalThis.EventSource, channel: globalThis.BroadcastChannel };
beforeEach(() => {
  Stream.open = [];
  Channel.all = [];
  Object.assign(globalThis, { EventSource: Stream, BroadcastChannel: Channel });
  Object.defineProperty(navigator, 'locks', { value: oneLock(), configurable: true });
});
afterEach(() => {
  Object.assign(globalThis, { EventSource: was.stream, BroadcastChannel: was.channel });
  Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
});

const message = { drinkId: 'x' };

describe('tabs of one browser', () => {
  it('share one stream, and each hears what it tells', async () => {
    const heard: Heard[][] = [[], [], [], [], [], [], [], []];
    const stops = heard.map((own) => listen((h) => own.push(h)));
    await settle();
    expect(Stream.open).toHaveLength(1);
    Stream.open[0]!.onmessage!({ data: JSON.stringify(message) });
    expect(heard.map((own) => own)).toEqual(heard.map(() => [{ kind: 'message', message }]));
    stops.forEach((stop) => stop());
  });
  it('the next one listens when the one that did is closed', async () => {
    const second: Heard[] = [];
    const stops = [listen(() => undefined), listen((h) => second.push(h))];
    await settle();
    stops[0]!();
    await settle();
    expect(Stream.open).toHaveLength(1);
    Stream.open[0]!.onopen!();
    expect(second).toEqual([{ kind: 'open' }]);
    stops[1]!();
    await settle();
    expect(Stream.open).toEqual([]);
  });
  it('each has its own where the browser keeps no locks', () => {
    Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
    const stops = [listen(() => undefined), listen(() => undefined)];
    expect(Stream.open).toHaveLength(2);
    stops.forEach((stop) => stop());
    expect(Stream.open).toEqual([]);
  });
});

it('a message asks anew only for what it is about', () => {
  const first = (m: Parameters<typeof concerns>[0]): string[] => concerns(m).map(([key]) => key!);
  expect(concerns({ batchId: 'a', seq: 1 })).toContainEqual(['batch', 'a']);
  expect(first({ batchId: 'a', seq: 1 })).not.toContain('house');
  expect(first({ jugId: 'a' })).not.toContain('batches');
  expect(first({ instruments: true })).toEqual(['instruments', 'readings']);
});

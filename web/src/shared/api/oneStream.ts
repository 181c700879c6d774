import type { StreamMessage } from '@steepsis/contract';

// A browser holds few connections to one place, and each open stream takes one. So one tab listens for all tabs of a browser and tells the
// others; when it closes, the next one listens.

const NAME = 'steepsis-stream';

export type Heard = { kind: 'open' } | { kind: 'message'; message: StreamMessage };

/** Hears what the server tells, by this tab's own stream or by another tab's. @returns what stops it */
export function listen(hear: (heard: Heard) => void): () => void {
  // Without a secure context there are no locks: each tab has a stream of its own then.
  const locks = (navigator as { locks?: LockManager }).locks;
  if (!locks || typeof BroadcastChannel === 'undefined') return openStream(hear);
  const others = new BroadcastChannel(NAME);
  others.onmessage = ({ data }: MessageEvent<Heard>) => hear(data);
  const over = new AbortController();
  locks
    .request(NAME, { signal: over.signal }, () => {
      const close = openStream((heard) => {
        hear(heard);
        others.postMessage(heard);
      });
      // The lock is held, and the stream open, as long as this tab is.
      return new Promise<void>((done) => over.signal.addEventListener('abort', () => (close(), done())));
    })
    .catch(() => undefined);
  return () => {
    over.abort();
    others.close();
  };
}

function openStream(hear: (heard: Heard) => void): () => void {
  const stream = new EventSource('/api/stream');
  stream.onmessage = ({ data }: MessageEvent<string>) =>
    hear({ kind: 'message', message: JSON.parse(data) as StreamMessage });
  stream.onopen = () => hear({ kind: 'open' });
  return () => stream.close();
}

/** What a message is about, by the keys of what is asked for: nothing else is asked for anew. */
export function concerns(message: StreamMessage): readonly (readonly string[])[] {
  if ('batchId' in message)
    return [['batch', message.batchId], ['batches'], ['shelf'], ['drinks'], ['drink'], ['readings', message.batchId]];
  if ('jugId' in message) return [['jug', message.jugId], ['jugs'], ['shelf']];
  if ('drinkId' in message) return [['drink', message.drinkId], ['versions', message.drinkId], ['drinks']];
  if ('house' in message) return [['house'], ['drink'], ['drinks']];
  return [['instruments'], ['readings']];
}

import { useEffect, useState, type ReactNode } from 'react';
import type { BatchEventBody } from '@steepsis/core';
import { flush, useOutbox, withdraw } from '@/shared/api/outbox';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';

/** While the server is away: what is shown and what waits; and afterwards what it refused. Also a newer version that is ready. */
export function ServerBanner(): ReactNode {
  const { queue: all, refused, awaySince, shownFrom, failing, forget } = useOutbox();
  const queue = all.filter((o) => o.waits && !failing[o.event.id]);
  const failed = all.filter((o) => failing[o.event.id]);
  const away = awaySince !== undefined;
  return (
    <>
      {(away || queue.length > 0) && (
        <Band>
          <p role="status" className="mr-auto">
            <strong className="font-semibold">
              {away ? 'The server does not answer.' : 'Sending what was kept here.'}
            </strong>{' '}
            {away && shownFrom && `This is what this device had ${f.moment(shownFrom)}. `}
            {queue.length > 0
              ? `${queue.length === 1 ? 'One thing waits' : `${queue.length} things wait`} on this device and will be sent in order.`
              : 'The stove goes on; what you tell it is kept here and sent later.'}
          </p>
          {away && <Button onClick={() => void flush()}>Try now</Button>}
        </Band>
      )}
      {failed.map((outgoing) => (
        <Band key={outgoing.event.id}>
          <p role="alert" className="mr-auto">
            <strong className="font-semibold">
              Not stored yet: {EVENT_WORDS[outgoing.event.type] ?? 'what was said'} of {f.moment(outgoing.event.at)}.
            </strong>{' '}
            The server made a mistake with it. It is kept on this device and sent again.
          </p>
          <Button onClick={() => void flush()}>Try now</Button>
          <Button kind="quiet" onClick={() => void withdraw(outgoing)}>
            Take it back
          </Button>
        </Band>
      ))}
      {refused.map(({ outgoing, problem }) => (
        <Band key={outgoing.event.id}>
          <p role="alert" className="mr-auto">
            <strong className="font-semibold">
              Not stored: {EVENT_WORDS[outgoing.event.type] ?? 'what was said'} of {f.moment(outgoing.event.at)}.
            </strong>{' '}
            {problem.detail}
          </p>
          <Button onClick={() => forget(outgoing.event.id)}>I have read it</Button>
        </Band>
      ))}
      <NewVersion />
    </>
  );
}

function Band({ children }: { children: ReactNode }): ReactNode {
  return (
    <div className="border-b border-caution-line bg-caution-wash">
      <div className="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2 sm:px-6">
        {children}
      </div>
    </div>
  );
}

const EVENT_WORDS: Partial<Record<BatchEventBody['type'], string>> = {
  'brew-started': 'the start',
  'stage-ended': 'the step that was done',
  'stage-skipped': 'the step that was left out',
  'put-in': 'the plant that went in',
  'taken-out': 'the plant that came out',
  sweetened: 'the sugar that went in',
  measured: 'the measurement',
  mixed: 'the mix',
  undone: 'the undo',
  heard: 'the call that was heard',
};

/** A newer version waits until it is asked for: no page changes under wet hands. */
function NewVersion(): ReactNode {
  const [waiting, setWaiting] = useState<ServiceWorker | undefined>(undefined);
  useEffect(() => {
    const workers = (navigator as { serviceWorker?: ServiceWorkerContainer }).serviceWorker;
    if (!workers) return;
    let gone = false;
    void workers.getRegistration().then((registration) => {
      if (!registration || gone) return;
      const look = (): void => setWaiting(registration.waiting ?? undefined);
      look();
      registration.addEventListener('updatefound', () =>
        registration.installing?.addEventListener('statechange', look),
      );
    });
    return () => void (gone = true);
  }, []);
  if (!waiting) return null;
  const take = (): void => {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload());
    waiting.postMessage({ type: 'SKIP_WAITING' });
  };
  return (
    <Band>
      <p className="mr-auto">A newer version of Steepsis is ready on this device.</p>
      <Button onClick={take}>Take it now</Button>
    </Band>
  );
}

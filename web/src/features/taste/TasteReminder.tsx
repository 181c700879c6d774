import { useEffect, type ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { volumeMl } from '@steepsis/core';
import { notice, unnotice } from '@/features/alarm';
import { useNow } from '@/shared/api/clock';
import { useBatch, useJug } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { dueToTaste, useTasteLater, type ToTaste } from '@/shared/verdict/tasteLater';

/** On every page: asks how a jug is, an hour after it was mixed, until it is said or put off; without a bell. */
export default function TasteReminder(): ReactNode {
  const waiting = useTasteLater((s) => s.waiting);
  const now = useNow(60_000);
  const due = dueToTaste(waiting, now);
  const { pathname } = useLocation();
  if (!due || pathname === pathOf(due)) return null;
  return due.kind === 'batch' ? <OfBatch key={due.id} due={due} /> : <OfJug key={due.id} due={due} />;
}

const pathOf = ({ kind, id }: ToTaste): string => (kind === 'batch' ? `/taste/${id}` : `/mix/jug/${id}`);

/** What was said meanwhile, here or on another device, is not asked again; nor what is gone. */
function OfBatch({ due }: { due: ToTaste }): ReactNode {
  const { data, isError } = useBatch(due.id);
  const over = isError || (data && (data.tastings.length > 0 || data.phase !== 'put-away'));
  return <Ask due={due} over={over ?? false} ready={data !== undefined} />;
}

function OfJug({ due }: { due: ToTaste }): ReactNode {
  const { data, isError } = useJug(due.id);
  const over = isError || (data && (data.tastings.length > 0 || data.discarded || volumeMl(data.liquid) < 1));
  return <Ask due={due} over={over ?? false} ready={data !== undefined} />;
}

function Ask({ due, over, ready }: { due: ToTaste; over: boolean; ready: boolean }): ReactNode {
  const done = useTasteLater((s) => s.done);
  const tag = `taste ${due.id}`;
  useEffect(() => {
    if (over) done(due.id);
  }, [over, due.id, done]);
  const asks = ready && !over;
  useEffect(() => {
    if (!asks) return;
    void notice(tag, `How is the ${due.name}?`, 'Mixed an hour ago: it has come together. Two taps say how it is.');
    return () => void unnotice(tag);
  }, [asks, tag, due.name]);
  if (!asks) return null;
  return (
    <section role="status" aria-label="To be tasted" className="border-b border-line bg-action-wash print:hidden">
      <div className="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2 sm:px-6">
        <p className="mr-auto">
          <strong className="font-semibold">How is the {due.name}?</strong>{' '}
          <span className="text-muted">Mixed {f.moment(new Date(due.mixedMs).toISOString())}.</span>
        </p>
        <Link
          to={pathOf(due)}
          className="inline-flex min-h-11 items-center rounded-md bg-action px-4 font-semibold text-on-action"
        >
          Taste it
        </Link>
        <Button onClick={() => done(due.id)}>Not this one</Button>
      </div>
    </section>
  );
}

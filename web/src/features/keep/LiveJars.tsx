import { format as formatDate } from 'date-fns';
import type { ReactNode } from 'react';
import { colourIn, liveJarAt, runOfBatch, vesselOf, volumeMl, type Batch } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useAtStove } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { workedOut } from '@/shared/ui/reasonOf';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { TASK_WORDS } from './jarWords';

/** Jars that live, with what they want next. */
export function LiveJars(): ReactNode {
  const { batches } = useAtStove();
  const now = useNow(60_000);
  const jars = batches.flatMap((batch) =>
    batch.plan.brews.flatMap(({ brewId }) => {
      const live = workedOut(() => liveJarAt(batch, brewId, now)).value;
      return live ? [{ batch, brewId, live }] : [];
    }),
  );
  if (jars.length === 0) return null;
  return (
    <section aria-label="Jars that live" className="min-w-0 grow basis-64 border-ink/60 sm:border-x-2">
      <h2 className="px-3 text-lg">Jars that live</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-y-5">
        {jars.map(({ batch, brewId, live }) => (
          <li key={`${batch.id}-${brewId}`}>
            <div className="flex min-h-44 items-end gap-4 px-3">
              <Jar batch={batch} brewId={brewId} />
              <ul className="pb-1 text-[0.95rem]">
                {live.tasks.slice(0, 4).map((t) => (
                  <li key={t.task} className={t.inMin <= 0 ? 'font-semibold' : ''}>
                    <span className="inline-block w-[5.5rem] tabular-nums">
                      {t.inMin <= 0 ? 'now' : formatDate(now + t.inMin * 60_000, 'EEE H:mm')}
                    </span>{' '}
                    {TASK_WORDS[t.task]}
                  </li>
                ))}
              </ul>
            </div>
            <div className="border-t-[3px] border-ink" />
            <div className="px-3 pt-1.5">
              <h3 className="font-sans text-base font-semibold">{batch.plan.drink.name}</h3>
              <p className="text-[0.92rem]">
                {f.duration((now - Date.parse(batch.startedAt)) / 60_000)} old, not to drink yet
              </p>
              <LinkButton kind="quiet" to={`/keep/jar/${batch.id}`}>
                Tend it<span className="sr-only">: {batch.plan.drink.name}</span>
              </LinkButton>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A live jar as it stands. */
export function Jar({ batch, brewId, scale = 6.4 }: { batch: Batch; brewId: string; scale?: number }): ReactNode {
  const drawn = workedOut(() => {
    const liquor = runOfBatch(batch, brewId).concentrate;
    const vessel = vesselOf(batch.plan, batch.plan.brews.find((b) => b.brewId === brewId)!.vesselId);
    return { liquor, vessel, colour: colourIn(liquor, vessel), ml: volumeMl(liquor) };
  }).value;
  if (!drawn) return null;
  return (
    <VesselDrawing
      vessel={{ ...drawn.vessel, kind: 'jar' }}
      scale={scale}
      layers={[{ ml: drawn.ml, colour: drawn.colour }]}
      sub={f.volume(drawn.ml)}
      description={`${f.volume(drawn.ml)} in a live jar`}
    />
  );
}

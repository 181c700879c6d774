import { format as formatDate } from 'date-fns';
import type { ReactNode } from 'react';
import { audienceOfOccasion, type DayAnswer, type Kitchen, type Occasion } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { Panel } from '@/shared/ui/Panel';
import { ForDrinkers } from '@/shared/keep/ForDrinkers';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { iceWords, standsWords, tableWords } from './dayWords';
import { StartDrink } from './StartDrink';

/** How wide a jug is drawn, px a centimetre. */
const TABLE_SCALE = 2.6;

/** Each drink in the vessels that it stands in when guests come. */
export function OnTheTable({
  answer,
  kitchen,
  occasion,
  onStarted,
}: {
  answer: DayAnswer;
  kitchen: Kitchen;
  occasion: Occasion;
  onStarted: (key: string, batchId: string) => Promise<unknown>;
}): ReactNode {
  return (
    <Panel title={`On the table at ${formatDate(new Date(occasion.readyBy), 'H:mm')}`}>
      <ul className="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        {answer.drinks.map((d) => (
          <li key={d.key} className="flex items-end gap-3">
            <span className="flex shrink-0 items-end">
              {d.standsIn.map((s) => {
                const v = kitchen.vessels.find((o) => o.id === s.vesselId);
                return v ? (
                  <VesselDrawing
                    key={s.vesselId}
                    vessel={v}
                    scale={TABLE_SCALE}
                    layers={[{ ml: Math.min(v.capacityMl, s.litres * 1000), colour: d.colour }]}
                    description={`${v.name} with ${f.volume(s.litres * 1000)} of ${d.name}`}
                  />
                ) : null;
              })}
            </span>
            <div className="min-w-0">
              <strong className="block font-semibold leading-tight">{d.name}</strong>
              <span className="block text-[0.95rem]">{tableWords(d)}</span>
              {d.standsIn.length > 0 && (
                <span className="block text-sm text-muted">in the {standsWords(d, kitchen)}</span>
              )}
              {!d.begun && <ForDrinkers findings={[...d.blocks, ...d.warnings]} />}
              {d.litres >= 0.2 && !d.reason && (
                <span className="no-print flex flex-wrap items-center gap-x-4">
                  {d.begun ? (
                    <LinkButton kind="quiet" to={d.begun.phase === 'put-away' ? '/keep' : `/steep/${d.begun.batchId}`}>
                      {d.begun.phase === 'put-away' ? 'It stands ready' : 'At the stove'}
                    </LinkButton>
                  ) : (
                    <>
                      {occasion.sheet && <StartDrink kind="plain" drink={d} onStarted={(id) => onStarted(d.key, id)} />}
                      <LinkButton kind="quiet" aria-label={`Its plan: ${d.name}`} to={planLink(d, occasion)}>
                        Its plan
                      </LinkButton>
                    </>
                  )}
                </span>
              )}
            </div>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** The plan of a drink as the occasion has it: it is looked at with that, and the drink's own plan stays as it is. */
function planLink(d: DayAnswer['drinks'][number], occasion: Occasion): string {
  const asked = new URLSearchParams({
    occasion: occasion.id,
    litres: String(d.litres),
    ready: occasion.readyBy,
    who: (audienceOfOccasion(occasion) ?? []).join('.'),
  });
  return `/plan/${d.drinkId}?${asked.toString()}`;
}

/** What is to be got for all of it, and what is measured the evening before. */
export function ToGet({ answer }: { answer: DayAnswer }): ReactNode {
  const buy = answer.toGet.filter((l) => l.buy !== undefined);
  const known = answer.toGet.filter((l) => l.cost !== undefined);
  const cost = known.reduce((sum, l) => sum + l.cost!, 0);
  const ice = iceWords(answer.ice);
  return (
    <Panel title="What to get">
      {buy.length === 0 && !ice ? (
        <p>Everything is there.</p>
      ) : (
        <ul className="gap-x-8 sm:columns-2">
          {buy.map((l) => (
            <li key={l.plant} className="py-0.5">
              <strong className="font-semibold">{l.name}</strong>: {l.buy!.text}
              {l.haveG > 0.5 && <span className="text-muted">; {f.grams(l.haveG)} are there</span>}
            </li>
          ))}
          {ice && (
            <li className="py-0.5">
              <strong className="font-semibold">Ice</strong>: {ice}
            </li>
          )}
        </ul>
      )}
      {answer.toGet.length > 0 && (
        <p className="mt-2">
          <strong className="font-semibold">To measure the evening before</strong>:{' '}
          {answer.toGet.map((l) => `${l.name.toLowerCase()} ${f.grams(l.needG)}`).join(', ')}.
        </p>
      )}
      {known.length > 0 && (
        <p className="mt-2 text-sm text-muted">
          What it uses costs {f.money(cost)}
          {known.length < answer.toGet.length ? ', without what has no price' : ''}.
        </p>
      )}
    </Panel>
  );
}

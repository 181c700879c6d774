import type { ReactNode } from 'react';
import { layOutOf, vesselOf, type Batch, type LayOutItem } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantNameIn, sweetenerName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { useAgo } from './Ago';

/** Everything on the table before any heat: each thing seen to, or left be. */
export function LayOut({ batch, now }: { batch: Batch; now: number }): ReactNode {
  const say = useSayTo();
  const ago = useAgo();
  const items = layOutOf(batch.plan);
  const how = batch.laidOut ?? {};
  const open = items.filter((i) => how[i.id] !== 'seen');
  const mark = (item: string, as: 'seen' | 'left'): void =>
    say.mutate({ batchId: batch.id, event: { type: 'laid-out', item, how: as } });
  return (
    <section aria-label="Lay everything out" className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">Before the heat</p>
      <h2 className="mt-1 text-[2rem] leading-tight">Lay everything out</h2>
      <Refusal error={say.error} />
      <ul className="mt-3 grid gap-x-6 sm:grid-cols-2" aria-label="What is to be on the table">
        {items.map((item) => (
          <li key={item.id} className="flex items-start gap-2 border-b border-line py-1">
            <label className="flex min-h-11 flex-1 cursor-pointer items-start gap-3 py-2">
              <input
                type="checkbox"
                checked={how[item.id] === 'seen'}
                onChange={(e) => mark(item.id, e.target.checked ? 'seen' : 'left')}
                className="mt-0.5 size-6 shrink-0 accent-(--action)"
              />
              <span>
                <span className={warns(item) ? 'font-semibold text-stop' : 'font-semibold'}>{title(batch, item)}</span>
                <span className="block text-sm text-muted">{detail(item)}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {ago.field('It began')}
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button
          kind="main"
          className="min-h-16 px-8 text-xl"
          disabled={say.isPending || ago.refused}
          onClick={() =>
            say.mutate({
              batchId: batch.id,
              event: { type: 'brew-started', brewId: batch.plan.brews[0].brewId, ...ago.at(now) },
            })
          }
          aria-keyshortcuts="d"
        >
          {batch.plan.brews[0].way.stages[0]?.kind === 'heat' ? 'Heat on' : 'Start it'}
        </Button>
        <span className="text-muted">
          {open.length === 0
            ? 'Everything is there.'
            : `${open.length} of ${items.length} not ticked: they are taken as not done.`}
        </span>
      </div>
    </section>
  );
}

const warns = (item: LayOutItem): boolean => item.what === 'vessel' && !item.fits;

function title(batch: Batch, item: LayOutItem): string {
  switch (item.what) {
    case 'plant':
      return `${f.inWords(item.written, f.grams(item.grams))} of ${plantNameIn(batch.plan.drink, item.plant).toLowerCase()}`;
    case 'water':
      return `${f.inWords(item.written, f.volume(item.waterMl))} of water${item.pots > 1 ? `, in ${item.pots} pots` : ''}`;
    case 'vessel':
      return `${item.pots > 1 ? `${item.pots} × ` : ''}${vesselOf(batch.plan, item.vesselId).name}`;
    case 'strainer':
      return {
        'fine-cloth': 'A fine cloth and a bowl',
        paper: 'Paper filters and a bowl',
        sieve: 'A sieve and a bowl',
      }[item.through];
    case 'sweetener':
      return `${f.inWords(item.written, f.grams(item.grams))} of ${sweetenerName(item.sweetener)}`;
    case 'ice':
      return `${f.grams(item.grams)} of ice`;
    case 'jug':
      return vesselOf(batch.plan, item.vesselId).name;
    case 'clean-jar':
      return `The ${vesselOf(batch.plan, item.vesselId).name.toLowerCase()}, clean`;
  }
}

function detail(item: LayOutItem): string {
  switch (item.what) {
    case 'plant': {
      const steps = [
        item.measure === 'dry' ? 'measured dry, before any washing' : 'weighed as it goes in',
        ...(item.wash ? ['washed and drained'] : []),
        ...(item.peel ? ['unwaxed, or scrubbed hot: its peel goes in'] : []),
        ...(item.look ? ['looked over and smelled: no mould, no insects'] : []),
        ...(item.stemsOut ? ['stems picked out'] : []),
        ...(item.later ? ['kept aside: it goes in later'] : []),
      ];
      return steps.join('; ');
    }
    case 'water':
      return 'from the tap, measured';
    case 'vessel':
      if (item.warm) return 'swilled with hot water first: cold glass cracks under a kettle';
      return item.fits
        ? `filled to ${Math.round(item.filledShare * 100)} %, with room to boil`
        : `it would be filled to ${Math.round(item.filledShare * 100)} %: it may boil over, take a larger one`;
    case 'strainer':
      return item.boil
        ? 'undyed cloth, washed without scent and boiled for a few minutes first'
        : 'whole, no loose wire; rinsed hot';
    case 'sweetener':
      return `for the ${item.forPart.toLowerCase()}`;
    case 'ice':
      return item.forBath ? 'made, for the ice bath and the jug' : 'made, for the jug';
    case 'jug':
      return 'empty, washed hot, with its lid: nothing fresh is poured onto leftovers';
    case 'clean-jar':
      return 'washed hot and scalded: nothing cold is boiled in it later';
  }
}

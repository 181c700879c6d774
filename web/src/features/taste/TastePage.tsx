import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import {
  type Batch,
  glassColourOf,
  jugToPourAway,
  leafOf,
  type Plan,
  planOrWhy,
  type ServedState,
  STATE_WORDS,
  type Verdict,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { BatchPage } from '@/features/steep';
import { useNow } from '@/shared/api/clock';
import { useDrink, useHouse, useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Chips } from '@/shared/ui/Chips';
import { LastDay } from '@/shared/ui/LastDay';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { VerdictGlass, type Said } from '@/shared/verdict/VerdictGlass';
import { workedOut } from '@/shared/ui/reasonOf';
import { AgainstWhich } from '@/shared/verdict/AgainstWhich';
import { AgainstBefore } from './AgainstBefore';
import { Ours } from './Ours';
import { sentenceOf } from '@/shared/verdict/sentence';

export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  return (
    <BatchPage id={batchId} what="the batch" elsewhere={<LinkButton to="/keep">The shelf</LinkButton>}>
      {(batch) => <TastePage key={batchId} batch={batch} />}
    </BatchPage>
  );
}

function TastePage({ batch }: { batch: Batch }): ReactNode {
  const { plan } = batch;
  const now = useNow(60_000);
  // What is past its last day or unfit is poured away; what was said before stands.
  const away = jugToPourAway(batch, now);
  return (
    <Page
      title={`Taste: ${plan.drink.name}`}
      actions={<LinkButton to={`/taste/drink/${plan.drink.id}`}>Its other makings</LinkButton>}
      note={`${plan.target.drinker ? `For ${plan.target.drinker}: ` : ''}${plan.brews[0].way.shortName}, ${f.volume(plan.target.litres * 1000)}, made ${f.moment(batch.startedAt)}`}
    >
      <AgainstWhich batch={batch} />
      <div className="grid gap-3 lg:grid-cols-[1.2fr_1fr]">
        {away ? (
          <Panel title="No more of it">
            <LastDay {...away} now={now} />
            <LinkButton to="/keep" kind="main" className="mt-3">
              To the shelf, to pour it away
            </LinkButton>
          </Panel>
        ) : batch.strainedAt ? (
          <VerdictForm batch={batch} />
        ) : (
          <Panel title="Not yet">It is still steeping. Come back when it has been strained.</Panel>
        )}
        <div className="space-y-3">
          {batch.tastings.length > 0 && <NextTimePanel batch={batch} />}
          <AgainstBefore batch={batch} />
          <WhatWasSaid batch={batch} />
        </div>
      </div>
    </Page>
  );
}

/** What is seldom off is taken as right until it is said. */
const ENOUGH: Said = { sweet: '0', tart: '0' };

/** A drink whose colour cannot be worked out. */
const UNKNOWN = '#8a6a4a';

function VerdictForm({ batch }: { batch: Batch }): ReactNode {
  const say = useSay(batch.id);
  const [state, setState] = useState<ServedState>(batch.plan.target.iced ? 'iced' : 'chilled');
  const [said, setSaid] = useState<Said>(ENOUGH);
  const [note, setNote] = useState('');
  const [who, setWho] = useState(batch.plan.target.drinker ?? '');
  const ready = said.strength !== undefined && said.harsh !== undefined;
  const colour = useMemo(() => workedOut(() => glassColourOf(batch)).value ?? UNKNOWN, [batch]);
  const save = (): void => {
    const verdict = {
      strength: Number(said.strength),
      harsh: Number(said.harsh),
      sweet: Number(said.sweet),
      tart: Number(said.tart),
      ...(note.trim() ? { note: note.trim() } : {}),
      ...(who.trim() ? { who: who.trim() } : {}),
    } as Verdict;
    say.mutate(
      { type: 'tasted', state, verdict },
      {
        onSuccess: () => {
          setSaid(ENOUGH);
          setNote('');
        },
      },
    );
  };
  return (
    <Panel title="How is it?">
      <div className="space-y-4">
        <Chips label="It was" value={state} choices={STATE_WORDS} onValue={setState} />
        <VerdictGlass said={said} colour={colour} onSay={(part) => setSaid((was) => ({ ...was, ...part }))} />
        <label className="block text-sm text-muted">
          A note, if you like
          <input
            value={note}
            maxLength={500}
            onChange={(e) => setNote(e.target.value)}
            className="mt-1 block min-h-11 w-full rounded border border-ink/40 bg-surface px-2 text-base text-ink"
          />
        </label>
        <label className="block text-sm text-muted">
          Who tastes, where it is not you
          <input
            value={who}
            maxLength={40}
            list="tasters"
            onChange={(e) => setWho(e.target.value)}
            className="mt-1 block min-h-11 w-full max-w-xs rounded border border-ink/40 bg-surface px-2 text-base text-ink"
          />
        </label>
        <Tasters batch={batch} />
        <Refusal error={say.error} />
        <div className="flex flex-wrap items-center gap-3">
          <Button kind="main" disabled={!ready || say.isPending} onClick={save}>
            {say.isPending ? 'Noting…' : 'Note the verdict'}
          </Button>
          {!ready && <span className="text-sm text-muted">Strength and smoothness are needed.</span>}
        </div>
      </div>
    </Panel>
  );
}

/** Who has tasted this drink before: a name is picked, not typed. */
function Tasters({ batch }: { batch: Batch }): ReactNode {
  const drink = useDrink(batch.plan.drink.id);
  const known = [...new Set((drink.data?.tastings ?? []).flatMap((t) => t.verdict.who ?? []))];
  return (
    <datalist id="tasters">
      {known.map((name) => (
        <option key={name} value={name} />
      ))}
    </datalist>
  );
}

function NextTimePanel({ batch }: { batch: Batch }): ReactNode {
  const drink = useDrink(batch.plan.drink.id, batch.plan.target.drinker);
  if (drink.isPending || drink.isFetching) {
    return (
      <Panel title="Next time">
        <p role="status">Working out what to change.</p>
      </Panel>
    );
  }
  if (drink.isError) return <Refusal error={drink.error} />;
  return <NextTime view={drink.data} batch={batch} />;
}

function NextTime({ view, batch }: { view: DrinkView; batch: Batch }): ReactNode {
  const before = batch.plan;
  const house = useHouse();
  const kitchen = house.data?.forPlans;
  const after = useMemo(() => {
    if (!kitchen) return undefined;
    const result = planOrWhy(view.drink, view.startFrom, kitchen, view.learned);
    return result.kind === 'plan' ? result.plan : undefined;
  }, [view, kitchen]);
  return (
    <Panel title="Next time">
      <p className="text-lg">{view.next?.reason}</p>
      {after && view.next?.kind !== 'none' && (
        <table className="mt-3 w-full text-[0.95rem]">
          <thead>
            <tr className="text-left text-sm text-muted">
              <th scope="col" className="font-normal">
                For {f.volume(after.target.litres * 1000)}
              </th>
              <th scope="col" className="font-normal">
                this time
              </th>
              <th scope="col" className="font-normal">
                next time
              </th>
            </tr>
          </thead>
          <tbody>
            {changesOf(before, after).map(([name, was, will]) => (
              <tr key={name} className="border-t border-line">
                <th scope="row" className="py-1.5 text-left font-medium">
                  {name}
                </th>
                <td>{was}</td>
                <td className={was === will ? '' : 'font-semibold'}>{will}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <OtherLot view={view} />
      <LotsSoFar view={view} />
      <PeopleSoFar view={view} />
      <LinkButton to={`/plan/${view.drink.id}`} kind="main" className="mt-4">
        Plan the next one
      </LinkButton>
      <Ours view={view} batch={batch} />
    </Panel>
  );
}

/** From this chance on a bag that nobody told of is asked about. House choice. */
const ASKED_FROM = 0.5;

/** Where it tastes as if the bag were another one, and none was told. */
function OtherLot({ view: { learned } }: { view: DrinkView }): ReactNode {
  const house = useHouse();
  const { chance, plant } = learned?.otherLot ?? { chance: 0, plant: undefined };
  if (chance < ASKED_FROM) return null;
  const known = plant !== undefined && house.data?.entries.some((e) => e.plant === plant);
  return (
    <p className="mt-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
      It tasted as if it was made of another bag than the one before ({Math.round(chance * 10)} times in ten). If a new
      one was opened, tell it in the pantry: what is learned of the leaf then begins anew, and what is liked stays.{' '}
      <LinkButton kind="quiet" to={known ? `/pantry/${encodeURIComponent(plant)}` : '/pantry'}>
        To the pantry
      </LinkButton>
    </p>
  );
}

/** Where others like it, and planning it for one of them. */
function PeopleSoFar({ view: { learned, drink } }: { view: DrinkView }): ReactNode {
  const people = Object.entries(learned?.people ?? {});
  if (people.length === 0) return null;
  return (
    <ul aria-label="Where others like it" className="mt-3 text-[0.95rem]">
      {people.map(([name, { x, low, high, tongueX }]) => (
        <li key={name} className="flex flex-wrap items-center gap-x-3">
          <span>
            {name} likes it at <strong className="font-semibold">{f.strength(x)}</strong>{' '}
            <span className="text-muted">
              ({f.strength(low)} to {f.strength(high)}
              {Math.abs(tongueX - 1) >= 0.12 && `; ${tongueX > 1 ? 'unsurer' : 'surer'} of it than most`})
            </span>
          </span>
          <LinkButton
            kind="quiet"
            aria-label={`Plan it for ${name}`}
            to={`/plan/${drink.id}?for=${encodeURIComponent(name)}`}
          >
            Plan it so
          </LinkButton>
        </li>
      ))}
    </ul>
  );
}

/** What the lots that were tasted give, apart from what is liked. */
function LotsSoFar({ view: { learned, drink } }: { view: DrinkView }): ReactNode {
  const house = useHouse();
  const plants = new Set(drink.brews.flatMap((b) => b.ways.flatMap((w) => w.ingredients.map((i) => i.plant))));
  const lots = Object.entries(learned?.lots ?? {}).filter(([key]) => plants.has(key.split('/')[0]!));
  if (lots.length === 0) return null;
  return (
    <ul aria-label="What the leaf gives so far" className="mt-3 text-[0.95rem]">
      {lots.map(([key, { x, low, high }]) => {
        const [plant, lotId] = key.split('/') as [string, string];
        const lot = house.data?.entries.find((e) => e.plant === plant)?.lots.find((l) => l.id === lotId);
        return (
          <li key={key}>
            {plantNameIn(drink, plant)}
            {lot ? `, ${lot.from || f.day(lot.got)}` : ', a lot that is used up'}: gives{' '}
            <strong className="font-semibold">{f.strength(x)}</strong> of the reference so far{' '}
            <span className="text-muted">
              ({f.strength(low)} to {f.strength(high)}, four times in five)
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function changesOf(before: Batch['plan'], after: Plan): [string, string, string][] {
  const leafBefore = new Map(before.brews.flatMap((b) => b.way.ingredients.map((i) => [i.id, i.grams])));
  const perLitre = after.target.litres / before.target.litres;
  return [
    ...leafOf(after).map((l): [string, string, string] => [
      l.name.split(/[,(]/)[0]!.trim(),
      leafBefore.has(l.ingredientId) ? f.grams(leafBefore.get(l.ingredientId)! * perLitre) : 'none',
      f.grams(l.grams),
    ]),
    ['Steep', f.duration(before.target.steepMin), f.duration(after.target.steepMin)],
    ['Sugar', f.gPerL(before.target.sugarGPerL), f.gPerL(after.target.sugarGPerL)],
  ];
}

function WhatWasSaid({ batch }: { batch: Batch }): ReactNode {
  const say = useSay(batch.id);
  if (batch.tastings.length === 0) {
    return (
      <Panel title="What has been said">
        <p className="text-muted">Nothing of this batch yet.</p>
      </Panel>
    );
  }
  return (
    <Panel title="What has been said">
      <ul className="space-y-2">
        {batch.tastings.map((t) => (
          <li key={t.eventId} className="border-l-2 border-line pl-3">
            <p>{sentenceOf(t)}</p>
            {t.verdict.note && <p className="text-muted">{t.verdict.note}</p>}
            <p className="text-sm text-muted">
              {f.moment(t.at)}{' '}
              <Button
                kind="quiet"
                onClick={() => say.mutate({ type: 'undone', eventId: t.eventId })}
                disabled={say.isPending}
              >
                Take it back
              </Button>
            </p>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

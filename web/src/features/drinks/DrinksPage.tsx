import type { Unread } from '@steepsis/contract';
import { UnreadList } from '@/shared/ui/UnreadList';
import { Archive, ArchiveRestore, ClipboardPaste, Copy, History, Plus } from 'lucide-react';
import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { planOrWhy, shelfItemsOf, type Drink, type Kitchen, type Plan, type PlanResult } from '@steepsis/core';
import type { DrinkSummary } from '@steepsis/contract';
import { beginCopy } from '@/features/recipe';
import { useNow } from '@/shared/api/clock';
import { useArchive, useDrinks, useHouse, useShelf, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Alone } from '@/shared/ui/Alone';
import { workedOut } from '@/shared/ui/reasonOf';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { DrinkLine } from './DrinkLine';
import { FILTERS, isLike, minutesOf, type FilterId, type Shown } from './filters';

export function Component(): ReactNode {
  const drinks = useDrinks();
  const house = useHouse();
  if (drinks.isPending || house.isPending) return <Loading what="the drinks" />;
  if (drinks.isError) return <Failed error={drinks.error} retry={() => void drinks.refetch()} />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <Book drinks={drinks.data.drinks} unread={drinks.data.unread} house={house.data} />;
}

// A drink and a kitchen are never changed in place, so a plan that was worked out for them holds.
const PLANS = new WeakMap<Drink, { kitchen: Kitchen; result: PlanResult }>();

function writtenPlan(drink: Drink, kitchen: Kitchen): PlanResult {
  const known = PLANS.get(drink);
  if (known?.kitchen === kitchen) return known.result;
  const result = planOrWhy(drink, drink.defaults, kitchen);
  PLANS.set(drink, { kitchen, result });
  return result;
}

function Book({
  drinks,
  unread,
  house,
}: {
  drinks: readonly DrinkSummary[];
  unread: readonly Unread[];
  house: House;
}): ReactNode {
  const [params, setParams] = useSearchParams();
  const search = params.get('find') ?? '';
  const on = FILTERS.filter((x) => params.has(x.id)).map((x) => x.id);
  const putAway = params.has('archived');
  const deferred = useDeferredValue(search);
  const set = (key: string, value: string | undefined): void => {
    const next = new URLSearchParams(params);
    if (value) next.set(key, value);
    else next.delete(key);
    setParams(next, { replace: true });
  };
  const all = useMemo(
    () =>
      drinks
        .map((summary): Shown => {
          const result = writtenPlan(summary.drink, house.forPlans);
          return result.kind === 'plan'
            ? { summary, plan: result.plan }
            : { summary, plan: undefined, why: result.message };
        })
        .sort((a, b) => latestFirst(a.summary, b.summary)),
    [drinks, house.forPlans],
  );
  const found = all.filter(
    (d) => d.summary.archived === putAway && isLike(d, deferred) && on.every((id) => passes(id, d, house)),
  );
  const archived = drinks.filter((d) => d.archived).length;
  return (
    <Page
      title={putAway ? 'Drinks put away' : 'Drinks'}
      note="Each drink is drawn as its way from the pot to the glass, as it is written."
      actions={
        <>
          <LinkButton to="/drinks/paste">
            <ClipboardPaste size={18} aria-hidden /> Paste a recipe
          </LinkButton>
          <LinkButton to="/recipe/new" kind="main">
            <Plus size={18} aria-hidden /> Write a new drink
          </LinkButton>
        </>
      }
    >
      <UnreadList unread={unread} />
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label="Search the drinks"
          placeholder="Search by name or plant"
          value={search}
          onChange={(e) => set('find', e.target.value)}
          className="min-h-11 w-full rounded-md border border-ink/35 bg-surface px-3 sm:w-64"
        />
        {FILTERS.map((x) => (
          <button
            key={x.id}
            type="button"
            aria-pressed={on.includes(x.id)}
            onClick={() => set(x.id, on.includes(x.id) ? undefined : '1')}
            className="min-h-11 rounded-full border border-ink/35 px-4 text-[0.95rem] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-semibold aria-pressed:text-surface"
          >
            {x.label}
          </button>
        ))}
        {(archived > 0 || putAway) && (
          <Button kind="quiet" onClick={() => set('archived', putAway ? undefined : '1')}>
            {putAway ? 'Back to the book' : `${archived} put away`}
          </Button>
        )}
      </div>
      <p role="status" className="sr-only">
        {found.length} of {drinks.length} drinks
      </p>
      {found.length === 0 ? (
        <Empty>
          {putAway
            ? 'Nothing is put away.'
            : 'No drink is like that. Take a filter off, or write a new drink: it starts from water and one plant.'}
        </Empty>
      ) : (
        <ul className="space-y-3">
          {found.map((d) => (
            <Alone
              key={d.summary.id}
              inList
              of={d.summary.name}
              at={d.summary.version}
              ways={<LinkButton to={`/recipe/${d.summary.id}`}>Recipe</LinkButton>}
            >
              <DrinkCard shown={d} />
            </Alone>
          ))}
        </ul>
      )}
    </Page>
  );
}

/** What cannot be worked out of a drink passes no filter, and stays in the book without one. */
const passes = (id: FilterId, d: Shown, house: House): boolean =>
  workedOut(() => FILTERS.find((x) => x.id === id)!.passes(d, house)).value ?? false;

/** What was made last stands first, then the rest by name. */
const latestFirst = (a: DrinkSummary, b: DrinkSummary): number =>
  (b.lastMadeAt ?? '').localeCompare(a.lastMadeAt ?? '') || a.name.localeCompare(b.name);

/** Caffeine is told as the most a glass can hold. */
function caffeineText({ glass }: Plan): string {
  const mg = Math.round(glass.liquid.caffeineMg);
  return mg === 0 ? 'no caffeine' : `about ${mg} mg of caffeine a glass`;
}

function DrinkCard({ shown: { summary, plan, why } }: { shown: Shown }): ReactNode {
  const archive = useArchive();
  const navigate = useNavigate();
  const made =
    summary.batches === 0
      ? 'Not made yet.'
      : `Made ${f.times(summary.batches)}, last ${f.moment(summary.lastMadeAt!)}.`;
  return (
    <li className="flex flex-wrap items-end justify-between gap-x-4 gap-y-3 rounded-lg border border-line bg-surface p-4">
      <div className="min-w-0 flex-1 basis-72">
        <h2 className="text-xl">{summary.name}</h2>
        <p className="text-muted">
          {made} Version {summary.version}. <OnShelf drinkId={summary.id} />
        </p>
        {why && (
          <p className="mt-2 max-w-prose border-l-4 border-caution-line pl-3">
            {summary.drink.draft ? <strong>A draft. </strong> : 'It cannot be planned as it is written. '}
            {why} Open its recipe to {summary.drink.draft ? 'go on with it' : 'put it right'}.
          </p>
        )}
        {plan && (
          <p className="mt-2">
            {f.volume(plan.target.litres * 1000)} {manner(plan)}
            {plan.glass.figures.strengthX > 0 && `, ${f.strengthSaid(plan.glass.figures.strengthX)}`}, {sweetness(plan)}
            , {caffeineText(plan)}, ready in {f.duration(minutesOf(plan).total)};{' '}
            {summary.drink.brews[0].ways.map((w) => w.shortName.toLowerCase()).join(', or ')}.
          </p>
        )}
        <div className="mt-3 flex flex-wrap gap-2">
          {!summary.archived && (
            <LinkButton to={`/plan/${summary.id}`} kind="main" aria-label={`Plan it: ${summary.name}`}>
              Plan it
            </LinkButton>
          )}
          <LinkButton to={`/recipe/${summary.id}`} aria-label={`Recipe of ${summary.name}`}>
            Recipe
          </LinkButton>
          <Button
            kind="quiet"
            className="px-2"
            aria-label={`Copy ${summary.name}`}
            onClick={() => {
              beginCopy({ ...summary.drink, name: `${summary.name}, my way` });
              void navigate('/recipe/new');
            }}
          >
            <Copy size={17} aria-hidden /> Copy
          </Button>
          <LinkButton
            kind="quiet"
            className="px-2"
            to={`/drinks/${summary.id}/versions`}
            aria-label={`Versions of ${summary.name}`}
          >
            <History size={17} aria-hidden /> Versions
          </LinkButton>
          <Button
            kind="quiet"
            className="px-2"
            aria-label={summary.archived ? `Take ${summary.name} back` : `Put ${summary.name} away`}
            disabled={archive.isPending}
            onClick={() => archive.mutate({ id: summary.id, archived: !summary.archived })}
          >
            {summary.archived ? <ArchiveRestore size={17} aria-hidden /> : <Archive size={17} aria-hidden />}
            {summary.archived ? 'Take back' : 'Put away'}
          </Button>
        </div>
        <Refusal error={archive.error} />
      </div>
      {plan && <DrinkLine plan={plan} />}
    </li>
  );
}

const manner = ({ target }: Plan): string =>
  target.hot ? 'served hot' : target.iced ? 'over ice' : 'cold, without ice';
const sweetness = ({ target }: Plan): string =>
  target.sugarGPerL > 0 ? `${f.gPerL(target.sugarGPerL)} of sugar` : 'no added sugar';

/** What of a drink stands on the shelf. */
function OnShelf({ drinkId }: { drinkId: string }): ReactNode {
  const shelf = useShelf();
  const nowMs = useNow(60_000);
  const items = (shelf.data?.batches ?? [])
    .filter((b) => b.plan.drink.id === drinkId)
    .flatMap((b) => workedOut(() => shelfItemsOf(b, nowMs)).value ?? []);
  const leftMl = items.reduce((sum, i) => sum + i.volumeMl, 0);
  return leftMl > 1 ? `${f.volume(leftMl)} of it on the shelf.` : 'None on the shelf.';
}

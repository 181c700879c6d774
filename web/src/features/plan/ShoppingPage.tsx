import { Printer } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { alsoToGet, costOf, shoppingList, type Plan, type ShoppingLine } from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import type { House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { DrinkPage } from '@/shared/plan/DrinkPage';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { usePlan } from './planSetup';

export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  return (
    <DrinkPage key={drinkId} id={drinkId} what="the list" page="plan">
      {(view, house) => <ShoppingList view={view} house={house} />}
    </DrinkPage>
  );
}

/** What is missing for a plan, in the units it is sold in, and what is picked. */
function ShoppingList({ view, house }: { view: DrinkView; house: House }): ReactNode {
  const { target, result } = usePlan(view, house);
  const shown = result.kind === 'plan' ? result.plan.target : target;
  return (
    <Page
      title={`For ${view.drink.name}`}
      note={`${shown.asWritten ? 'As written, makes' : 'Planned for'} ${f.volume(shown.litres * 1000)}${f.atStrength(shown.strengthX)}.`}
      actions={
        <>
          <LinkButton to={`/plan/${view.drink.id}`}>Back to the plan</LinkButton>
          <Button kind="main" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print the list
          </Button>
        </>
      }
    >
      {result.kind === 'no-plan' ? (
        <Panel>
          <p role="alert">{result.message}</p>
        </Panel>
      ) : (
        <Lists plan={result.plan} house={house} />
      )}
    </Page>
  );
}

function Lists({ plan, house }: { plan: Plan; house: House }): ReactNode {
  const lines = useMemo(() => shoppingList(plan, house.entries), [plan, house.entries]);
  const missing = lines.filter((l) => l.buy);
  const picked = lines.filter((l) => l.picking && l.buy);
  const there = lines.filter((l) => !l.buy);
  const cost = costOf(lines, plan.glass.count);
  const { ice } = alsoToGet(plan);
  return (
    <div className="grid gap-3 lg:grid-cols-2">
      <Panel title="To buy or pick">
        {missing.length === 0 ? (
          <p>{ice.buyG < LEAST_ICE_G ? 'Everything is there.' : 'Everything is there but ice.'}</p>
        ) : (
          <ul className="divide-y divide-line">
            {missing.map((l) => (
              <Line key={l.plant} line={l} />
            ))}
          </ul>
        )}
        <Also plan={plan} />
      </Panel>
      <div className="space-y-3">
        {picked.length > 0 && (
          <Panel title="If you pick it yourself">
            <ul className="space-y-2">
              {picked.map((l) => (
                <li key={l.plant}>
                  <strong className="font-semibold">{l.name}</strong>: {l.picking!.months}; {l.picking!.how}.
                </li>
              ))}
            </ul>
            <p className="mt-2 text-sm text-muted">
              Seasons are those of the temperate north and move by weeks. Pick only what you are sure of, where it is
              allowed and clean.
            </p>
          </Panel>
        )}
        <Panel title="There already">
          {there.length === 0 ? (
            <p className="text-muted">Nothing that the pantry knows of.</p>
          ) : (
            <ul className="divide-y divide-line">
              {there.map((l) => (
                <li key={l.plant} className="flex justify-between gap-4 py-2">
                  <Link
                    to={`/pantry/${l.plant}`}
                    className="inline-flex min-h-6 items-center underline pointer-coarse:min-h-11 underline-offset-4"
                  >
                    {l.name}
                  </Link>
                  <span className="shrink-0">
                    {f.inWords(l.written, f.grams(l.needG))} of {f.grams(l.haveG)}
                  </span>
                </li>
              ))}
            </ul>
          )}
          {lines.some((l) => l.cost !== undefined) && (
            <p className="mt-3 border-t border-line pt-2">
              What the plan uses costs {f.money(cost.total)}
              {cost.unknown > 0 && `, without ${cost.unknown} whose price is not known`}.
            </p>
          )}
        </Panel>
      </div>
    </div>
  );
}

/** Less ice than this nobody fetches, g. */
const LEAST_ICE_G = 20;

/** Ice and bottles: what a freezer and a cupboard have, or not. */
function Also({ plan }: { plan: Plan }): ReactNode {
  const { ice, bottles } = alsoToGet(plan);
  const total = ice.glassesG + ice.jugG + ice.bathG;
  if (total < LEAST_ICE_G && !bottles) return null;
  const parts = [
    ...(ice.glassesG >= LEAST_ICE_G ? [`${f.weight(ice.glassesG)} for the glasses`] : []),
    ...(ice.jugG >= LEAST_ICE_G ? [`${f.weight(ice.jugG)} into the jug`] : []),
    ...(ice.bathG >= LEAST_ICE_G ? [`about ${f.weight(ice.bathG)} for the ice bath`] : []),
  ];
  return (
    <dl className="mt-2 border-t border-line pt-2" aria-label="Ice and bottles">
      {total >= LEAST_ICE_G && (
        <div className="flex justify-between gap-4 py-1.5">
          <dt>
            Ice<span className="block text-sm text-muted">{parts.join(', ')}</span>
          </dt>
          <dd className="shrink-0 text-right">
            <strong className="font-semibold">{f.weight(total)}</strong>
            <span className="block text-sm text-muted">
              {ice.buyG < LEAST_ICE_G ? 'the freezer keeps it' : `${f.weight(ice.buyG)} more than the freezer keeps`}
            </span>
          </dd>
        </div>
      )}
      {bottles && (
        <div className="flex justify-between gap-4 py-1.5">
          <dt>Bottles of {f.volume(bottles.eachMl)}, boiled out</dt>
          <dd className="shrink-0 font-semibold">{bottles.count}</dd>
        </div>
      )}
    </dl>
  );
}

function Line({ line }: { line: ShoppingLine }): ReactNode {
  const [got, setGot] = useState(false);
  return (
    <li>
      <label className="flex min-h-12 items-center gap-3 py-1.5">
        <input
          type="checkbox"
          checked={got}
          onChange={(e) => setGot(e.target.checked)}
          className="size-5 shrink-0 accent-[var(--action)]"
        />
        <span className={`min-w-0 flex-1 ${got ? 'text-muted line-through' : ''}`}>{line.name}</span>
        <span className="shrink-0 text-right">
          <strong className="font-semibold">{line.buy!.text}</strong>
          <span className="block text-sm text-muted">
            needs {f.inWords(line.written, f.grams(line.needG))}
            {line.haveG > 0 && `, ${f.grams(line.haveG)} there`}
            {line.buy!.spare && ', with a spare'}
          </span>
        </span>
      </label>
    </li>
  );
}

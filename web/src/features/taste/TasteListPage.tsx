import { addDays, format as formatDate, isValid, parseISO, startOfDay, subDays } from 'date-fns';
import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { jugToPourAway, keepingStateAt } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import type { SaidOfIt } from '@steepsis/contract';
import { useBatchSearch, useDrinks, useHouse, useShelf, type BatchSearch } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { DayField } from '@/shared/ui/MomentField';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { SaidGlass } from '@/shared/verdict/SaidGlass';
import { sentenceOf } from '@/shared/verdict/sentence';

const SAID: readonly { value: SaidOfIt | 'any'; label: string }[] = [
  { value: 'any', label: 'anything said' },
  { value: 'right', label: 'called right' },
  { value: 'weak', label: 'called weak' },
  { value: 'strong', label: 'called strong' },
  { value: 'harsh', label: 'called harsh' },
  { value: 'nothing', label: 'nothing said yet' },
];

/** Within which time it was begun: days back from today, or two days of one's own. */
const WHEN: readonly { value: string; label: string; days?: number }[] = [
  { value: 'any', label: 'at any time' },
  { value: 'week', label: 'in the last week', days: 7 },
  { value: 'month', label: 'in the last month', days: 30 },
  { value: 'year', label: 'in the last year', days: 365 },
  { value: 'days', label: 'between two days' },
];

const dayIn = (text: string | null): Date | undefined => {
  const day = text ? parseISO(text) : undefined;
  return day && isValid(day) ? startOfDay(day) : undefined;
};
const asDay = (day: Date): string => formatDate(day, 'yyyy-MM-dd');

/** What is looked for stands in the address: it can be kept and sent. */
function searchIn(params: URLSearchParams, now: Date): BatchSearch {
  const [find, said, drinkId, lot] = ['find', 'said', 'drink', 'lot'].map((p) => params.get(p));
  const known = SAID.find((s) => s.value === said && s.value !== 'any');
  const back = WHEN.find((w) => w.value === params.get('when'))?.days;
  const from = back === undefined ? dayIn(params.get('from')) : startOfDay(subDays(now, back));
  const until = dayIn(params.get('until'));
  return {
    ...(find ? { find } : {}),
    ...(known ? { said: known.value as SaidOfIt } : {}),
    ...(drinkId ? { drinkId } : {}),
    ...(lot && /^[^/"%]+\/[^/"%]+$/.test(lot) ? { lot } : {}),
    ...(from ? { after: from.toISOString() } : {}),
    ...(until ? { before: addDays(until, 1).toISOString() } : {}),
  };
}

function Search({
  params,
  onSearch,
}: {
  params: URLSearchParams;
  onSearch: (params: URLSearchParams) => void;
}): ReactNode {
  const drinks = useDrinks();
  const house = useHouse();
  const now = useNow(60_000);
  const of = (name: string): string => params.get(name) ?? 'any';
  const set = (part: Readonly<Record<string, string>>): void => {
    const next = new URLSearchParams(params);
    for (const [name, value] of Object.entries(part))
      if (value === '' || value === 'any') next.delete(name);
      else next.set(name, value);
    onSearch(next);
  };
  const days = params.has('from') || params.has('until');
  const [from, until] = [dayIn(params.get('from')) ?? subDays(now, 30), dayIn(params.get('until')) ?? new Date(now)];
  const setWhen = (when: string): void =>
    when === 'days' ? set({ when: '', from: asDay(from), until: asDay(until) }) : set({ when, from: '', until: '' });
  const lots = (house.data?.entries ?? []).flatMap((e) =>
    e.lots.map((l) => ({
      value: `${e.plant}/${l.id}`,
      label: `of ${plantName(e.plant)}, ${l.from || `got ${f.day(l.got)}`}`,
    })),
  );
  const gone = of('lot') !== 'any' && !lots.some((l) => l.value === of('lot'));
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
      <input
        type="search"
        aria-label="Search what was made"
        placeholder="Search names and notes"
        maxLength={120}
        value={params.get('find') ?? ''}
        onChange={(e) => set({ find: e.target.value })}
        className="min-h-11 w-full rounded-md border border-ink/35 bg-surface px-3 sm:w-64"
      />
      <InlineChoice label="What was said" value={of('said')} choices={SAID} onValue={(said) => set({ said })} />
      <InlineChoice
        label="Of which drink"
        value={of('drink')}
        choices={[
          { value: 'any', label: 'of every drink' },
          ...(drinks.data?.drinks ?? []).map((d) => ({ value: d.id, label: d.name })),
        ]}
        onValue={(drink) => set({ drink })}
      />
      {(lots.length > 0 || gone) && (
        <InlineChoice
          label="Of which bag"
          value={of('lot')}
          choices={[
            { value: 'any', label: 'of every bag' },
            ...lots,
            ...(gone ? [{ value: of('lot'), label: 'of a bag that is used up' }] : []),
          ]}
          onValue={(lot) => set({ lot })}
        />
      )}
      <InlineChoice label="When" value={days ? 'days' : of('when')} choices={WHEN} onValue={setWhen} />
      {days && (
        <span>
          <DayField label="From" day={from} onDay={(day) => set({ from: asDay(day) })} /> to{' '}
          <DayField label="Until" day={until} onDay={(day) => set({ until: asDay(day) })} />
        </span>
      )}
      {params.size > 0 && (
        <Button kind="quiet" onClick={() => onSearch(new URLSearchParams())}>
          Show all
        </Button>
      )}
    </div>
  );
}

/** Batches that can be tasted, the latest first. */
export function Component(): ReactNode {
  const [params, setParams] = useSearchParams();
  const now = useNow(60_000);
  const today = startOfDay(now).getTime();
  const search = useMemo(() => searchIn(params, new Date(today)), [params, today]);
  const batches = useBatchSearch(useDeferredValue(search));
  const shelf = useShelf();
  if (batches.isPending) return <Loading what="what can be tasted" />;
  if (batches.isError) return <Failed error={batches.error} retry={() => void batches.refetch()} />;
  const list = batches.data.batches;
  // What is past its last day or unfit is poured away, not tasted; where that cannot be worked out its own page says why.
  const away = new Map(
    (shelf.data?.batches ?? []).map((b) => [b.id, workedOut(() => jugToPourAway(b, now)).value?.item] as const),
  );
  return (
    <Page
      title="Taste"
      actions={
        <>
          <LinkButton to="/taste/trainer">Train your judgement</LinkButton>
          <LinkButton to="/taste/tongue">Train your tongue</LinkButton>
        </>
      }
      note={list.length > 0 ? 'Say in a few taps how it was; the next one is planned from that.' : undefined}
    >
      {(list.length > 0 || params.size > 0) && (
        <Search params={params} onSearch={(next) => setParams(next, { replace: true })} />
      )}
      {list.length === 0 ? (
        <Empty>
          {params.size > 0
            ? 'Nothing that was made is like that.'
            : 'Nothing to taste yet. A batch comes here when it has been mixed or bottled.'}
        </Empty>
      ) : (
        <ul className="divide-y divide-line rounded-lg border border-line bg-surface">
          {list.map((b) => (
            <li key={b.id} className="flex flex-wrap items-center justify-between gap-3 px-4 py-2.5">
              <div className="flex min-w-0 flex-1 items-center gap-3">
                <SaidGlass said={b.said} {...(b.colour ? { colour: b.colour } : {})} />
                <div className="min-w-0">
                  <h2 className="text-base">{b.drinkName}</h2>
                  <p>{b.said ? sentenceOf(b.said) : 'Nothing said of it yet.'}</p>
                  <p className="text-sm text-muted">
                    {f.volume(b.litres * 1000)}, {b.wayName.toLowerCase()}, {f.moment(b.startedAt)}
                  </p>
                </div>
              </div>
              {away.get(b.id) ? (
                <LinkButton kind="quiet" to="/keep">
                  {keepingStateAt(away.get(b.id)!, now).kind === 'past' ? 'Past its last day' : 'Not fit any more'}:
                  pour it away
                </LinkButton>
              ) : (
                <LinkButton to={`/taste/${b.id}`} kind={b.tasted ? 'plain' : 'main'}>
                  Taste
                </LinkButton>
              )}
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}

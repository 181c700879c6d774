import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { jugToPourAway, keepingStateAt } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import type { SaidOfIt } from '@steepsis/contract';
import { useBatchSearch, useDrinks, useShelf, type BatchSearch } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
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

/** What is looked for stands in the address: it can be kept and sent. */
function searchIn(params: URLSearchParams): BatchSearch {
  const [find, said, drinkId] = [params.get('find'), params.get('said'), params.get('drink')];
  const known = SAID.find((s) => s.value === said && s.value !== 'any');
  return {
    ...(find ? { find } : {}),
    ...(known ? { said: known.value as SaidOfIt } : {}),
    ...(drinkId ? { drinkId } : {}),
  };
}

function Search({
  search: { find = '', said, drinkId },
  onSearch,
}: {
  search: BatchSearch;
  onSearch: (params: Record<string, string>) => void;
}): ReactNode {
  const drinks = useDrinks();
  const set = (part: { find?: string; said?: string; drink?: string }): void => {
    const next = { find, said: said ?? 'any', drink: drinkId ?? 'any', ...part };
    onSearch(Object.fromEntries(Object.entries(next).filter(([, v]) => v !== '' && v !== 'any')));
  };
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
      <input
        type="search"
        aria-label="Search what was made"
        placeholder="Search names and notes"
        maxLength={120}
        value={find}
        onChange={(e) => set({ find: e.target.value })}
        className="min-h-11 w-full rounded-md border border-ink/35 bg-surface px-3 sm:w-64"
      />
      <InlineChoice label="What was said" value={said ?? 'any'} choices={SAID} onValue={(v) => set({ said: v })} />
      <InlineChoice
        label="Of which drink"
        value={drinkId ?? 'any'}
        choices={[
          { value: 'any', label: 'of every drink' },
          ...(drinks.data?.drinks ?? []).map((d) => ({ value: d.id, label: d.name })),
        ]}
        onValue={(drink) => set({ drink })}
      />
    </div>
  );
}

/** Batches that can be tasted, the latest first. */
export function Component(): ReactNode {
  const [params, setParams] = useSearchParams();
  const search = useMemo(() => searchIn(params), [params]);
  const batches = useBatchSearch(useDeferredValue(search));
  const shelf = useShelf();
  const now = useNow(60_000);
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
        <Search search={search} onSearch={(next) => setParams(next, { replace: true })} />
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

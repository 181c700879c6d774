import { useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { addDays, set, startOfDay } from 'date-fns';
import {
  freeId,
  glassesOfOccasion,
  OCCASION_RANGES,
  occasionAgain,
  peopleOfOccasion,
  type Occasion,
} from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';
import { useHouse, useSaveHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';

/** Three in the afternoon of the coming Sunday. */
function comingSunday(): string {
  const today = startOfDay(serverNow());
  return set(addDays(today, 7 - today.getDay()), { hours: 15 }).toISOString();
}

/** Occasions, the next first. */
export function Component(): ReactNode {
  const house = useHouse();
  const save = useSaveHouse();
  const navigate = useNavigate();
  if (house.isPending) return <Loading what="the occasions" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const all = (house.data.occasions ?? []).map((o) => o.body).sort((a, b) => b.readyBy.localeCompare(a.readyBy));
  const keep = (occasion: Occasion): void =>
    void save.mutateAsync({ kind: 'occasions', version: 0, body: occasion }).then(
      () => navigate(`/plan/occasion/${occasion.id}`),
      () => undefined,
    );
  const idFor = (): string =>
    freeId(
      'occasion',
      all.map((o) => o.id),
    );
  const fresh = (): void =>
    keep({
      v: 1,
      id: idFor(),
      name: 'An occasion',
      readyBy: comingSunday(),
      servedHours: 3,
      groups: [{ people: 12, glassesEach: 1 }],
      drinks: [],
      hands: 1,
      moved: {},
    });
  return (
    <Page
      title="Occasions"
      note="Several drinks, one kitchen, one pair of hands, ready on time."
      actions={
        <Button kind="main" disabled={save.isPending} onClick={fresh}>
          A new occasion
        </Button>
      }
    >
      <Refusal error={save.error} />
      {all.length === 0 ? (
        <Empty>None yet. Say for how many, when, and what: the day is worked out back from then.</Empty>
      ) : (
        <ul className="divide-y divide-line rounded-lg border border-line bg-surface">
          {all.map((o) => (
            <li key={o.id} className="flex flex-wrap items-center justify-between gap-3 px-4 py-2">
              <div>
                <h2 className="text-base">
                  <Link className="underline decoration-1 underline-offset-4" to={`/plan/occasion/${o.id}`}>
                    {o.name}
                  </Link>
                </h2>
                <p className="text-sm text-muted">
                  {f.day(o.readyBy)}, {Math.round(glassesOfOccasion(o))} glasses, {o.drinks.length}{' '}
                  {o.drinks.length === 1 ? 'drink' : 'drinks'}
                </p>
              </div>
              <Again
                occasion={o}
                pending={save.isPending}
                onAgain={(people) => keep(occasionAgain(o, { id: idFor(), readyBy: comingSunday(), people }))}
              />
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}

/** The same again for so many people, by what was said of how it went. */
function Again({
  occasion: o,
  pending,
  onAgain,
}: {
  occasion: Occasion;
  pending: boolean;
  onAgain: (people: number) => void;
}): ReactNode {
  const [people, setPeople] = useState(peopleOfOccasion(o));
  const learned = o.drinks.some((d) => d.went);
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      <Button disabled={pending} aria-label={`Again next Sunday: ${o.name}`} onClick={() => onAgain(people)}>
        Again next Sunday
      </Button>
      <span>
        for {figure(`People, ${o.name} again`, people, { ...OCCASION_RANGES.people, step: 1 }, setPeople)} people
        {learned && ', by how it went'}
      </span>
    </span>
  );
}

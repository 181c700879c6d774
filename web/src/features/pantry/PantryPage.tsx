import { UnreadList } from '@/shared/ui/UnreadList';
import { Plus } from 'lucide-react';
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { botanicals, knownPlant, entryOf, onHandG, SWEETENERS } from '@steepsis/core';
import { useHouse, type House } from '@/shared/api/queries';
import { Button } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { JarShelf } from './JarShelf';
import { OwnPlantForm } from './OwnPlantForm';

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the pantry" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <Pantry house={house.data} />;
}

/** What stands in the place of its role for a plant of one's own that cannot be worked out: its page says why. */
const FAULTY = 'cannot be worked out: open it';

type Row = { plant: string; name: string; latin: string; role: string; haveG: number; own: boolean };

function Pantry({ house }: { house: House }): ReactNode {
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const search = params.get('find') ?? '';
  const onlyHad = params.has('had');
  const deferred = useDeferredValue(search).toLowerCase();
  const rows = useMemo(() => rowsOf(house), [house]);
  const found = rows.filter(
    (r) =>
      (!onlyHad || r.haveG > 0) &&
      deferred.split(/\s+/).every((w) => `${r.name} ${r.latin} ${r.role}`.toLowerCase().includes(w)),
  );
  // What is there stands on its shelf; below it is what the table knows besides.
  const had = found.filter((r) => r.haveG > 0);
  const known = found.filter((r) => r.haveG === 0);
  const looking = search.trim() !== '';
  const set = (key: string, value: string | undefined): void => {
    const next = new URLSearchParams(params);
    if (value) next.set(key, value);
    else next.delete(key);
    setParams(next, { replace: true });
  };
  return (
    <Page
      title="Pantry"
      note="Plants with their reference figures, what is there of them, and what this house has found of its own."
      actions={
        <Button kind="main" onClick={() => setAdding(true)}>
          <Plus size={18} aria-hidden /> Add a plant of your own
        </Button>
      }
    >
      <UnreadList unread={house.unread} />
      {adding && <OwnPlantForm house={house} onDone={() => setAdding(false)} />}
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label="Search the pantry"
          placeholder="Search by name, Latin name or use"
          value={search}
          onChange={(e) => set('find', e.target.value)}
          className="min-h-11 w-full rounded-md border border-ink/35 bg-surface px-3 sm:w-80"
        />
        <button
          type="button"
          aria-pressed={onlyHad}
          onClick={() => set('had', onlyHad ? undefined : '1')}
          className="min-h-11 rounded-full border border-ink/35 px-4 text-[0.95rem] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-semibold aria-pressed:text-surface"
        >
          What is there
        </button>
        <p role="status" className="text-sm text-muted">
          {found.length} of {rows.length}
        </p>
      </div>
      {had.length > 0 && <JarShelf had={had} kitchen={house.forPlans} ownPlants={house.ownPlants} />}
      {found.length === 0 ? (
        <Empty>Nothing has these words. A plant that is not in the table can be added as one of your own.</Empty>
      ) : (
        known.length > 0 && (
          <details
            key={String(looking)}
            open={looking || had.length === 0}
            className="rounded-lg border border-line bg-surface px-5 py-2"
          >
            <summary className="flex min-h-11 items-center gap-2 font-display text-lg font-semibold">
              Not in the house{' '}
              <span className="font-sans text-[0.95rem] font-normal text-muted">
                {known.length} plants and sweeteners that are known
              </span>
            </summary>
            <KnownList rows={known} />
          </details>
        )
      )}
    </Page>
  );
}

/** What the table knows, each with what it is for. */
function KnownList({ rows }: { rows: readonly Row[] }): ReactNode {
  return (
    <ul className="grid gap-x-8 sm:grid-cols-2">
      {rows.map((r) => (
        <li key={r.plant} className="border-b border-line">
          <Link
            to={`/pantry/${encodeURIComponent(r.plant)}`}
            className="flex min-h-12 items-center justify-between gap-3 hover:underline"
          >
            <span className="min-w-0 py-1.5">
              {r.name} {r.own && <span className="text-sm text-muted">(own)</span>}
            </span>
            <span className="shrink-0 text-right text-sm">
              <span className="text-muted">{r.role}</span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** What is there stands first. */
function rowsOf(house: House): Row[] {
  const row = (plant: string, name: string, more: Partial<Row>): Row => {
    const entry = entryOf(house.entries, plant);
    return {
      plant,
      name,
      latin: '',
      role: '',
      own: false,
      ...more,
      haveG: onHandG(entry),
    };
  };
  const own = house.plants
    .filter((p) => !p.body.archived)
    .map(({ body }) => {
      const figures = knownPlant(house.ownPlants, body.id);
      const more = figures ? { latin: figures.latinName, role: figures.role } : { role: FAULTY };
      return row(body.id, body.name, { ...more, own: true });
    });
  const table = botanicals().map((b) => row(b.slug, b.name, { latin: b.latinName, role: b.role }));
  const sweet = Object.entries(SWEETENERS).map(([kind, s]) => row(kind, s.name, { role: 'sweetener' }));
  return [...own, ...table, ...sweet].sort((a, b) => Number(b.haveG > 0) - Number(a.haveG > 0));
}

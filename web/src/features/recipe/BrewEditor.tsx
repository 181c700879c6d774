import { useMemo, useState, type ReactNode } from 'react';
import {
  relationsKept,
  blankWay,
  freeId,
  mixedWay,
  named,
  readingIn,
  soundPlants,
  WATER_THING,
  type Brew,
  type BrewWay,
  type Drink,
  type PlannedBrew,
} from '@steepsis/core';
import type { House } from '@/shared/api/queries';
import { AmountField } from '@/shared/ui/AmountField';
import { Button } from '@/shared/ui/Button';
import { figure, TextField, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import { asWrittenHere, broughtAlong, withWay, type WorkedBy } from './draft';
import { BrewLineEditor } from './BrewLineEditor';

/** The brews of a drink and the ways of each; one way is open at a time. */
export function BrewEditor({
  drink,
  whole,
  house,
  by,
  onChange,
}: {
  drink: Drink;
  /** the draft with its plants, where it comes out at all */
  whole: Drink | undefined;
  house: House;
  by: WorkedBy;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const [openBrew, setOpenBrew] = useState(drink.brews[0].id);
  const [openWay, setOpenWay] = useState<Readonly<Record<string, string>>>({});
  const brew = drink.brews.find((b) => b.id === openBrew) ?? drink.brews[0];
  const first = brew === drink.brews[0];
  const ofHouse = house.plants.map((p) => p.body);
  const { plants } = soundPlants(broughtAlong(drink, ofHouse));
  const offered = Object.values(soundPlants(ofHouse.filter((p) => !p.archived)).plants);
  const way =
    brew.ways.find((w) => w.id === openWay[brew.id]) ??
    brew.ways.find((w) => first && w.id === drink.book.wayId) ??
    brew.ways[0]!;
  const setWay = (next: BrewWay, what: string): void =>
    onChange(withWay(drink, brew.id, named(way, relationsKept(next, plants))), `${brew.id} ${next.id} ${what}`);
  const planned = usePlannedBrew(whole, by, brew.id, way.id, first);
  const setBrews = (brews: readonly Brew[], what: string, more: Partial<Drink> = {}): void =>
    onChange({ ...drink, ...more, brews: brews as Drink['brews'] }, what);
  const addBrew = (): void => {
    const id = freeId(
      'brew',
      drink.brews.map((b) => b.id),
    );
    const name = `Brew ${drink.brews.length + 1}`;
    setBrews([...drink.brews, { id, name, ways: [blankWay()] }], `add ${id}`, {
      mix: [...drink.mix, { id, name, from: { kind: 'brew', brewId: id }, book: 'all', at: 'jug' }],
    });
    setOpenBrew(id);
  };
  /** A drink of juice, or of fruit that is only blended: there is nothing to steep, and it has no ×. */
  const onlyMixed = (): void => setWay({ ...way, ...mixedWay() }, 'only mixed');
  const isOnlyMixed = way.stages.every((s) => s.kind === 'hands' || s.kind === 'strain' || s.kind === 'dissolve');
  return (
    <Panel>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        {drink.brews.length > 1 && (
          <Tabs
            label="Brews"
            items={drink.brews.map((b) => ({ id: b.id, name: b.name }))}
            open={brew.id}
            onOpen={setOpenBrew}
          />
        )}
        <Button onClick={addBrew}>Add another brew</Button>
        {!isOnlyMixed && way.ingredients.length === 0 && (
          <Button kind="quiet" onClick={onlyMixed}>
            Nothing is brewed: only mix or blend
          </Button>
        )}
        {!first && (
          <Button
            kind="quiet"
            onClick={() =>
              setBrews(
                drink.brews.filter((b) => b !== brew),
                `remove ${brew.id}`,
                { mix: drink.mix.filter((l) => l.from.kind !== 'brew' || l.from.brewId !== brew.id) },
              )
            }
          >
            Take this brew out
          </Button>
        )}
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Name of the brew"
          value={brew.name}
          onChange={(name) =>
            setBrews(
              drink.brews.map((b) => (b === brew ? { ...b, name } : b)),
              `${brew.id} name`,
              { mix: drink.mix.map((l) => (l.from.kind === 'brew' && l.from.brewId === brew.id ? { ...l, name } : l)) },
            )
          }
        />
        <TextField
          label="Name of the way"
          value={way.shortName}
          onChange={(shortName) => setWay({ ...way, shortName, name: shortName.toLowerCase() }, 'name')}
        />
      </div>
      <WaysRow
        drink={drink}
        brew={brew}
        way={way}
        onOpen={(id) => setOpenWay({ ...openWay, [brew.id]: id })}
        onChange={onChange}
      />
      <p className="leading-8">
        In{' '}
        <InlineChoice
          label="Vessel"
          value={way.vesselKind}
          choices={[
            { value: 'pot', label: 'a pot' },
            { value: 'jar', label: 'a jar' },
          ]}
          onValue={(vesselKind) => setWay({ ...way, vesselKind }, 'vessel')}
        />{' '}
        with{' '}
        <AmountField
          label="Water"
          words={way.waterWritten}
          amount={way.waterMl}
          unit="ml"
          thing={WATER_THING}
          reading={readingIn(house.forPlans)}
          most={50_000}
          none
          onAmount={({ amount, words }) => {
            const { waterWritten: _was, ...rest } = way;
            setWay({ ...rest, waterMl: amount, ...(words === undefined ? {} : { waterWritten: words }) }, 'water');
          }}
        />{' '}
        of water.
      </p>
      <BrewLineEditor
        key={`${brew.id} ${way.id}`}
        way={way}
        brew={planned}
        kitchen={house.forPlans}
        plants={plants}
        offered={offered}
        onChange={setWay}
      />
      <WayLimits way={way} setWay={setWay} />
    </Panel>
  );
}

type SetWay = (next: BrewWay, what: string) => void;

/** The ways of a brew: open one, write another, make one the standard, take one out. */
function WaysRow({
  drink,
  brew,
  way,
  onOpen,
  onChange,
}: {
  drink: Drink;
  brew: Brew;
  way: BrewWay;
  onOpen: (id: string) => void;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const first = brew === drink.brews[0];
  const setWays = (ways: readonly BrewWay[], what: string): void =>
    onChange(
      { ...drink, brews: drink.brews.map((b) => (b === brew ? { ...b, ways } : b)) as unknown as Drink['brews'] },
      what,
    );
  const addWay = (): void => {
    const id = freeId(
      'way',
      brew.ways.map((w) => w.id),
    );
    setWays([...brew.ways, { ...way, id, shortName: 'Another way', name: 'another way' }], `add ${id}`);
    onOpen(id);
  };
  return (
    <div className="my-3 flex flex-wrap items-center gap-3">
      {brew.ways.length > 1 && (
        <Tabs
          label="Ways of making it"
          items={brew.ways.map((w) => ({ id: w.id, name: w.shortName }))}
          open={way.id}
          onOpen={onOpen}
        />
      )}
      <Button kind="quiet" onClick={addWay}>
        Write down another way of making it
      </Button>
      {first && brew.ways.length > 1 && drink.book.wayId !== way.id && (
        <Button
          kind="quiet"
          onClick={() => onChange({ ...drink, book: { ...drink.book, wayId: way.id } }, 'standard way')}
        >
          Make this way the house standard
        </Button>
      )}
      {brew.ways.length > 1 && drink.book.wayId !== way.id && (
        <Button
          kind="quiet"
          onClick={() =>
            setWays(
              brew.ways.filter((w) => w !== way),
              `remove way ${way.id}`,
            )
          }
        >
          Remove this way
        </Button>
      )}
    </div>
  );
}

/** What of a way is seldom changed. */
function WayLimits({ way, setWay }: { way: BrewWay; setWay: SetWay }): ReactNode {
  return (
    <details className="mt-4 border-t border-line pt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Headroom, rest and limits of this way</summary>
      <p className="leading-8">
        Of the vessel{' '}
        {figure('Headroom', (way.headroom ?? 0.12) * 100, { unit: '%', min: 2, max: 60, step: 2, shown: true }, (p) =>
          setWay({ ...way, headroom: p / 100 }, 'headroom'),
        )}{' '}
        stays empty against boiling over. It is at its best after{' '}
        {figure('Rest', way.restHours ?? 0, { unit: 'h', min: 0, max: 720, step: 1, shown: true }, (restHours) =>
          setWay({ ...way, restHours }, 'rest'),
        )}
        . From{' '}
        {figure(
          'Thinnest',
          way.liquorRatio.min,
          { unit: 'g/L', min: 0, max: way.liquorRatio.max, step: 1, digits: 1, shown: true },
          (min) => setWay({ ...way, liquorRatio: { ...way.liquorRatio, min } }, 'ratio min'),
        )}{' '}
        to{' '}
        {figure(
          'Densest',
          way.liquorRatio.max,
          { unit: 'g/L', min: way.liquorRatio.min, max: 20_000, step: 5, digits: 1, shown: true },
          (max) => setWay({ ...way, liquorRatio: { ...way.liquorRatio, max } }, 'ratio max'),
        )}{' '}
        of plants may be in its water.
      </p>
      <div className="flex flex-wrap gap-x-6">
        <Tick checked={way.keepPulp ?? false} onChange={(keepPulp) => setWay({ ...way, keepPulp }, 'pulp')}>
          The pulp is wanted in the drink
        </Tick>
        <Tick checked={way.underWeight ?? false} onChange={(underWeight) => setWay({ ...way, underWeight }, 'weight')}>
          Plants are held under by a weight
        </Tick>
      </div>
    </details>
  );
}

/** A brew by one of its ways, as it comes out as written; as it last did while the next figure is being typed. */
function usePlannedBrew(
  drink: Drink | undefined,
  by: WorkedBy,
  brewId: string,
  wayId: string,
  first: boolean,
): PlannedBrew | undefined {
  const [last, setLast] = useState<PlannedBrew | undefined>(undefined);
  const now = useMemo(() => {
    if (!drink) return undefined;
    const chosen = first ? { wayId } : { others: { [brewId]: { wayId, steepMin: 1 } } };
    const result = asWrittenHere(drink, chosen, by);
    return result.kind === 'plan' ? result.plan.brews.find((b) => b.brewId === brewId) : undefined;
  }, [drink, by, brewId, wayId, first]);
  if (now && now !== last) setLast(now);
  return now ?? (last?.brewId === brewId && last.way.id === wayId ? last : undefined);
}

function Tabs({
  label,
  items,
  open,
  onOpen,
}: {
  label: string;
  items: readonly { id: string; name: string }[];
  open: string;
  onOpen: (id: string) => void;
}): ReactNode {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1">
      {items.map((i) => (
        <button
          key={i.id}
          type="button"
          aria-pressed={i.id === open}
          onClick={() => onOpen(i.id)}
          className={`min-h-11 border-b-[3px] px-3 font-semibold ${i.id === open ? 'border-ink' : 'border-transparent text-muted hover:text-ink'}`}
        >
          {i.name}
        </button>
      ))}
    </div>
  );
}

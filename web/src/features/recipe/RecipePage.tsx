import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  differencesBetween,
  factsOfPlan,
  findingsOf,
  freeId,
  blankWay,
  type Brew,
  type BrewWay,
  type Drink,
} from '@steepsis/core';
import { ProblemError } from '@/shared/api/client';
import { useDrink, useDrinks, useHouse, useSaveDrink, useVersions, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { VesselLine } from '@/shared/plan/VesselLine';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { Figure, Tick, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { blankDrink, drinkId, tryDrink, withWay, type Tried } from './draft';
import { IngredientList } from './IngredientList';
import { MixEditor } from './MixEditor';
import { beginCopy, NEW, useRecipes } from './recipeStore';
import { StageList } from './StageList';

export function Component(): ReactNode {
  const { drinkId: id = '' } = useParams();
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return id === NEW ? <NewRecipe house={house.data} /> : <KeptRecipe key={id} id={id} house={house.data} />;
}

function NewRecipe({ house }: { house: House }): ReactNode {
  const start = useMemo(() => blankDrink(), []);
  return <Recipe draftKey={NEW} kept={start} house={house} isNew />;
}

function KeptRecipe({ id, house }: { id: string; house: House }): ReactNode {
  const drink = useDrink(id);
  if (drink.isPending) return <Loading what="the drink" />;
  if (drink.isError) return <Failed error={drink.error} retry={() => void drink.refetch()} />;
  return <Recipe draftKey={id} kept={drink.data.drink} house={house} />;
}

function Recipe({
  draftKey,
  kept,
  house,
  isNew = false,
}: {
  draftKey: string;
  kept: Drink;
  house: House;
  isNew?: boolean;
}): ReactNode {
  const draft = useRecipes((s) => s.drafts[draftKey]);
  const { edit, undo, redo, drop, rebase } = useRecipes.getState();
  const drink = draft?.present ?? kept;
  const own = useMemo(() => house.plants.map((p) => p.body), [house.plants]);
  const tried = useMemo(() => tryDrink(drink, house.forPlans, own), [drink, house.forPlans, own]);
  const shown = useLastGood(tried);
  const drinks = useDrinks();
  const save = useSaveDrink();
  const navigate = useNavigate();
  const base = draft?.base ?? kept.version;
  const keptMeanwhile = !isNew && draft !== undefined && kept.version !== base;
  const change = (next: Drink, what: string): void => edit(draftKey, drink, next, what);
  useLeavingAsks(draft !== undefined && draft.past.length > 0 && !save.isPending && !save.isSuccess);

  const keep = (): void => {
    if (tried.kind !== 'drink') return;
    const taken = drinks.data?.drinks.map((d) => d.id) ?? [];
    const id = isNew ? drinkId(drink.name, taken) : drink.id;
    const whole = { ...tried.drink, id, version: isNew ? 1 : base + 1 };
    save.mutate(whole, {
      onSuccess: () => {
        drop(draftKey);
        void navigate(isNew ? `/plan/${id}` : `/recipe/${id}`, { replace: true });
      },
    });
  };
  const conflict = save.error instanceof ProblemError && save.error.problem.type === 'drink-changed';

  return (
    <Page
      title={drink.name}
      note={
        isNew
          ? 'A recipe of your own. Nothing is kept until you keep it.'
          : `Version ${kept.version}${draft ? ', with changes that are not kept yet' : ''}. ×1.0 is this drink as written here.`
      }
      actions={
        <>
          <Button onClick={() => undo(draftKey)} disabled={!draft?.past.length} aria-label="Undo">
            <Undo2 size={18} aria-hidden /> Undo
          </Button>
          <Button onClick={() => redo(draftKey)} disabled={!draft?.future.length} aria-label="Redo">
            <Redo2 size={18} aria-hidden /> Redo
          </Button>
          {draft && !isNew && <Button onClick={() => drop(draftKey)}>Drop my changes</Button>}
          <Button
            kind="main"
            onClick={keep}
            disabled={tried.kind !== 'drink' || !draft || save.isPending || keptMeanwhile}
          >
            {save.isPending ? 'Keeping…' : isNew ? 'Keep it in the book' : `Keep as version ${base + 1}`}
          </Button>
          {!isNew && <LinkButton to={`/plan/${drink.id}`}>Plan it</LinkButton>}
        </>
      }
    >
      <UndoKeys undo={() => undo(draftKey)} redo={() => redo(draftKey)} />
      {!conflict && <Refusal error={save.error} />}
      {(keptMeanwhile || conflict) && (
        <Meanwhile
          draftKey={draftKey}
          mine={drink}
          onMine={(version) => {
            save.reset();
            rebase(draftKey, version);
          }}
          onTheirs={() => {
            save.reset();
            drop(draftKey);
          }}
          onCopy={() => {
            beginCopy({ ...drink, name: `${drink.name}, my way` });
            drop(draftKey);
            void navigate('/recipe/new');
          }}
        />
      )}
      <Outcome tried={tried} shown={shown} />
      <div className="mt-3 grid gap-3 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <Brews drink={drink} house={house} onChange={change} />
        <div className="space-y-3">
          <Panel title="The drink">
            <TextField label="Name" value={drink.name} onChange={(name) => change({ ...drink, name }, 'name')} />
            <TextField
              label="Note"
              value={drink.note ?? ''}
              maxLength={2000}
              onChange={(note) => change({ ...drink, note }, 'note')}
              className="mt-3"
            />
          </Panel>
          <Panel title="Mix">
            <MixEditor drink={drink} onChange={change} />
          </Panel>
          <ServePanel drink={drink} onChange={change} />
        </div>
      </div>
    </Page>
  );
}

/** The last state of a recipe that came out: it stays on the page while the next figure is still being typed. */
function useLastGood(tried: Tried): Extract<Tried, { kind: 'drink' }> | undefined {
  const [last, setLast] = useState<Extract<Tried, { kind: 'drink' }> | undefined>(
    tried.kind === 'drink' ? tried : undefined,
  );
  if (tried.kind === 'drink' && tried !== last) setLast(tried);
  return tried.kind === 'drink' ? tried : last;
}

/** A tab with work that is not kept asks before it is closed; within the application a draft waits for its tab. */
function useLeavingAsks(unkept: boolean): void {
  useEffect(() => {
    if (!unkept) return;
    const ask = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unkept]);
}

/** Undo and redo by the usual keys, unless a field is being typed in: that has its own. */
function UndoKeys({ undo, redo }: { undo: () => void; redo: () => void }): null {
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      if (e.target instanceof HTMLInputElement && e.target.type === 'text') return;
      e.preventDefault();
      (e.shiftKey ? redo : undo)();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [undo, redo]);
  return null;
}

function Outcome({ tried, shown }: { tried: Tried; shown: Extract<Tried, { kind: 'drink' }> | undefined }): ReactNode {
  const plan = shown?.result.kind === 'plan' ? shown.result.plan : undefined;
  const findings = useMemo(() => (plan ? findingsOf(...factsOfPlan(plan)) : []), [plan]);
  const serious = findings.filter((x) => x.level !== 'note' && (x.places.includes('plan') || x.level === 'block'));
  return (
    <Panel>
      {tried.kind === 'not-yet' && (
        <p role="status" className="mb-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
          {tried.message} {shown && 'Below it stands as it last came out.'}
        </p>
      )}
      {shown?.result.kind === 'no-plan' && (
        <p role="alert" className="mb-3 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {shown.result.message}
        </p>
      )}
      {plan && (
        <>
          <VesselLine plan={plan} />
          <p className="mt-3 border-t border-line pt-3 text-[0.95rem]">
            As written it is {f.volume(plan.target.litres * 1000)} with {f.gPerL(plan.target.sugarGPerL)} of sugar,
            harshness at {Math.round(plan.glass.figures.harsh * 100)} % of the limit,{' '}
            {caffeine(plan.glass.liquid.caffeineMg)}
            {restOf(plan.brews.map((b) => b.way))}.
          </p>
          {serious.length > 0 && (
            <div className="mt-3">
              <Cautions findings={serious} />
            </div>
          )}
        </>
      )}
      {!shown && <p className="text-muted">The drink’s way from the water to the glass is drawn here.</p>}
    </Panel>
  );
}

const caffeine = (mg: number): string =>
  mg < 0.5 ? 'no caffeine' : `at most ${Math.round(mg)} mg of caffeine a glass`;

const restOf = (ways: readonly BrewWay[]): string => {
  const hours = Math.max(0, ...ways.map((w) => w.restHours ?? 0));
  return hours > 0 ? `; best after ${hours >= 48 ? `${Math.round(hours / 24)} days` : `${hours} h`}` : '';
};

/** The brews of a drink and the ways of each; one way is open at a time. */
function Brews({
  drink,
  house,
  onChange,
}: {
  drink: Drink;
  house: House;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const [openBrew, setOpenBrew] = useState(drink.brews[0].id);
  const [openWay, setOpenWay] = useState<Readonly<Record<string, string>>>({});
  const brew = drink.brews.find((b) => b.id === openBrew) ?? drink.brews[0];
  const first = brew === drink.brews[0];
  const way =
    brew.ways.find((w) => w.id === openWay[brew.id]) ??
    brew.ways.find((w) => first && w.id === drink.book.wayId) ??
    brew.ways[0]!;
  const setWay = (next: BrewWay, what: string): void =>
    onChange(withWay(drink, brew.id, next), `${brew.id} ${next.id} ${what}`);
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
  const addWay = (): void => {
    const id = freeId(
      'way',
      brew.ways.map((w) => w.id),
    );
    const copy = { ...way, id, shortName: 'Another way', name: 'another way' };
    setBrews(
      drink.brews.map((b) => (b === brew ? { ...b, ways: [...b.ways, copy] } : b)),
      `add ${id}`,
    );
    setOpenWay({ ...openWay, [brew.id]: id });
  };
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
      <div className="my-3 flex flex-wrap items-center gap-3">
        {brew.ways.length > 1 && (
          <Tabs
            label="Ways of making it"
            items={brew.ways.map((w) => ({ id: w.id, name: w.shortName }))}
            open={way.id}
            onOpen={(id) => setOpenWay({ ...openWay, [brew.id]: id })}
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
              setBrews(
                drink.brews.map((b) => (b === brew ? { ...b, ways: b.ways.filter((w) => w !== way) } : b)),
                `remove way ${way.id}`,
              )
            }
          >
            Remove this way
          </Button>
        )}
      </div>
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
        <Figure
          label="Water"
          value={way.waterMl}
          range={{ unit: 'ml', min: 0, max: 50_000 }}
          step={50}
          unit="ml"
          onValue={(waterMl) => setWay({ ...way, waterMl }, 'water')}
        />{' '}
        of water, with{' '}
        <Figure
          label="Headroom"
          value={(way.headroom ?? 0.12) * 100}
          range={{ unit: '%', min: 2, max: 60 }}
          step={2}
          unit="%"
          onValue={(p) => setWay({ ...way, headroom: p / 100 }, 'headroom')}
        />{' '}
        of headroom against boiling over, at its best after{' '}
        <Figure
          label="Rest"
          value={way.restHours ?? 0}
          range={{ unit: 'h', min: 0, max: 720 }}
          step={1}
          unit="h"
          onValue={(restHours) => setWay({ ...way, restHours }, 'rest')}
        />
        . From{' '}
        <Figure
          label="Thinnest"
          value={way.liquorRatio.min}
          range={{ unit: 'g/L', min: 0, max: way.liquorRatio.max }}
          step={1}
          digits={1}
          unit="g/L"
          onValue={(min) => setWay({ ...way, liquorRatio: { ...way.liquorRatio, min } }, 'ratio min')}
        />{' '}
        to{' '}
        <Figure
          label="Densest"
          value={way.liquorRatio.max}
          range={{ unit: 'g/L', min: way.liquorRatio.min, max: 20_000 }}
          step={5}
          digits={1}
          unit="g/L"
          onValue={(max) => setWay({ ...way, liquorRatio: { ...way.liquorRatio, max } }, 'ratio max')}
        />{' '}
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
      <h2 className="mb-2 mt-4 text-lg">What goes in</h2>
      <IngredientList way={way} kitchen={house.forPlans} own={house.plants.map((p) => p.body)} onChange={setWay} />
      <h2 className="mb-2 mt-5 text-lg">What is done</h2>
      <StageList way={way} onChange={setWay} />
    </Panel>
  );
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

function ServePanel({ drink, onChange }: { drink: Drink; onChange: (drink: Drink, what: string) => void }): ReactNode {
  const { serve, book, defaults } = drink;
  const manner = defaults.hot && !book.iced ? 'hot' : book.iced ? 'ice' : 'none';
  return (
    <Panel title="Serve">
      <p className="leading-8">
        A jug of{' '}
        <Figure
          label="Jug"
          value={book.jugMl}
          range={{ unit: 'ml', min: 100, max: 20_000 }}
          step={50}
          unit="ml"
          onValue={(jugMl) => onChange({ ...drink, book: { ...book, jugMl } }, 'jug')}
        />
        , in glasses of{' '}
        <Figure
          label="Glass"
          value={serve.glassMl}
          range={{ unit: 'ml', min: 50, max: 1000 }}
          step={10}
          unit="ml"
          onValue={(glassMl) => onChange({ ...drink, serve: { ...serve, glassMl } }, 'glass')}
        />
        ,{' '}
        <InlineChoice
          label="Served"
          value={manner}
          choices={[
            { value: 'ice', label: 'over ice' },
            { value: 'none', label: 'cold, without ice' },
            { value: 'hot', label: 'hot' },
          ]}
          onValue={(v) =>
            onChange(
              {
                ...drink,
                book: { ...book, iced: v === 'ice' },
                defaults: { ...defaults, iced: v === 'ice', hot: v === 'hot' },
              },
              'served',
            )
          }
        />
        {manner === 'ice' && (
          <>
            , with{' '}
            <Figure
              label="Ice"
              value={serve.iceG}
              range={{ unit: 'g', min: 0, max: 1000 }}
              step={10}
              unit="g"
              onValue={(iceG) => onChange({ ...drink, serve: { ...serve, iceG } }, 'ice')}
            />{' '}
            of ice, right after{' '}
            <Figure
              label="Right after"
              value={serve.rightAtMin}
              range={{ unit: 'min', min: 0, max: 120 }}
              step={1}
              unit="min"
              onValue={(rightAtMin) => onChange({ ...drink, serve: { ...serve, rightAtMin } }, 'right at')}
            />
          </>
        )}
        .
      </p>
    </Panel>
  );
}

/** Someone else kept a version meanwhile: both are shown, and nothing is lost by either answer. */
function Meanwhile({
  draftKey,
  mine,
  onMine,
  onTheirs,
  onCopy,
}: {
  draftKey: string;
  mine: Drink;
  onMine: (version: number) => void;
  onTheirs: () => void;
  onCopy: () => void;
}): ReactNode {
  const versions = useVersions(draftKey);
  const theirs = versions.data?.versions[0];
  if (!theirs) return null;
  const lines = differencesBetween(theirs.drink, mine);
  return (
    <Panel title={`Version ${theirs.version} was kept meanwhile, in another tab or on another device`} className="mb-3">
      <p>Yours differs from it so:</p>
      <ul className="my-2 list-disc pl-6">
        {lines.slice(0, 8).map((l) => (
          <li key={l}>{l}</li>
        ))}
        {lines.length === 0 && <li>in nothing</li>}
        {lines.length > 8 && <li>and {lines.length - 8} more</li>}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => onMine(theirs.version)}>
          Go on with mine, as version {theirs.version + 1}
        </Button>
        <Button onClick={onCopy}>Make mine a drink of its own</Button>
        <Button onClick={onTheirs}>Take theirs and drop mine</Button>
      </div>
    </Panel>
  );
}

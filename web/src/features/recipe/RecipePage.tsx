import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  bookOf,
  bottlesFilled,
  glassesFilled,
  explain,
  factsOfPlan,
  findingsOf,
  type BrewWay,
  type Drink,
  type Learned,
  type Plan,
} from '@steepsis/core';
import { ProblemError } from '@/shared/api/client';
import { useDrinks, useHouse, useSaveDrink, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { DrinkPage } from '@/shared/plan/DrinkPage';
import { VesselLine } from '@/shared/plan/VesselLine';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { Explained } from '@/shared/ui/Explained';
import { TextField } from '@/shared/ui/Figure';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { BrewEditor } from './BrewEditor';
import { asDraft, blankDrink, drinkId, tryDrink, type Tried } from './draft';
import { CardWriter } from './CardWriter';
import { Meanwhile } from './Meanwhile';
import { MixEditor } from './MixEditor';
import { beginCopy, NEW, useRecipes } from './recipeStore';
import { ServePanel } from './ServePanel';

export function Component(): ReactNode {
  const { drinkId: id = '' } = useParams();
  if (id === NEW) return <NewRecipe />;
  return (
    <DrinkPage key={id} id={id} what="the drink" page="recipe">
      {(view, house) => <Recipe draftKey={id} kept={view.drink} house={house} learned={view.learned} />}
    </DrinkPage>
  );
}

function NewRecipe(): ReactNode {
  const start = useMemo(() => blankDrink(), []);
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <Recipe draftKey={NEW} kept={start} house={house.data} isNew />;
}

function Recipe({
  draftKey,
  kept,
  house,
  learned,
  isNew = false,
}: {
  draftKey: string;
  kept: Drink;
  house: House;
  learned?: Learned | undefined;
  isNew?: boolean;
}): ReactNode {
  const draft = useRecipes((s) => s.drafts[draftKey]);
  const { edit, undo, redo, drop, rebase } = useRecipes.getState();
  const drink = draft?.present ?? kept;
  const own = useMemo(() => house.plants.map((p) => p.body), [house.plants]);
  const by = useMemo(
    () => ({ kitchen: house.forPlans, entries: house.entries, learned }),
    [house.forPlans, house.entries, learned],
  );
  const tried = useMemo(() => tryDrink(drink, by, own), [drink, by, own]);
  const shown = useLastGood(tried);
  const drinks = useDrinks();
  const save = useSaveDrink();
  const navigate = useNavigate();
  const base = draft?.base ?? kept.version;
  const [stands, setStands] = useState(false);
  const keptMeanwhile = !isNew && draft !== undefined && kept.version !== base;
  const change = (next: Drink, what: string): void => edit(draftKey, drink, next, what);
  useLeavingAsks(draft !== undefined && draft.past.length > 0 && !save.isPending && !save.isSuccess);

  const keep = (): void => {
    if (tried.kind === 'drink') keepAs(tried.drink);
    else setStands(true);
  };
  const keepAs = (body: Drink): void => {
    const taken = drinks.data?.drinks.map((d) => d.id) ?? [];
    const id = isNew ? drinkId(drink.name, taken) : drink.id;
    const whole = { ...body, id, version: isNew ? 1 : base + 1 };
    save.mutate(whole, {
      onSuccess: () => {
        drop(draftKey);
        setStands(false);
        void navigate(isNew && !whole.draft ? `/plan/${id}` : `/recipe/${id}`, { replace: true });
      },
    });
  };
  const conflict = save.error instanceof ProblemError && save.error.problem.type === 'drink-changed';

  const writer = (
    <CardWriter drink={drink} house={house} open={isNew && !draft} onTake={(next) => change(next, 'card')} />
  );
  return (
    <Page
      title={drink.name}
      note={
        isNew
          ? 'A recipe of your own. Nothing is kept until you keep it.'
          : `${kept.draft ? 'A draft: it cannot be planned yet. ' : ''}Version ${kept.version}${draft ? ', with changes that are not kept yet' : ''}. ×1.0 is this drink as written here.`
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
          {!isNew && <LinkButton to={`/plan/${drink.id}`}>Plan it</LinkButton>}
        </>
      }
      next={
        <Button kind="main" onClick={keep} disabled={!draft || save.isPending || keptMeanwhile}>
          {save.isPending ? 'Keeping…' : isNew ? 'Keep it in the book' : `Keep as version ${base + 1}`}
        </Button>
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
      {stands && tried.kind === 'not-yet' && (
        <InTheWay
          tried={tried}
          pending={save.isPending}
          onDraft={() => keepAs(asDraft(drink, own))}
          onClose={() => setStands(false)}
        />
      )}
      {isNew && <div className="mb-3">{writer}</div>}
      <Outcome tried={tried} shown={shown} />
      <div className="mt-3 grid gap-3 lg:grid-cols-[minmax(0,2.5fr)_minmax(0,1fr)]">
        <div id="recipe-pot" tabIndex={-1} className="min-w-0">
          <BrewEditor
            drink={drink}
            whole={tried.kind === 'drink' ? tried.drink : undefined}
            house={house}
            by={by}
            onChange={change}
          />
        </div>
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
          <div id="recipe-mix" tabIndex={-1}>
            <Panel title="Mix">
              <MixEditor drink={drink} kitchen={house.forPlans} madeMl={madeOf(shown)} onChange={change} />
            </Panel>
          </div>
          <div id="recipe-serve" tabIndex={-1}>
            <ServePanel
              drink={drink}
              kitchen={house.forPlans}
              sumMl={tried.kind === 'drink' ? bookOf(tried.drink).jugMl : undefined}
              onChange={change}
            />
          </div>
        </div>
      </div>
      {shown?.result.kind === 'plan' && (
        <Panel title="How it goes" className="mt-3">
          <VesselLine plan={shown.result.plan} />
        </Panel>
      )}
      {!isNew && <div className="mt-3">{writer}</div>}
    </Page>
  );
}

/** What still stands in the way of keeping it, where that is put right, and the draft it can be kept as meanwhile. */
function InTheWay({
  tried,
  pending,
  onDraft,
  onClose,
}: {
  tried: Extract<Tried, { kind: 'not-yet' }>;
  pending: boolean;
  onDraft: () => void;
  onClose: () => void;
}): ReactNode {
  const lead = (): void => {
    const part = document.getElementById(`recipe-${tried.where}`);
    part?.scrollIntoView({ block: 'start' });
    part?.focus({ preventScroll: true });
    onClose();
  };
  return (
    <div role="alert" className="mb-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
      <p>
        <strong>It cannot be planned yet.</strong> {tried.message}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={lead}>Show me where</Button>
        <Button onClick={onDraft} disabled={pending}>
          Keep it as a draft
        </Button>
      </div>
    </div>
  );
}

/** What each brew comes to as written, ml. */
const madeOf = (shown: Extract<Tried, { kind: 'drink' }> | undefined): Readonly<Record<string, number>> =>
  shown?.result.kind === 'plan'
    ? Object.fromEntries(shown.result.plan.brews.map((b) => [b.brewId, b.figures.volumeMl]))
    : {};

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
          <p>
            As written it makes <strong>{f.volume(plan.target.litres * 1000)}</strong>, {glassesOf(plan)}, with{' '}
            {f.gPerL(plan.target.sugarGPerL)} of sugar,{' '}
            <Explained what={() => explain(plan, 'harsh')}>
              harshness at {Math.round(plan.glass.figures.harsh * 100)} % of the limit
            </Explained>
            , {caffeine(plan.glass.liquid.caffeineMg)}
            {restOf(plan.brews.map((b) => b.way))}.
          </p>
          {serious.length > 0 && (
            <div className="mt-3">
              <Cautions findings={serious} />
            </div>
          )}
        </>
      )}
      {!shown && tried.kind === 'drink' && <p className="text-muted">What it makes stands here.</p>}
    </Panel>
  );
}

/** "8 glasses of 250 ml", or none where it is less than one. */
function glassesOf(plan: Plan): string {
  const bottles = bottlesFilled(plan);
  const { count, eachMl, overMl } = bottles ?? glassesFilled(plan);
  const what = bottles ? 'bottle' : 'glass';
  if (count < 1) return `less than a ${what} of ${eachMl} ml`;
  const many = count === 1 ? what : bottles ? 'bottles' : 'glasses';
  return `${count} ${many} of ${eachMl} ml${overMl >= 10 ? ` and ${f.volume(overMl)} over` : ''}`;
}

const caffeine = (mg: number): string =>
  mg < 0.5 ? 'no caffeine' : `at most ${Math.round(mg)} mg of caffeine a glass`;

const restOf = (ways: readonly BrewWay[]): string => {
  const hours = Math.max(0, ...ways.map((w) => w.restHours ?? 0));
  return hours > 0 ? `; best after ${hours >= 48 ? `${Math.round(hours / 24)} days` : `${hours} h`}` : '';
};

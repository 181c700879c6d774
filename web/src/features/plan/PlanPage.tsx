import { useMemo, useState, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  asPlanned,
  blocksAt,
  changeOfTarget,
  factsOfPlan,
  findingsOf,
  planOrWhy,
  warningsOfPlan,
  type Drink,
  type Finding,
  type NoPlan,
  type Plan,
  type PlanTarget,
  type TargetChange,
  type WayOut,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { serverNow } from '@/shared/api/clock';
import { useSaveDrink, useStartBatch, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import type { FieldFault } from '@/shared/ui/InlineNumber';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { useAskedFor, useOfOccasion } from './askedFor';
import { BackwardsPanel } from './BackwardsPanel';
import { PullPanel } from './PullPanel';
import { StartButton } from './StartButton';
import { DayLine } from './DayLine';
import { FillsLine } from './FillsLine';
import { FromBags } from './FromBags';
import { GlassPanel } from './GlassPanel';
import { NextTimeLine } from './NextTimeLine';
import { beyondTheCard, usePlan } from './planSetup';
import { useNearest, useWaysOut, type Impossible } from './usePlanWorker';
import { OfferedChange } from './OfferedChange';
import { TargetSentence } from './TargetSentence';
import { useTargets } from './targetStore';
import { DrinkPage } from '@/shared/plan/DrinkPage';
import { VesselLine } from '@/shared/plan/VesselLine';
import { WhereFrom } from './WhereFrom';
import { WaterAndCooling } from '@/shared/plan/WaterAndCooling';

export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  useAskedFor(drinkId);
  const who = useTargets((s) => s.drafts[drinkId]?.drinker) ?? undefined;
  return (
    <DrinkPage key={drinkId} id={drinkId} who={who} what="the drink" page="plan">
      {(view, house) => <PlanPage view={view} house={house} />}
    </DrinkPage>
  );
}

type ChangedDrink = Extract<WayOut, { kind: 'drink' }>;

const NOTHING_READ: ReadonlySet<string> = new Set();

/** What a plan shows: its own cautions and those of its ingredients, and what would stop it at the stove. */
const showsHere = (f: Finding): boolean =>
  f.places.includes('plan') || f.places.includes('picker') || (f.level === 'block' && f.places.includes('stove'));

function toggled(set: ReadonlySet<string>, item: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(item)) next.add(item);
  return next;
}

/** The day on which something is confirmed. */
const today = (): string => new Date(serverNow()).toISOString().slice(0, 10);

function PlanPage({ view, house }: { view: DrinkView; house: House }): ReactNode {
  const { drink } = view;
  const { change: keepDraft, forget, setOccasion } = useTargets.getState();
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [read, setRead] = useState<ReadonlySet<string>>(NOTHING_READ);
  const [backwards, setBackwards] = useState(false);
  const occasion = useOfOccasion();
  const { target, draft, result } = usePlan(view, house, occasion?.asked);
  const card = useCard(view, house);
  // As written the sentence tells what comes out; planned, what is wished for.
  const shown = result.kind === 'plan' && target.asWritten ? result.plan.target : target;
  const change = (id: string, c: TargetChange): void => changeDraft(id, changeOfTarget(drink, shown, c));
  const wish = useMemo(() => ({ drink, target, kitchen: house.forPlans }), [drink, target, house.forPlans]);
  // A change of one's own makes the plan one's own: with what the occasion asked, once.
  const changeDraft = (id: string, c: TargetChange): void => {
    keepDraft(id, { ...(occasion ? changeOfTarget(drink, target, occasion.asked) : {}), ...c });
    occasion?.forget();
  };
  const start = useStartBatch();
  const save = useSaveDrink();
  const navigate = useNavigate();
  const findings = useMemo(() => (result.kind === 'plan' ? findingsOf(...factsOfPlan(result.plan)) : []), [result]);
  const blocked = blocksAt(findings, 'plan', 'picker', 'stove').length > 0;
  const unread = warningsOfPlan(findings).some((w) => !read.has(w.id));
  const edited = Object.keys(draft).length > 0;
  const begin = (): void =>
    start.mutate(
      { drinkId: drink.id, drinkVersion: drink.version, target, acknowledged: [...read], layOut: true },
      {
        onSuccess: (batch) => {
          forget(drink.id);
          void navigate(`/steep/${batch.id}`);
        },
      },
    );
  // Who drinks it belongs to the occasion, not to this drink's draft.
  const takeTarget = ({ audience: _audience, potency: _potency, ...rest }: PlanTarget): void =>
    changeDraft(drink.id, { asWritten: false, ...rest });
  // A change of the recipe is shown first, and kept only when the cook says so.
  const [offer, setOffer] = useState<{ way: ChangedDrink; of: PlanTarget } | undefined>(undefined);
  // It was judged for one wish, and is not offered for another.
  const offered = offer?.of === target ? offer.way : undefined;
  const take = (way: WayOut): void => (way.kind === 'target' ? takeTarget(way.target) : setOffer({ way, of: target }));
  const keepOffered = (way: ChangedDrink): void =>
    save.mutate(way.drink, { onSuccess: () => (takeTarget(way.target), setOffer(undefined)) });
  const day = today();
  const ways = useWaysOut(
    useMemo(
      () => ({ drink, target, kitchen: house.forPlans, learned: view.learned, today: day }),
      [drink, target, house.forPlans, view.learned, day],
    ),
  );
  return (
    <Page
      title={drink.name}
      note={<NextTimeLine view={view} />}
      actions={
        <>
          {edited && <Button onClick={() => forget(drink.id)}>Undo my changes</Button>}
          <LinkButton to={`/recipe/${drink.id}`}>Recipe</LinkButton>
          <LinkButton to={`/plan/${drink.id}/methods`}>Compare ways</LinkButton>
          <LinkButton to={`/plan/${drink.id}/list`}>What to get</LinkButton>
        </>
      }
      next={
        <StartButton
          plan={result.kind === 'plan' ? result.plan : undefined}
          stopped={blocked || unread || faults.length > 0}
          pending={start.isPending}
          onBegin={begin}
        />
      }
    >
      {occasion && (
        <p className="mb-2">
          As the occasion has it. <LinkButton to={`/plan/occasion/${occasion.id}`}>Back to the occasion</LinkButton>
        </p>
      )}
      <BasisSwitch
        drink={drink}
        card={card}
        target={target}
        onWritten={() => {
          forget(drink.id);
          changeDraft(drink.id, { asWritten: true });
        }}
        onPlanned={() => changeDraft(drink.id, asPlanned(drink, shown))}
      />
      <TargetSentence
        key={`${edited ? 'edited' : 'start'} ${target.asWritten ? 'written' : ''} ${target.drinker ?? ''}`}
        drink={drink}
        target={shown}
        onChange={(c) => change(drink.id, c)}
        onAudience={setOccasion}
        people={Object.keys(view.learned?.people ?? {})}
        onDrinker={(who) => useTargets.getState().forWhom(drink.id, who)}
        onFaults={setFaults}
      />
      {result.kind === 'plan' && <DayLine plan={result.plan} onReadyBy={(readyBy) => change(drink.id, { readyBy })} />}
      {result.kind === 'plan' && <FillsLine plan={result.plan} onLitres={(litres) => change(drink.id, { litres })} />}
      {result.kind === 'plan' && <FromBags plan={result.plan} entries={house.entries} />}
      {!backwards && (
        <Button kind="quiet" onClick={() => setBackwards(true)}>
          Or the other way round: from leaf, bottles or a pot
        </Button>
      )}
      {backwards && (
        <BackwardsPanel
          view={view}
          target={asPlanned(drink, shown)}
          kitchen={house.forPlans}
          entries={house.entries}
          onClose={() => setBackwards(false)}
          onTake={(litres) => {
            change(drink.id, { litres });
            setBackwards(false);
          }}
        />
      )}
      <Refusal error={start.error} />
      <Refusal error={save.error} />
      {result.kind === 'no-plan' ? (
        <NoPlanPanel result={result} wish={wish} onTake={takeTarget} />
      ) : (
        <PlanFigures
          plan={result.plan}
          house={house}
          onPull={(steepMin) => change(drink.id, { steepMin })}
          cautions={
            <>
              <Cautions
                findings={findings.filter(showsHere)}
                none="Nothing beyond ordinary kitchen care for those at the table."
                waysOut={(finding) => ways[finding.id] ?? []}
                onTake={take}
                read={read}
                onRead={(rule) => setRead((was) => toggled(was, rule))}
              />
              {offered && (
                <OfferedChange
                  way={offered}
                  was={drink}
                  pending={save.isPending}
                  onKeep={() => keepOffered(offered)}
                  onLeave={() => setOffer(undefined)}
                />
              )}
              {(blocked || unread) && (
                <p className="mt-2 text-sm font-semibold">
                  {blocked ? 'It cannot be started as it stands.' : 'Tick what you have read to start it.'}
                </p>
              )}
              <WhereFrom plan={result.plan} onChange={(c) => change(drink.id, c)} />
            </>
          }
        />
      )}
    </Page>
  );
}

/** The drink as it stands on the card, in this kitchen. */
function useCard({ drink, learned }: DrinkView, house: House): PlanTarget | undefined {
  return useMemo(() => {
    const result = planOrWhy(
      drink,
      { ...drink.defaults, wayId: drink.book.wayId, asWritten: true },
      house.forPlans,
      learned,
    );
    return result.kind === 'plan' ? result.plan.target : undefined;
  }, [drink, learned, house.forPlans]);
}

/** On which basis the figures stand: as written, or planned for so much; and what the plan asks for beyond the card. */
function BasisSwitch({
  drink,
  card,
  target,
  onWritten,
  onPlanned,
}: {
  drink: Drink;
  card: PlanTarget | undefined;
  target: PlanTarget;
  onWritten: () => void;
  onPlanned: () => void;
}): ReactNode {
  const written = target.asWritten === true;
  const beyond = card ? beyondTheCard(drink, target) : [];
  const press = 'min-h-11 px-3 font-semibold sm:px-4 aria-pressed:bg-ink aria-pressed:text-surface';
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <div
        role="group"
        aria-label="Figures"
        className="grid w-full grid-cols-2 overflow-hidden rounded-md border border-ink sm:w-auto"
      >
        <button type="button" aria-pressed={written} onClick={onWritten} disabled={!card} className={press}>
          As written{card ? `: ${f.volume(card.litres * 1000)}` : ''}
        </button>
        <button
          type="button"
          aria-pressed={!written}
          onClick={onPlanned}
          disabled={!written}
          className={`${press} border-l border-ink`}
        >
          {written ? 'Plan another amount' : `Planned: ${f.volume(target.litres * 1000)}`}
        </button>
      </div>
      {!written && (
        <p className="text-[0.95rem] text-muted">
          {beyond.length > 0 ? `Against the card: ${beyond.join(', ')}.` : 'The same as the card asks for.'}
        </p>
      )}
    </div>
  );
}

/** Why there is no plan, and the nearest that works: named by the limit itself, or looked for beside the page's work. */
function NoPlanPanel({
  result,
  wish,
  onTake,
}: {
  result: NoPlan;
  wish: Impossible;
  onTake: (target: PlanTarget) => void;
}): ReactNode {
  return (
    <Panel title="This cannot be made as it stands" className="mt-4">
      <p role="alert">{result.message}</p>
      {result.nearest ? <Take nearest={result.nearest} onTake={onTake} /> : <Looked wish={wish} onTake={onTake} />}
    </Panel>
  );
}

function Looked({ wish, onTake }: { wish: Impossible; onTake: (target: PlanTarget) => void }): ReactNode {
  const nearest = useNearest(wish);
  if (nearest === undefined)
    return (
      <p role="status" className="mt-2 text-muted">
        Working out the nearest that works.
      </p>
    );
  if (nearest === null)
    return <p className="mt-2">Nothing near it works either: change the recipe, or start from another drink.</p>;
  return <Take nearest={nearest} onTake={onTake} />;
}

const Take = ({ nearest, onTake }: { nearest: PlanTarget; onTake: (target: PlanTarget) => void }): ReactNode => (
  <Button kind="main" className="mt-3" onClick={() => onTake(nearest)}>
    Take the nearest that works: {f.volume(nearest.litres * 1000)}
    {f.atStrength(nearest.strengthX)} with {f.gPerL(nearest.sugarGPerL)} of sugar
  </Button>
);

function PlanFigures({
  plan,
  house,
  onPull,
  cautions,
}: {
  plan: Plan;
  house: House;
  onPull: (minutes: number) => void;
  cautions: ReactNode;
}): ReactNode {
  const [brew] = plan.brews;
  return (
    <>
      <Panel className="mt-4">
        <VesselLine plan={plan} />
      </Panel>
      <div className="mt-3 grid items-start gap-3 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <div className="grid gap-3">
          {brew.curve && <PullPanel plan={plan} onPull={onPull} />}
          <WaterAndCooling plan={plan} />
        </div>
        <div className="grid gap-3">
          <Panel title="Mind this">
            {cautions}
            <p className="mt-3 text-sm text-muted">
              Kitchen guidance: local food-safety authorities and your own health professionals come first (
              <Link to="/rules#GEN-01" className="underline decoration-dotted underline-offset-4">
                GEN-01
              </Link>
              ).
            </p>
          </Panel>
          <GlassPanel plan={plan} house={house} />
          <PrintPanel plan={plan} />
        </div>
      </div>
    </>
  );
}

/** Paper for the kitchen: the card, and a strip for the pot. */
function PrintPanel({ plan }: { plan: Plan }): ReactNode {
  const target = encodeURIComponent(JSON.stringify(plan.target));
  const id = encodeURIComponent(plan.drink.id);
  const pots = plan.brews.filter((b) => b.vessel.kind === 'pot' || b.vessel.kind === 'jar');
  const link = 'inline-flex min-h-11 items-center text-action underline underline-offset-4';
  return (
    <Panel title="On paper" className="no-print self-start">
      <ul>
        <li>
          <a
            className={link}
            href={`/api/print/drinks/${id}/card.pdf?target=${target}`}
            target="_blank"
            rel="noreferrer"
          >
            Recipe card (PDF)
          </a>
        </li>
        <li>
          <a
            className={link}
            href={`/api/print/drinks/${id}/card.md?target=${target}`}
            target="_blank"
            rel="noreferrer"
          >
            Recipe card (Markdown)
          </a>
        </li>
        <li>
          <a className={link} href={`/api/drinks/${id}/recipe.txt`} target="_blank" rel="noreferrer">
            As a message, that can be pasted back (text)
          </a>
        </li>
        <li>
          <a className={link} href={`/api/drinks/${id}/recipe.jsonld`} target="_blank" rel="noreferrer">
            As data for other programs
          </a>
        </li>
        {pots.map((b) => (
          <li key={b.brewId}>
            <a
              className={link}
              href={`/api/print/dipstick/${encodeURIComponent(b.vessel.id)}.pdf?drink=${id}&brew=${encodeURIComponent(b.brewId)}&target=${target}`}
              target="_blank"
              rel="noreferrer"
            >
              Dipstick for the {b.vessel.name}
            </a>
          </li>
        ))}
      </ul>
      <p className="text-sm text-muted">
        A dipstick is a strip with litres, the water line, “just cover” and “stop here”, one to one.
      </p>
    </Panel>
  );
}

import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  blocksAt,
  DEFAULT_KITCHEN,
  explain,
  factsOfPlan,
  findingsOf,
  mainStageOf,
  planDrink,
  warningsOfPlan,
  waysOut,
  type Finding,
  type NoPlan,
  type Plan,
  type PlanTarget,
  type WayOut,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { serverNow } from '@/shared/api/clock';
import { useDrink, useSaveDrink, useStartBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Explained } from '@/shared/ui/Explained';
import { Cautions } from '@/shared/ui/Cautions';
import type { FieldFault } from '@/shared/ui/InlineNumber';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { NextTimeLine } from './NextTimeLine';
import { TargetSentence } from './TargetSentence';
import { useTargets } from './targetStore';
import { VesselLine } from './VesselLine';
import { WhereFrom } from './WhereFrom';
import { WaterAndCooling } from './WaterAndCooling';

const SteepChart = lazy(() => import('./SteepChart'));

export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  const drink = useDrink(drinkId);
  if (drink.isPending) return <Loading what="the drink" />;
  if (drink.isError) return <Failed error={drink.error} retry={() => void drink.refetch()} />;
  return <PlanPage key={drinkId} view={drink.data} />;
}

const NO_DRAFT: Partial<PlanTarget> = {};
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

function PlanPage({ view }: { view: DrinkView }): ReactNode {
  const { drink } = view;
  const draft = useTargets((s) => s.drafts[drink.id]) ?? NO_DRAFT;
  const occasion = useTargets((s) => s.occasion);
  const { change, forget, setOccasion } = useTargets.getState();
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [read, setRead] = useState<ReadonlySet<string>>(NOTHING_READ);
  const target = useMemo(
    () => ({ ...view.startFrom, ...(occasion ? { audience: occasion } : {}), ...draft }),
    [view.startFrom, draft, occasion],
  );
  const result = useMemo(() => planDrink(drink, target, DEFAULT_KITCHEN, view.learned), [drink, target, view.learned]);
  const start = useStartBatch();
  const save = useSaveDrink();
  const navigate = useNavigate();
  const findings = useMemo(() => (result.kind === 'plan' ? findingsOf(...factsOfPlan(result.plan)) : []), [result]);
  const blocked = blocksAt(findings, 'plan', 'picker', 'stove').length > 0;
  const unread = warningsOfPlan(findings).some((w) => !read.has(w.id));
  const edited = Object.keys(draft).length > 0;
  const begin = (): void =>
    start.mutate(
      { drinkId: drink.id, drinkVersion: drink.version, target, acknowledged: [...read] },
      {
        onSuccess: (batch) => {
          forget(drink.id);
          void navigate(`/steep/${batch.id}`);
        },
      },
    );
  // Who drinks it belongs to the occasion, not to this drink's draft.
  const takeTarget = ({ audience: _audience, ...rest }: PlanTarget): void => change(drink.id, rest);
  const take = (way: WayOut): void => {
    if (way.kind === 'target') takeTarget(way.target);
    else save.mutate(way.drink, { onSuccess: () => takeTarget(way.target) });
  };
  return (
    <Page
      title={drink.name}
      note={<NextTimeLine view={view} />}
      actions={
        <>
          {edited && <Button onClick={() => forget(drink.id)}>Undo my changes</Button>}
          <Button
            kind="main"
            onClick={begin}
            disabled={result.kind !== 'plan' || blocked || unread || faults.length > 0 || start.isPending}
          >
            {start.isPending ? 'Starting…' : 'Start at the stove'}
          </Button>
        </>
      }
    >
      <TargetSentence
        key={edited ? 'edited' : 'start'}
        drink={drink}
        target={target}
        onChange={(c) => change(drink.id, c)}
        onAudience={setOccasion}
        onFaults={setFaults}
      />
      <Refusal error={start.error} />
      <Refusal error={save.error} />
      {result.kind === 'no-plan' ? (
        <NoPlanPanel result={result} onTake={takeTarget} />
      ) : (
        <PlanFigures
          plan={result.plan}
          cautions={
            <>
              <Cautions
                findings={findings.filter(showsHere)}
                none="Nothing beyond ordinary kitchen care for those ticked above."
                waysOut={(finding) => waysOut(finding, result.plan, today())}
                onTake={take}
                read={read}
                onRead={(rule) => setRead((was) => toggled(was, rule))}
              />
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

function NoPlanPanel({ result, onTake }: { result: NoPlan; onTake: (target: PlanTarget) => void }): ReactNode {
  const { nearest } = result;
  return (
    <Panel title="This cannot be made as it stands" className="mt-4">
      <p role="alert">{result.message}</p>
      {nearest && (
        <Button kind="main" className="mt-3" onClick={() => onTake(nearest)}>
          Take the nearest that works: {f.volume(nearest.litres * 1000)} at {f.strength(nearest.strengthX)}
        </Button>
      )}
    </Panel>
  );
}

function PlanFigures({ plan, cautions }: { plan: Plan; cautions: ReactNode }): ReactNode {
  const [brew] = plan.brews;
  const { curve } = brew;
  const window = curve?.window;
  return (
    <>
      <Panel className="mt-4">
        <VesselLine plan={plan} />
      </Panel>
      <div className="mt-3 grid gap-3 lg:grid-cols-[1.25fr_1fr_1fr]">
        {curve && (
          <Panel title="When to pull it">
            <Suspense
              fallback={
                <div className="h-[214px]" role="status">
                  Drawing the curve.
                </div>
              }
            >
              <SteepChart
                curve={curve}
                pullMin={plan.target.steepMin}
                onTheHeat={mainStageOf(brew.way)?.kind === 'hold'}
              />
            </Suspense>
            <p className="text-[0.92rem]">
              {window ? (
                <>
                  Pull{' '}
                  <Explained what={() => explain(plan, 'window')}>
                    between <strong>{f.duration(window.fromMin)}</strong> and{' '}
                    <strong>{f.duration(window.toMin)}</strong>
                  </Explained>
                  {window.toMin >= curve.points[curve.points.length - 1]!.steepMin - 0.01 && ' or later'}.
                </>
              ) : (
                <strong>At this dose there is no moment that is strong enough and not too harsh.</strong>
              )}{' '}
              <span className="text-muted">
                Line: strength of the glass. Dashes: harshness, ×1 being as much as this house bears. Strength is good
                to about ±{Math.round(brew.sigmaLnStrength * 100)} % until this leaf has been tasted.
              </span>
            </p>
          </Panel>
        )}
        <WaterAndCooling plan={plan} />
        <Panel title="Mind this">{cautions}</Panel>
      </div>
    </>
  );
}

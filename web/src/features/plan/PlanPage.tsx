import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  DEFAULT_KITCHEN,
  explain,
  factsOfPlan,
  findingsAt,
  findingsOf,
  mainStageOf,
  planDrink,
  type NoPlan,
  type Plan,
  type PlanTarget,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { useDrink, useStartBatch } from '@/shared/api/queries';
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

function PlanPage({ view }: { view: DrinkView }): ReactNode {
  const { drink } = view;
  const draft = useTargets((s) => s.drafts[drink.id]) ?? NO_DRAFT;
  const { change, forget } = useTargets.getState();
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const target = useMemo(() => ({ ...view.startFrom, ...draft }), [view.startFrom, draft]);
  const result = useMemo(() => planDrink(drink, target, DEFAULT_KITCHEN, view.learned), [drink, target, view.learned]);
  const start = useStartBatch();
  const navigate = useNavigate();
  const findings = useMemo(
    () => (result.kind === 'plan' ? findingsAt(findingsOf(factsOfPlan(result.plan)), 'plan') : []),
    [result],
  );
  const blocked = findings.some((x) => x.level === 'block');
  const edited = Object.keys(draft).length > 0;
  const begin = (): void =>
    start.mutate(
      { drinkId: drink.id, drinkVersion: drink.version, target },
      {
        onSuccess: (batch) => {
          forget(drink.id);
          void navigate(`/steep/${batch.id}`);
        },
      },
    );
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
            disabled={result.kind !== 'plan' || blocked || faults.length > 0 || start.isPending}
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
        onFaults={setFaults}
      />
      <Refusal error={start.error} />
      {result.kind === 'no-plan' ? (
        <NoPlanPanel result={result} onTake={(nearest) => change(drink.id, nearest)} />
      ) : (
        <PlanFigures
          plan={result.plan}
          cautions={
            <Cautions findings={findings} none="Nothing beyond ordinary kitchen care for those ticked above." />
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

import { lazy, Suspense, type ReactNode } from 'react';
import { besideWindow, coolingSteepOf, explain, mainStageOf, steeped, type Plan } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Explained } from '@/shared/ui/Explained';
import { Panel } from '@/shared/ui/Panel';
import { usePullView } from './targetStore';

const SteepChart = lazy(() => import('./SteepChart'));
const SteepMapChart = lazy(() => import('./SteepMapChart'));

/** What is off where the planned moment lies beside the window. */
const BESIDE = {
  harsh: 'so much of it in this pot is harsh: it stays hot for longer than a small one',
  strong: 'it is stronger than it is wanted',
  weak: 'it is weaker than it is wanted',
} as const;

/** When to pull it: on the map, or as strength and harshness over time. */
export function PullPanel({ plan, onPull }: { plan: Plan; onPull: (minutes: number) => void }): ReactNode {
  const [brew] = plan.brews;
  const view = usePullView((s) => s.view);
  const setView = usePullView((s) => s.setView);
  const curve = brew.curve!;
  const { window: good } = curve;
  const main = mainStageOf(steeped(brew))!;
  const coolsTo = coolingSteepOf(brew.way)?.toC;
  const beside = besideWindow(curve, main.minutes, plan.target.strengthX);
  return (
    <Panel
      title="When to pull it"
      aside={
        <span role="group" aria-label="Show as" className="flex">
          {(['map', 'curve'] as const).map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => setView(v)}
              className="min-h-11 border-b-[3px] border-transparent px-3 font-semibold aria-pressed:border-ink aria-pressed:text-ink"
            >
              {v === 'map' ? 'Map' : 'Over time'}
            </button>
          ))}
        </span>
      }
    >
      <Suspense
        fallback={
          <div className="h-[300px]" role="status">
            Drawing it.
          </div>
        }
      >
        {view === 'map' ? (
          <SteepMapChart plan={plan} brew={brew} {...(coolsTo === undefined ? { onPull } : {})} />
        ) : (
          <SteepChart curve={curve} pullMin={main.minutes} onTheHeat={main.kind === 'hold'} />
        )}
      </Suspense>
      <p className="mt-1 text-[0.92rem]">
        {coolsTo !== undefined && (
          <>
            It is left in the pot until it is at {f.celsius(coolsTo)}, about <strong>{f.duration(main.minutes)}</strong>
            .{' '}
          </>
        )}
        {good ? (
          <>
            Pull{' '}
            <Explained what={() => explain(plan, 'window')}>
              between <strong>{f.duration(good.fromMin)}</strong> and <strong>{f.duration(good.toMin)}</strong>
            </Explained>
            {good.toMin >= curve.points[curve.points.length - 1]!.steepMin - 0.01 && ' or later'}.
            {beside && (
              <strong>
                {' '}
                At the planned {f.duration(main.minutes)} {BESIDE[beside]}.
              </strong>
            )}
          </>
        ) : (
          <strong>At this dose there is no moment that is strong enough and not too harsh.</strong>
        )}{' '}
        <span className="text-muted">
          {view === 'curve' && 'Line: strength of the glass. Dashes: harshness, ×1 being as much as this house bears. '}
          Strength is good to about ±{Math.round(brew.sigmaLnStrength * 100)} % until this leaf has been tasted.
        </span>
      </p>
    </Panel>
  );
}

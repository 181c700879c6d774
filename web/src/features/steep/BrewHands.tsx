import { useState, type ReactNode } from 'react';
import {
  afterStraining,
  brewState,
  expectedVolumeMl,
  likelyRange,
  liveJarAt,
  mainStageOf,
  mostThatCanComeOutMl,
  progressAt,
  type Batch,
  type BatchEventBody,
  type FrozenBrew,
  type LiveJarView,
  type Progress,
  type Stage,
  type TendingTask,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { stageWords, sweetenerName } from '@/shared/format/names';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Panel } from '@/shared/ui/Panel';

export type Say = (event: BatchEventBody) => void;

type Acting = { batch: Batch; brew: FrozenBrew; say: Say; pending: boolean };

/** The next thing to do with one brew, in large type. */
export function BrewHands({ now, ...acting }: Acting & { now: number }): ReactNode {
  const { batch, brew, say, pending } = acting;
  const { brewId } = brew;
  const state = brewState(batch, brewId);
  const progress = progressAt(batch, brewId, now);
  if (batch.phase === 'discarded') return <Panel title="Thrown away">{batch.discardedWhy}</Panel>;
  if (!state.startedAt)
    return (
      <Hands what={`Start the ${brew.name.toLowerCase()}`} when="it may be made before or beside the rest">
        <Button
          kind="main"
          className="min-h-14 px-6 text-lg"
          disabled={pending}
          onClick={() => say({ type: 'brew-started', brewId })}
        >
          Start it
        </Button>
      </Hands>
    );
  const jar = liveJarAt(batch, brewId, now);
  if (progress)
    return (
      <>
        <Stage {...acting} progress={progress} />
        {jar && <LiveJar jar={jar} brewId={brewId} say={say} pending={pending} />}
      </>
    );
  if (state.measuredVolumeMl === undefined) return <Measure {...acting} />;
  if (batch.plan.brews.length > 1)
    return <Hands what={`${brew.name} is ready`} when={`${f.volume(state.measuredVolumeMl)} came out`} />;
  return <AllDone batch={batch} />;
}

/** When everything is brewed and measured. */
export function AllDone({ batch }: { batch: Batch }): ReactNode {
  if (batch.phase === 'measured') {
    const total = batch.brews.reduce((sum, b) => sum + (b.measuredVolumeMl ?? 0), 0);
    return (
      <Hands what="Mix the jug" when={`${f.volume(total)} came out; the mix is worked out from that`}>
        <LinkButton to={`/mix/${batch.id}`} kind="main" className="min-h-14 px-6 text-lg">
          To the mix
        </LinkButton>
        <LinkButton to={`/mix/${batch.id}`}>Bottle it instead</LinkButton>
      </Hands>
    );
  }
  if (batch.phase !== 'put-away') return null;
  return (
    <Hands what="This one is put away" when="it stands on the shelf until it is drunk">
      <LinkButton to="/keep" kind="main">
        To the shelf
      </LinkButton>
      <LinkButton to={`/taste/${batch.id}`}>Taste it</LinkButton>
    </Hands>
  );
}

const TASK_WORDS: Record<TendingTask, [todo: string, done: string]> = {
  shake: ['Shake it', 'Shaken'],
  vent: ['Let the gas out', 'Vented'],
  look: ['Look and smell', 'Looked'],
  taste: ['Taste it', 'Tasted'],
};

/** What a live jar wants from the hands, following its temperature; and what it may come to if all its sugar goes. */
function LiveJar({
  jar,
  brewId,
  say,
  pending,
}: {
  jar: LiveJarView;
  brewId: string;
  say: Say;
  pending: boolean;
}): ReactNode {
  return (
    <Panel title="The live jar">
      <ul className="divide-y divide-line">
        {jar.tasks.map(({ task, inMin, everyMin }) => (
          <li key={task} className="flex flex-wrap items-center justify-between gap-3 py-1.5">
            <span>
              {TASK_WORDS[task][0]}{' '}
              <strong className={inMin < 0 ? 'text-stop' : ''}>
                {inMin < 0 ? `now, ${f.duration(-inMin)} late` : `in ${f.duration(inMin)}`}
              </strong>
              <span className="block text-sm text-muted">every {f.duration(everyMin)} at this warmth</span>
            </span>
            <Button disabled={pending} onClick={() => say({ type: 'tended', brewId, task })}>
              {TASK_WORDS[task][1]}
            </Button>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-muted">
        If all its sugar went: at most {jar.bounds.abv.toFixed(1)} % alcohol, and up to{' '}
        {jar.bounds.pressureBar.toFixed(0)} bar if it were closed. Bounds, not a forecast.
      </p>
      <Button kind="quiet" disabled={pending} onClick={() => say({ type: 'tended', brewId, task: 'added' })}>
        I added liquid: count anew
      </Button>
    </Panel>
  );
}

/** A stage that runs: what to watch for, and the button that says it has happened. */
function Stage({ brew, say, pending, progress }: Acting & { progress: Progress }): ReactNode {
  const stage = brew.way.stages.find((s) => s.id === progress.stageId)!;
  const words = wordsFor(brew, stage, progress);
  return (
    <Hands what={words.what} when={words.when}>
      <Button
        kind="main"
        className="min-h-14 px-6 text-lg"
        disabled={pending}
        onClick={() => say({ type: 'stage-ended', brewId: brew.brewId, stageId: progress.stageId })}
      >
        {words.done}
      </Button>
    </Hands>
  );
}

function wordsFor(brew: FrozenBrew, stage: Stage, progress: Progress): { what: string; when: string; done: string } {
  if (stage.kind === 'heat') {
    const [what, done] =
      stage.to === 'boil'
        ? [
            `Bring it to the boil${stage.lid === 'open' ? '' : ', lid on'}`,
            nextIs(brew, stage, 'steep') ? 'It boils: off the heat' : 'It boils',
          ]
        : [`Heat it to ${f.celsius(stage.to)}`, 'It is there'];
    return {
      what,
      when: `about ${f.duration(Math.max(0, progress.leftMin))} more by the model; tell it when it really is there`,
      done,
    };
  }
  if (stage.id === mainStageOf(brew.way)?.id) {
    const late = progress.leftMin < 0;
    return late
      ? {
          what: 'Pull it now',
          when: `${f.clock(progress.leftMin)} over its time; it would make a glass of ${f.strength(progress.strengthX)}`,
          done: 'Pulled: strain it',
        }
      : {
          what: `Pull it in ${f.clock(progress.leftMin)}`,
          when: `it would make a glass of ${f.strength(progress.strengthX)} now, ${f.strength(progress.plannedX)} at its time`,
          done: 'Pulled: strain it',
        };
  }
  const sugar = stage.kind === 'dissolve' ? brew.sweetenedG[stage.sweetener] : undefined;
  const what =
    stage.kind === 'dissolve'
      ? `Stir in ${sugar === undefined ? '' : `${f.grams(sugar)} `}${sweetenerName(stage.sweetener)}`
      : capital(stageWords(stage));
  return { what, when: `about ${f.duration(Math.max(0, progress.leftMin))} more`, done: 'Done' };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const nextIs = (brew: FrozenBrew, stage: Stage, kind: Stage['kind']): boolean =>
  brew.way.stages[brew.way.stages.indexOf(stage) + 1]?.kind === kind;

function Hands({ what, when, children }: { what: string; when: string; children?: ReactNode }): ReactNode {
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">Next, with your hands</p>
      <h2 className="mt-1 text-[2rem] leading-tight">{what}</h2>
      <p className="mt-1 text-muted">{when}</p>
      {children && <div className="mt-4 flex flex-wrap gap-3">{children}</div>}
    </section>
  );
}

/** "Strain through fine cloth, press": how a brew is strained. */
export function strainWords({ way }: FrozenBrew): string {
  const strain = way.stages.find((s) => s.kind === 'strain');
  if (strain?.kind !== 'strain') return 'Pour it off';
  const through = { 'fine-cloth': 'fine cloth', paper: 'paper', sieve: 'a sieve' }[strain.through];
  return `Strain through ${through}${strain.press ? ', press' : ''}`;
}

function Measure({ batch, brew, say, pending }: Acting): ReactNode {
  const expected = expectedVolumeMl(batch, brew.brewId);
  const likely = likelyRange(expected, brew.promised.sigmaLn);
  const [ml, setMl] = useState(Math.round(expected / 10) * 10);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const most = Math.round(mostThatCanComeOutMl(batch, brew.brewId));
  // What was sweetened or boiled down has been strained long since.
  const strained = afterStraining(brew.way).length > 0;
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">Next, with your hands</p>
      <h2 className="mt-1 text-[2rem] leading-tight">
        {strained ? 'Measure it' : `${strainWords(brew)}, and measure`}
      </h2>
      <p className="mt-1 text-muted">
        Likely {f.volume(likely.low)} to {f.volume(likely.high)}. What you enter sets the mix.
      </p>
      <p className="mt-4 text-xl">
        It came to{' '}
        <InlineNumber
          label="Measured volume"
          value={ml}
          range={{ unit: 'ml', min: 50, max: most }}
          step={10}
          unit="ml"
          onValue={setMl}
          onFault={setFault}
          className="text-3xl"
        />
      </p>
      {fault && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          {fault.message}
        </p>
      )}
      <Button
        kind="main"
        className="mt-4 min-h-14 px-6 text-lg"
        disabled={pending || fault !== undefined}
        onClick={() => say({ type: 'measured', what: 'volume', brewId: brew.brewId, value: ml, method: 'jug' })}
      >
        That is what came out
      </Button>
    </section>
  );
}

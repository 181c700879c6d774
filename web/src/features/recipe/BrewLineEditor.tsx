import { ArrowLeft, ArrowRight, Plus, Scissors, X } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import {
  relatesToG,
  addIngredient,
  addStage,
  botanicals,
  brewLine,
  changeIngredient,
  changeStage,
  mainStageOf,
  moveStage,
  placeFor,
  removeStage,
  splitStage,
  type Botanical,
  type BrewWay,
  type Kitchen,
  type PlannedBrew,
  type Plants,
  type Stage,
  type StageKind,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { STAGE_KIND_WORDS } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import { onTheCard, stageTitle } from './lineWords';
import { PlantFields, startingG } from './PlantFields';
import { PotLine, type Opened } from './PotLine';
import { StageFields } from './StageFields';

const KINDS: readonly { value: StageKind | 'none'; label: string }[] = [
  { value: 'none', label: 'Add a stage' },
  ...Object.entries(STAGE_KIND_WORDS).map(([value, label]) => ({ value: value as StageKind, label })),
];

/**
 * One brew as a line of time: the pot with its stages, plants hanging where they go in and come out; what is opened stands under it, all else
 * is one line.
 */
export function BrewLineEditor({
  way,
  brew,
  kitchen,
  plants,
  offered,
  onChange,
}: {
  way: BrewWay;
  /** this brew by this way as it comes out as written; undefined while it does not */
  brew: PlannedBrew | undefined;
  kitchen: Kitchen;
  plants: Plants;
  /** plants of the house's own that may be added */
  offered: readonly Botanical[];
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const line = useMemo(() => (brew ? brewLine({ way, run: brew.run, pots: brew.pots }) : undefined), [brew, way]);
  const main = mainStageOf(way)?.id;
  const [chosen, setChosen] = useState<Opened | 'main'>('main');
  const opened: Opened = chosen === 'main' ? (main && { kind: 'stage', id: main }) || undefined : chosen;
  const stage = opened?.kind === 'stage' ? way.stages.find((s) => s.id === opened.id) : undefined;
  const plant = opened?.kind === 'plant' ? way.ingredients.find((i) => i.id === opened.id) : undefined;
  const add = (kind: StageKind): void => {
    const next = addStage(way, kind, placeFor(way, kind));
    setChosen({ kind: 'stage', id: next.stages.find((s) => !way.stages.includes(s))!.id });
    onChange(next, `add ${kind}`);
  };
  const put = (b: Botanical, stageId: string | undefined): void => {
    const next = addIngredient(way, b.slug, startingG(b, way));
    const added = next.ingredients.at(-1)!;
    setChosen({ kind: 'plant', id: added.id });
    onChange(stageId ? changeIngredient(next, { ...added, enters: { stageId, atMin: 0 } }) : next, `add ${b.slug}`);
  };
  return (
    <section aria-label="The brew along its time" className="mt-4">
      <PotLine
        way={way}
        line={line}
        plants={plants}
        opened={stage || plant ? opened : undefined}
        onOpen={setChosen}
        onChange={onChange}
      >
        {(stage ?? plant) && (
          <div className="my-2 rounded-md border-2 border-ink bg-surface p-4">
            {stage && (
              <StagePanel
                way={way}
                stage={stage}
                brew={brew}
                kitchen={kitchen}
                onChange={onChange}
                onDone={() => setChosen(undefined)}
              >
                <PlantPicker
                  label="Find a plant for this stage"
                  plants={[...offered, ...botanicals()]}
                  onPick={(b) => put(b, stage.id)}
                >
                  <Plus size={17} aria-hidden /> Put something in here
                </PlantPicker>
              </StagePanel>
            )}
            {plant && (
              <>
                <PlantFields way={way} ingredient={plant} kitchen={kitchen} plants={plants} onChange={onChange} />
                <Button kind="main" className="mt-2" onClick={() => setChosen(undefined)}>
                  Done
                </Button>
              </>
            )}
          </div>
        )}
      </PotLine>
      {way.ingredients.length === 0 && <p className="mt-2 text-muted">Nothing is in it yet.</p>}
      <div className="no-print mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <PlantPicker label="Find a plant" plants={[...offered, ...botanicals()]} onPick={(b) => put(b, undefined)}>
          <Plus size={17} aria-hidden /> Add a plant
        </PlantPicker>
        <InlineChoice
          label="Add a stage"
          value="none"
          choices={KINDS}
          onValue={(kind) => kind !== 'none' && add(kind)}
        />
      </div>
      {way.ingredients.length > 0 && (
        <div className="mt-4 border-t border-line pt-3">
          <h3 className="font-semibold">As it stands on the card</h3>
          <p className="mt-1">{onTheCard(way, plants)}</p>
        </div>
      )}
    </section>
  );
}

/** A stage that is open: its figures as a sentence, what it does to the pot, and what can be done with it. */
function StagePanel({
  way,
  stage,
  brew,
  kitchen,
  onChange,
  onDone,
  children,
}: {
  way: BrewWay;
  stage: Stage;
  brew: PlannedBrew | undefined;
  kitchen: Kitchen;
  onChange: (way: BrewWay, what: string) => void;
  onDone: () => void;
  children: ReactNode;
}): ReactNode {
  const at = way.stages.indexOf(stage);
  const title = stageTitle(stage, way);
  const time = brew?.run.stages.find((s) => s.stageId === stage.id);
  const isMain = mainStageOf(way)?.id === stage.id;
  const good = isMain ? brew?.curve?.window : undefined;
  const icon =
    'inline-flex min-h-11 items-center gap-1 px-2 text-action underline underline-offset-4 disabled:text-muted disabled:no-underline';
  return (
    <>
      <div className="leading-9">
        <StageFields
          stage={stage}
          kitchen={kitchen}
          plantsG={relatesToG(way)}
          onChange={(s, what) => onChange(changeStage(way, s), `${s.id} ${what}`)}
        />
        .{' '}
        {time && Math.abs(time.fromC - time.toC) >= 1 && (
          <span className="text-muted">
            It goes from {f.celsius(time.fromC)} to {f.celsius(time.toC)} in this pot.
          </span>
        )}
        {good && (
          <span className="text-muted">
            {' '}
            Good from <strong className="text-ink">{f.duration(good.fromMin)}</strong> to{' '}
            <strong className="text-ink">{f.duration(good.toMin)}</strong>.
          </span>
        )}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1">
        <Button kind="main" onClick={onDone}>
          Done
        </Button>
        {children}
        {'minutes' in stage && stage.kind !== 'toast' && (
          <button
            type="button"
            className={icon}
            aria-label={`Split ${title}`}
            onClick={() => onChange(splitStage(way, stage.id), `split ${stage.id}`)}
          >
            <Scissors size={16} aria-hidden /> Split it
          </button>
        )}
        <button
          type="button"
          className={icon}
          disabled={at === 0}
          aria-label={`${title} earlier`}
          onClick={() => onChange(moveStage(way, at, at - 1), `move ${stage.id}`)}
        >
          <ArrowLeft size={16} aria-hidden /> Earlier
        </button>
        <button
          type="button"
          className={icon}
          disabled={at === way.stages.length - 1}
          aria-label={`${title} later`}
          onClick={() => onChange(moveStage(way, at, at + 1), `move ${stage.id}`)}
        >
          Later <ArrowRight size={16} aria-hidden />
        </button>
        <button
          type="button"
          className={icon}
          disabled={way.stages.length === 1}
          aria-label={`Remove ${title}`}
          onClick={() => onChange(removeStage(way, stage.id), `remove ${stage.id}`)}
        >
          <X size={17} aria-hidden /> Take it out
        </button>
      </div>
    </>
  );
}

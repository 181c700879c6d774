import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowDown, ArrowUp, GripVertical, Scissors, X } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  addStage,
  changeStage,
  moveStage,
  removeStage,
  splitStage,
  type BrewWay,
  type Kitchen,
  type Plants,
  type Stage,
  type StageKind,
} from '@steepsis/core';
import { plantName, STAGE_KIND_WORDS } from '@/shared/format/names';
import { StageFields, stageTitle } from './StageFields';

const KINDS = Object.entries(STAGE_KIND_WORDS).map(([value, label]) => ({ value: value as StageKind, label }));

/** What is done, in order. Stages are moved by dragging, by the arrow buttons, or from the handle with the keyboard. */
export function StageList({
  way,
  plants,
  kitchen,
  onChange,
}: {
  way: BrewWay;
  plants: Plants;
  kitchen: Kitchen;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const index = (id: unknown): number => way.stages.findIndex((s) => s.id === id);
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) onChange(moveStage(way, index(active.id), index(over.id)), `move ${active.id}`);
  };
  const add = (kind: StageKind): void => {
    // New work goes in before the strain if it belongs into the pot, after it if not.
    const strain = way.stages.findIndex((s) => s.kind === 'strain');
    const after = ['rinse', 'dissolve', 'reduce', 'cool', 'ferment', 'hands', 'onto-ice'].includes(kind);
    const at = strain < 0 || after ? way.stages.length : kind === 'toast' ? 0 : strain;
    onChange(addStage(way, kind, at), `add ${kind}`);
  };
  return (
    <>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={drop}
        accessibility={{ announcements: announcementsFor(way) }}
      >
        <SortableContext items={way.stages.map((s) => s.id)} strategy={verticalListSortingStrategy}>
          <ol className="divide-y divide-line border-y border-line" aria-label="Stages">
            {way.stages.map((stage, i) => (
              <StageRow
                key={stage.id}
                way={way}
                plants={plants}
                kitchen={kitchen}
                stage={stage}
                at={i}
                onChange={onChange}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className="mt-3">
        <label className="text-sm text-muted">
          Add a stage{' '}
          <select
            value=""
            onChange={(e) => add(e.target.value as StageKind)}
            className="ml-1 min-h-11 rounded-md border border-ink/35 bg-surface px-3 text-base text-ink"
          >
            <option value="" disabled>
              choose
            </option>
            {KINDS.map((k) => (
              <option key={k.value} value={k.value}>
                {k.label}
              </option>
            ))}
          </select>
        </label>
      </div>
    </>
  );
}

const ICON = 'grid size-11 shrink-0 place-items-center rounded text-muted hover:text-ink disabled:opacity-35';

function StageRow({
  way,
  plants,
  kitchen,
  stage,
  at,
  onChange,
}: {
  way: BrewWay;
  plants: Plants;
  kitchen: Kitchen;
  stage: Stage;
  at: number;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: stage.id,
  });
  const title = stageTitle(stage);
  const goIn = way.ingredients.filter((i) => i.enters.stageId === stage.id);
  const comeOut = way.ingredients.filter((i) => i.leaves?.stageId === stage.id);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={`flex flex-wrap items-start gap-1 py-2 sm:flex-nowrap ${isDragging ? 'relative z-10 bg-action-wash' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${title}`}
        className={`${ICON} cursor-grab touch-none`}
      >
        <GripVertical size={18} aria-hidden />
      </button>
      <div className="min-w-0 flex-1 basis-3/5 py-1.5">
        <div className="leading-8">
          <span className="mr-2 text-muted">{at + 1}</span>
          <StageFields
            stage={stage}
            kitchen={kitchen}
            onChange={(s, what) => onChange(changeStage(way, s), `${s.id} ${what}`)}
          />
        </div>
        {(goIn.length > 0 || comeOut.length > 0) && (
          <p className="text-sm text-muted">
            {goIn.length > 0 && (
              <>
                in:{' '}
                {goIn
                  .map(
                    (i) =>
                      `${plantName(i.plant, plants).toLowerCase()}${i.enters.atMin ? ` at ${i.enters.atMin} min` : ''}`,
                  )
                  .join(', ')}
              </>
            )}
            {goIn.length > 0 && comeOut.length > 0 && '; '}
            {comeOut.length > 0 && (
              <>
                out:{' '}
                {comeOut.map((i) => `${plantName(i.plant, plants).toLowerCase()} at ${i.leaves!.atMin} min`).join(', ')}
              </>
            )}
          </p>
        )}
      </div>
      <div className="flex w-full shrink-0 justify-end sm:w-auto">
        {'minutes' in stage && stage.kind !== 'toast' && (
          <button
            type="button"
            className={ICON}
            aria-label={`Split ${title}`}
            title="Split in two"
            onClick={() => onChange(splitStage(way, stage.id), `split ${stage.id}`)}
          >
            <Scissors size={17} aria-hidden />
          </button>
        )}
        <button
          type="button"
          className={ICON}
          disabled={at === 0}
          aria-label={`${title} earlier`}
          onClick={() => onChange(moveStage(way, at, at - 1), `move ${stage.id}`)}
        >
          <ArrowUp size={17} aria-hidden />
        </button>
        <button
          type="button"
          className={ICON}
          disabled={at === way.stages.length - 1}
          aria-label={`${title} later`}
          onClick={() => onChange(moveStage(way, at, at + 1), `move ${stage.id}`)}
        >
          <ArrowDown size={17} aria-hidden />
        </button>
        <button
          type="button"
          className={ICON}
          disabled={way.stages.length === 1}
          aria-label={`Remove ${title}`}
          onClick={() => onChange(removeStage(way, stage.id), `remove ${stage.id}`)}
        >
          <X size={18} aria-hidden />
        </button>
      </div>
    </li>
  );
}

/** What is said to those who move a stage without seeing it. */
function announcementsFor(way: BrewWay): {
  onDragStart: (e: { active: { id: unknown } }) => string;
  onDragOver: (e: { active: { id: unknown }; over: { id: unknown } | null }) => string;
  onDragEnd: (e: { active: { id: unknown }; over: { id: unknown } | null }) => string;
  onDragCancel: (e: { active: { id: unknown } }) => string;
} {
  const named = (id: unknown): string => {
    const stage = way.stages.find((s) => s.id === id);
    return stage ? stageTitle(stage) : 'the stage';
  };
  const place = (id: unknown): number => way.stages.findIndex((s) => s.id === id) + 1;
  return {
    onDragStart: ({ active }) => `${named(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `${named(active.id)} is at place ${place(over.id)}.` : ''),
    onDragEnd: ({ active, over }) => (over ? `${named(active.id)} is put down at place ${place(over.id)}.` : ''),
    onDragCancel: ({ active }) => `${named(active.id)} stays where it was.`,
  };
}

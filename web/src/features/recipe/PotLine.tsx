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
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { useId, type KeyboardEvent, type ReactNode, type SVGProps } from 'react';
import {
  moveStage,
  whyNotHere,
  type BrewIngredient,
  type BrewLine,
  type BrewWay,
  type LineStage,
  type Plants,
  type Stage,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { useWide } from '@/shared/ui/useWide';
import { StageEnd } from './StageEnd';
import { useDragAlong } from './useDragAlong';
import { announcementsFor, entryAt, entryMoved, stageTitle } from './lineWords';

/** What is open of a brew: one stage or one plant. */
export type Opened = { kind: 'stage' | 'plant'; id: string } | undefined;

type Props = {
  way: BrewWay;
  /** the pot along its minutes, as it last came out; without it the stages stand side by side */
  line: BrewLine | undefined;
  plants: Plants;
  opened: Opened;
  onOpen: (opened: Opened) => void;
  onChange: (way: BrewWay, what: string) => void;
  /** what stands under an opened stage where the line goes down the page */
  children: ReactNode;
};

/**
 * The pot unrolled along its minutes: thickness its volume, colour its liquor, plants hanging where they go in and out. One tap opens a stage
 * or a plant. Across the page where there is room, down it on a phone.
 */
export function PotLine({ way, line, plants, opened, onOpen, onChange, children }: Props): ReactNode {
  const wide = useWide();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const index = (id: unknown): number => way.stages.findIndex((s) => s.id === id);
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) onChange(moveStage(way, index(active.id), index(over.id)), `move ${active.id}`);
  };
  const widths = sharesOf(way, line);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={drop}
      accessibility={{ announcements: announcementsFor(way) }}
    >
      <SortableContext
        items={way.stages.map((s) => s.id)}
        strategy={wide ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        <ol
          aria-label="Stages"
          className={wide ? 'grid grid-rows-[1fr_auto_auto]' : ''}
          style={
            wide ? { gridTemplateColumns: widths.map((w) => `minmax(0, ${w.toFixed(4)}fr)`).join(' ') } : undefined
          }
        >
          {way.stages.map((stage) => (
            <Cell
              key={stage.id}
              way={way}
              stage={stage}
              line={line}
              plants={plants}
              wide={wide}
              opened={opened}
              onOpen={onOpen}
              onChange={onChange}
            >
              {!wide && isIn(opened, way, stage) && children}
            </Cell>
          ))}
        </ol>
      </SortableContext>
      {wide && children}
    </DndContext>
  );
}

/** Whether what is open belongs to a stage: itself, or a plant that goes in there. */
const isIn = (opened: Opened, way: BrewWay, stage: Stage): boolean =>
  opened?.kind === 'stage'
    ? opened.id === stage.id
    : opened !== undefined && way.ingredients.find((i) => i.id === opened.id)?.enters.stageId === stage.id;

/** Shares of the width: long stages are wider, by the root of their time, and none is too narrow to be read. */
function sharesOf(way: BrewWay, line: BrewLine | undefined): readonly number[] {
  const evenly = way.stages.length > 6 ? 0.8 : 0.55;
  const least = evenly / way.stages.length;
  const lengths = way.stages.map((s) => {
    const time = line?.stages.find((t) => t.stageId === s.id);
    return Math.sqrt(Math.max(0, time ? time.endMin - time.startMin : 0));
  });
  const all = lengths.reduce((a, b) => a + b, 0);
  return lengths.map((l) => (all > 0 ? least + ((1 - evenly) * l) / all : 1 / way.stages.length));
}

function Cell({
  way,
  stage,
  line,
  plants,
  wide,
  opened,
  onOpen,
  onChange,
  children,
}: Omit<Props, 'children'> & { stage: Stage; wide: boolean; children: ReactNode }): ReactNode {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: stage.id,
  });
  const time = line?.stages.find((t) => t.stageId === stage.id);
  const title = stageTitle(stage, way);
  const isOpen = opened?.kind === 'stage' && opened.id === stage.id;
  const goIn = way.ingredients.filter((i) => i.enters.stageId === stage.id);
  const comeOut = way.ingredients.filter((i) => i.leaves?.stageId === stage.id);
  const fault = whyNotHere(way, stage.id);
  const lasts = time ? time.endMin - time.startMin : 0;
  const label = (
    <button
      type="button"
      aria-expanded={isOpen}
      onClick={() => onOpen(isOpen ? undefined : { kind: 'stage', id: stage.id })}
      className={`min-h-11 w-full leading-tight ${wide ? `px-1 text-center ${way.stages.length > 6 ? 'text-[0.85rem]' : ''}` : 'px-1 text-right'} ${isOpen ? 'font-bold' : 'font-semibold'}`}
    >
      {title}
      <span className="block text-sm font-normal text-muted">{lasts > 0.05 ? f.duration(lasts) : 'at once'}</span>
    </button>
  );
  const grip = (
    <button
      type="button"
      ref={setActivatorNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`Move ${title}`}
      className={`grid shrink-0 cursor-grab touch-none place-items-center text-muted hover:text-ink ${wide ? 'h-6 w-full' : 'size-11'}`}
    >
      <GripVertical size={15} aria-hidden />
    </button>
  );
  const hanging = (goIn.length > 0 || comeOut.length > 0) && (
    <div role="group" aria-label={`In and out at ${title}`} className={`flex flex-col gap-0.5 ${wide ? '' : 'py-1'}`}>
      {goIn.map((i) => (
        <PlantLabel
          key={i.id}
          ingredient={i}
          plants={plants}
          isOpen={opened?.kind === 'plant' && opened.id === i.id}
          onOpen={() => onOpen(opened?.id === i.id ? undefined : { kind: 'plant', id: i.id })}
          onMove={(by) => {
            const next = line && entryMoved(way, line, i.id, by);
            if (next) onChange(next, `${i.id} enters at`);
          }}
          // From where it hung when it was taken hold of, however the line changes under it.
          onTake={
            line && time
              ? () => {
                  const perPx = Math.max(lasts, 5) / Math.max(40, sliceWidth(stage.id));
                  const fromMin = line.plants.find((p) => p.ingredientId === i.id)?.fromMin ?? time.startMin;
                  return (px) => {
                    const next = entryAt(way, line, i.id, Math.round(fromMin + px * perPx));
                    if (next) onChange(next, `${i.id} enters at`);
                  };
                }
              : undefined
          }
        />
      ))}
      {comeOut.map((i) => (
        <span key={i.id} className="text-sm text-muted">
          {plantName(i.plant, plants).toLowerCase()} out{i.leaves!.atMin > 0 ? ` at ${i.leaves!.atMin} min` : ''}
        </span>
      ))}
    </div>
  );
  const style = { transform: CSS.Transform.toString(transform), transition };
  if (!wide)
    return (
      <li ref={setNodeRef} style={style} className={isDragging ? 'relative z-10 bg-action-wash' : ''}>
        <div className="grid grid-cols-[minmax(0,1fr)_56px_minmax(0,1.25fr)_auto] items-stretch gap-x-2">
          <span className="flex items-center">{label}</span>
          <PotSlice way={way} stage={stage} line={line} down />
          <span className="self-center">{hanging}</span>
          <span className="self-center">{grip}</span>
        </div>
        {fault && <Fault>{fault}</Fault>}
        {children}
      </li>
    );
  return (
    <li
      ref={setNodeRef}
      style={style}
      className={`row-span-3 grid min-w-0 grid-rows-subgrid ${isDragging ? 'relative z-10 bg-action-wash' : ''}`}
    >
      <div className="flex flex-col justify-end pb-1 pr-2">{hanging}</div>
      <div id={`slice-${stage.id}`} className="relative">
        <PotSlice way={way} stage={stage} line={line} />
        <StageEnd way={way} stage={stage} title={title} onChange={onChange} />
      </div>
      <div className={`border-t-[3px] ${isOpen ? 'border-ink bg-surface' : 'border-transparent'}`}>
        <span className="block opacity-50 focus-within:opacity-100 hover:opacity-100">{grip}</span>
        {label}
        {fault && <Fault>{fault}</Fault>}
      </div>
    </li>
  );
}

const Fault = ({ children }: { children: ReactNode }): ReactNode => (
  <p role="alert" className="m-1 border-l-4 border-stop bg-stop-wash px-2 py-1 text-sm">
    {children}
  </p>
);

/** A plant where it goes in, in the cook's words. The arrow keys move it along the line. */
function PlantLabel({
  ingredient: i,
  plants,
  isOpen,
  onOpen,
  onMove,
  onTake,
}: {
  ingredient: BrewIngredient;
  plants: Plants;
  isOpen: boolean;
  onOpen: () => void;
  onMove: (byMin: number) => void;
  onTake: (() => (px: number) => void) | undefined;
}): ReactNode {
  const drag = useDragAlong(onTake);
  const keys = (e: KeyboardEvent): void => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -5, PageDown: 5 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    onMove(by);
  };
  return (
    <button
      type="button"
      aria-expanded={isOpen}
      aria-keyshortcuts="ArrowLeft ArrowRight"
      onClick={onOpen}
      onKeyDown={keys}
      {...drag}
      className="min-h-11 touch-pan-y border-l-2 border-ink pl-1.5 text-left leading-tight hover:bg-action-wash sm:min-h-6"
    >
      <span className={isOpen ? 'font-bold' : 'font-semibold'}>
        {i.written ?? f.grams(i.grams)} {plantName(i.plant, plants).toLowerCase()}
      </span>
      {i.written !== undefined && <span className="ml-1 text-sm text-muted">{f.grams(i.grams)}</span>}
      {i.enters.atMin > 0 && <span className="ml-1 text-sm text-muted">after {f.duration(i.enters.atMin)}</span>}
    </button>
  );
}

/** How wide a stage is drawn, px. */
const sliceWidth = (stageId: string): number => document.getElementById(`slice-${stageId}`)?.clientWidth ?? 0;

const DEEP = 64;

/** The pot while a stage goes on: as thick as it is full, in the colour of its liquor, with what is in it as rows of dots. */
function PotSlice({
  way,
  stage,
  line,
  down = false,
}: {
  way: BrewWay;
  stage: Stage;
  line: BrewLine | undefined;
  down?: boolean;
}): ReactNode {
  const id = useId();
  const time = line?.stages.find((t) => t.stageId === stage.id);
  if (!line || !time) return <div className={`bg-line ${down ? '' : 'h-16'}`} />;
  // Along the time and up the level: across the page, or down it.
  const at = (share: number, level: number): string =>
    down ? `${(level * 100) / DEEP} ${share * DEEP}` : `${share * 100} ${DEEP - level}`;
  const thick = (ml: number): number => Math.max(1.5, (ml / line.mostMl) * (DEEP - 6));
  const surface = time.at.map(({ share, ml }) => at(share, thick(ml)));
  const stroke = (from: string, to: string, more: SVGProps<SVGPathElement> = {}): ReactNode => (
    <path
      d={`M${from}L${to}`}
      fill="none"
      stroke="currentColor"
      strokeWidth={2}
      vectorEffect="non-scaling-stroke"
      {...more}
    />
  );
  const dots = (from: string, to: string, colour: string, strokeWidth: number): ReactNode =>
    stroke(from, to, { stroke: colour, strokeWidth, strokeLinecap: 'round', strokeDasharray: '0 18' });
  return (
    <svg
      viewBox={`0 0 100 ${DEEP}`}
      preserveAspectRatio="none"
      className={down ? 'h-full min-h-16 w-14' : 'h-16 w-full'}
      aria-hidden
    >
      <defs>
        <linearGradient id={id} x1="0" y1="0" x2={down ? '0' : '1'} y2={down ? '1' : '0'}>
          {time.at.map(({ share, colour }) => (
            <stop key={share} offset={share} style={{ stopColor: isClear(colour) ? 'var(--water)' : colour }} />
          ))}
        </linearGradient>
      </defs>
      <path d={`M${at(0, 0)}L${surface.join('L')}L${at(1, 0)}Z`} fill={`url(#${id})`} />
      {stage.kind === 'strain' && (
        <>
          {stroke(at(0.5, 0), at(0.5, DEEP))}
          {stroke(at(0.5, 0), at(0.5, DEEP), { stroke: 'var(--surface)', strokeDasharray: '4 4' })}
        </>
      )}
      {line.plants.flatMap((p, row) =>
        inSlice(p, time).map(({ from, to }) => {
          const level = 8 + row * Math.min(12, 34 / line.plants.length);
          return (
            <g key={p.ingredientId}>
              {stroke(at(from, level), at(to, level), {
                stroke: 'var(--surface)',
                strokeOpacity: 0.6,
                strokeWidth: 1.5,
              })}
              {dots(at(from, level), at(to, level), 'var(--surface)', 8)}
              {dots(at(from, level), at(to, level), 'var(--ink)', 5)}
            </g>
          );
        }),
      )}
      {stroke(at(0, 0.5), at(1, 0.5))}
      {stageLid(way, stage) && stroke(at(0, DEEP - 1), at(1, DEEP - 1))}
    </svg>
  );
}

/** Water that nothing has given to yet. */
const isClear = (colour: string): boolean => [1, 3, 5].every((k) => Number.parseInt(colour.slice(k, k + 2), 16) >= 238);

/** Whether a lid lies on the pot while this goes on. */
const stageLid = (way: BrewWay, stage: Stage): boolean =>
  stage.lid === 'closed' && ['heat', 'hold', 'steep', 'cool'].includes(stage.kind) && way.vesselKind === 'pot';

/** The part of a stage that a plant is in the pot, as shares of it. */
function inSlice(
  { fromMin, toMin }: BrewLine['plants'][number],
  { startMin, endMin }: LineStage,
): { from: number; to: number }[] {
  const length = endMin - startMin;
  if (length <= 0 || toMin <= startMin || fromMin >= endMin) return [];
  const share = (min: number): number => (Math.min(endMin, Math.max(startMin, min)) - startMin) / length;
  return [{ from: share(fromMin), to: share(toMin) }];
}

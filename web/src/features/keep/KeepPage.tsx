import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import {
  volumeMl,
  keepingStateAt,
  type Drink,
  fillBottles,
  benchFigures,
  colourIn,
  faultInWords,
  JUG,
  keepingOfJug,
  cautionsOnShelf,
  shelfItemsOf,
  SIGNS,
  type Batch,
  type FreeJug,
  type Liquid,
  type ShelfItem,
  type Sign,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useJugs, useSay, useShelf } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { BatchAlone, BatchWays } from '@/features/steep';
import { Alone, FaultCard } from '@/shared/ui/Alone';
import { reasonOf, workedOut } from '@/shared/ui/reasonOf';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { LastDay } from '@/shared/ui/LastDay';
import { HowKept } from './HowKept';
import { IntoBottle } from './IntoBottle';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';

export function Component(): ReactNode {
  const shelf = useShelf();
  const jugs = useJugs();
  const now = useNow(60_000);
  const [gone, setGone] = useState<Gone | undefined>(undefined);
  if (shelf.isPending) return <Loading what="the shelf" />;
  if (shelf.isError) return <Failed error={shelf.error} retry={() => void shelf.refetch()} />;
  const poured = jugs.data?.items ?? [];
  const read = shelf.data.batches.map((batch) => ({ batch, ...workedOut(() => shelfItemsOf(batch, now)) }));
  const isPast = (item: ShelfItem): boolean => keepingStateAt(item, now).kind === 'past';
  const items = read
    .flatMap(({ batch, value }) => (value ?? []).map((item) => ({ batch, item })))
    // What may be used stands first; what must go stands behind it.
    .sort((a, b) => Number(isPast(a.item)) - Number(isPast(b.item)) || a.item.useBy.localeCompare(b.item.useBy));
  // A batch or jug that cannot be worked out keeps its place on the shelf, with the reason.
  const faulty = read.flatMap(({ batch, value, reason }) => {
    if (reason !== undefined) return [{ batch, reason }];
    // Its mix or its bottling is among what could not be worked out, so that nothing of it seems to stand here.
    const lost = batch.unworked[0];
    return lost && value.length === 0 ? [{ batch, reason: faultInWords(lost.why) }] : [];
  });
  const unread = [
    ...shelf.data.unread.map((x) => ({ ...x, of: x.name ?? 'A batch on the shelf', to: `/steep/${x.id}` })),
    ...(jugs.data?.unread ?? []).map((x) => ({ ...x, of: x.name ?? 'A jug on the shelf', to: `/mix/jug/${x.id}` })),
  ];
  const count = items.length + poured.length + faulty.length + unread.length;
  return (
    <Page
      title="Keep"
      note={count > 0 ? 'What to use first stands first; what is past its last day is poured away.' : undefined}
    >
      <Refusal error={jugs.error} />
      {gone && <PouredAway gone={gone} onClose={() => setGone(undefined)} />}
      {count === 0 ? (
        <>
          <Empty>
            The shelf is empty. What you mix or bottle comes here with its strength, how to dilute it, and until when it
            keeps.
          </Empty>
          <LinkButton to="/plan" kind="main" className="mt-4">
            Plan a drink
          </LinkButton>
        </>
      ) : (
        <ul className="grid gap-3 lg:grid-cols-2">
          {faulty.map(({ batch, reason }) => (
            <FaultCard
              key={batch.id}
              inList
              of={batch.plan.drink.name}
              reason={reason}
              ways={<BatchWays batch={batch} />}
            />
          ))}
          {items.map(({ batch, item }) => (
            <BatchAlone key={`${item.batchId}-${item.vesselId}`} batch={batch} inList>
              <Stored batch={batch} item={item} now={now} onGone={setGone} />
            </BatchAlone>
          ))}
          {poured.map((jug) => (
            <Alone
              key={jug.id}
              inList
              of={jug.name}
              at={jug.events.length}
              ways={<LinkButton to={`/mix/jug/${jug.id}`}>To its page</LinkButton>}
            >
              <PouredTogether jug={jug} now={now} />
            </Alone>
          ))}
          {unread.map(({ id, error, of, to }) => (
            <FaultCard
              key={id}
              inList
              of={of}
              reason={reasonOf(error)}
              ways={<LinkButton to={to}>To its page</LinkButton>}
            />
          ))}
        </ul>
      )}
    </Page>
  );
}

/** What was poured away a moment ago, and the way back. */
function PouredAway({ gone, onClose }: { gone: Gone; onClose: () => void }): ReactNode {
  const say = useSay(gone.batchId);
  return (
    <p
      role="status"
      className="mb-3 flex flex-wrap items-center gap-3 rounded-md border border-line bg-surface px-3 py-1"
    >
      <span>{gone.name} is poured away.</span>
      <Button
        kind="quiet"
        disabled={say.isPending}
        onClick={() => say.mutate({ type: 'undone', eventId: gone.eventId }, { onSuccess: onClose })}
      >
        Undo
      </Button>
      <Refusal error={say.error} />
    </p>
  );
}

/** A vessel of the shelf with what is said of it. */
function Card({
  past,
  drawn,
  liquid,
  volumeMl,
  children,
}: {
  past: boolean;
  drawn: DrawnVessel;
  liquid: Liquid;
  volumeMl: number;
  children: ReactNode;
}): ReactNode {
  return (
    <li
      className={`flex flex-col gap-4 rounded-lg border bg-surface p-4 sm:flex-row ${past ? 'border-stop' : 'border-line'}`}
    >
      <div className="shrink-0 self-center sm:self-start">
        <VesselDrawing
          vessel={drawn}
          scale={7}
          layers={[{ ml: volumeMl, colour: colourIn(liquid, drawn) }]}
          sub={f.volume(volumeMl)}
          description={`${f.volume(volumeMl)} in a ${drawn.kind}`}
        />
      </div>
      <div className="min-w-0 flex-1">{children}</div>
    </li>
  );
}

/** A jug that was poured together: its strength, and until when its shortest part keeps. */
function PouredTogether({ jug, now }: { jug: FreeJug; now: number }): ReactNode {
  const figures = benchFigures(jug.liquid, jug.standard);
  const keeping = keepingOfJug(jug, Date.parse(jug.pouredAt));
  const state = keepingStateAt(keeping, now);
  const past = state.kind === 'past';
  const due = state.kind !== 'good';
  const drawn: DrawnVessel = { kind: 'jug', capacityMl: jug.capacityMl, diameterCm: jug.capacityMl > 2500 ? 17 : 14 };
  return (
    <Card past={past} drawn={drawn} liquid={jug.liquid} volumeMl={figures.volumeMl}>
      <h2 className="text-lg [overflow-wrap:anywhere]">{jug.name}</h2>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.95rem]">
        <Row name="Holds">
          {[
            f.volume(figures.volumeMl),
            ...(figures.strengthX > 0 ? [f.strengthSaid(figures.strengthX)] : []),
            f.sweetSaid(figures.sweetGPerL),
          ].join(', ')}
        </Row>
        <Row name="Poured">{f.moment(jug.pouredAt)}</Row>
        <Row name="Use by">
          <strong className={due ? 'text-stop' : ''}>{f.day(keeping.useBy)}</strong>, at the latest{' '}
          {f.day(keeping.discardAfter)}: {keeping.window.reason}
          {keeping.window.decides && `; ${keeping.window.decides}`}
        </Row>
      </dl>
      {past && <LastDay state={state} discardAfter={keeping.discardAfter} reason={keeping.window.reason} />}
      <LinkButton to={`/mix/jug/${jug.id}`} className="mt-3">
        {past ? 'To its page, to pour it away' : 'Pour, taste, put right'}
      </LinkButton>
    </Card>
  );
}

/** "3 of 150 ml and 70 ml": what is left, by the bottles it is kept in. */
function inBottles(bottles: NonNullable<Drink['bottles']>, ml: number): string {
  const { count, eachMl, overMl } = fillBottles(bottles, ml);
  const over = overMl >= 5 ? f.volume(overMl) : '';
  if (count === 0) return over;
  return `${count} of ${f.volume(eachMl)}${over && ` and ${over}`}`;
}

/** What was poured away last, so that it can be taken back. */
type Gone = { batchId: string; eventId: string; name: string };

/** Past its last day one thing is left to do with it; the other vessels of its batch stay as they are. */
function pourAway(batch: Batch, item: ShelfItem, say: ReturnType<typeof useSay>, onGone: (gone: Gone) => void): void {
  const alone = batch.vessels.every((v) => v.id === item.vesselId || volumeMl(v.liquid) < 1);
  const event = alone
    ? ({ type: 'discarded', why: 'past its last day' } as const)
    : ({ type: 'poured', vesselId: item.vesselId, ml: Math.floor(item.volumeMl * 10) / 10 } as const);
  // The card is gone by the time it is stored: what follows does not hang on it.
  void say.mutateAsync(event).then(
    (after) => {
      const last = after.events.at(-1);
      if (last) onGone({ batchId: batch.id, eventId: last.id, name: item.drinkName });
    },
    () => undefined,
  );
}

function Stored({
  batch,
  item,
  now,
  onGone,
}: {
  batch: Batch;
  item: ShelfItem;
  now: number;
  onGone: (gone: Gone) => void;
}): ReactNode {
  const say = useSay(batch.id);
  const drawn: DrawnVessel =
    item.vesselId === JUG
      ? {
          kind: 'jug',
          capacityMl: Math.max(2500, Math.ceil(item.volumeMl / 500) * 500),
          diameterCm: item.volumeMl > 2500 ? 17 : 14,
        }
      : {
          kind: 'bottle',
          capacityMl: Math.max(500, Math.ceil(item.volumeMl / 250) * 250),
          diameterCm: item.volumeMl > 600 ? 8.5 : 7,
        };
  const findings = cautionsOnShelf(batch, item.vesselId, now).filter(
    (x) => x.places.includes('shelf') || x.places.includes('label'),
  );
  const blocked = findings.some((x) => x.level === 'block');
  const stored = batch.vessels.find((v) => v.id === item.vesselId)!;
  const state = keepingStateAt(item, now);
  const past = state.kind === 'past';
  const due = state.kind !== 'good';
  const title = item.vesselId === JUG ? item.drinkName : `${item.drinkName}: ${item.name.toLowerCase()}`;
  if (past)
    return (
      <Card past drawn={drawn} liquid={stored.liquid} volumeMl={item.volumeMl}>
        <h2 className="text-lg">{title}</h2>
        <LastDay state={state} discardAfter={item.discardAfter} reason={item.window.reason} />
        <Refusal error={say.error} />
        <Button
          kind="main"
          className="mt-3"
          disabled={say.isPending}
          onClick={() => pourAway(batch, item, say, onGone)}
        >
          {say.isPending ? 'Pouring…' : 'Pour it away'}
        </Button>
      </Card>
    );
  return (
    <Card past={past} drawn={drawn} liquid={stored.liquid} volumeMl={item.volumeMl}>
      <h2 className="text-lg">{title}</h2>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.95rem]">
        <Row name="Holds">
          {[
            f.volume(item.volumeMl),
            ...(item.figures.strengthX > 0 ? [f.strengthSaid(item.figures.strengthX)] : []),
            f.sweetSaid(item.figures.sugarGPerL),
          ].join(', ')}
        </Row>
        {batch.plan.drink.bottles && <Row name="In bottles">{inBottles(batch.plan.drink.bottles, item.volumeMl)}</Row>}
        <Row name="To drink">
          {item.dilution
            ? `1 part with ${item.dilution.waterPerPart.toFixed(1)} parts of water and syrup for ${f.strength(item.dilution.toX)}`
            : batch.plan.target.iced
              ? `as it is, ${batch.plan.target.glassMl} ml over ice`
              : 'as it is'}
        </Row>
        <Row name="Made">{f.moment(item.madeOn)}</Row>
        <Row name="Use by">
          <strong className={due ? 'text-stop' : ''}>{f.day(item.useBy)}</strong>, at the latest{' '}
          {f.day(item.discardAfter)}: {item.window.reason}
          {item.window.decides && `; ${item.window.decides}`}
        </Row>
      </dl>
      <div className="mt-2">
        <Cautions
          findings={findings.filter((x) => x.level !== 'warn' || !batch.acknowledged.includes(x.id))}
          onRead={(rule) => say.mutate({ type: 'acknowledged', rule })}
        />
      </div>
      <Refusal error={say.error} />
      <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-2">
        <PourOut
          item={item}
          batch={batch}
          onPour={(ml) => say.mutate({ type: 'poured', vesselId: item.vesselId, ml })}
          pending={say.isPending || blocked}
        />
        {item.vesselId === JUG && <LinkButton to={`/taste/${batch.id}`}>Taste it</LinkButton>}
        {item.vesselId === JUG && <LinkButton to={`/mix/${batch.id}`}>Put it right</LinkButton>}
        <MeasurePh
          reading={stored.ph ?? batch.ph}
          onPh={(value, method) => say.mutate({ type: 'measured', what: 'ph', value, method, vesselId: item.vesselId })}
        />
        <StoodOut
          item={item}
          pending={say.isPending}
          onOut={(minutes, ambientC) => say.mutate({ type: 'stood-out', vesselId: item.vesselId, minutes, ambientC })}
        />
        <Button
          kind="quiet"
          disabled={say.isPending}
          onClick={() =>
            say.mutate({
              type: 'moved',
              vesselId: item.vesselId,
              where: stored.where === 'fridge' ? 'freezer' : 'fridge',
            })
          }
        >
          {BACK_WORDS[stored.where]}
        </Button>
        {item.vesselId === JUG && (
          <IntoBottle
            item={item}
            glassMl={batch.plan.target.glassMl}
            pending={say.isPending}
            onBottled={() =>
              say.mutate({
                type: 'kept-in',
                vesselId: item.vesselId,
                container: 'sound',
                closure: 'tight',
                full: false,
              })
            }
          />
        )}
        <HowKept
          stored={stored}
          pending={say.isPending}
          onWhere={(where) => say.mutate({ type: 'moved', vesselId: item.vesselId, where })}
          onKeptIn={(keptIn) => say.mutate({ type: 'kept-in', vesselId: item.vesselId, ...keptIn })}
        />
        <SomethingWrong onSign={(sign) => say.mutate({ type: 'observed', sign, vesselId: item.vesselId })} />
        <Ask
          trigger={<Button kind="quiet">Throw it away</Button>}
          title="Throw it away?"
          yes="Throw it away"
          onYes={() => say.mutate({ type: 'discarded', why: 'thrown away from the shelf' })}
        >
          <p>This empties everything kept of the batch made {f.moment(item.madeOn)}. It can be undone on its page.</p>
        </Ask>
      </div>
    </Card>
  );
}

const BACK_WORDS = {
  fridge: 'Freeze it',
  freezer: 'Thaw it in the fridge',
  cupboard: 'Put it into the fridge',
} as const;

const SIGN_WORDS: Record<Sign, string> = {
  mould: 'Mould',
  slime: 'Slime or threads',
  off_smell: 'A smell that is not its own',
  bulging: 'A bulging lid or bottle',
  unexpected_fizz: 'Fizz that should not be there',
};

/** What is seen or smelled of it. */
function SomethingWrong({ onSign }: { onSign: (sign: Sign) => void }): ReactNode {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button kind="quiet">Something is off</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="start"
          aria-label="What is off"
          className="z-50 flex w-72 flex-col gap-1 rounded-md border border-ink/40 bg-surface p-2 shadow-lg"
        >
          {SIGNS.map((sign) => (
            <Popover.Close key={sign} asChild>
              <Button onClick={() => onSign(sign)}>{SIGN_WORDS[sign]}</Button>
            </Popover.Close>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** How long it stood out of the fridge, and how warm it was there. */
function StoodOut({
  item,
  pending,
  onOut,
}: {
  item: ShelfItem;
  pending: boolean;
  onOut: (minutes: number, ambientC: number) => void;
}): ReactNode {
  const [open, setOpen] = useState(false);
  const [minutes, setMinutes] = useState(30);
  const [ambientC, setAmbientC] = useState(22);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  if (!open)
    return (
      <Button kind="quiet" onClick={() => setOpen(true)}>
        It stood out
      </Button>
    );
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      out for{' '}
      <InlineNumber
        label={`Minutes out, ${item.name}`}
        value={minutes}
        range={{ unit: 'min', min: 1, max: 20_000 }}
        step={10}
        unit="min"
        onValue={setMinutes}
        onFault={setFault}
      />{' '}
      at{' '}
      <InlineNumber
        label={`Temperature out, ${item.name}`}
        value={ambientC}
        range={{ unit: '°C', min: -20, max: 60 }}
        step={1}
        unit="°C"
        onValue={setAmbientC}
        onFault={setFault}
      />
      <Button
        disabled={pending || fault !== undefined}
        onClick={() => {
          onOut(minutes, ambientC);
          setOpen(false);
        }}
      >
        Note it
      </Button>
      {fault && (
        <span role="alert" className="text-sm text-stop">
          {fault.message}
        </span>
      )}
    </span>
  );
}

const Row = ({ name, children }: { name: string; children: ReactNode }): ReactNode => (
  <>
    <dt className="text-muted">{name}</dt>
    <dd>{children}</dd>
  </>
);

function PourOut({
  item,
  batch,
  onPour,
  pending,
}: {
  item: ShelfItem;
  batch: Batch;
  onPour: (ml: number) => void;
  pending: boolean;
}): ReactNode {
  const left = Math.floor(item.volumeMl);
  const [ml, setMl] = useState(Math.min(left, batch.plan.target.glassMl));
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const amount = Math.min(ml, left);
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      <Button onClick={() => onPour(amount)} disabled={pending || fault !== undefined || left < 1}>
        Pour a glass
      </Button>
      <InlineNumber
        label={`Pour from the ${item.name}`}
        value={amount}
        range={{ unit: 'ml', min: 1, max: left }}
        step={10}
        unit="ml"
        onValue={setMl}
        onFault={setFault}
      />
      {fault && (
        <span role="alert" className="text-sm text-stop">
          {fault.message}
        </span>
      )}
    </span>
  );
}

function MeasurePh({
  reading,
  onPh,
}: {
  reading: Batch['ph'];
  onPh: (ph: number, method: 'meter' | 'strip') => void;
}): ReactNode {
  const [open, setOpen] = useState(false);
  const [ph, setPh] = useState(reading?.ph ?? 3);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  if (!open) {
    return (
      <Button kind="quiet" onClick={() => setOpen(true)}>
        {reading ? `pH ${reading.ph.toFixed(1)} by ${reading.method}` : 'Enter its pH'}
      </Button>
    );
  }
  const save = (method: 'meter' | 'strip'): void => {
    onPh(ph, method);
    setOpen(false);
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      pH{' '}
      <InlineNumber
        label="pH"
        value={ph}
        range={{ unit: '', min: 0, max: 14 }}
        step={0.1}
        digits={2}
        onValue={setPh}
        onFault={setFault}
      />
      <Button disabled={fault !== undefined} onClick={() => save('meter')}>
        by meter
      </Button>
      <Button disabled={fault !== undefined} onClick={() => save('strip')}>
        by strip
      </Button>
      {fault && (
        <span role="alert" className="text-sm text-stop">
          {fault.message}
        </span>
      )}
    </span>
  );
}

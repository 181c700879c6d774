import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { howToDrink, JUG, type PhReading } from '@steepsis/core';
import type { ShelfSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import type { Thing } from '@/shared/keep/things';
import { Button, LinkButton } from '@/shared/ui/Button';
import { ForDrinkers } from '@/shared/keep/ForDrinkers';
import { Cautions } from '@/shared/ui/Cautions';
import { Refusal } from '@/shared/ui/Page';
import { Ageing } from './Ageing';
import { Become } from './Become';
import { FillForm } from './FillForm';
import { HowKept } from './HowKept';
import { holdsWords, MeasurePh, PourOut, SomethingWrong, StoodOut } from './ThingForms';
import { ThingVessel } from './ThingVessel';
import { actionWords, titleOf } from './thingWords';

/** Everything about one thing of the shelf, and everything that can be done with it. */
export function ThingDialog({
  thing,
  say,
  pending,
  error,
  onClose,
}: {
  thing: Thing;
  say: (event: ShelfSay, told: string) => void;
  pending: boolean;
  error: Error | null;
  onClose: () => void;
}): ReactNode {
  const { item, placed, findings } = thing;
  const away = placed.place === 'pour-away';
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 max-h-[92dvh] overflow-y-auto rounded-t-xl border border-ink/40 bg-surface p-5 shadow-xl sm:inset-x-auto sm:bottom-auto sm:left-1/2 sm:top-1/2 sm:w-[min(46rem,94vw)] sm:-translate-x-1/2 sm:-translate-y-1/2 sm:rounded-lg"
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="text-xl [overflow-wrap:anywhere]">{titleOf(item)}</Dialog.Title>
            <Dialog.Close className="grid size-11 shrink-0 place-items-center" aria-label="Close">
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          <div className="mt-2 flex flex-col gap-5 sm:flex-row">
            <div className="shrink-0 self-center sm:self-start">
              <ThingVessel item={item} away={away} />
            </div>
            <div className="min-w-0 flex-1">
              <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.95rem]">
                <Row name="Holds">{holdsWords(item)}</Row>
                {!away && <Row name="To drink">{howToDrink(item, f.measures())}</Row>}
                <Row name="Made">{f.moment(item.madeOn)}</Row>
                <Row name="Use by">
                  <strong className={placed.place === 'keeps' || placed.place === 'frozen' ? '' : 'text-stop'}>
                    {f.day(item.useBy)}
                  </strong>
                  , at the latest {f.day(item.discardAfter)}: {item.window.reason}
                  {item.window.decides && `; ${item.window.decides}`}
                </Row>
                {!away && <Ageing thing={thing} />}
              </dl>
              <Refusal error={error} />
              {placed.place === 'pour-away' ? (
                <>
                  <p className="mt-3 border-l-4 border-stop bg-stop-wash px-3 py-2">{placed.why}</p>
                  <Button
                    kind="main"
                    className="mt-3"
                    disabled={pending}
                    onClick={() =>
                      say(
                        { type: 'poured-away', vesselId: item.vesselId, why: placed.why.slice(0, 300) },
                        'is poured away',
                      )
                    }
                  >
                    {pending ? 'Pouring…' : 'Pour it away'}
                  </Button>
                </>
              ) : (
                <>
                  <div className="mt-2">
                    <Cautions
                      findings={findings.filter(
                        (x) =>
                          (x.places.includes('shelf') || x.places.includes('label')) &&
                          x.level !== 'note' &&
                          (x.level !== 'warn' || !thing.acknowledged.includes(x.id)),
                      )}
                      onRead={(rule) => say({ type: 'acknowledged', rule }, 'is noted')}
                    />
                  </div>
                  <ForDrinkers findings={thing.forDrinkers} />
                  <Deeds thing={thing} say={say} pending={pending} />
                  <Become
                    thing={thing}
                    onFill={(into) => say({ type: 'filled', vesselId: item.vesselId, into }, 'is filled')}
                  />
                </>
              )}
            </div>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const Row = ({ name, children }: { name: string; children: ReactNode }): ReactNode => (
  <>
    <dt className="text-muted">{name}</dt>
    <dd>{children}</dd>
  </>
);

/** All that can be done with it. */
function Deeds({
  thing,
  say,
  pending,
}: {
  thing: Thing;
  say: (event: ShelfSay, told: string) => void;
  pending: boolean;
}): ReactNode {
  const { item, findings } = thing;
  const [filling, setFilling] = useState(false);
  const { vesselId } = item;
  const blocked = findings.some((x) => x.level === 'block' && x.places.includes('shelf'));
  const stored = (thing.batch ?? thing.jug).vessels.find((v) => v.id === vesselId)!;
  const reading: PhReading | undefined = stored.ph ?? thing.batch?.ph;
  const move = item.where === 'freezer' ? 'thaw' : item.where === 'cupboard' ? 'to-fridge' : 'freeze';
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2">
      <PourOut
        item={item}
        onPour={(ml) => say({ type: 'poured', vesselId, ml }, 'is poured')}
        pending={pending || blocked}
      />
      {item.root === JUG && (
        <LinkButton to={thing.batch ? `/taste/${thing.batch.id}` : `/mix/jug/${thing.jug.id}`}>Taste it</LinkButton>
      )}
      {vesselId === JUG && (
        <LinkButton to={thing.batch ? `/mix/${thing.batch.id}` : `/mix/jug/${thing.jug.id}`}>Put it right</LinkButton>
      )}
      <Button
        kind="quiet"
        disabled={pending || blocked}
        onClick={() => setFilling((open) => !open)}
        aria-expanded={filling}
      >
        Fill bottles, cubes or moulds
      </Button>
      <LinkButton kind="quiet" to={`/keep/labels?of=${encodeURIComponent(thing.key)}`}>
        Label
      </LinkButton>
      <Button
        kind="quiet"
        disabled={pending}
        onClick={() =>
          say({ type: 'moved', vesselId, where: item.where === 'fridge' ? 'freezer' : 'fridge' }, 'has moved')
        }
      >
        {actionWords(move, thing)}
      </Button>
      <MeasurePh
        reading={reading}
        onPh={(value, method) => say({ type: 'measured', what: 'ph', value, method, vesselId }, 'is measured')}
      />
      <StoodOut
        item={item}
        pending={pending}
        onOut={(minutes, ambientC) => say({ type: 'stood-out', vesselId, minutes, ambientC }, 'is noted')}
      />
      <HowKept
        stored={stored}
        pending={pending}
        onWhere={(where) => say({ type: 'moved', vesselId, where }, 'has moved')}
        onKeptIn={(keptIn) => say({ type: 'kept-in', vesselId, ...keptIn }, 'is noted')}
      />
      <SomethingWrong onSign={(sign) => say({ type: 'observed', sign, vesselId }, 'is noted')} />
      <Button
        kind="quiet"
        disabled={pending}
        onClick={() => say({ type: 'poured-away', vesselId, why: 'thrown away from the shelf' }, 'is poured away')}
      >
        Pour it away
      </Button>
      {filling && (
        <FillForm
          item={item}
          pending={pending}
          onFill={(into) => say({ type: 'filled', vesselId, into }, 'is filled')}
        />
      )}
    </div>
  );
}

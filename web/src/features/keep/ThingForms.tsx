import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { SIGNS, type PhReading, type ShelfItem, type Sign } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { glassOf } from './thingWords';

const SIGN_WORDS: Record<Sign, string> = {
  mould: 'Mould',
  slime: 'Slime or threads',
  off_smell: 'A smell that is not its own',
  bulging: 'A bulging lid or bottle',
  unexpected_fizz: 'Fizz that should not be there',
};

/** What is seen or smelled of it. */
export function SomethingWrong({ onSign }: { onSign: (sign: Sign) => void }): ReactNode {
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
          className="z-[60] flex w-72 flex-col gap-1 rounded-md border border-ink/40 bg-surface p-2 shadow-lg"
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

const Fault = ({ of }: { of: FieldFault | undefined }): ReactNode =>
  of ? (
    <span role="alert" className="text-sm text-stop">
      {of.message}
    </span>
  ) : null;

/** How long it stood out of the fridge, and how warm it was there. */
export function StoodOut({
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
      <Fault of={fault} />
    </span>
  );
}

/** A pour by what is wanted of it. */
export function PourOut({
  item,
  onPour,
  pending,
}: {
  item: ShelfItem;
  onPour: (ml: number) => void;
  pending: boolean;
}): ReactNode {
  const left = Math.floor(item.volumeMl * 10) / 10;
  const [ml, setMl] = useState(glassOf(item));
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const amount = Math.min(ml, left);
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      <Button onClick={() => onPour(amount)} disabled={pending || fault !== undefined || left < 1}>
        {item.pieces === undefined ? 'Pour a glass' : 'Take one'}
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
      <Fault of={fault} />
    </span>
  );
}

/** Its pH, as it was read. */
export function MeasurePh({
  reading,
  onPh,
}: {
  reading: PhReading | undefined;
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
      <Fault of={fault} />
    </span>
  );
}

/** "Holds": how much, how strong, how sweet. */
export const holdsWords = ({ volumeMl, figures, pieces }: ShelfItem): string =>
  [
    f.volume(volumeMl),
    ...(pieces === undefined ? [] : [`${pieces} left`]),
    ...(figures.strengthX > 0 ? [f.strengthSaid(figures.strengthX)] : []),
    f.sweetSaid(figures.sugarGPerL),
  ].join(', ');

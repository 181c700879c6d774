import { useState, type ReactNode } from 'react';
import type { InstrumentKind } from '@steepsis/core';
import { Button } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { TakeReading, type InPot } from './PotReadings';

/** What is asked for in a sentence, and what its button says. */
export type Asked = {
  label: string;
  before: string;
  unit: string;
  range: { min: number; max: number };
  step?: number;
  digits?: number;
  button: string;
  /** the instrument that could say it */
  read?: InstrumentKind;
};

/** A figure in a sentence and the button that tells it; where an instrument in the pot reads it, that is taken with a tap. */
export function FigureForm({
  asked: { label, before, unit, range, step = 1, digits = 0, button, read },
  start,
  pot,
  now,
  pending,
  onTold,
}: {
  asked: Asked;
  /** what it will be near */
  start: number;
  pot: InPot;
  now: number;
  pending: boolean;
  onTold: (value: number) => void;
}): ReactNode {
  const [value, setValue] = useState(start);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const [taken, setTaken] = useState(0);
  return (
    <div>
      <p className="flex flex-wrap items-center gap-x-2 gap-y-3 text-lg">
        {before}{' '}
        <InlineNumber
          // What was half typed gives way to what is taken.
          key={taken}
          label={label}
          value={value}
          range={{ unit, ...range }}
          step={step}
          digits={digits}
          unit={unit}
          onValue={setValue}
          onFault={setFault}
          className="text-2xl"
        />
        <Button disabled={pending || fault !== undefined} onClick={() => onTold(value)}>
          {button}
        </Button>
      </p>
      {read && (
        <TakeReading
          pot={pot}
          kind={read}
          range={range}
          now={now}
          onTake={(said) => {
            setValue(Number(said.toFixed(digits)));
            setTaken(taken + 1);
          }}
        />
      )}
      <Fault of={fault} />
    </div>
  );
}

/** What a field does not accept, and what it would. */
export const Fault = ({ of }: { of: FieldFault | undefined }): ReactNode =>
  of && (
    <p role="alert" className="mt-1 text-stop">
      {of.message}
    </p>
  );

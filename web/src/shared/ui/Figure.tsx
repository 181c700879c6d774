import { useState, type ReactNode } from 'react';
import type { Range } from '@steepsis/core';
import { InlineNumber, type FieldFault } from './InlineNumber';

/** A figure that tells its own fault, where no sentence around it does. */
export function Figure(props: Omit<Parameters<typeof InlineNumber>[0], 'onFault'>): ReactNode {
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  return (
    <>
      <InlineNumber {...props} onFault={setFault} />
      {fault && (
        <span role="alert" className="mt-1 block border-l-4 border-stop bg-stop-wash px-2 py-1 text-sm">
          {fault.message}
        </span>
      )}
    </>
  );
}

/** What a figure accepts, how far an arrow key moves it, and the unit that stands behind it: its own, or other words. */
export type Accepts = Range & { step: number; digits?: number; shown?: string | true };

/** A figure in a sentence, in one line of it. */
export function figure(label: string, value: number, accepts: Accepts, onValue: (value: number) => void): ReactNode {
  const { step, digits = 0, shown, ...range } = accepts;
  const unit = shown === true ? range.unit : shown;
  return (
    <Figure
      label={label}
      value={value}
      range={range}
      step={step}
      digits={digits}
      {...(unit === undefined ? {} : { unit })}
      onValue={onValue}
    />
  );
}

/** A tick with its words, large enough for a wet finger. */
export function Tick({
  checked,
  onChange,
  children,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
}): ReactNode {
  return (
    <label className="flex min-h-11 items-center gap-2.5">
      <input
        type="checkbox"
        checked={checked}
        onChange={(e) => onChange(e.target.checked)}
        className="size-5 shrink-0 accent-[var(--action)]"
      />
      <span>{children}</span>
    </label>
  );
}

/** A line of text with its name over it. */
export function TextField({
  label,
  value,
  onChange,
  placeholder,
  maxLength = 120,
  className = '',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  maxLength?: number;
  className?: string;
}): ReactNode {
  return (
    <label className={`block text-sm text-muted ${className}`}>
      {label}
      <input
        value={value}
        placeholder={placeholder}
        maxLength={maxLength}
        onChange={(e) => onChange(e.target.value)}
        className="mt-0.5 block min-h-11 w-full rounded-md border border-ink/35 bg-surface px-3 text-base text-ink"
      />
    </label>
  );
}

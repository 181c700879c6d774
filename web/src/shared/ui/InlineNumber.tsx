import { useEffect, useEffectEvent, useId, useState, type ReactNode } from 'react';
import { describeRange, type Range } from '@steepsis/core';
import { parseNumber } from '@/shared/format/format';

export type FieldFault = { field: string; message: string };

type Props = {
  /** its name for assistive technology and for messages: "Litres" */
  label: string;
  value: number;
  range: Range;
  step: number;
  /** how the figure is written: digits after the point */
  digits?: number;
  unit?: string;
  onValue: (value: number) => void;
  onFault: (fault: FieldFault | undefined) => void;
  className?: string;
};

/**
 * A figure in a sentence, set by typing or by the arrow keys. What is typed is only taken when it is accepted; anything else
 * stays on the page with a message, and the last accepted figure stays in force.
 */
export function InlineNumber({
  label,
  value,
  range,
  step,
  digits = 0,
  unit,
  onValue,
  onFault,
  className = '',
}: Props): ReactNode {
  const written = String(Number(value.toFixed(digits)));
  const [draft, setDraft] = useState<string | undefined>(undefined);
  const [fault, setFault] = useState(false);
  const id = useId();
  // A field that leaves the page takes its fault with it.
  const clear = useEffectEvent(() => onFault(undefined));
  useEffect(() => () => clear(), []);

  const take = (text: string): void => {
    setDraft(text);
    const parsed = parseNumber(text);
    const good = parsed !== undefined && parsed >= range.min && parsed <= range.max;
    setFault(!good);
    onFault(good ? undefined : { field: label, message: messageFor(label, range, text) });
    if (good) onValue(parsed);
  };
  const nudge = (direction: number): void => {
    const next = Math.min(range.max, Math.max(range.min, Math.round((value + direction * step) / step) * step));
    take(String(Number(next.toFixed(digits))));
    setDraft(undefined);
  };
  const shown = draft ?? written;
  return (
    <span className={`inline-flex items-baseline ${className}`}>
      <input
        id={id}
        aria-label={label}
        aria-invalid={fault}
        inputMode="decimal"
        autoComplete="off"
        value={shown}
        onChange={(e) => take(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => {
          if (!fault) setDraft(undefined);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault();
            nudge(e.key === 'ArrowUp' ? 1 : -1);
          }
          if (e.key === 'Escape') take(written);
        }}
        style={{ width: `${Math.min(14, Math.max(2, shown.length)) + 0.4}ch` }}
        className={`min-h-11 border-b-2 bg-transparent text-center font-semibold leading-tight set-here sm:min-h-0 ${fault ? 'border-stop text-stop' : 'border-action text-ink'}`}
      />
      {unit && (
        <label htmlFor={id} className="ml-1 font-semibold">
          {unit}
        </label>
      )}
    </span>
  );
}

/** "Litres: 0.2 to 20 L is accepted, not “lots”." */
export function messageFor(label: string, range: Range, text: string): string {
  const got = text.trim() === '' ? 'nothing' : `“${text.trim().slice(0, 24)}”`;
  return `${label}: a number from ${describeRange(range)} is accepted, not ${got}.`;
}

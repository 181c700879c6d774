import { useEffect, useEffectEvent, useId, useState, type ReactNode } from 'react';
import { describeRange, type Range } from '@steepsis/core';
import { houseScale, typedFigure, type HouseScale } from '@/shared/format/houseScale';

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
  // What tells its unit itself is told in the house's; one that stands in other words keeps its own.
  const scale = unit !== undefined && unit === range.unit ? houseScale(unit) : undefined;
  const written = scale
    ? String(Number(scale.shown(value).toFixed(scale.digits)))
    : String(Number(value.toFixed(digits)));
  const [draft, setDraft] = useState<string | undefined>(undefined);
  const [fault, setFault] = useState(false);
  const id = useId();
  // A field that leaves the page takes its fault with it.
  const clear = useEffectEvent(() => onFault(undefined));
  useEffect(() => () => clear(), []);

  const take = (text: string): void => {
    setDraft(text);
    const parsed = typedFigure(text, range.unit, scale);
    const good = parsed !== undefined && parsed >= range.min && parsed <= range.max;
    setFault(!good);
    onFault(good ? undefined : { field: label, message: messageFor(label, inScale(range, scale), text) });
    if (good) onValue(parsed);
  };
  const nudge = (direction: number): void => {
    const [at, by] = scale ? [scale.shown(value), scale.step(step)] : [value, step];
    const { min, max } = inScale(range, scale);
    const next = Math.min(max, Math.max(min, Math.round((at + direction * by) / by) * by));
    take(String(Number(next.toFixed(scale?.digits ?? digits))));
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
          {scale?.unit ?? unit}
        </label>
      )}
    </span>
  );
}

/** The range as it is shown: whole steps inside it, so that its ends are accepted. */
function inScale(range: Range, scale: HouseScale | undefined): Range {
  if (!scale) return range;
  const ten = 10 ** scale.digits;
  return {
    min: Math.ceil(scale.shown(range.min) * ten) / ten,
    max: Math.floor(scale.shown(range.max) * ten) / ten,
    unit: scale.unit,
  };
}

/** "Litres: 0.2 to 20 L is accepted, not “lots”." */
export function messageFor(label: string, range: Range, text: string): string {
  const got = text.trim() === '' ? 'nothing' : `“${text.trim().slice(0, 24)}”`;
  return `${label}: a number from ${describeRange(range)} is accepted, not ${got}.`;
}

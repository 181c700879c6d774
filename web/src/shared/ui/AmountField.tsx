import { useEffect, useId, useState, type ReactNode } from 'react';
import { readAmount, type AmountRead, type Meaning, type ReadingOf, type Thing } from '@steepsis/core';

/** What a field of an amount takes: so much, in the words that were typed where they are more than that. */
export type TakenAmount = { amount: number; words: string | undefined };

/**
 * An amount as cooks write it. What was typed stays; its figure stands beside it with its spread; what could be two things is asked in
 * place and goes on with the guess meanwhile; what cannot be read says so here, and nothing is changed.
 */
export function AmountField({
  label,
  words,
  amount,
  unit,
  thing,
  reading,
  most,
  none = false,
  relatesTo,
  onAmount,
  onRule,
}: {
  label: string;
  /** as it was typed, where that is more than the figure */
  words: string | undefined;
  amount: number;
  unit: 'g' | 'ml';
  thing: Thing;
  reading: ReadingOf;
  /** more than this is not accepted */
  most: number;
  /** what "equal weight" is as much as, in this unit */
  relatesTo?: number;
  /** whether there may be none of it */
  none?: boolean;
  onAmount: (taken: TakenAmount) => void;
  /** what is a rule and no amount, "the rest" or "to 2 L": true where it could be taken as one */
  onRule?: (read: AmountRead) => boolean;
}): ReactNode {
  const id = useId();
  const shown = words ?? plainly(amount, unit);
  const [text, setText] = useState(shown);
  const [fault, setFault] = useState<string | undefined>(undefined);
  const [typing, setTyping] = useState(false);
  // While it is being typed in, the words in the field are the cook's own business.
  useEffect(() => {
    if (typing) return;
    setText(shown);
    setFault(undefined);
  }, [shown, typing]);
  const of: ReadingOf = thing.pieces.length > 0 && unit === 'g' ? reading : { ...reading, fieldUnit: true };
  const read = (typed: string): AmountRead => related(readAmount(typed, thing, of), relatesTo, unit);
  const standing = words === undefined ? undefined : read(words);
  const isNone = (typed: string): boolean => none && /^0+([.,]0*)? ?(g|ml)?$/.test(typed.trim());
  const faultOf = (typed: string): string | undefined =>
    typed.trim() === shown || isNone(typed) ? undefined : refusalOf(read(typed), unit, most);
  /** Nothing else can be meant, and more typing can only make it more: it is taken as it is typed. */
  const isCertain = (typed: string): boolean =>
    isNone(typed) || (['sure', 'spread'].includes(read(typed).kind) && faultOf(typed) === undefined);
  const take = (typed: string): void => {
    if (typed.trim() === shown) return setFault(undefined);
    if (isNone(typed)) {
      setFault(undefined);
      return onAmount({ amount: 0, words: undefined });
    }
    const told = read(typed);
    const refusal = faultOf(typed);
    if (refusal !== undefined && !(told.kind !== 'not_understood' && onRule?.(told))) return setFault(refusal);
    setFault(undefined);
    if (refusal !== undefined) return;
    const plain = /^\d+([.,]\d+)? ?(g|ml)?$/.test(typed.trim()) && told.kind === 'sure';
    onAmount({ amount: told.typical!, words: plain ? undefined : typed.trim() });
  };
  return (
    <span className="inline-block align-top">
      <label htmlFor={id} className="sr-only">
        {label}
      </label>
      <input
        id={id}
        value={text}
        onFocus={() => setTyping(true)}
        onChange={(e) => {
          setText(e.target.value);
          if (isCertain(e.target.value)) take(e.target.value);
        }}
        onBlur={() => {
          take(text);
          if (!faultOf(text)) setTyping(false);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take(text);
          if (e.key === 'Escape') {
            setText(shown);
            setFault(undefined);
          }
        }}
        maxLength={80}
        autoComplete="off"
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        style={{ width: `${Math.min(30, Math.max(5, text.length)) + 1}ch` }}
        className={`min-h-11 max-w-full border-b-2 bg-transparent font-semibold leading-tight set-here sm:min-h-0 ${fault === undefined ? 'border-action text-ink' : 'border-stop text-stop'}`}
      />
      {standing && standing.kind !== 'ask' && (
        <span className="ml-2 text-muted">
          {standing.unit === unit ? figureOf(standing) : withUnit(Number(amount.toPrecision(3)), unit)}
        </span>
      )}
      {standing?.kind === 'ask' && fault === undefined && (
        <Question read={standing} label={label} onTake={(m) => onAmount({ amount: m.typical, words: m.words })} />
      )}
      {fault && (
        <span
          id={`${id}-fault`}
          role="alert"
          className="mt-1 block max-w-80 border-l-4 border-stop bg-stop-wash px-2 py-1 text-sm"
        >
          {fault}
        </span>
      )}
    </span>
  );
}

/** "Equal weight" as the amount it comes to, where there is something to be as much as. */
function related(read: AmountRead, relatesTo: number | undefined, unit: 'g' | 'ml'): AmountRead {
  const { low, typical, high } = read;
  if (read.unit !== 'relative' || typical === undefined || !relatesTo) return read;
  return {
    ...read,
    unit,
    low: (low ?? typical) * relatesTo,
    typical: typical * relatesTo,
    high: (high ?? typical) * relatesTo,
  };
}

/** What could be two things, or is told too widely: the guess goes on, and one tap settles it. */
function Question({
  read,
  label,
  onTake,
}: {
  read: AmountRead;
  label: string;
  onTake: (m: Meaning) => void;
}): ReactNode {
  return (
    <span
      role="group"
      aria-label={`${label}: ${read.question ?? ''}`}
      className="mt-1 block max-w-96 border-l-4 border-caution-line bg-caution-wash px-2 py-1 text-sm"
    >
      {read.question} {read.typical === undefined ? '' : `It is planned with ${figureOf(read)}.`}
      <span className="mt-1 flex flex-wrap gap-2">
        {read.alternatives.map((m) => (
          <button
            key={m.words}
            type="button"
            onClick={() => onTake(m)}
            className="min-h-11 rounded-md border border-ink/35 bg-surface px-3 text-base"
          >
            {m.words} <span className="text-muted">{withUnit(m.typical, m.unit)}</span>
          </button>
        ))}
      </span>
    </span>
  );
}

function refusalOf(read: AmountRead, unit: 'g' | 'ml', most: number): string | undefined {
  if (read.kind === 'not_understood') return read.message;
  if (read.typical === undefined)
    return `“${read.words}”: ${read.question ?? 'no plan can start from that yet: give it in figures.'}`;
  if (read.unit !== unit)
    return read.unit === 'g' || read.unit === 'ml'
      ? `That is so much in ${read.unit}; here it is told in ${unit}.`
      : `“${read.words}” is understood, but a plan starts from an amount: give it in figures.`;
  return read.typical > most
    ? `That is ${withUnit(read.typical, unit)}; up to ${withUnit(most, unit)} is accepted.`
    : undefined;
}

/** Exact, unlike a plan's: what is written here is what the recipe means. */
const plainly = (amount: number, unit: 'g' | 'ml'): string => `${Math.round(amount * 100) / 100} ${unit}`;

const withUnit = (x: number, unit: string): string => `${significant(x)} ${unit}`;
const significant = (x: number): string =>
  x >= 100 ? String(Math.round(x)) : String(Number(x.toPrecision(x >= 1 ? 3 : 2)));
const two = (x: number): string => (x >= 100 ? String(Math.round(x / 10) * 10) : String(Number(x.toPrecision(2))));

/** "38 g" where it is sure, "about 38 g, 31 to 47" where it is not. */
function figureOf({ kind, typical, low, high, unit }: AmountRead): string {
  if (typical === undefined || low === undefined || high === undefined) return '';
  return kind === 'sure'
    ? withUnit(typical, unit!)
    : `about ${withUnit(Number(two(typical)), unit!)}, ${two(low)} to ${two(high)}`;
}

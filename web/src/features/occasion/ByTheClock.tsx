import { addMinutes, format as formatDate, isSameDay } from 'date-fns';
import { useState, type ReactNode } from 'react';
import { keyOfChain, type DayDrink, type SheetLine } from '@steepsis/core';
import { Button } from '@/shared/ui/Button';
import type { Moves } from './DayPicture';

const STEPS = [-30, -5, 5, 30] as const;

/** What is done when, for the wall and for the hand that has no pointer: a line is opened, and moved by minutes. */
export function ByTheClock({
  lines,
  drinks,
  readyBy,
  pins,
  moves,
}: {
  lines: readonly SheetLine[];
  drinks: readonly DayDrink[];
  readyBy: string;
  pins: Readonly<Record<string, number>>;
  moves: Moves;
}): ReactNode {
  const [open, setOpen] = useState<string | undefined>(undefined);
  const ready = new Date(readyBy);
  const at = (l: SheetLine): Date => addMinutes(ready, l.atMin);
  const days = lines.filter((l, i) => i === 0 || !isSameDay(at(l), at(lines[i - 1]!)));
  return (
    <section aria-label="By the clock">
      {days.map((first) => (
        <div key={first.taskId} className="mb-2 break-inside-avoid-page">
          <h2 className="border-b-2 border-ink text-base">{formatDate(at(first), 'EEEE d MMM')}</h2>
          <ol>
            {lines
              .filter((l) => isSameDay(at(l), at(first)))
              .map((l) => (
                <li key={l.taskId} className={l.begun ? 'text-muted' : ''}>
                  <button
                    type="button"
                    aria-expanded={open === l.taskId}
                    disabled={l.begun}
                    onClick={() => setOpen(open === l.taskId ? undefined : l.taskId)}
                    className={`flex w-full items-baseline gap-2 border-l-4 py-0.5 pl-1.5 text-left pointer-coarse:min-h-11 pointer-coarse:items-center ${l.wasMin === undefined ? 'border-transparent' : 'border-action'} ${l.kind === 'hands' && !l.begun ? 'font-semibold' : ''}`}
                  >
                    <span className={`w-12 shrink-0 tabular-nums ${l.wasMin === undefined ? '' : 'text-action'}`}>
                      {formatDate(at(l), 'H:mm')}
                    </span>
                    <span
                      aria-hidden
                      className="h-3.5 w-2 shrink-0 self-center border border-ink"
                      style={{
                        background: drinks.find((d) => d.key === keyOfChain(l.chainId))?.colour ?? 'var(--water)',
                      }}
                    />
                    <span className="min-w-0 flex-1">
                      {l.words}
                      {l.begun && <span className="sr-only">, begun</span>}
                    </span>
                    {l.wasMin !== undefined && (
                      <span className="shrink-0 text-sm font-normal text-muted">
                        was {formatDate(addMinutes(ready, l.wasMin), 'H:mm')}
                      </span>
                    )}
                  </button>
                  {open === l.taskId && !l.begun && (
                    <div
                      className="no-print flex flex-wrap gap-1.5 py-1 pl-16"
                      role="group"
                      aria-label={`Move: ${l.words}`}
                    >
                      {STEPS.map((by) => (
                        <Button
                          key={by}
                          className="px-2.5 text-sm"
                          onClick={() => {
                            moves.onMove(l.taskId, Math.round((l.atMin + by) / 5) * 5);
                            moves.onDrop();
                          }}
                        >
                          {Math.abs(by)} min {by < 0 ? 'earlier' : 'later'}
                        </Button>
                      ))}
                      {l.taskId in pins && (
                        <Button className="px-2.5 text-sm" onClick={() => moves.onBack(l.taskId)}>
                          Where it would be
                        </Button>
                      )}
                    </div>
                  )}
                </li>
              ))}
          </ol>
        </div>
      ))}
    </section>
  );
}

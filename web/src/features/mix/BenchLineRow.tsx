import { Lock, LockOpen, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { colourIn, stepMl, volumeMl, colourDepthPerCm, type BenchPart, type MeasuredWith } from '@steepsis/core';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { Graduated } from '@/shared/vessels/Graduated';
import { useJugBench, type BenchLine } from './jugStore';
import { kitchenWords } from './measures';

/** One thing beside the jug: its amount on the side of its vessel, set, bounded or free. */
export function BenchLineRow({
  line,
  part,
  ml,
  note,
  measuredWith,
  wantedMl,
}: {
  line: BenchLine;
  part: BenchPart | undefined;
  ml: number;
  note: string | undefined;
  measuredWith: MeasuredWith;
  wantedMl: number;
}): ReactNode {
  const { change, take } = useJugBench();
  const have = part && !part.endless ? volumeMl(part.liquid) : Math.max(wantedMl, line.setMl ?? 0);
  const locked = line.setMl !== undefined;
  const shown = line.setMl ?? ml;
  const step = measuredWith === 'ml' ? 5 : stepMl(measuredWith, Math.max(shown, 60));
  return (
    <li className="flex gap-4 border-b border-line pb-3">
      <Graduated
        label={`${line.name}, amount`}
        ml={shown}
        maxMl={have}
        stepMl={step}
        colour={part && colourDepthPerCm(part.liquid) > 0 ? colourIn(part.liquid, { diameterCm: 7 }) : 'var(--ground)'}
        locked={locked}
        onMl={(setMl) => change(line.id, { setMl })}
      />
      <div className="min-w-0 flex-1">
        <h3 className="text-base [overflow-wrap:anywhere]">{line.name}</h3>
        <p className="text-sm text-muted">
          {note ??
            (line.haveMl === undefined ? (
              'as much as is wanted'
            ) : (
              <>
                of{' '}
                {figure(
                  `${line.name} on hand`,
                  line.haveMl,
                  { unit: 'ml', min: 1, max: 50_000, step: 10, shown: true },
                  (haveMl) => change(line.id, { haveMl }),
                )}
              </>
            ))}
        </p>
        <p className="font-display text-2xl font-bold">
          {figure(
            `${line.name}, poured`,
            Math.round(shown * 2) / 2,
            { unit: 'ml', min: 0, max: Math.max(1, have), step, digits: 1, shown: true },
            (setMl) => change(line.id, { setMl }),
          )}
          {measuredWith !== 'ml' && shown > 0 && (
            <span className="ml-2 font-sans text-base font-normal">{kitchenWords(shown, measuredWith)}</span>
          )}
        </p>
        <div className="flex flex-wrap items-center gap-x-4">
          <Button
            kind="quiet"
            aria-pressed={locked}
            onClick={() => change(line.id, { setMl: locked ? undefined : Math.round(ml) })}
          >
            {locked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden />}
            {locked ? 'Set; let it free' : 'Set it here'}
          </Button>
          {!locked && <Bounds line={line} have={have} />}
          <Button kind="quiet" onClick={() => take(line.id)} aria-label={`Take ${line.name} away`}>
            <Trash2 size={16} aria-hidden /> Take away
          </Button>
        </div>
      </div>
    </li>
  );
}

/** At least and at most, when asked for. */
function Bounds({ line, have }: { line: BenchLine; have: number }): ReactNode {
  const { change } = useJugBench();
  const bounded = line.minMl !== undefined || line.maxMl !== undefined;
  if (!bounded)
    return (
      <Button kind="quiet" onClick={() => change(line.id, { minMl: 0, maxMl: Math.floor(have) })}>
        At least, at most
      </Button>
    );
  return (
    <span className="leading-8">
      {figure(`${line.name}, at least`, line.minMl ?? 0, { unit: 'ml', min: 0, max: 50_000, step: 10 }, (minMl) =>
        change(line.id, { minMl }),
      )}{' '}
      to{' '}
      {figure(
        `${line.name}, at most`,
        line.maxMl ?? have,
        { unit: 'ml', min: 0, max: 50_000, step: 10, shown: true },
        (maxMl) => change(line.id, { maxMl }),
      )}{' '}
      <Button kind="quiet" onClick={() => change(line.id, { minMl: undefined, maxMl: undefined })}>
        No limits
      </Button>
    </span>
  );
}

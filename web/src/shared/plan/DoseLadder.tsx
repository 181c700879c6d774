import type { ReactNode } from 'react';
import type { DoseRung } from '@steepsis/core';
import * as f from '@/shared/format/format';

/** A plant's dose as a graduated line: where it is restrained, usual, bold, where it turns, and where this drink stands. */
export function DoseLadder({ rungs, now }: { rungs: readonly DoseRung[]; now?: number }): ReactNode {
  const top = Math.max(...rungs.map((r) => r.gPerL), now ?? 0) * 1.12;
  const at = (g: number): string => `${(100 * g) / top}%`;
  const nearest = now === undefined ? undefined : rungs.filter((r) => r.gPerL <= now * 1.001).at(-1);
  return (
    <figure>
      <div className="relative mx-8 h-24" aria-hidden>
        <div className="absolute inset-x-0 top-8 h-0.5 bg-ink" />
        {rungs.map((r, i) => (
          <div
            key={r.word}
            className="absolute top-5 flex -translate-x-1/2 flex-col items-center"
            style={{ left: at(r.gPerL) }}
          >
            <div className={`w-0.5 bg-ink ${i % 2 === 1 ? 'h-9' : 'h-4'}`} />
            <div className="whitespace-nowrap text-xs text-muted">{r.word}</div>
          </div>
        ))}
        {now !== undefined && (
          <div className="absolute top-0 flex -translate-x-1/2 flex-col items-center" style={{ left: at(now) }}>
            <div className="text-sm font-semibold leading-4">here</div>
            <div className="size-3 rotate-45 bg-action" />
          </div>
        )}
      </div>
      <figcaption className="text-[0.95rem]">
        {rungs.map((r, i) => (
          <span key={r.word}>
            {i > 0 && ', '}
            {r.word} {r.word.startsWith('turns') ? 'above ' : 'at '}
            {f.gPerL(r.gPerL)}
          </span>
        ))}
        {now !== undefined && (
          <strong className="font-semibold">
            . Here {f.gPerL(now)}: {nearest?.word ?? 'below restrained'}.
          </strong>
        )}
        <span className="text-muted"> As served; table and house estimate.</span>
      </figcaption>
    </figure>
  );
}

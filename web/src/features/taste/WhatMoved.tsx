import { useMemo, type ReactNode } from 'react';
import { JUG, type Batch, type Cause, type WhatChanged } from '@steepsis/core';
import { useWorkerAnswer } from '@/shared/api/useWorkerAnswer';
import * as f from '@/shared/format/format';
import { openTasteWorker } from './openTasteWorker';
import type { ChangeQuestion, GlassAsked } from './taste.worker';

const CAUSE: Readonly<Record<Cause, string>> = {
  lot: 'What the lot gives',
  dose: 'Leaf and water',
  time: 'Heat, lid and minutes',
  yield: 'What came out',
  mix: 'The mix',
  ice: 'Ice',
  'put-right': 'What was poured in later',
};

/** Less than this is folded away: a hundredth of the strength, a gram of sugar to a litre. */
const FOLDED = { strengthLn: 0.01, sugarGPerL: 1 } as const;

/** What moved the glass from one making to another, cause by cause, the largest first; the parts add up to the whole. */
export function WhatMoved({ was, is }: { was: Batch; is: Batch }): ReactNode {
  const question = useMemo((): ChangeQuestion => ({ was: glassOf(was), is: glassOf(is) }), [was, is]);
  const shown = useWorkerAnswer(
    openTasteWorker,
    question,
    (api, q) => api.changed(q) as Promise<WhatChanged | undefined>,
  );
  if (!shown) return <p role="status">Working out what moved it.</p>;
  if (shown.failed || !shown.answer)
    return <p className="text-sm text-muted">What moved it cannot be told of these two.</p>;
  const { shares, was: from, is: to } = shown.answer;
  const large = shares.filter(
    (s) => Math.abs(s.strengthLn) >= FOLDED.strengthLn || Math.abs(s.sugarGPerL) >= FOLDED.sugarGPerL,
  );
  const most = Math.max(...large.map((s) => Math.abs(s.strengthLn)), 0.02);
  return (
    <section aria-label="What moved it" className="mt-3 border-t-2 border-ink pt-2">
      <h3 className="text-base">
        In the glass {f.strength(from.strengthX)} became {f.strength(to.strengthX)}
        {Math.abs(to.sugarGPerL - from.sugarGPerL) >= 1 &&
          `, and ${f.gPerL(from.sugarGPerL)} of sugar ${f.gPerL(to.sugarGPerL)}`}
      </h3>
      {large.length === 0 ? (
        <p className="text-muted">Nothing moved it by as much as can be tasted.</p>
      ) : (
        <ul className="mt-1">
          {large.map((s) => (
            <li
              key={s.cause}
              className="grid grid-cols-[minmax(0,10.5rem)_1fr] items-center gap-x-3 py-1 sm:grid-cols-[10.5rem_6rem_1fr]"
            >
              <span className="font-medium">{CAUSE[s.cause]}</span>
              <Bar share={s.strengthLn / most} />
              <span>{movedWords(s)}</span>
            </li>
          ))}
        </ul>
      )}
      {large.length < shares.length && (
        <p className="text-sm text-muted">The rest moved it by less than a hundredth.</p>
      )}
    </section>
  );
}

/** The glass that was said something of last; as it is poured where nothing was said. */
export const glassOf = (batch: Batch): GlassAsked => {
  const said = batch.tastings.at(-1);
  return {
    events: batch.events,
    state: said?.state ?? (batch.plan.target.iced ? 'iced' : 'chilled'),
    at: said?.at ?? batch.vessels.find((v) => v.id === JUG)?.filledAt ?? batch.startedAt,
  };
};

/** To the right it is stronger for it, to the left weaker. */
function Bar({ share }: { share: number }): ReactNode {
  const width = 48 * Math.min(1, Math.abs(share));
  return (
    <svg viewBox="0 0 100 12" className="hidden h-3 w-24 sm:block" aria-hidden>
      <line x1={50} x2={50} y1={0} y2={12} className="stroke-ink" strokeWidth={1} />
      <rect x={share < 0 ? 50 - width : 50} y={2} width={width} height={8} className="fill-action" />
    </svg>
  );
}

function movedWords({ strengthLn, sugarGPerL }: { strengthLn: number; sugarGPerL: number }): string {
  const percent = Math.round(100 * Math.abs(Math.exp(strengthLn) - 1));
  const strength = percent >= 1 ? `${percent} % ${strengthLn > 0 ? 'stronger' : 'weaker'}` : '';
  const grams = Math.round(Math.abs(sugarGPerL));
  const sugar = grams >= 1 ? `${grams} g/L ${sugarGPerL > 0 ? 'more' : 'less'} sugar` : '';
  return [strength, sugar].filter(Boolean).join(', ');
}

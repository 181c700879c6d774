import type { ReactNode } from 'react';
import type { Explanation } from '@steepsis/core';
import { Opening } from './Opening';

/** A figure that opens to where it comes from: its steps, the constants behind it with their sources, and its spread. */
export function Explained({ what, children }: { what: () => Explanation; children: ReactNode }): ReactNode {
  return (
    <Opening wide trigger={children}>
      <Opened what={what} />
    </Opening>
  );
}

/** Worked out when it is opened, not before. */
function Opened({ what }: { what: () => Explanation }): ReactNode {
  const e = what();
  return (
    <>
      <div className="flex items-baseline justify-between gap-4">
        <h4 className="font-display text-base font-semibold">{e.title}</h4>
        <span className="font-semibold">{e.exact}</span>
      </div>
      {e.likely && (
        <p className="text-muted">
          four times in five between {e.likely.low} and {e.likely.high}
        </p>
      )}
      <ol className="mt-2 space-y-1">
        {e.steps.map((s) => (
          <li key={s.text} className="flex justify-between gap-4">
            <span>{s.text}</span>
            {s.value && <span className="shrink-0">{s.value}</span>}
          </li>
        ))}
      </ol>
      {e.constants.length > 0 && (
        <dl className="mt-3 space-y-1 border-t border-line pt-2">
          {e.constants.map((c) => (
            <div key={c.name}>
              <dt className="inline">{c.name}: </dt>
              <dd className="inline">
                {c.value} <span className="text-muted">({c.source})</span>
              </dd>
            </div>
          ))}
        </dl>
      )}
    </>
  );
}

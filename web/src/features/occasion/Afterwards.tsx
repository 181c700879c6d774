import { useState, type ReactNode } from 'react';
import { wantedOf, type DayDrink, type Occasion, type OccasionDrink } from '@steepsis/core';

import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';

/** Once it is served: what was left and what ran out, and what that says of the next time. */
export function Afterwards({
  occasion,
  drinks,
  onWent,
}: {
  occasion: Occasion;
  drinks: readonly DayDrink[];
  onWent: (index: number, went: OccasionDrink['went']) => void;
}): ReactNode {
  return (
    <Panel title="How it went" className="no-print">
      <ul className="divide-y divide-line">
        {occasion.drinks.map((d, i) => {
          const line = drinks[i];
          return line ? (
            <li key={line.key} className="py-1.5">
              <WentLine of={d} line={line} servedHours={occasion.servedHours} onWent={(went) => onWent(i, went)} />
            </li>
          ) : null;
        })}
      </ul>
      <p className="mt-2 text-sm text-muted">
        Said here, it counts the next time: “Again” on the list of occasions makes more of what ran out and less of what
        was left.
      </p>
    </Panel>
  );
}

function WentLine({
  of,
  line,
  servedHours,
  onWent,
}: {
  of: OccasionDrink;
  line: DayDrink;
  servedHours: number;
  onWent: (went: OccasionDrink['went']) => void;
}): ReactNode {
  const { went } = of;
  const made = line.begun ? (line.begun.cameOutL * 1000) / line.glassMl : line.glasses - line.standing;
  const glasses = went?.glasses ?? Math.round(Math.max(0, made + line.standing) * 10) / 10;
  const [kind, setKind] = useState<'left' | 'out' | 'none'>(!went ? 'none' : 'leftGlasses' in went ? 'left' : 'out');
  const wanted = wantedOf(of, servedHours);
  return (
    <p className="leading-[2.1]">
      <strong className="font-semibold">{line.name}</strong>, {Math.round(glasses)} glasses:{' '}
      <InlineChoice
        label={`How it went: ${line.name}`}
        value={kind}
        choices={[
          { value: 'none', label: 'not said' },
          { value: 'left', label: 'some was left' },
          { value: 'out', label: 'it ran out' },
        ]}
        onValue={(k) => {
          setKind(k);
          if (k === 'none') onWent(undefined);
          if (k === 'left') onWent({ glasses, leftGlasses: 0 });
          if (k === 'out') onWent({ glasses, ranOutMin: Math.round(servedHours * 30) });
        }}
      />
      {went && 'leftGlasses' in went && (
        <>
          {': '}
          {figure(
            `Glasses left, ${line.name}`,
            went.leftGlasses,
            { unit: 'glasses', min: 0, max: Math.max(1, glasses), step: 1, digits: 1, shown: true },
            (leftGlasses) => onWent({ glasses, leftGlasses }),
          )}
        </>
      )}
      {went && 'ranOutMin' in went && (
        <>
          {' '}
          after{' '}
          {figure(
            `Ran out after, ${line.name}`,
            went.ranOutMin,
            { unit: 'min', min: 0, max: 1440, step: 10, shown: true },
            (ranOutMin) => onWent({ glasses, ranOutMin }),
          )}
        </>
      )}
      {wanted && (
        <span>
          . Wanted: about {Math.round(wanted.glasses)} glasses{' '}
          <span className="text-muted">
            ({Math.round(wanted.low)} to {Math.round(wanted.high)} four times in five).
          </span>
        </span>
      )}
    </p>
  );
}

/** Whether it is time to ask. */
export const isServed = (readyBy: string, nowMs: number): boolean => nowMs > Date.parse(readyBy);

import { useState, type ReactNode } from 'react';
import {
  mainStageOf,
  TARGET_RANGES,
  wayOf,
  writtenMinutes,
  type Audience,
  type Drink,
  type PlanTarget,
} from '@steepsis/core';
import { AUDIENCE_CHOICES, audienceShort } from './audienceWords';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { InlineTicks } from '@/shared/ui/InlineTicks';

const GLASSES = { unit: 'glasses', min: 1, max: 100 } as const;
const STEEP_HOURS = { unit: 'h', min: 0.25, max: 24 } as const;

/** What is wanted, as a sentence whose figures are set in place. */
export function TargetSentence({
  drink,
  target,
  onChange,
  onAudience,
  onFaults,
}: {
  drink: Drink;
  target: PlanTarget;
  onChange: (change: Partial<PlanTarget>) => void;
  onAudience: (audience: Audience) => void;
  onFaults: (faults: readonly FieldFault[]) => void;
}): ReactNode {
  const [faults, setFaults] = useState<Readonly<Record<string, FieldFault>>>({});
  const fault =
    (field: string) =>
    (f: FieldFault | undefined): void => {
      setFaults((before) => {
        const others = Object.fromEntries(Object.entries(before).filter(([k]) => k !== field));
        const after = f ? { ...others, [field]: f } : others;
        onFaults(Object.values(after));
        return after;
      });
    };
  const number = (field: string, extra: Omit<Parameters<typeof InlineNumber>[0], 'label' | 'onFault'>): ReactNode => (
    <InlineNumber label={field} onFault={fault(field)} {...extra} />
  );
  const way = wayOf(drink, target.wayId)!;
  const main = mainStageOf(way);
  const inFridge = main?.kind === 'steep' && main.place !== 'off-heat';
  const glasses = (target.litres * 1000) / target.glassMl;
  const chooseWay = (wayId: string): void => onChange({ wayId, steepMin: writtenMinutes(wayOf(drink, wayId)!) });
  return (
    <div>
      <p className="text-[1.15rem] leading-[1.9]">
        Make{' '}
        {number('Litres', {
          value: target.litres,
          range: TARGET_RANGES.litres,
          step: 0.1,
          digits: 2,
          unit: 'L',
          onValue: (litres) => onChange({ litres }),
        })}
        , that is{' '}
        {number('Glasses', {
          value: glasses,
          range: GLASSES,
          step: 1,
          digits: 1,
          onValue: (n) => onChange({ litres: round3((n * target.glassMl) / 1000) }),
        })}{' '}
        glasses of{' '}
        {number('Glass size', {
          value: target.glassMl,
          range: TARGET_RANGES.glassMl,
          step: 10,
          unit: 'ml',
          onValue: (glassMl) => onChange({ glassMl }),
        })}{' '}
        poured{' '}
        <InlineChoice
          label="Ice"
          value={target.iced ? 'ice' : 'none'}
          choices={[
            { value: 'ice', label: 'over ice' },
            { value: 'none', label: 'without ice' },
          ]}
          onValue={(v) => onChange({ iced: v === 'ice' })}
        />
        , at ×
        {number('Strength', {
          value: target.strengthX,
          range: TARGET_RANGES.strengthX,
          step: 0.05,
          digits: 2,
          onValue: (strengthX) => onChange({ strengthX }),
        })}{' '}
        house strength with{' '}
        {number('Sugar', {
          value: target.sugarGPerL,
          range: TARGET_RANGES.sugarGPerL,
          step: 5,
          unit: 'g/L',
          onValue: (sugarGPerL) => onChange({ sugarGPerL }),
        })}{' '}
        of sugar, by{' '}
        <InlineChoice
          label="Method"
          value={target.wayId}
          choices={drink.brews[0].ways.map((w) => ({ value: w.id, label: w.name }))}
          onValue={chooseWay}
        />
        {main && (
          <>
            {' '}
            for{' '}
            {inFridge
              ? number('Steep', {
                  value: target.steepMin / 60,
                  range: STEEP_HOURS,
                  step: 0.5,
                  digits: 2,
                  unit: 'h',
                  onValue: (h) => onChange({ steepMin: Math.round(h * 60) }),
                })
              : number('Steep', {
                  value: target.steepMin,
                  range: { ...TARGET_RANGES.steepMin, max: 120 },
                  step: 1,
                  digits: 1,
                  unit: 'min',
                  onValue: (steepMin) => onChange({ steepMin }),
                })}
          </>
        )}
        , for{' '}
        <InlineTicks
          label="For whom"
          summary={target.audience.length === 0 ? 'healthy adults' : target.audience.map(audienceShort).join(', ')}
          choices={AUDIENCE_CHOICES}
          ticked={target.audience}
          onTicked={onAudience}
          note="Tick all that holds at the table. It stays ticked for every drink until you change it. This only turns the usual cautions on; it is not advice for a person."
        />
        .
      </p>
      {Object.values(faults).map((f) => (
        <p key={f.field} role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-1.5 text-[0.95rem]">
          {f.message} The figures below are still those of the last accepted plan.
        </p>
      ))}
    </div>
  );
}

const round3 = (x: number): number => Math.round(x * 1000) / 1000;

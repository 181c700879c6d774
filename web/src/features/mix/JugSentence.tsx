import type { ReactNode } from 'react';
import { JUG_STRENGTH, type Audience, type Drink, type MeasuredWith, type Shade } from '@steepsis/core';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineTicks } from '@/shared/ui/InlineTicks';
import { useJugBench } from './jugStore';

const MEASURES: readonly { value: MeasuredWith; label: string }[] = [
  { value: 'ml', label: 'millilitres' },
  { value: 'cups', label: 'cups and spoons' },
  { value: 'ladles', label: 'ladles of 120 ml' },
];
const SHADE_WORDS: readonly { value: Shade | 'any'; label: string }[] = [
  { value: 'any', label: 'of any colour' },
  { value: 'pale', label: 'pale, not deep' },
  { value: 'middle', label: 'neither pale nor deep' },
  { value: 'deep', label: 'deep, not pale' },
];

/** What the jug is to be, in a sentence. */
export function JugSentence({
  jugs,
  vesselId,
  drinks,
}: {
  jugs: readonly { value: string; label: string }[];
  vesselId: string;
  drinks: readonly Drink[];
}): ReactNode {
  const b = useJugBench();
  const { wishes: w, wish } = b;
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <p className="max-w-[62rem] text-[1.12rem] leading-[2.05]">
        {figure('Litres', w.litres, { unit: 'L', min: 0.1, max: 20, step: 0.1, digits: 2, shown: true }, (litres) =>
          wish({ litres }),
        )}{' '}
        in the <InlineChoice label="Jug" value={vesselId} choices={jugs} onValue={(id) => b.set({ vesselId: id })} />,
        drunk{' '}
        <InlineChoice
          label="Ice"
          value={b.iced ? 'iced' : 'plain'}
          choices={[
            { value: 'iced', label: 'over ice' },
            { value: 'plain', label: 'without ice' },
          ]}
          onValue={(v) => b.set({ iced: v === 'iced' })}
        />{' '}
        from glasses of{' '}
        {figure('Glass', b.glassMl, { unit: 'ml', min: 50, max: 1000, step: 10, shown: true }, (glassMl) =>
          b.set({ glassMl }),
        )}
        .{' '}
        <Wanted
          name="Strength"
          on={w.strengthX !== undefined}
          onToggle={(on) => wish({ strengthX: on ? 1 : undefined })}
        >
          {w.strengthX !== undefined && (
            <>
              ×
              {figure('Strength', w.strengthX, { ...JUG_STRENGTH, step: 0.05, digits: 2 }, (strengthX) =>
                wish({ strengthX }),
              )}{' '}
              of{' '}
              <InlineChoice
                label="Like"
                value={b.likeDrinkId ?? 'usual'}
                choices={[
                  { value: 'usual', label: 'a usual glass' },
                  ...drinks.map((d) => ({ value: d.id, label: d.name })),
                ]}
                onValue={(id) => b.set({ likeDrinkId: id === 'usual' ? undefined : id })}
              />
            </>
          )}
        </Wanted>
        ,{' '}
        <Wanted
          name="Sweetness"
          on={w.sweetGPerL !== undefined}
          onToggle={(on) => wish({ sweetGPerL: on ? 60 : undefined })}
        >
          {w.sweetGPerL !== undefined &&
            figure(
              'Sweetness',
              w.sweetGPerL,
              { unit: 'g/L', min: 0, max: 250, step: 5, shown: 'g/L sweet' },
              (sweetGPerL) => wish({ sweetGPerL }),
            )}
        </Wanted>
        ,{' '}
        <Wanted
          name="Tartness"
          on={w.acidGPerL !== undefined}
          onToggle={(on) => wish({ acidGPerL: on ? 4 : undefined })}
        >
          {w.acidGPerL !== undefined &&
            figure(
              'Tartness',
              w.acidGPerL,
              { unit: 'g/L', min: 0, max: 20, step: 0.5, digits: 1, shown: 'g/L tart' },
              (acidGPerL) => wish({ acidGPerL }),
            )}
        </Wanted>
        ,{' '}
        <InlineChoice
          label="Colour"
          value={w.shade ?? 'any'}
          choices={SHADE_WORDS}
          onValue={(v) => wish({ shade: v === 'any' ? undefined : v })}
        />
        . For{' '}
        <InlineTicks
          label="Who drinks it"
          summary={b.audience.length === 0 ? 'healthy adults' : b.audience.map(audienceShort).join(', ')}
          choices={AUDIENCE_CHOICES}
          ticked={b.audience}
          onTicked={(audience: Audience) => b.set({ audience })}
        />
        , measured in{' '}
        <InlineChoice
          label="Measured in"
          value={b.measuredWith}
          choices={MEASURES}
          onValue={(measuredWith) => b.set({ measuredWith })}
        />
        .
      </p>
      <TextField
        label="Its name"
        value={b.name}
        placeholder="for the label"
        maxLength={80}
        onChange={(name) => b.set({ name })}
        className="w-56"
      />
    </div>
  );
}

/** A wish that can be left free. */
function Wanted({
  name,
  on,
  onToggle,
  children,
}: {
  name: string;
  on: boolean;
  onToggle: (on: boolean) => void;
  children: ReactNode;
}): ReactNode {
  return (
    <span className="whitespace-nowrap">
      <InlineChoice
        label={`${name} wanted`}
        value={on ? 'wanted' : 'free'}
        choices={[
          { value: 'wanted', label: name },
          { value: 'free', label: `${name} as it comes` },
        ]}
        onValue={(v) => onToggle(v === 'wanted')}
      />{' '}
      {children}
    </span>
  );
}

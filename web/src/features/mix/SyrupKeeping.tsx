import { Play, Square } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import {
  HIGH_INTENSITY,
  highIntensityMgPerL,
  InputError,
  keepingWindow,
  standingMinutesTo,
  type Kitchen,
} from '@steepsis/core';
import { serverNow, useNow } from '@/shared/api/clock';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { figure, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';

/** How long a syrup keeps, by its Brix and what is in it. */
export function Keeping({ brix }: { brix: number }): ReactNode {
  const [fruit, setFruit] = useState(false);
  const w = keepingWindow({ hotBrewed: true, onlyTea: false, brix, freshFruit: fruit });
  return (
    <div className="mt-2">
      <Tick checked={fruit} onChange={setFruit}>
        fruit or puree is in it
      </Tick>
      <p>
        In a boiled-out bottle in the fridge it keeps{' '}
        <strong>
          {w.targetDays} days, {w.hardDays} at most
        </strong>
        : {w.reason}
        {w.decides && `; ${w.decides}`}. A house choice; your local food-safety authority comes first.
      </p>
    </div>
  );
}

type HoneyClock = {
  startedAt: number | undefined;
  minutes: number;
  toC: number;
  start: (minutes: number, toC: number) => void;
  stop: () => void;
};

/** The clock outlives the page: honey waits for a pot that is looked at from anywhere. */
const useHoneyClock = create<HoneyClock>()(
  persist(
    (set) => ({
      startedAt: undefined,
      minutes: 0,
      toC: 40,
      start: (minutes, toC) => set({ startedAt: serverNow(), minutes, toC }),
      stop: () => set({ startedAt: undefined }),
    }),
    { name: 'steepsis.honey', version: 1 },
  ),
);

/** When it is cool enough for honey. */
export function HoneyWhenCool({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const vessels = kitchen.vessels.filter((v) => v.kind === 'pot' || v.kind === 'jug' || v.kind === 'jar');
  const [vesselId, setVessel] = useState(vessels[0]?.id ?? '');
  const [ml, setMl] = useState(1000);
  const [fromC, setFrom] = useState(95);
  const [toC, setTo] = useState(40);
  const [lid, setLid] = useState<'open' | 'closed'>('open');
  const clock = useHoneyClock();
  const vessel = vessels.find((v) => v.id === vesselId) ?? vessels[0];
  if (!vessel) return null;
  const minutes = standingMinutesTo({ vessel, volumeMl: ml, fromC, toC, lid, roomC: kitchen.roomC });
  return (
    <Panel title="Honey, when it is cool enough">
      <p className="text-[1.1rem] leading-[2]">
        {figure('Cooling', ml, { unit: 'ml', min: 50, max: 20_000, step: 50, shown: true }, setMl)} in the{' '}
        <InlineChoice
          label="Standing in"
          value={vessel.id}
          choices={vessels.map((v) => ({ value: v.id, label: v.name }))}
          onValue={setVessel}
        />
        ,{' '}
        <InlineChoice
          label="Covered"
          value={lid}
          choices={[
            { value: 'open', label: 'uncovered' },
            { value: 'closed', label: 'covered' },
          ]}
          onValue={setLid}
        />
        , at {figure('Now', fromC, { unit: '°C', min: 30, max: 100, step: 1, shown: true }, setFrom)}, to fall to{' '}
        {figure('Honey below', toC, { unit: '°C', min: 25, max: 80, step: 1, shown: true }, setTo)} on the counter.
      </p>
      {clock.startedAt === undefined ? (
        <p className="flex flex-wrap items-center gap-4 text-lg">
          {minutes === undefined ? (
            `The room is ${f.celsius(kitchen.roomC)}: it never falls below that.`
          ) : minutes === 0 ? (
            'It is cool enough now.'
          ) : (
            <>
              <span>
                In about <strong data-testid="honey-minutes">{f.duration(minutes)}</strong>, by a quarter more or less.
              </span>
              <Button onClick={() => clock.start(minutes, toC)}>
                <Play size={17} aria-hidden /> Start the clock
              </Button>
            </>
          )}
        </p>
      ) : (
        <Running clock={clock} startedAt={clock.startedAt} />
      )}
      <p className="mt-1 text-sm text-muted">
        Above 40 °C honey loses its aroma and enzymes; it is safe all the same. Honey is never for a baby under 12
        months.
      </p>
    </Panel>
  );
}

function Running({ clock, startedAt }: { clock: HoneyClock; startedAt: number }): ReactNode {
  const now = useNow(1000);
  const left = clock.minutes - (now - startedAt) / 60_000;
  return (
    <p className="flex flex-wrap items-center gap-4 text-lg" role="timer">
      {left > 0 ? (
        <span>
          <strong className="font-display text-3xl">{f.clock(left)}</strong> until it is at {f.celsius(clock.toC)}
        </span>
      ) : (
        <strong>It should be at {f.celsius(clock.toC)}: feel it, and stir the honey in.</strong>
      )}
      <Button onClick={clock.stop}>
        <Square size={16} aria-hidden /> {left > 0 ? 'Stop it' : 'Done'}
      </Button>
    </p>
  );
}

/** Sweeteners by the pinch: how much for a litre as sweet as so much sugar, and where they give out. */
export function ByThePinch({ sugarG }: { sugarG: number }): ReactNode {
  const rows = Object.entries(HIGH_INTENSITY).map(([kind, { name }]): [string, string] => {
    try {
      return [name, `${Math.round(highIntensityMgPerL(kind as keyof typeof HIGH_INTENSITY, sugarG))} mg`];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return [name, 'not by itself: it gives out below that'];
    }
  });
  return (
    <div className="mt-3">
      <p>In a litre of drink, as sweet as with {f.grams(sugarG)} of sugar:</p>
      <ul className="mt-1 grid gap-x-8 sm:grid-cols-3">
        {rows.map(([name, amount]) => (
          <li key={name} className="flex justify-between gap-3 border-b border-line py-1.5">
            <span>{name}</span>
            <strong className="text-right">{amount}</strong>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-muted">
        Weighed with a pinch scale, or by the packet’s own measure; beyond about half of the sweetness of a soft drink
        they turn bitter before they turn sweeter. Constants after published sweetness curves.
      </p>
    </div>
  );
}

export type Spoon = 'runs' | 'cream' | 'oil' | 'honey';

/** What a cold spoon tells: the Brix at the middle of what its words cover, cold. By the viscosity of sugar solutions. */
export const SPOON_BRIX: Readonly<Record<Spoon, { words: string; brix: number }>> = {
  runs: { words: 'runs off like water', brix: 25 },
  cream: { words: 'flows like cream', brix: 45 },
  oil: { words: 'flows like thin oil', brix: 57 },
  honey: { words: 'creeps like honey', brix: 67 },
};

/** What the liquid in a pan weighs when it reads so many °Bx: its sugar stays. */
export const liquidAtBrixG = (startG: number, startBrix: number, brix: number): number => (startG * startBrix) / brix;

import { useState, type ReactNode } from 'react';
import {
  ambientMeltG,
  cubesOfDrink,
  flashChill,
  InputError,
  pourToBeRight,
  sipsOver,
  type IcedGlass,
  type Kitchen,
} from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { ConcentrateCubes, IceInJug, KeptHot, Pops, Shaken } from './ServePanels';
import { MixPlaces } from './MixPlaces';

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return (
    <Page title="Ice and serve" note="What ice, heat and frost do to a drink, and how strong to make it for that.">
      <MixPlaces />
      <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <div className="space-y-3">
          <OverIce kitchen={house.data.forPlans} />
          <IceInJug kitchen={house.data.forPlans} />
          <KeptHot kitchen={house.data.forPlans} />
        </div>
        <div className="space-y-3">
          <FlashChill kitchen={house.data.forPlans} />
          <ConcentrateCubes />
          <Shaken kitchen={house.data.forPlans} />
          <Pops kitchen={house.data.forPlans} />
        </div>
      </div>
    </Page>
  );
}

/** When a guest drinks: the first sip, some moments on the way, and the last. */
const MOMENTS = [0, 5, 10, 15, 20, 30] as const;

function OverIce({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [pouredMl, setPoured] = useState(250);
  const [pouredC, setC] = useState(kitchen.fridgeC);
  const [iceG, setIce] = useState(110);
  const [roomC, setRoom] = useState(kitchen.roomC);
  const [wantedX, setWanted] = useState(1);
  const [atMin, setAt] = useState(5);
  const [of, setOf] = useState<'water' | 'drink'>('water');
  const bare: IcedGlass = { pouredMl, pouredC, iceG, iceC: kitchen.freezerC, roomC, glassG: kitchen.glassG };
  const x = of === 'drink' ? wantedX : pourToBeRight(bare, wantedX, atMin);
  const cubes = cubesOfDrink(bare, wantedX);
  const glass = of === 'drink' ? { ...bare, iceG: cubes.ml, iceX: cubes.x } : bare;
  const sips = sipsOver(glass, x, MOMENTS);
  return (
    <Panel title="Over ice">
      <p className="text-[1.1rem] leading-[2]">
        {figure('Pour', pouredMl, { unit: 'ml', min: 30, max: 1000, step: 10, shown: true }, setPoured)} at{' '}
        {figure('Poured at', pouredC, { unit: '°C', min: 0, max: 100, step: 1, shown: true }, setC)} over{' '}
        {figure('Ice', iceG, { unit: 'g', min: 0, max: 800, step: 10, shown: true }, setIce)} of ice made of{' '}
        <InlineChoice
          label="Ice made of"
          value={of}
          choices={[
            { value: 'water', label: 'water' },
            { value: 'drink', label: 'the drink itself' },
          ]}
          onValue={setOf}
        />
        , in {figure('Room', roomC, { unit: '°C', min: 0, max: 45, step: 1, shown: true }, setRoom)}, to be ×
        {figure('Wanted', wantedX, { unit: '×', min: 0.2, max: 4, step: 0.05, digits: 2 }, setWanted)}
        {of === 'water' && (
          <> after {figure('Right after', atMin, { unit: 'min', min: 0, max: 60, step: 1, shown: true }, setAt)}</>
        )}
        .
      </p>
      <p className="mt-2 text-lg">
        {of === 'water' ? (
          <>
            Make the jug <strong data-testid="pour-x">{f.strength(x)}</strong>: the ice thins it to{' '}
            {f.strength(wantedX)} by then.
          </>
        ) : (
          <>
            Freeze <strong data-testid="cubes">{cubes.cubes} cubes</strong> ({f.volume(cubes.ml)}) of the drink at{' '}
            {f.strength(cubes.x)} for each glass, and pour it{f.atStrength(x)}: the last sip is as the first.
          </>
        )}
      </p>
      <table className="mt-3 w-full text-[0.95rem]">
        <caption className="sr-only">Strength over the minutes</caption>
        <thead>
          <tr className="text-left text-sm text-muted">
            <th className="font-normal">Sip</th>
            <th className="text-right font-normal">strength</th>
            <th className="text-right font-normal">melted</th>
          </tr>
        </thead>
        <tbody>
          {sips.map((s) => (
            <tr key={s.minutes} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal">
                {s.minutes === 0 ? `the first, at ${f.celsius(s.tempC)}` : `after ${s.minutes} min`}
              </th>
              <td className="text-right font-semibold">{f.strengthWithin(s)}</td>
              <td className="text-right">{f.grams(s.meltedG)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-muted">
        Heat is counted exactly for the first sip; after it the room melts about{' '}
        {f.grams(ambientMeltG({ minutes: 1, ambientC: roomC }))} a minute in an ordinary glass, by half or double (house
        estimate).
      </p>
    </Panel>
  );
}

/** Hot concentrate straight onto ice that melts whole. */
function FlashChill({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [hotMl, setHot] = useState(500);
  const [hotC, setC] = useState(85);
  const [finalC, setFinal] = useState(6);
  const [wantedX, setWanted] = useState(1);
  const found = chill({ hotC, iceC: kitchen.freezerC, finalC, targetX: wantedX });
  return (
    <Panel title="Flash chill">
      <p className="text-[1.1rem] leading-[2]">
        {figure('Hot concentrate', hotMl, { unit: 'ml', min: 30, max: 10_000, step: 50, shown: true }, setHot)} at{' '}
        {figure('Hot at', hotC, { unit: '°C', min: 20, max: 100, step: 1, shown: true }, setC)} onto ice, to end at{' '}
        {figure('Ends at', finalC, { unit: '°C', min: 0, max: 40, step: 1, shown: true }, setFinal)} and ×
        {figure('Ends as', wantedX, { unit: '×', min: 0.2, max: 4, step: 0.05, digits: 2 }, setWanted)}.
      </p>
      {'fault' in found ? (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {found.fault}
        </p>
      ) : (
        <p className="mt-2 text-lg">
          Take <strong data-testid="flash-ice">{f.grams(hotMl * found.icePerHot)}</strong> of ice, and brew the
          concentrate at <strong>{f.strength(found.concentrateX)}</strong>. It comes to{' '}
          {f.volume(hotMl * (1 + found.icePerHot))}.
        </p>
      )}
      <p className="mt-2 text-sm text-muted">
        All of the ice melts. The jug itself takes a little more: put some cubes in beside. Pour hot onto ice in metal
        or tempered glass, never in a cold thin jar.
      </p>
    </Panel>
  );
}

function chill(setup: Parameters<typeof flashChill>[0]): ReturnType<typeof flashChill> | { fault: string } {
  try {
    return flashChill(setup);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `It must start ${error.accepted}.` };
  }
}

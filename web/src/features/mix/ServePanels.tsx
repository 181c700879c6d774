import { useState, type ReactNode } from 'react';
import {
  brixOfPop,
  botanicalBySlug,
  botanicals,
  HOLD_AT_LEAST_C,
  holdHot,
  hotPortion,
  InputError,
  popFillMl,
  popOf,
  popToFeel,
  portionCubes,
  shaken,
  sipsOver,
  type Kitchen,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { shortName } from '@/shared/format/names';
import { figure, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';

const SENTENCE = 'text-[1.1rem] leading-[2]';
const CELL = 'py-1 text-right';

/** A jug takes up heat through its side, about two and a half times an ordinary glass. House estimate. */
const JUG_LOSS_W_PER_K = 1;

/** Ice in the jug itself: the last glass is not the first. */
export function IceInJug({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [jugMl, setJug] = useState(1500);
  const [iceG, setIce] = useState(500);
  const [overMin, setOver] = useState(60);
  const [x, setX] = useState(1);
  const jug = {
    pouredMl: jugMl,
    pouredC: kitchen.fridgeC,
    iceG,
    iceC: kitchen.freezerC,
    roomC: kitchen.roomC,
    glassG: 900,
    lossWPerK: JUG_LOSS_W_PER_K,
  };
  const sips = sipsOver(jug, x, [0, overMin / 2, overMin]);
  const [first, , last] = sips;
  return (
    <Panel title="Ice in the jug">
      <p className={SENTENCE}>
        {figure('Jug', jugMl, { unit: 'ml', min: 200, max: 10_000, step: 100, shown: true }, setJug)} of ×
        {figure('Jug strength', x, { unit: '×', min: 0.2, max: 4, step: 0.05, digits: 2 }, setX)} with{' '}
        {figure('Ice in the jug', iceG, { unit: 'g', min: 0, max: 5000, step: 50, shown: true }, setIce)} of ice, poured
        out over {figure('Over', overMin, { unit: 'min', min: 1, max: 240, step: 5, shown: true }, setOver)}.
      </p>
      <p className="mt-1 text-lg">
        The first glass is <strong>{f.strengthWithin(first!)}</strong>, the last{' '}
        <strong>{f.strengthWithin(last!)}</strong>.
      </p>
      <p className="mt-1 text-sm text-muted">
        {f.grams(last!.meltedG)} melts, by half or double (house estimate). Ice in the glass instead keeps the jug as it
        is.
      </p>
    </Panel>
  );
}

/** Concentrate in cubes: a glass at a time, from the freezer. */
export function ConcentrateCubes(): ReactNode {
  const [concentrateX, setX] = useState(4);
  const [glassMl, setGlass] = useState(200);
  const [wantedX, setWanted] = useState(1);
  const found = cubesFor({ concentrateX, glassMl, wantedX });
  return (
    <Panel title="Concentrate in cubes">
      <p className={SENTENCE}>
        Concentrate of ×
        {figure('Frozen concentrate', concentrateX, { unit: '×', min: 1.1, max: 12, step: 0.1, digits: 1 }, setX)}{' '}
        frozen in a tray, for glasses of{' '}
        {figure('Cube glass', glassMl, { unit: 'ml', min: 60, max: 1000, step: 10, shown: true }, setGlass)} at ×
        {figure('Cube strength', wantedX, { unit: '×', min: 0.2, max: 4, step: 0.05, digits: 2 }, setWanted)}.
      </p>
      {'fault' in found ? (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {found.fault}
        </p>
      ) : (
        <p className="text-lg">
          <strong data-testid="portion-cubes">
            {found.cubes} {found.cubes === 1 ? 'cube' : 'cubes'}
          </strong>{' '}
          and {f.volume(found.waterMl)} of cold water a glass: {f.strength(found.x)} when they have melted.
        </p>
      )}
      <p className="mt-1 text-sm text-muted">
        Cubes of 27 ml, an ordinary tray (house estimate). Frozen it keeps 3 months for its taste.
      </p>
    </Panel>
  );
}

function cubesFor(...args: Parameters<typeof portionCubes>): ReturnType<typeof portionCubes> | { fault: string } {
  try {
    return portionCubes(...args);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `It must be stronger than the glass: ${error.accepted} is wanted.` };
  }
}

/** Shaken with ice and strained off it. */
export function Shaken({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [ml, setMl] = useState(150);
  const [tempC, setTemp] = useState(20);
  const [iceG, setIce] = useState(150);
  const [wet, setWet] = useState(false);
  const [wantedX, setWanted] = useState(1);
  const s = shaken({ ml, tempC }, { iceG, iceC: wet ? 0 : kitchen.freezerC, wet }, kitchen.roomC);
  return (
    <Panel title="Shaken with ice">
      <p className={SENTENCE}>
        {figure('Shaken', ml, { unit: 'ml', min: 20, max: 1000, step: 10, shown: true }, setMl)} at{' '}
        {figure('Shaken at', tempC, { unit: '°C', min: 0, max: 100, step: 1, shown: true }, setTemp)} with{' '}
        {figure('Shaken with', iceG, { unit: 'g', min: 20, max: 1000, step: 10, shown: true }, setIce)} of ice, to be ×
        {figure('Shaken to', wantedX, { unit: '×', min: 0.2, max: 4, step: 0.05, digits: 2 }, setWanted)}.
      </p>
      <Tick checked={wet} onChange={setWet}>
        wet ice, off the counter
      </Tick>
      <p className="text-lg">
        Mix it at <strong data-testid="shaken-x">{f.strength(wantedX * s.thinning)}</strong>: it takes up{' '}
        {f.grams(s.meltedG)} of water and comes out at {f.celsius(s.finalC)}.
      </p>
      <p className="mt-1 text-sm text-muted">Cold drinks only in a closed shaker: hot ones burst out of it.</p>
    </Panel>
  );
}

const SPICES = botanicals().filter((b) => b.extractionClass !== 'stirred_in');

/** Kept hot for guests: steam, strength and spice over the hours. */
export function KeptHot({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const pots = kitchen.vessels.filter((v) => v.kind === 'pot');
  const [potId, setPot] = useState(pots.find((p) => p.capacityMl >= 3000)?.id ?? pots[0]?.id ?? '');
  const [volumeMl, setVolume] = useState(2500);
  const [holdC, setHold] = useState(70);
  const [hours, setHours] = useState(3);
  const [lid, setLid] = useState<'open' | 'closed'>('closed');
  const [served, setServed] = useState(500);
  const [spice, setSpice] = useState('cassia_stick');
  const [alreadyMin, setAlready] = useState(20);
  const [spicy, setSpicy] = useState(true);
  const [concentrateX, setX] = useState(3);
  const portion = hotPortion({ concentrateX, portionMl: 200, baseC: kitchen.fridgeC });
  const vessel = pots.find((p) => p.id === potId) ?? pots[0];
  if (!vessel) return <Panel title="Kept hot for guests">The kitchen has no pot: add one there.</Panel>;
  const held = holdHot({
    vessel,
    volumeMl,
    holdC,
    hours,
    lid,
    roomC: kitchen.roomC,
    servedMlPerHour: served,
    ...(spicy ? { spice: { plant: spice, alreadyMin } } : {}),
  });
  return (
    <Panel title="Hot portions, kept hot for guests">
      <p className={SENTENCE}>
        {figure('Kept hot', volumeMl, { unit: 'ml', min: 100, max: 20_000, step: 100, shown: true }, setVolume)} in the{' '}
        <InlineChoice
          label="Pot"
          value={vessel.id}
          choices={pots.map((p) => ({ value: p.id, label: p.name }))}
          onValue={setPot}
        />
        ,{' '}
        <InlineChoice
          label="Lid"
          value={lid}
          choices={[
            { value: 'closed', label: 'lid on' },
            { value: 'open', label: 'lid off' },
          ]}
          onValue={setLid}
        />
        , at {figure('Kept at', holdC, { unit: '°C', min: 40, max: 99, step: 1, shown: true }, setHold)} for{' '}
        {figure('Hours kept', hours, { unit: 'h', min: 0.5, max: 12, step: 0.5, digits: 1, shown: true }, setHours)},
        with{' '}
        {figure(
          'Served an hour',
          served,
          { unit: 'ml', min: 0, max: 10_000, step: 50, shown: 'ml served an hour' },
          setServed,
        )}
        .
      </p>
      <Tick checked={spicy} onChange={setSpicy}>
        spice is still in it
      </Tick>
      {spicy && (
        <p className="leading-9">
          <PlantPicker label="Spice in the pot" plants={SPICES} onPick={(p) => setSpice(p.slug)}>
            {shortName(botanicalBySlug(spice).name)}
          </PlantPicker>{' '}
          that has simmered{' '}
          {figure('Simmered', alreadyMin, { unit: 'min', min: 1, max: 240, step: 1, shown: true }, setAlready)} already
        </p>
      )}
      {!held.safe && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          Below {HOLD_AT_LEAST_C} °C germs grow: keep it at {HOLD_AT_LEAST_C} °C or above, or drink it within two hours.
          Your local food-safety authority may ask for more.
        </p>
      )}
      <table className="mt-2 w-full text-[0.95rem]">
        <caption className="sr-only">Hour by hour, without topping up</caption>
        <thead>
          <tr className="text-sm text-muted">
            <th className="text-left font-normal">after</th>
            <th className="text-right font-normal">left</th>
            <th className="text-right font-normal">strength</th>
            <th className="text-right font-normal">top up</th>
            {spicy && <th className="text-right font-normal">spice</th>}
          </tr>
        </thead>
        <tbody>
          {held.hours.map((h) => (
            <tr key={h.hour} className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                {h.hour} h
              </th>
              <td className={CELL}>{f.volume(h.volumeMl)}</td>
              <td className={CELL}>{h.thicker.toFixed(2)} times</td>
              <td className={CELL}>{f.volume(h.topUpMl)} of water</td>
              {spicy && <td className={CELL}>{h.spiceTimes!.toFixed(2)} times</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {spicy && (
        <p className="mt-2">
          {held.takeOutAfterMin === undefined ? (
            'The spice has given what it has: it may stay.'
          ) : (
            <>
              Take the spice out after <strong>{f.duration(held.takeOutAfterMin)}</strong>: by then there is a fifth
              more of it.
            </>
          )}
        </p>
      )}
      <p className="mt-3 border-t border-line pt-2 leading-9">
        Or a hot portion from a cold base of ×
        {figure('Cold base', concentrateX, { unit: '×', min: 1.1, max: 8, step: 0.1, digits: 1 }, setX)}: to 200 ml take{' '}
        <strong>{f.volume(portion.baseMl)}</strong> of base and {f.volume(portion.waterMl)} off the boil; it comes to
        about {f.celsius(portion.tempC)}.
      </p>
    </Panel>
  );
}

/** Frozen pops: what is felt of them, and whether they set. */
export function Pops({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [feltX, setFeltX] = useState(1);
  const [feltSweet, setFeltSweet] = useState(70);
  const [abv, setAbv] = useState(0);
  const [mouldMl, setMould] = useState(80);
  const asked = popToFeel({ strengthX: feltX, sweetGPerL: feltSweet });
  const pop = popped({ ...asked, brix: brixOfPop(asked.sweetGPerL), abv }, kitchen.freezerC);
  return (
    <Panel title="Frozen pops">
      <p className={SENTENCE}>
        To taste like ×
        {figure('Felt strength', feltX, { unit: '×', min: 0.2, max: 3, step: 0.05, digits: 2 }, setFeltX)} and{' '}
        {figure('Felt sweetness', feltSweet, { unit: 'g/L', min: 0, max: 300, step: 5, shown: true }, setFeltSweet)}{' '}
        when frozen, with{' '}
        {figure('Alcohol', abv, { unit: '% vol', min: 0, max: 20, step: 0.5, digits: 1, shown: true }, setAbv)} of
        alcohol, in moulds of{' '}
        {figure('Mould', mouldMl, { unit: 'ml', min: 20, max: 300, step: 5, shown: true }, setMould)}.
      </p>
      {'fault' in pop ? (
        <p role="alert">{pop.fault}</p>
      ) : (
        <>
          <p className="text-lg">
            Mix it at <strong>{f.strength(asked.strengthX)}</strong> and <strong>{f.gPerL(asked.sweetGPerL)}</strong>{' '}
            sweet: cold numbs. It <strong data-testid="pop-sets">{pop.words}</strong>.
          </p>
          <p className="mt-1 text-sm text-muted">
            Freezes from {pop.freezesAtC.toFixed(1)} °C; at {f.celsius(kitchen.freezerC)} about{' '}
            {Math.round(pop.iceShare * 100)} % of its water is ice. Fill each mould to{' '}
            {f.volume(popFillMl(pop, mouldMl))}: ice takes more room. What is felt when frozen is a house estimate.
          </p>
        </>
      )}
    </Panel>
  );
}

function popped(...args: Parameters<typeof popOf>): ReturnType<typeof popOf> | { fault: string } {
  try {
    return popOf(...args);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `${error.accepted} is accepted here.` };
  }
}

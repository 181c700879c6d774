import { useMemo, useState, type ReactNode } from 'react';
import {
  crystalRisk,
  InputError,
  inKitchenMeasure,
  massesForSyrup,
  minutesLeft,
  POURS,
  reductionEnd,
  reductionMinutes,
  BURNER_EFFICIENCY,
  CUP_ML,
  sucroseEquivalentG,
  sweetenerForSucroseG,
  SWEETENERS,
  syrupAsked,
  syrupFromMasses,
  thickness,
  type Kitchen,
  type PoursLike,
  type ReductionEnd,
  type Sweetener,
  type Vessel,
} from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { figure, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { Term } from '@/shared/ui/Term';
import { MixPlaces } from './MixPlaces';
import { ByThePinch, HoneyWhenCool, Keeping, liquidAtBrixG, SPOON_BRIX, type Spoon } from './SyrupKeeping';

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <SyrupPage kitchen={house.data.forPlans} />;
}

const SWEET = Object.entries<Sweetener>(SWEETENERS);
const sweetener = (kind: string): Sweetener => SWEET.find(([k]) => k === kind)![1];

function SyrupPage({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const [kind, setKind] = useState('white_sugar');
  const [by, setBy] = useState<'asked' | 'volume' | 'yield'>('asked');
  const [wish, setWish] = useState<Asked>({ pours: 'maple', staysClear: true, keeps: 0 });
  const [volumeMl, setVolumeMl] = useState(500);
  const [ownBrix, setBrix] = useState(50);
  const answer = syrupAsked({
    ...(wish.pours === 'any' ? {} : { pours: wish.pours }),
    staysClear: wish.staysClear,
    ...(wish.keeps > 0 ? { keepsDays: wish.keeps } : {}),
    keptC: kitchen.fridgeC,
  });
  const brix = by === 'asked' && answer.kind === 'syrup' ? Math.round(answer.brix * 2) / 2 : ownBrix;
  const [liquorMl, setLiquorMl] = useState(400);
  const [gPerMl, setGPerMl] = useState(1);
  const s = sweetener(kind);
  const made = useMemo(() => {
    if (by !== 'yield') {
      const { sugarG, waterG } = massesForSyrup({ volumeMl, brix });
      return { solidsG: sugarG, waterG, brix, volumeMl };
    }
    const solidsG = liquorMl * gPerMl * s.solids;
    const syrup = syrupFromMasses({ sugarG: solidsG, waterG: liquorMl + liquorMl * gPerMl * (1 - s.solids) });
    return { solidsG, waterG: liquorMl, brix: syrup.brix, volumeMl: syrup.volumeMl };
  }, [by, volumeMl, brix, liquorMl, gPerMl, s]);
  const sweetG = made.solidsG / s.solids;
  // What a liquid sweetener brings of water is not poured again.
  const waterG = by !== 'yield' ? made.waterG - (sweetG - made.solidsG) : made.waterG;
  const measure = inKitchenMeasure(sweetG, { cupG: s.gPerCup, tbspG: s.gPerTbsp, tspG: null });
  return (
    <Page title="Syrup" note="By weight or by what came out; how thick it will be cold, and where to stop.">
      <MixPlaces />
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <Panel title="Make it">
          <p className="text-[1.1rem] leading-[2]">
            <InlineChoice
              label="Made by"
              value={by}
              choices={[
                { value: 'asked', label: 'By what it should be:' },
                { value: 'volume', label: 'By its Brix:' },
                { value: 'yield', label: 'From what came out:' },
              ]}
              onValue={setBy}
            />{' '}
            {by !== 'yield' ? (
              <>
                {figure(
                  'Syrup volume',
                  volumeMl,
                  { unit: 'ml', min: 20, max: 10_000, step: 50, shown: true },
                  setVolumeMl,
                )}{' '}
                {by === 'asked' ? (
                  <Wished wish={wish} onWish={setWish} />
                ) : (
                  <>at {figure('Brix', ownBrix, { unit: '°Bx', min: 5, max: 80, step: 1, shown: true }, setBrix)}</>
                )}{' '}
                of{' '}
              </>
            ) : (
              <>
                {figure(
                  'Measured yield',
                  liquorMl,
                  { unit: 'ml', min: 20, max: 10_000, step: 10, shown: true },
                  setLiquorMl,
                )}{' '}
                of infusion or juice, with{' '}
                {figure(
                  'Grams to 100 ml',
                  gPerMl * 100,
                  { unit: 'g', min: 5, max: 300, step: 5, shown: 'g to 100 ml' },
                  (g) => setGPerMl(g / 100),
                )}{' '}
                of{' '}
              </>
            )}
            <InlineChoice
              label="Sweetener"
              value={kind}
              choices={SWEET.filter(([, x]) => x.sweetness.value < 5).map(([value, x]) => ({
                value,
                label: x.name.toLowerCase(),
              }))}
              onValue={setKind}
            />
            .
          </p>
          {by === 'asked' && answer.kind === 'not-both' ? (
            <p role="alert" className="mt-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
              {capital(answer.wishes[0])} and {answer.wishes[1]} cannot both be had in this fridge: give one of them up.{' '}
              {answer.helps}
            </p>
          ) : waterG < 0 ? (
            <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
              {s.name} by itself is thinner than {Math.round(brix)} °Bx. Take at most {Math.floor(s.solids * 100)} °Bx.
            </p>
          ) : (
            <dl className="mt-2 text-lg">
              <Line name={s.name} value={f.grams(sweetG)} also={measure?.text ?? ''} />
              <Line
                name={by !== 'yield' ? 'Hot water' : 'Infusion or juice'}
                value={by !== 'yield' ? f.grams(waterG) : f.volume(made.waterG)}
              />
              <Line
                name="Comes to"
                value={f.volume(made.volumeMl)}
                also={<Term of="brix">{made.brix.toFixed(1)} °Bx</Term>}
              />
              <Line name="Sweetens like" value={f.grams(sucroseEquivalentG(sweetG, s))} also="of sugar" />
            </dl>
          )}
          {(by !== 'asked' || answer.kind === 'syrup') && (
            <>
              <ColdWords brix={made.brix} fridgeC={kitchen.fridgeC} />
              <Keeping brix={made.brix} />
            </>
          )}
        </Panel>
        <Reduce kitchen={kitchen} />
        <HoneyWhenCool kitchen={kitchen} />
        <ByCups />
        <Equivalents />
      </div>
    </Page>
  );
}

const Line = ({ name, value, also = '' }: { name: string; value: string; also?: ReactNode }): ReactNode => (
  <div className="flex justify-between gap-4 border-b border-line py-1.5">
    <dt>{name}</dt>
    <dd>
      <strong>{value}</strong> {also && <span className="ml-2 text-base text-muted">{also}</span>}
    </dd>
  </div>
);

type Asked = { pours: PoursLike | 'any'; staysClear: boolean; keeps: number };

/** A syrup by what it should be, as a cook says it. */
function Wished({ wish, onWish }: { wish: Asked; onWish: (wish: Asked) => void }): ReactNode {
  return (
    <>
      that in the fridge pours{' '}
      <InlineChoice
        label="Pours"
        value={wish.pours}
        choices={[
          ...Object.entries(POURS).map(([value, { words }]) => ({ value: value as PoursLike, label: words })),
          { value: 'any' as const, label: 'as it will' },
        ]}
        onValue={(pours) => onWish({ ...wish, pours })}
      />
      ,{' '}
      <InlineChoice
        label="Crystals"
        value={wish.staysClear ? 'clear' : 'any'}
        choices={[
          { value: 'clear', label: 'stays clear' },
          { value: 'any', label: 'may set' },
        ]}
        onValue={(v) => onWish({ ...wish, staysClear: v === 'clear' })}
      />{' '}
      and keeps{' '}
      <InlineChoice
        label="Keeps"
        value={String(wish.keeps)}
        choices={[
          { value: '0', label: 'as long as it will' },
          { value: '14', label: 'two weeks' },
          { value: '60', label: 'two months' },
        ]}
        onValue={(v) => onWish({ ...wish, keeps: Number(v) })}
      />
      ,
    </>
  );
}

/** Hot syrup looks thin: how it will be in the fridge, and whether it sets. */
function ColdWords({ brix, fridgeC }: { brix: number; fridgeC: number }): ReactNode {
  const capped = Math.min(80, brix);
  const [hot, cold] = [thickness(capped, 80), thickness(capped, fridgeC)];
  return (
    <p className="mt-3">
      Hot it is {hot.words}; in the fridge <strong>{cold.words}</strong>, about{' '}
      {Math.max(1, Math.round(cold.mPaS / hot.mPaS))} times as thick. {capital(crystalRisk(capped, fridgeC).words)}.
    </p>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

type End = 'brix' | 'volume' | 'boils';

/** Boiling down: where to stop, as this cook can read it; a weighing on the way re-times the rest. */
function Reduce({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const pans = kitchen.vessels.filter((v) => v.kind === 'pot');
  const [panId, setPanId] = useState(pans[0]?.id ?? '');
  const [liquidG, setLiquidG] = useState(800);
  const [brix, setBrix] = useState(40);
  const [solidsG, setSolidsG] = useState(0);
  const [end, setEnd] = useState<End>('brix');
  const [toBrix, setToBrix] = useState(60);
  const [toMl, setToMl] = useState(400);
  const [toC, setToC] = useState(103);
  const pan = pans.find((p) => p.id === panId) ?? pans[0];
  if (!pan) return <Panel title="Boil it down">The kitchen has no pot: add one there.</Panel>;
  const found = endOf(
    { pan, liquidG, brix, solidsG, altitudeM: kitchen.altitudeM },
    end === 'brix' ? { toBrix } : end === 'volume' ? { toVolumeMl: toMl } : { toBoilsAtC: toC },
  );
  return (
    <Panel title="Boil it down">
      <p className="text-[1.1rem] leading-[2]">
        In the{' '}
        <InlineChoice
          label="Pan"
          value={pan.id}
          choices={pans.map((p) => ({ value: p.id, label: p.name }))}
          onValue={setPanId}
        />{' '}
        are {figure('Liquid', liquidG, { unit: 'g', min: 50, max: 20_000, step: 50, shown: true }, setLiquidG)} of
        liquid at {figure('Brix now', brix, { unit: '°Bx', min: 0, max: 78, step: 1, shown: true }, setBrix)} and{' '}
        {figure('Solids', solidsG, { unit: 'g', min: 0, max: 5000, step: 10, shown: true }, setSolidsG)} of fruit and
        spice. Down to{' '}
        <InlineChoice
          label="Down to"
          value={end}
          choices={[
            { value: 'brix', label: 'a Brix' },
            { value: 'volume', label: 'a volume' },
            { value: 'boils', label: 'a boiling temperature' },
          ]}
          onValue={setEnd}
        />{' '}
        of{' '}
        {end === 'brix'
          ? figure('End Brix', toBrix, { unit: '°Bx', min: 5, max: 80, step: 1, shown: true }, setToBrix)
          : end === 'volume'
            ? figure('End volume', toMl, { unit: 'ml', min: 10, max: 20_000, step: 10, shown: true }, setToMl)
            : figure(
                'End temperature',
                toC,
                { unit: '°C', min: 80, max: 112, step: 0.5, digits: 1, shown: true },
                setToC,
              )}
        .
      </p>
      {'fault' in found ? (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {found.fault}
        </p>
      ) : (
        <Stop end={found} pan={pan} startPanG={pan.emptyG + solidsG + liquidG} startBrix={brix} kitchen={kitchen} />
      )}
    </Panel>
  );
}

function endOf(...args: Parameters<typeof reductionEnd>): ReductionEnd | { fault: string } {
  try {
    return reductionEnd(...args);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `That is no boiling down: ${error.accepted} is wanted.` };
  }
}

function Stop({
  end,
  pan,
  startPanG,
  startBrix,
  kitchen,
}: {
  end: ReductionEnd;
  pan: Vessel;
  startPanG: number;
  startBrix: number;
  kitchen: Kitchen;
}): ReactNode {
  const [weighed, setWeighed] = useState(false);
  const [elapsedMin, setElapsed] = useState(10);
  const [nowG, setNowG] = useState(Math.round(startPanG - end.evaporatedG / 3));
  const [by, setBy] = useState<'scale' | 'refractometer' | 'spoon'>('scale');
  const [nowBrix, setNowBrix] = useState(Math.round((startBrix + 2 * end.brix) / 3));
  const [spoon, setSpoon] = useState<Spoon>('cream');
  // A tenth is lost from the pan besides the steam. House estimate; a weighing replaces it.
  const netPowerW = kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind] * 0.9;
  const minutes = reductionMinutes({ evaporatedG: end.evaporatedG, netPowerW });
  const liquidG = end.liquidG + end.evaporatedG;
  const read = { scale: undefined, refractometer: nowBrix, spoon: SPOON_BRIX[spoon].brix }[by];
  // A reading of sweetness says how much liquid is left, because the sugar stays.
  const nowPanG = read === undefined ? nowG : startPanG - liquidG + liquidAtBrixG(liquidG, startBrix, read);
  const left = weighed ? leftOf({ startPanG, nowPanG, elapsedMin, endPanG: end.panWeightG }) : undefined;
  return (
    <>
      <p className="mt-2">Stop when</p>
      <dl className="text-lg">
        <Line name={`the ${pan.name} weighs, with all in it`} value={f.grams(end.panWeightG)} />
        <Line name="it stands below the rim, boiling" value={`${end.depthBelowRimCm.toFixed(1)} cm`} />
        <Line name="it boils at" value={`${end.boilsAtC.toFixed(1)} °C`} also="±1 °C is ±2 °Bx" />
        <Line name="and comes to" value={f.volume(end.volumeMl)} also={`${end.brix.toFixed(0)} °Bx`} />
      </dl>
      <p className="mt-2">
        {f.grams(end.evaporatedG)} leave as steam, about {f.duration(minutes)} on full heat by the model.
      </p>
      <Tick checked={weighed} onChange={setWeighed}>
        I measured it on the way
      </Tick>
      {weighed && (
        <p className="leading-8">
          After{' '}
          {figure('Minutes boiled', elapsedMin, { unit: 'min', min: 1, max: 600, step: 1, shown: true }, setElapsed)}{' '}
          <InlineChoice
            label="Measured by"
            value={by}
            choices={[
              { value: 'scale', label: 'the pan weighs' },
              { value: 'refractometer', label: 'it reads' },
              { value: 'spoon', label: 'on a cold spoon it' },
            ]}
            onValue={setBy}
          />{' '}
          {by === 'scale' &&
            figure('Pan weighs', nowG, { unit: 'g', min: 1, max: 50_000, step: 10, shown: true }, setNowG)}
          {by === 'refractometer' &&
            figure('It reads', nowBrix, { unit: '°Bx', min: 1, max: 80, step: 1, shown: true }, setNowBrix)}
          {by === 'spoon' && (
            <InlineChoice
              label="On the spoon"
              value={spoon}
              choices={(Object.keys(SPOON_BRIX) as Spoon[]).map((value) => ({ value, label: SPOON_BRIX[value].words }))}
              onValue={setSpoon}
            />
          )}
          : <strong data-testid="time-left">{left}</strong>
          {by === 'spoon' && (
            <span className="block text-sm text-muted">A spoon tells to about 8 °Bx: weigh it near the end.</span>
          )}
        </p>
      )}
    </>
  );
}

function leftOf(reading: Parameters<typeof minutesLeft>[0]): string {
  try {
    const left = minutesLeft(reading);
    return left === 0 ? 'it is there, take it off.' : `${f.duration(left)} more at this pace.`;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return `the pan must weigh ${error.accepted}.`;
  }
}

/** By the measures of a kitchen without a scale. */
function ByCups(): ReactNode {
  const [kind, setKind] = useState('white_sugar');
  const [sweetCups, setSweet] = useState(1);
  const [waterCups, setWater] = useState(1);
  const s = sweetener(kind);
  const sweetG = sweetCups * s.gPerCup;
  const solidsG = sweetG * s.solids;
  const syrup = syrupFromMasses({ sugarG: solidsG, waterG: waterCups * CUP_ML + sweetG - solidsG });
  return (
    <Panel title="By cups">
      <p className="text-[1.1rem] leading-[2]">
        {figure('Cups of sweetener', sweetCups, { unit: '', min: 0.25, max: 40, step: 0.25, digits: 2 }, setSweet)} cups
        of{' '}
        <InlineChoice
          label="By cups of"
          value={kind}
          choices={SWEET.filter(([, x]) => x.sweetness.value < 5).map(([value, x]) => ({
            value,
            label: x.name.toLowerCase(),
          }))}
          onValue={setKind}
        />{' '}
        to {figure('Cups of water', waterCups, { unit: '', min: 0.25, max: 40, step: 0.25, digits: 2 }, setWater)} cups
        of water.
      </p>
      <p className="text-lg">
        That is <strong data-testid="cups-brix">{syrup.brix.toFixed(0)} °Bx</strong>, {f.volume(syrup.volumeMl)}, from{' '}
        {f.grams(sweetG)} of it.
      </p>
      <p className="mt-1 text-sm text-muted">
        A cup of 237 ml, levelled. A cup is right to about a twentieth, so the syrup to 2 °Bx; weigh what must keep.
      </p>
      {syrup.brix <= 80 && <Keeping brix={syrup.brix} />}
    </Panel>
  );
}

/** What sweetens as much as so much sugar. */
function Equivalents(): ReactNode {
  const [sugarG, setSugarG] = useState(100);
  return (
    <Panel title="As sweet as" className="lg:col-span-2">
      <p className="leading-8">
        {figure('Sugar to match', sugarG, { unit: 'g', min: 1, max: 5000, step: 10, shown: true }, setSugarG)} of white
        sugar:
      </p>
      <ul className="mt-1 grid gap-x-8 sm:grid-cols-2 lg:grid-cols-4">
        {SWEET.filter(([kind]) => kind !== 'white_sugar').map(([kind, s]) => {
          const at = (sweetness: number): number =>
            sweetenerForSucroseG({ sucroseG: sugarG, solids: s.solids, sweetness });
          const { value, low, high } = s.sweetness;
          const grams = at(value);
          return (
            <li key={kind} className="border-b border-line py-1.5">
              <span className="flex justify-between gap-3">
                <span>{s.name}</span>
                <strong className="shrink-0">{grams < 2 ? `${grams.toFixed(2)} g` : f.grams(grams)}</strong>
              </span>
              <span className="block text-sm text-muted">
                {low && high ? `${f.grams(at(high))} to ${f.grams(at(low))}` : 'taken by us, not measured'}
                {s.note && `; ${s.note}`}
              </span>
            </li>
          );
        })}
      </ul>
      <ByThePinch sugarG={sugarG} />
    </Panel>
  );
}

import { Copy } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import {
  AS_MADE_SIGMA_LN,
  botanicalBySlug,
  botanicals,
  InputError,
  jugForGlass,
  likelyRange,
  strengthAsMade,
  stretch,
  syrupFor,
  type HowMade,
  type Kitchen,
  type Stretched,
  labelLine,
  partsWords,
} from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { shortName } from '@/shared/format/names';
import { Button, LinkButton } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';
import { MixPlaces } from './MixPlaces';
import { useStretch } from './stretchStore';

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <StretchPage kitchen={house.data.forPlans} />;
}

const STEEPED = botanicals().filter((b) => b.extractionClass !== 'stirred_in');

type Strength = { x: number; unsure: boolean } | { fault: string };

/** How strong the concentrate is: as it is felt, or as it was made. */
function strengthOf(how: 'felt' | 'made', felt: number, made: HowMade, kitchen: Kitchen): Strength {
  if (how === 'felt') return { x: felt, unsure: false };
  try {
    return { x: strengthAsMade(made, kitchen), unsure: true };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `So it cannot have been made: ${error.accepted} is wanted.` };
  }
}

/** No recipe at all: so much concentrate, so strong, wanted like this. */
function StretchPage({ kitchen }: { kitchen: Kitchen }): ReactNode {
  const s = useStretch();
  const { set } = s;
  const { made } = s;
  const setMade = (part: Partial<HowMade>): void => set({ made: { ...made, ...part } });
  const strength = useMemo(() => strengthOf(s.how, s.felt, made, kitchen), [s.how, s.felt, made, kitchen]);
  const thinning = useMemo(
    () =>
      s.iced
        ? jugForGlass(
            { volumeMl: 1000, glassMl: s.glassMl, iceG: s.iceG, strengthX: 1, sugarGPerL: s.sugarGPerL },
            kitchen,
            5,
          ).thinning
        : 1,
    [s.iced, s.glassMl, s.iceG, s.sugarGPerL, kitchen],
  );
  const result =
    'x' in strength
      ? stretch({
          concentrateMl: s.ml,
          concentrateX: strength.x,
          wantedX: s.wantedX,
          wantedSugarGPerL: s.sugarGPerL,
          syrupBrix: s.brix,
          thinning,
        })
      : undefined;
  return (
    <Page
      title="Stretch a concentrate"
      note="No recipe is needed. ×1 is a glass that is just right."
      actions={<LinkButton to="/mix">Back to the mix</LinkButton>}
    >
      <MixPlaces />
      <Panel>
        <p className="text-[1.15rem] leading-[2]">
          I have{' '}
          {figure('Concentrate', s.ml, { unit: 'ml', min: 20, max: 20_000, step: 50, shown: true }, (ml) =>
            set({ ml }),
          )}{' '}
          of a concentrate.{' '}
          <InlineChoice
            label="How strong it is"
            value={s.how}
            choices={[
              { value: 'felt', label: 'It tastes about' },
              { value: 'made', label: 'I made it with' },
            ]}
            onValue={(how) => set({ how })}
          />{' '}
          {s.how === 'felt' ? (
            <>
              {figure('Times too strong', s.felt, { unit: '×', min: 0.2, max: 20, step: 0.25, digits: 2 }, (felt) =>
                set({ felt }),
              )}{' '}
              times as strong as it should be.
            </>
          ) : (
            <>
              {figure(
                'Grams',
                made.grams,
                { unit: 'g', min: 0.1, max: 5000, step: 5, digits: 1, shown: true },
                (grams) => setMade({ grams }),
              )}{' '}
              of{' '}
              <PlantPicker label="Find a plant" plants={STEEPED} onPick={(b) => setMade({ plant: b.slug })}>
                {shortName(botanicalBySlug(made.plant).name)}
              </PlantPicker>{' '}
              in{' '}
              {figure(
                'Its water',
                made.waterMl,
                { unit: 'ml', min: 20, max: 20_000, step: 50, shown: true },
                (waterMl) => setMade({ waterMl }),
              )}{' '}
              of water,{' '}
              <InlineChoice
                label="How it was made"
                value={made.place}
                choices={[
                  { value: 'simmered', label: 'simmered' },
                  { value: 'off-heat', label: 'steeped off the heat' },
                  { value: 'fridge', label: 'steeped in the fridge' },
                ]}
                onValue={(place) => setMade({ place, minutes: place === 'fridge' ? 480 : 10 })}
              />{' '}
              for{' '}
              {figure('Minutes', made.minutes, { unit: 'min', min: 1, max: 2880, step: 1, shown: true }, (minutes) =>
                setMade({ minutes }),
              )}
              .
            </>
          )}{' '}
          I want it at ×
          {figure('Wanted', s.wantedX, { unit: '×', min: 0.1, max: 5, step: 0.05, digits: 2 }, (wantedX) =>
            set({ wantedX }),
          )}{' '}
          with{' '}
          {figure('Sugar', s.sugarGPerL, { unit: 'g/L', min: 0, max: 300, step: 5, shown: true }, (sugarGPerL) =>
            set({ sugarGPerL }),
          )}{' '}
          of sugar from a syrup of{' '}
          {figure('Syrup', s.brix, { unit: '°Bx', min: 10, max: 75, step: 5, shown: true }, (brix) => set({ brix }))},
          in glasses of{' '}
          {figure('Glass', s.glassMl, { unit: 'ml', min: 50, max: 1000, step: 10, shown: true }, (glassMl) =>
            set({ glassMl }),
          )}{' '}
          <InlineChoice
            label="Ice"
            value={s.iced ? 'ice' : 'none'}
            choices={[
              { value: 'none', label: 'without ice' },
              { value: 'ice', label: 'over ice' },
            ]}
            onValue={(v) => set({ iced: v === 'ice' })}
          />
          {s.iced && (
            <>
              {' '}
              of{' '}
              {figure('Ice to a glass', s.iceG, { unit: 'g', min: 10, max: 500, step: 10, shown: true }, (iceG) =>
                set({ iceG }),
              )}
            </>
          )}
          .
        </p>
      </Panel>
      {'fault' in strength && (
        <p role="alert" className="mt-3 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {strength.fault}
        </p>
      )}
      {result?.kind === 'no-stretch' && (
        <Panel title="That does not go" className="mt-3">
          <p role="alert">{result.message}</p>
          {result.nearestX >= 0.1 && (
            <Button kind="main" className="mt-3" onClick={() => set({ wantedX: result.nearestX })}>
              Take ×{result.nearestX}
            </Button>
          )}
        </Panel>
      )}
      {result?.kind === 'stretched' && 'x' in strength && (
        <Result
          result={result}
          strength={strength}
          concentrateMl={s.ml}
          glassMl={s.glassMl}
          brix={s.brix}
          iced={s.iced}
        />
      )}
    </Page>
  );
}

/** What is in the bottle is not known, so it has no colour of its own. */
const UNKNOWN_LIQUID = '#a9bab3';

function Result({
  result,
  strength,
  concentrateMl,
  glassMl,
  brix,
  iced,
}: {
  result: Stretched;
  strength: { x: number; unsure: boolean };
  concentrateMl: number;
  glassMl: number;
  brix: number;
  iced: boolean;
}): ReactNode {
  const { sugarG, waterG } = syrupFor(result, brix);
  const likely = likelyRange(strength.x, AS_MADE_SIGMA_LN);
  const line = labelLine(result);
  const [copied, setCopied] = useState(false);
  const jug: DrawnVessel = {
    kind: 'jug',
    capacityMl: Math.ceil((result.totalMl * 1.15) / 500) * 500,
    diameterCm: result.totalMl > 2500 ? 17 : 13,
  };
  return (
    <div className="mt-3 grid gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]">
      <Panel title="Into the jug">
        <div className="flex items-end justify-center">
          <VesselDrawing
            vessel={jug}
            scale={result.totalMl > 4000 ? 8 : 12}
            layers={[
              { ml: concentrateMl, colour: UNKNOWN_LIQUID, label: 'concentrate' },
              { ml: result.syrupMl, colour: '#dfe8e6', label: 'syrup' },
              { ml: result.waterMl, colour: 'var(--water)', label: 'water' },
            ]}
            description={`${f.volume(concentrateMl)} of concentrate, ${f.volume(result.syrupMl)} of syrup, ${f.volume(result.waterMl)} of water`}
          />
        </div>
      </Panel>
      <Panel title={`${f.volume(result.totalMl)}, ${Math.floor(result.totalMl / glassMl)} glasses`}>
        <dl className="text-lg">
          {(
            [
              ['Concentrate', f.volume(concentrateMl), '1 part'],
              ['Water', f.volume(result.waterMl), partsWords(result.parts.water)],
              ['Syrup', f.volume(result.syrupMl), partsWords(result.parts.syrup)],
            ] as const
          ).map(([name, volume, part]) => (
            <div key={name} className="flex justify-between gap-4 border-b border-line py-1.5">
              <dt>{name}</dt>
              <dd>
                <strong>{volume}</strong>{' '}
                <span className="inline-block w-24 text-right text-base text-muted">{part}</span>
              </dd>
            </div>
          ))}
        </dl>
        {result.rightAtX !== undefined && (
          <p className="mt-2" role="status">
            Its own sugar makes it {f.gPerL(result.sweetGPerL)}, sweeter than you want it.{' '}
            {result.rightAtX >= 0.1 && <>Let down to {f.strength(result.rightAtX)} it is as sweet as that.</>}
          </p>
        )}
        {sugarG > 0 && (
          <p className="mt-2">
            The syrup: {f.grams(sugarG)} of sugar stirred clear in {f.grams(waterG)} of hot water.
          </p>
        )}
        {strength.unsure && (
          <p className="mt-2 text-muted">
            Made so it is about {f.strength(strength.x)}, likely {f.strength(likely.low)} to {f.strength(likely.high)}.
            Hold back a quarter of the water, taste, then pour the rest.
          </p>
        )}
        <h3 className="mt-4 text-base">For the bottle’s label</h3>
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <strong className="font-semibold" data-testid="label-line">
            {line}
          </strong>
          <Button
            onClick={() => {
              void navigator.clipboard?.writeText(line).then(() => setCopied(true));
            }}
          >
            <Copy size={17} aria-hidden /> {copied ? 'Copied' : 'Copy'}
          </Button>
        </p>
        {iced && (
          <p className="mt-1 text-sm text-muted">The jug is stronger than the glass by what the ice will thin.</p>
        )}
      </Panel>
    </div>
  );
}

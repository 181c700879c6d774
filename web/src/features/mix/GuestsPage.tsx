import { Plus, Printer, Trash2 } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import {
  colourIn,
  botanicalBySlug,
  botanicals,
  NO_OWN_PLANTS,
  buildGlass,
  DEFAULT_KITCHEN,
  guestTotals,
  InputError,
  liquidAsMade,
  pourOf,
  toldFacts,
  usualStrength,
  volumeMl,
  type Audience,
  type Drinkers,
  type GlassBuild,
  type GuestBase,
  type Kept,
  type Kitchen,
  type Liquid,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { shortName } from '@/shared/format/names';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { Button } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineTicks } from '@/shared/ui/InlineTicks';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import { GlassVerdict } from './GlassVerdict';
import { useGuests } from './guestStore';
import { kitchenWords } from './measures';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';
import { MixPlaces } from './MixPlaces';
import { standingOf, usePourables, type Standing } from './usePourables';

export function Component(): ReactNode {
  const house = useHouse();
  const pourables = usePourables();
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  if (pourables.error) return <Failed error={pourables.error} />;
  if (house.isPending || pourables.pending) return <Loading what="what stands in the house" />;
  return <GuestsPage kitchen={house.data.forPlans} standing={pourables.standing} />;
}

const STEEPED = botanicals().filter((b) => b.extractionClass !== 'stirred_in');

type Based = { base: GuestBase; haveMl: number } | { fault: string };

function strongestPlant(l: Liquid): string | undefined {
  return Object.entries(l.bodyG).toSorted(([, a], [, b]) => b - a)[0]?.[0];
}

function baseOf(
  g: ReturnType<typeof useGuests.getState>,
  standing: readonly Standing[],
  kitchen: Kitchen,
  now: number,
): Based {
  const glass = { glassMl: g.glassMl, iceG: g.iceG, syrupBrix: g.syrupBrix, abv: g.abv };
  const kept = g.base && standingOf(standing, g.base);
  if (kept) {
    const ml = volumeMl(kept.liquid);
    const plant = strongestPlant(kept.liquid);
    return {
      haveMl: ml,
      base: {
        ...glass,
        liquid: kept.liquid,
        standard: plant ? usualStrength(plant, DEFAULT_KITCHEN, kept.liquid.own) : 1,
        parts: [{ ml, facts: kept.factsOf(ml), madeAt: kept.madeAt }],
      },
    };
  }
  try {
    const liquid = liquidAsMade(g.made, kitchen);
    const ml = volumeMl(liquid);
    return {
      haveMl: ml,
      base: {
        ...glass,
        liquid,
        standard: usualStrength(g.made.plant, kitchen, NO_OWN_PLANTS, g.made.place),
        parts: [{ ml, facts: [toldFacts({ kind: 'made', made: g.made }, ml)], madeAt: new Date(now).toISOString() }],
      },
    };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `So it cannot have been made: ${error.accepted} is wanted.` };
  }
}

/** One base, and each guest's glass from it: sweetness, sourness and spirit at the glass, never in the jug. */
function GuestsPage({ kitchen, standing }: { kitchen: Kitchen; standing: readonly Standing[] }): ReactNode {
  const g = useGuests();
  const now = useNow(60_000);
  const based = useMemo(() => baseOf(g, standing, kitchen, now), [g, standing, kitchen, now]);
  const builds = useMemo(
    () => ('base' in based ? g.kinds.map((k) => buildGlass(based.base, k, kitchen, now)) : []),
    [based, g.kinds, kitchen, now],
  );
  const jugMl = Math.max(1000, ...kitchen.vessels.filter((v) => v.kind === 'jug').map((v) => v.capacityMl));
  return (
    <Page
      title="Guests"
      note="One base in the jug; sweetness, sourness and spirit by the glass."
      actions={
        <Button onClick={() => window.print()}>
          <Printer size={18} aria-hidden /> Print the list
        </Button>
      }
    >
      <MixPlaces />
      <Base standing={standing} />
      {'fault' in based ? (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {based.fault}
        </p>
      ) : (
        <>
          <ul className="mt-3 grid items-start gap-3 lg:grid-cols-3">
            {builds.map((b) => (
              <Kind key={b.drinkers.id} build={b} base={based.base} from={g.base} />
            ))}
          </ul>
          <Button className="mt-3" onClick={g.add}>
            <Plus size={18} aria-hidden /> Another kind of guest
          </Button>
          {builds.length > 0 && <Totals builds={builds} jugMl={jugMl} haveMl={based.haveMl} />}
        </>
      )}
    </Page>
  );
}

function Base({ standing }: { standing: readonly Standing[] }): ReactNode {
  const g = useGuests();
  const { made, set } = g;
  const setMade = (part: Partial<typeof made>): void => set({ made: { ...made, ...part } });
  const kept = g.base && standingOf(standing, g.base);
  const ready = standing.filter((s) => s.stopped === undefined);
  return (
    <p className="text-[1.12rem] leading-[2.05]">
      From{' '}
      <InlineChoice
        label="Base"
        value={kept ? JSON.stringify(kept.from) : 'made'}
        choices={[
          { value: 'made', label: 'a base that is made of' },
          ...ready.map((s) => ({ value: JSON.stringify(s.from), label: s.name })),
        ]}
        onValue={(v) => set({ base: v === 'made' ? undefined : ready.find((s) => JSON.stringify(s.from) === v)!.from })}
      />{' '}
      {!kept && (
        <>
          {figure('Grams of the base', made.grams, { unit: 'g', min: 1, max: 2000, step: 5, shown: true }, (grams) =>
            setMade({ grams }),
          )}{' '}
          <PlantPicker label="Plant of the base" plants={STEEPED} onPick={(p) => setMade({ plant: p.slug })}>
            {shortName(botanicalBySlug(made.plant).name)}
          </PlantPicker>{' '}
          in{' '}
          {figure(
            'Water of the base',
            made.waterMl,
            { unit: 'ml', min: 100, max: 20_000, step: 100, shown: true },
            (waterMl) => setMade({ waterMl }),
          )}
          ,{' '}
          {figure(
            'Minutes of the base',
            made.minutes,
            { unit: 'min', min: 1, max: 1440, step: 1, shown: true },
            (minutes) => setMade({ minutes }),
          )}{' '}
        </>
      )}
      into glasses of{' '}
      {figure('Glass', g.glassMl, { unit: 'ml', min: 50, max: 1000, step: 10, shown: true }, (glassMl) =>
        set({ glassMl }),
      )}
      , ice{' '}
      {figure('Ice a glass', g.iceG, { unit: 'g', min: 0, max: 400, step: 10, shown: true }, (iceG) => set({ iceG }))},
      syrup of{' '}
      {figure('Syrup Brix', g.syrupBrix, { unit: '°Bx', min: 5, max: 80, step: 1, shown: true }, (syrupBrix) =>
        set({ syrupBrix }),
      )}
      , spirit of{' '}
      {figure('Spirit strength', g.abv, { unit: '% vol', min: 1, max: 96, step: 1, shown: true }, (abv) =>
        set({ abv }),
      )}
      .
    </p>
  );
}

const SERVED: readonly { value: Drinkers['served']; label: string }[] = [
  { value: 'iced', label: 'over ice' },
  { value: 'chilled', label: 'chilled' },
  { value: 'sparkling', label: 'with sparkling water on top' },
  { value: 'hot', label: 'hot' },
];

function Kind({ build, base, from }: { build: GlassBuild; base: GuestBase; from: Kept | undefined }): ReactNode {
  const { change, take } = useGuests();
  const k = build.drinkers;
  const set = (part: Partial<Drinkers>): void => change(k.id, part);
  return (
    <li>
      <Panel>
        <TextField label="Who" value={k.name} maxLength={60} onChange={(name) => set({ name })} />
        <p className="mt-2 leading-9">
          {figure(`${k.name}: people`, k.people, { unit: '', min: 1, max: 500, step: 1 }, (people) => set({ people }))}{' '}
          people,{' '}
          {figure(
            `${k.name}: glasses each`,
            k.glassesEach,
            { unit: '', min: 0.5, max: 20, step: 0.5, digits: 1 },
            (glassesEach) => set({ glassesEach }),
          )}{' '}
          glasses each,{' '}
          <InlineChoice
            label={`${k.name}: served`}
            value={k.served}
            choices={SERVED}
            onValue={(served) => set({ served })}
          />
          , ×
          {figure(
            `${k.name}: strength`,
            k.strengthX,
            { unit: '×', min: 0.1, max: 4, step: 0.05, digits: 2 },
            (strengthX) => set({ strengthX }),
          )}
          ,{' '}
          {figure(
            `${k.name}: sweetness`,
            k.sweetGPerL,
            { unit: 'g/L', min: 0, max: 250, step: 5, shown: 'g/L sweet' },
            (sweetGPerL) => set({ sweetGPerL }),
          )}
          ,{' '}
          <InlineChoice
            label={`${k.name}: sourness`}
            value={k.acidGPerL === undefined ? 'none' : 'lemon'}
            choices={[
              { value: 'none', label: 'no lemon' },
              { value: 'lemon', label: 'with lemon to' },
            ]}
            onValue={(v) => set({ acidGPerL: v === 'lemon' ? 4 : undefined } as Partial<Drinkers>)}
          />{' '}
          {k.acidGPerL !== undefined &&
            figure(
              `${k.name}: tartness`,
              k.acidGPerL,
              { unit: 'g/L', min: 0.5, max: 20, step: 0.5, digits: 1, shown: true },
              (acidGPerL) => set({ acidGPerL }),
            )}
          ,{' '}
          {figure(
            `${k.name}: spirit`,
            k.spiritMl,
            { unit: 'ml', min: 0, max: 80, step: 5, shown: 'ml spirit' },
            (spiritMl) => set({ spiritMl }),
          )}
          , for{' '}
          <InlineTicks
            label={`${k.name}: who drinks it`}
            summary={k.audience.length === 0 ? 'healthy adults' : k.audience.map(audienceShort).join(', ')}
            choices={AUDIENCE_CHOICES}
            ticked={k.audience}
            onTicked={(audience: Audience) => set({ audience })}
          />
          .
        </p>
        <h3 className="mt-2 text-base">In each glass</h3>
        <GlassInLayers build={build} base={base.liquid} />
        <table className="w-full" aria-label={`Each glass for ${k.name}`}>
          <tbody>
            {poursOf(build).map(([name, ml]) => (
              <tr key={name} className="border-t border-line">
                <th scope="row" className="py-1.5 text-left font-normal">
                  {name}
                </th>
                <td className="text-right">
                  <strong className="font-display text-xl">{name === 'ice' ? f.grams(ml) : `${ml} ml`}</strong>
                  <span className="block text-sm text-muted">{name === 'ice' ? '' : kitchenWords(ml)}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1 text-sm text-muted">
          {f.strength(build.figures.strengthX)}, {f.gPerL(build.figures.sweetGPerL)} sweet,{' '}
          {f.gPerL(build.figures.acidGPerL)} tart as it is drunk.
        </p>
        {build.missed.map((m) => (
          <p key={m} className="mt-1 border-l-4 border-caution-line bg-caution-wash px-2 py-1 text-[0.95rem]">
            As near as it goes: {m}.
          </p>
        ))}
        <div className="mt-2">
          <Cautions
            findings={build.findings.filter(
              (x) => x.level !== 'note' && x.places.some((p) => p === 'plan' || p === 'picker' || p === 'shelf'),
            )}
          />
        </div>
        {from && k.name.trim() && (
          <GlassVerdict from={from} pour={pourOf(build, base)} base={base.liquid} who={k.name.trim().slice(0, 40)} />
        )}
        <Button kind="quiet" onClick={() => take(k.id)} aria-label={`Take ${k.name} off the list`}>
          <Trash2 size={16} aria-hidden /> Off the list
        </Button>
      </Panel>
    </li>
  );
}

/** What goes into a glass as it goes in, the base first; the ice on top. */
function GlassInLayers({ build, base }: { build: GlassBuild; base: Liquid }): ReactNode {
  const { pour, iceG } = build;
  const total = pour.base + pour.syrup + pour.lemon + pour.spirit + pour.water;
  const glass: DrawnVessel = { kind: 'glass', capacityMl: (total + iceG) * 1.12, diameterCm: 7.5 };
  const layers = [
    { ml: pour.base, colour: colourIn(base, glass), label: 'base' },
    { ml: pour.syrup, colour: '#dfe8e6', label: 'syrup' },
    { ml: pour.lemon, colour: '#efe7b0', label: 'lemon' },
    { ml: pour.spirit, colour: '#e8e3da', label: 'spirit' },
    { ml: pour.water, colour: 'var(--water)', label: 'water' },
  ].filter((l) => l.ml > 0);
  return (
    <div className="my-2 flex justify-center">
      <VesselDrawing
        vessel={glass}
        scale={13}
        layers={layers}
        iceCubes={iceG / 27.5}
        description={layers.map((l) => `${Math.round(l.ml)} ml ${l.label}`).join(', ')}
      />
    </div>
  );
}

function poursOf({ pour, iceG, drinkers }: GlassBuild): [string, number][] {
  const water = {
    iced: 'cold water',
    chilled: 'cold water',
    sparkling: 'sparkling water, last',
    hot: 'water off the boil',
  }[drinkers.served];
  const all: [string, number][] = [
    ['base', pour.base],
    ['syrup', pour.syrup],
    ['lemon juice', pour.lemon],
    ['spirit', pour.spirit],
    [water, pour.water],
    ['ice', Math.round(iceG)],
  ];
  return all.filter(([, ml]) => ml > 0);
}

function Totals({
  builds,
  jugMl,
  haveMl,
}: {
  builds: readonly GlassBuild[];
  jugMl: number;
  haveMl: number;
}): ReactNode {
  const t = guestTotals(builds, jugMl);
  const short = t.pour.base - haveMl;
  return (
    <Panel title="For the whole table" className="mt-3">
      <p className="text-lg" data-testid="totals">
        {t.glasses} glasses: {f.volume(t.pour.base)} of base in {t.jugs} {t.jugs === 1 ? 'jug' : 'jugs'},{' '}
        {f.volume(t.pour.water)} of water, {f.volume(t.pour.syrup)} of syrup
        {t.pour.lemon > 0 && `, ${f.volume(t.pour.lemon)} of lemon juice`}
        {t.pour.spirit > 0 && `, ${f.volume(t.pour.spirit)} of spirit`}
        {t.iceG > 0 && `, ${(t.iceG / 1000).toFixed(1)} kg of ice`}.
      </p>
      {short > 1 && (
        <p className="mt-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2" role="status">
          The base is {f.volume(haveMl)}: {f.volume(short)} more is wanted.
        </p>
      )}
    </Panel>
  );
}

import { Lock, LockOpen, Trash2 } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  blocksOfJug,
  bookOf,
  colourIn,
  DEFAULT_KITCHEN,
  findingsOfJug,
  isKept,
  jugForGlass,
  stepMl,
  usualStrength,
  volumeMl,
  warningsOfJug,
  weightedStrength,
  type Audience,
  type BenchPart,
  type BenchWish,
  type Drink,
  type Filled,
  type Finding,
  type Freeing,
  type Liquid,
  type MeasuredWith,
  type Shade,
  type Vessel,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useDrinks, useHouse, usePourJug, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { Button } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineTicks } from '@/shared/ui/InlineTicks';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { Tube } from '@/shared/vessels/Bracket';
import { Graduated } from '@/shared/vessels/Graduated';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { AddLiquid } from './AddLiquid';
import { useJugBench, type BenchLine } from './jugStore';
import { kitchenWords, mlWords } from './measures';
import { MixPlaces } from './MixPlaces';
import { liquidFrom, partForRules, standingOf, usePourables, type Standing } from './usePourables';
import { useMixAnswer } from './useMixAnswer';

export function Component(): ReactNode {
  const house = useHouse();
  const drinks = useDrinks();
  const pourables = usePourables();
  const failed = house.error ?? drinks.error ?? pourables.error;
  if (failed) return <Failed error={failed} />;
  if (!house.data || !drinks.data || pourables.pending) return <Loading what="what stands in the house" />;
  return (
    <FreeJugPage
      house={house.data}
      drinks={drinks.data.drinks.filter((d) => !d.archived).map((d) => d.drink)}
      standing={pourables.standing}
    />
  );
}

/** ×1 is a glass of a drink of the book, or the usual glass of what the jug tastes of most. */
function standardFor(like: Drink | undefined, parts: readonly BenchPart[]): { standard: number; likeName: string } {
  if (like) return { standard: bookOf(like).standard, likeName: like.name };
  const strongest = parts.reduce<{ plant: string; x: number } | undefined>((best, p) => {
    for (const [plant, g] of Object.entries(p.liquid.bodyG)) if (!best || g > best.x) best = { plant, x: g };
    return best;
  }, undefined);
  // The usual glass is a matter of the plant, not of this kitchen's pots.
  return {
    standard: strongest ? usualStrength(strongest.plant, DEFAULT_KITCHEN) : 1,
    likeName: 'a usual glass',
  };
}

const ICE_PER_GLASS = 0.36;
const RIGHT_AFTER_MIN = 5;

function FreeJugPage({
  house,
  drinks,
  standing,
}: {
  house: House;
  drinks: readonly Drink[];
  standing: readonly Standing[];
}): ReactNode {
  const bench = useJugBench();
  const kitchen = house.forPlans;
  const now = useNow(60_000);
  const navigate = useNavigate();
  const pour = usePourJug();
  const [read, setRead] = useState<ReadonlySet<string>>(new Set());
  const jugs = useMemo(() => JUG_KINDS.flatMap((kind) => kitchen.vessels.filter((v) => v.kind === kind)), [kitchen]);
  const { vesselId } = bench;
  const { litres } = bench.wishes;
  const vessel = useMemo(() => vesselFor(jugs, vesselId, 1000 * litres), [jugs, vesselId, litres]);
  const { lines } = bench;
  const parts = useMemo(() => partsOf(lines, standing, kitchen), [lines, standing, kitchen]);
  const like = drinks.find((d) => d.id === bench.likeDrinkId);
  const { standard, likeName } = useMemo(() => standardFor(like, parts), [like, parts]);
  const { wishes, glassMl, iced, measuredWith } = bench;
  const thinning = useMemo(
    () =>
      iced
        ? jugForGlass(
            {
              volumeMl: 1000,
              glassMl,
              iceG: ICE_PER_GLASS * glassMl,
              strengthX: 1,
              sugarGPerL: wishes.sweetGPerL ?? 0,
            },
            kitchen,
            RIGHT_AFTER_MIN,
          ).thinning
        : 1,
    [iced, glassMl, wishes.sweetGPerL, kitchen],
  );
  const capacityMl = vessel?.capacityMl ?? 2500;
  const wish = useMemo(
    (): BenchWish => wishOf(wishes, capacityMl, standard, thinning),
    [wishes, capacityMl, standard, thinning],
  );
  const plants = useMemo(() => house.plants.map((p) => p.body), [house.plants]);
  const question = useMemo(
    () => (parts.length > 0 ? { parts, wish, measuredWith, plants } : undefined),
    [parts, wish, measuredWith, plants],
  );
  const { value: filled, fault } = useMixAnswer('fill', question);
  const findings = useMemo(() => {
    if (filled?.kind !== 'filled') return [];
    const poured = lines
      .filter((l) => (filled.mix[l.id] ?? 0) >= 1)
      .map((l) => partForRules(l.from, filled.mix[l.id]!, standing, now));
    return findingsOfJug(
      { liquid: filled.liquid, parts: poured, glassMl, audience: bench.audience },
      now,
      kitchen.altitudeM,
    );
  }, [filled, lines, standing, now, glassMl, bench.audience, kitchen.altitudeM]);
  if (!vessel) return <Page title="Jug of anything">The kitchen has no jug: add one there.</Page>;
  const unread = warningsOfJug(findings).filter((w) => !read.has(w.id));
  const waiting = lines.filter((l) => isKept(l.from) && standingOf(standing, l.from)?.ready === false);
  const canPour =
    filled?.kind === 'filled' &&
    filled.figures.volumeMl >= 30 &&
    blocksOfJug(findings).length === 0 &&
    unread.length === 0 &&
    waiting.every((l) => (filled.mix[l.id] ?? 0) < 1);
  const pourIt = (): void => {
    if (filled?.kind !== 'filled') return;
    pour.mutate(
      {
        name: bench.name.trim() || nameFrom(lines, filled),
        capacityMl: vessel.capacityMl,
        glassMl,
        iced,
        standard,
        likeName,
        wantedX: wishes.strengthX ?? 1,
        audience: bench.audience,
        acknowledged: [...read],
        parts: lines
          .filter((l) => (filled.mix[l.id] ?? 0) >= 1)
          .map((l) => ({ name: l.name, ml: roundedMl(filled.mix[l.id]!), from: l.from })),
      },
      {
        onSuccess: (jug) => {
          bench.poured(filled.mix);
          void navigate(`/mix/jug/${jug.id}`);
        },
      },
    );
  };
  return (
    <Page
      title="Jug of anything"
      note="Whatever stands in the house, to one strength. Draw an amount on the side of its vessel to set it; the rest is worked out round it."
      actions={
        <Button kind="main" disabled={!canPour || pour.isPending} onClick={pourIt}>
          {pour.isPending ? 'Logging…' : 'Pour it and log'}
        </Button>
      }
    >
      <MixPlaces />
      <Wishing jugs={jugs.map((v) => ({ value: v.id, label: v.name }))} vesselId={vessel.id} drinks={drinks} />
      <Refusal error={pour.error} />
      <Refusal error={fault ?? null} />
      <div className="mt-3 grid items-start gap-3 lg:grid-cols-[1.25fr_1fr]">
        <Panel
          title="Beside the jug"
          aside={
            bench.taken && (
              <Button kind="quiet" onClick={bench.putBack}>
                Put {bench.taken.name.toLowerCase()} back
              </Button>
            )
          }
        >
          <ul className="grid gap-x-5 gap-y-3 sm:grid-cols-2">
            {lines.map((line) => (
              <LineRow
                key={line.id}
                line={line}
                part={parts.find((p) => p.id === line.id)}
                ml={filled?.kind === 'filled' ? (filled.mix[line.id] ?? 0) : (line.setMl ?? 0)}
                note={
                  isKept(line.from) ? (standingOf(standing, line.from)?.note ?? 'no longer in the house') : undefined
                }
                measuredWith={measuredWith}
                wantedMl={1000 * wishes.litres}
              />
            ))}
          </ul>
          <div className="mt-3">
            <AddLiquid standing={standing} onAdd={bench.add} />
          </div>
        </Panel>
        <Panel
          title={`The ${vessel.name}`}
          aside={
            filled?.kind === 'filled'
              ? `${f.volume(filled.figures.volumeMl)}, ${glassesOf(filled.figures.volumeMl, glassMl)} of ${glassMl} ml`
              : ''
          }
        >
          {filled?.kind === 'filled' ? (
            <Drawn
              filled={filled}
              wish={wish}
              vessel={vessel}
              lines={lines}
              parts={parts}
              thinning={thinning}
              likeName={likeName}
            />
          ) : (
            filled && (
              <div role="alert" className="border-l-4 border-stop bg-stop-wash px-3 py-2">
                <p>{filled.message}</p>
                <Ways freeing={filled.freeing} lines={lines} />
              </div>
            )
          )}
          {filled?.kind === 'filled' && filled.missed.length > 0 && (
            <div role="status" className="mt-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
              <p>{missedWords(filled, wish)}</p>
              <Ways freeing={filled.freeing} lines={lines} />
            </div>
          )}
          {waiting.length > 0 && (
            <p className="mt-2 text-sm text-muted">
              {waiting.map((l) => l.name).join(' and ')}: poured when it has been strained and measured.
            </p>
          )}
          <div className="mt-3">
            <Cautions
              findings={shownAtJug(findings)}
              read={read}
              onRead={(id) => setRead((was) => new Set(was.has(id) ? [...was].filter((x) => x !== id) : [...was, id]))}
            />
          </div>
        </Panel>
      </div>
    </Page>
  );
}

const JUG_KINDS = ['jug', 'jar', 'bottle'] as const;

/** The one that was chosen, or the first that holds it. */
const vesselFor = (jugs: readonly Vessel[], id: string | undefined, ml: number): Vessel | undefined =>
  jugs.find((v) => v.id === id) ?? jugs.find((v) => v.capacityMl >= ml) ?? jugs[0];

/** What bears on pouring it: what only the stove or the label asks is told there. */
export const shownAtJug = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((x) => x.level !== 'note' && x.places.some((p) => p === 'plan' || p === 'picker' || p === 'shelf'));

/** Amounts are poured as a jug reads them, to a millilitre. */
const roundedMl = (ml: number): number => Math.max(1, Math.round(ml * 10) / 10);

function partsOf(lines: readonly BenchLine[], standing: readonly Standing[], kitchen: House['forPlans']): BenchPart[] {
  return lines.flatMap((l): BenchPart[] => {
    const endless = !isKept(l.from) && l.haveMl === undefined;
    const liquid: Liquid | undefined = liquidFrom(l.from, l.haveMl ?? 1000, standing, kitchen);
    if (!liquid || volumeMl(liquid) < 1) return [];
    const { id, name, setMl, minMl, maxMl } = l;
    return [
      {
        id,
        name,
        liquid,
        ...(endless ? { endless } : {}),
        ...(setMl === undefined ? {} : { setMl }),
        ...(minMl === undefined ? {} : { minMl }),
        ...(maxMl === undefined ? {} : { maxMl }),
      },
    ];
  });
}

function wishOf(
  w: ReturnType<typeof useJugBench.getState>['wishes'],
  capacityMl: number,
  standard: number,
  thinning: number,
): BenchWish {
  return {
    volumeMl: 1000 * w.litres,
    capacityMl,
    standard,
    ...(w.strengthX === undefined ? {} : { strengthX: w.strengthX * thinning }),
    ...(w.sweetGPerL === undefined ? {} : { sweetGPerL: w.sweetGPerL * thinning }),
    ...(w.acidGPerL === undefined ? {} : { acidGPerL: w.acidGPerL * thinning }),
    ...(w.shade === undefined ? {} : { shade: w.shade }),
  };
}

/** Whole glasses; one that is short by a fiftieth counts. */
function glassesOf(ml: number, glassMl: number): string {
  const n = Math.floor(ml / glassMl + 0.02);
  return n === 1 ? '1 glass' : `${n} glasses`;
}

/** What it tastes of most, as its name. */
function nameFrom(lines: readonly BenchLine[], filled: Extract<Filled, { kind: 'filled' }>): string {
  const named = lines.filter((l) => l.from.kind !== 'water' && (filled.mix[l.id] ?? 0) >= 1);
  return named[0] ? `Jug with ${named[0].name}`.slice(0, 80) : 'Jug';
}

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
function Wishing({
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
              {figure('Strength', w.strengthX, { unit: '×', min: 0.2, max: 6, step: 0.05, digits: 2 }, (strengthX) =>
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

function LineRow({
  line,
  part,
  ml,
  note,
  measuredWith,
  wantedMl,
}: {
  line: BenchLine;
  part: BenchPart | undefined;
  ml: number;
  note: string | undefined;
  measuredWith: MeasuredWith;
  wantedMl: number;
}): ReactNode {
  const { change, take } = useJugBench();
  const have = part && !part.endless ? volumeMl(part.liquid) : Math.max(wantedMl, line.setMl ?? 0);
  const locked = line.setMl !== undefined;
  const shown = line.setMl ?? ml;
  const step = measuredWith === 'ml' ? 5 : stepMl(measuredWith, Math.max(shown, 60));
  return (
    <li className="flex gap-4 border-b border-line pb-3">
      <Graduated
        label={`${line.name}, amount`}
        ml={shown}
        maxMl={have}
        stepMl={step}
        colour={part && weightedStrength(part.liquid) > 0 ? colourIn(part.liquid, { diameterCm: 7 }) : 'var(--ground)'}
        locked={locked}
        onMl={(setMl) => change(line.id, { setMl })}
      />
      <div className="min-w-0 flex-1">
        <h3 className="text-base [overflow-wrap:anywhere]">{line.name}</h3>
        <p className="text-sm text-muted">
          {note ??
            (line.haveMl === undefined ? (
              'as much as is wanted'
            ) : (
              <>
                of{' '}
                {figure(
                  `${line.name} on hand`,
                  line.haveMl,
                  { unit: 'ml', min: 1, max: 50_000, step: 10, shown: true },
                  (haveMl) => change(line.id, { haveMl }),
                )}
              </>
            ))}
        </p>
        <p className="font-display text-2xl font-bold" data-testid={`ml-${line.id}`}>
          {mlWords(shown)}
          {measuredWith !== 'ml' && shown > 0 && (
            <span className="ml-2 font-sans text-base font-normal">{kitchenWords(shown, measuredWith)}</span>
          )}
        </p>
        <div className="flex flex-wrap items-center gap-x-4">
          <Button
            kind="quiet"
            aria-pressed={locked}
            onClick={() => change(line.id, { setMl: locked ? undefined : Math.round(ml) })}
          >
            {locked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden />}
            {locked ? 'Set; let it free' : 'Set it here'}
          </Button>
          {!locked && <Bounds line={line} have={have} />}
          <Button kind="quiet" onClick={() => take(line.id)} aria-label={`Take ${line.name} away`}>
            <Trash2 size={16} aria-hidden /> Take away
          </Button>
        </div>
      </div>
    </li>
  );
}

/** At least and at most, when asked for. */
function Bounds({ line, have }: { line: BenchLine; have: number }): ReactNode {
  const { change } = useJugBench();
  const bounded = line.minMl !== undefined || line.maxMl !== undefined;
  if (!bounded)
    return (
      <Button kind="quiet" onClick={() => change(line.id, { minMl: 0, maxMl: Math.floor(have) })}>
        Bound it
      </Button>
    );
  return (
    <span className="leading-8">
      {figure(`${line.name}, at least`, line.minMl ?? 0, { unit: 'ml', min: 0, max: 50_000, step: 10 }, (minMl) =>
        change(line.id, { minMl }),
      )}{' '}
      to{' '}
      {figure(
        `${line.name}, at most`,
        line.maxMl ?? have,
        { unit: 'ml', min: 0, max: 50_000, step: 10, shown: true },
        (maxMl) => change(line.id, { maxMl }),
      )}{' '}
      <Button kind="quiet" onClick={() => change(line.id, { minMl: undefined, maxMl: undefined })}>
        Unbound
      </Button>
    </span>
  );
}

function Drawn({
  filled,
  wish,
  vessel,
  lines,
  parts,
  thinning,
  likeName,
}: {
  filled: Extract<Filled, { kind: 'filled' }>;
  wish: BenchWish;
  vessel: House['forPlans']['vessels'][number];
  lines: readonly BenchLine[];
  parts: readonly BenchPart[];
  thinning: number;
  likeName: string;
}): ReactNode {
  const colour = colourIn(filled.liquid, vessel);
  const { figures } = filled;
  const layers = lines
    .filter((l) => (filled.mix[l.id] ?? 0) > 0.5)
    // What sparkles goes in last.
    .toSorted((a, b) => Number(isSparkling(a)) - Number(isSparkling(b)))
    .map((l) => {
      const own = parts.find((p) => p.id === l.id)!;
      const ml = filled.mix[l.id]!;
      return {
        ml,
        colour:
          weightedStrength(own.liquid) > 0 ? colourIn(own.liquid, vessel) : `color-mix(in srgb, ${colour} 60%, white)`,
        label: `${l.name.slice(0, 12).trim().toLowerCase()} ${Math.round(ml)}`,
      };
    });
  const drawn = { ...vessel, kind: vessel.kind as 'jug' | 'jar' | 'bottle' };
  return (
    <div>
      <div className="mb-4 flex flex-wrap items-end gap-5">
        <VesselDrawing
          vessel={drawn}
          scale={vessel.capacityMl > 3000 ? 8 : 11}
          layers={layers}
          description={`${vessel.name} of ${f.volume(figures.volumeMl)}: ${lines.map((l) => `${Math.round(filled.mix[l.id] ?? 0)} ml ${l.name.toLowerCase()}`).join(', ')}`}
        />
        <p className="flex items-center gap-2 text-sm text-muted">
          <span
            aria-hidden
            className="inline-block size-5 rounded-full border border-ink/40"
            style={{ background: colour }}
          />{' '}
          stirred, by the model
        </p>
      </div>
      <div className="flex flex-wrap items-start gap-x-4 gap-y-3">
        <Tube
          label="Strength"
          value={figures.strengthX}
          text={f.strength(figures.strengthX)}
          wanted={wish.strengthX === undefined ? undefined : bracketAround(wish.strengthX, 0.05)}
          wantedText={wish.strengthX === undefined ? 'as it comes' : f.strength(wish.strengthX)}
          max={Math.max(1, wish.strengthX ?? 0, figures.strengthX) * 1.5}
          colour={colour}
          note={
            thinning > 1.01
              ? `${f.strength(figures.strengthX / thinning)} once the ice has thinned it; ×1 is ${likeName}`
              : `×1 is ${likeName}`
          }
        />
        <Tube
          label="Sweetness"
          value={figures.sweetGPerL}
          text={f.gPerL(figures.sweetGPerL)}
          wanted={wish.sweetGPerL === undefined ? undefined : { low: wish.sweetGPerL - 4, high: wish.sweetGPerL + 4 }}
          wantedText={wish.sweetGPerL === undefined ? 'as it comes' : f.gPerL(wish.sweetGPerL)}
          max={Math.max(40, wish.sweetGPerL ?? 0, figures.sweetGPerL) * 1.4}
          colour="var(--caution-line)"
          note="as white sugar"
        />
        <Tube
          label="Tartness"
          value={figures.acidGPerL}
          text={f.gPerL(figures.acidGPerL)}
          wanted={wish.acidGPerL === undefined ? undefined : { low: wish.acidGPerL - 0.3, high: wish.acidGPerL + 0.3 }}
          wantedText={wish.acidGPerL === undefined ? 'as it comes' : f.gPerL(wish.acidGPerL)}
          max={Math.max(4, wish.acidGPerL ?? 0, figures.acidGPerL) * 1.4}
          colour="var(--ink)"
          note="as citric acid"
        />
      </div>
    </div>
  );
}

const isSparkling = ({ from }: BenchLine): boolean => from.kind === 'water' && from.water === 'sparkling';
const bracketAround = (x: number, share: number): { low: number; high: number } => ({
  low: x * (1 - share),
  high: x * (1 + share),
});

const WISH_WORDS = { strength: 'strength', sugar: 'sweetness', acid: 'tartness', shade: 'colour' } as const;

function missedWords(filled: Extract<Filled, { kind: 'filled' }>, wish: BenchWish): string {
  const { figures } = filled;
  const reached = filled.missed.map((m) => {
    if (m === 'strength') return `${f.strength(figures.strengthX)} instead of ${f.strength(wish.strengthX!)}`;
    if (m === 'sugar') return `${f.gPerL(figures.sweetGPerL)} sweet instead of ${f.gPerL(wish.sweetGPerL!)}`;
    if (m === 'acid') return `${f.gPerL(figures.acidGPerL)} tart instead of ${f.gPerL(wish.acidGPerL!)}`;
    return `${WISH_WORDS[m]} ${figures.shade} instead of ${wish.shade}`;
  });
  return `As near as this goes: ${reached.join(', ')}.`;
}

/** What would free it, each a touch away. */
function Ways({ freeing, lines }: { freeing: readonly Freeing[]; lines: readonly BenchLine[] }): ReactNode {
  const { change, wish, wishes } = useJugBench();
  const name = (id: string): string => lines.find((l) => l.id === id)?.name.toLowerCase() ?? id;
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      {freeing.map((w) => {
        switch (w.kind) {
          case 'other-volume': {
            // Up to the next ten where more must fit, down where less is there.
            const up = w.volumeMl > 1000 * wishes.litres;
            const ml = (up ? Math.ceil(w.volumeMl / 10) : Math.floor(w.volumeMl / 10)) * 10;
            return (
              <Button key="volume" onClick={() => wish({ litres: ml / 1000 })}>
                Make {f.volume(ml)}
              </Button>
            );
          }
          case 'more-of':
            return (
              <span key={`more-${w.part}`} className="self-center text-sm">
                {Math.ceil(w.extraMl / 5) * 5} ml more of the {name(w.part)} would do it.
              </span>
            );
          case 'less-of':
          case 'unlock':
            return (
              <Button
                key={`${w.kind}-${w.part}`}
                onClick={() => change(w.part, { setMl: undefined, minMl: undefined })}
              >
                Let the {name(w.part)} free
              </Button>
            );
        }
      })}
    </div>
  );
}

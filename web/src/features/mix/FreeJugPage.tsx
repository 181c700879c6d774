import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  blocksOfJug,
  findingsOfJug,
  isKept,
  jugForGlass,
  warningsOfJug,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Vessel,
  type Drink,
  type Finding,
  standardFor,
} from '@steepsis/core';
import { serverNow, useNow } from '@/shared/api/clock';
import { useDrinks, useHouse, usePourJug, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { useTasteLater } from '@/shared/verdict/tasteLater';
import { AddLiquid } from './AddLiquid';
import { BenchLineRow } from './BenchLineRow';
import {
  glassesOf,
  ICE_PER_GLASS,
  JUG_KINDS,
  nameFrom,
  partsOf,
  RIGHT_AFTER_MIN,
  roundedMl,
  vesselFor,
  wishOf,
} from './jugBench';
import { JugDrawn, missedWords, Ways } from './JugDrawn';
import { JugSentence } from './JugSentence';
import { useJugBench, type BenchLine } from './jugStore';
import { MixPlaces } from './MixPlaces';
import { partForRules, standingOf, usePourables, type Standing } from './usePourables';
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
  const question = useMemo(
    () => (parts.length > 0 ? { parts, wish, measuredWith } : undefined),
    [parts, wish, measuredWith],
  );
  const { of: asked, value: filled, fault } = useMixAnswer('fill', question);
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
        ...(like ? { likeId: like.id } : {}),
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
          useTasteLater.getState().mixed({ kind: 'jug', id: jug.id, name: jug.name, mixedMs: serverNow() });
          void navigate(`/mix/jug/${jug.id}`);
        },
      },
    );
  };
  return (
    <Page
      title="Jug of anything"
      note="Whatever stands in the house, to one strength. Draw an amount on the side of its vessel to set it; the rest is worked out round it."
      next={
        <Button kind="main" disabled={!canPour || pour.isPending} onClick={pourIt}>
          {pour.isPending ? 'Logging…' : 'Pour it and log'}
        </Button>
      }
    >
      <MixPlaces />
      <JugSentence jugs={jugs.map((v) => ({ value: v.id, label: v.name }))} vesselId={vessel.id} drinks={drinks} />
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
              <BenchLineRow
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
        <JugPanel
          vessel={vessel}
          filled={filled}
          of={asked ?? { wish, parts }}
          {...{ lines, thinning, likeName, glassMl, findings, read, waiting }}
          onRead={(id) => setRead((was) => new Set(was.has(id) ? [...was].filter((x) => x !== id) : [...was, id]))}
        />
      </div>
    </Page>
  );
}

/** The jug as it is filled, or what stands in the way; and what has to be read before it is poured. */
function JugPanel({
  vessel,
  filled,
  of,
  lines,
  thinning,
  likeName,
  glassMl,
  findings,
  read,
  waiting,
  onRead,
}: {
  vessel: Vessel;
  filled: Filled | undefined;
  /** what was asked: what is drawn is drawn against that, not against what has been changed since */
  of: { wish: BenchWish; parts: readonly BenchPart[] };
  lines: readonly BenchLine[];
  thinning: number;
  likeName: string;
  glassMl: number;
  findings: readonly Finding[];
  read: ReadonlySet<string>;
  /** what is not strained yet */
  waiting: readonly BenchLine[];
  onRead: (rule: string) => void;
}): ReactNode {
  return (
    <Panel
      title={`The ${vessel.name}`}
      aside={
        filled?.kind === 'filled'
          ? `${f.volume(filled.figures.volumeMl)}, ${glassesOf(filled.figures.volumeMl, glassMl)} of ${glassMl} ml`
          : ''
      }
    >
      {filled?.kind === 'filled' ? (
        <JugDrawn
          filled={filled}
          wish={of.wish}
          vessel={vessel}
          lines={lines}
          parts={of.parts}
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
          <p>{missedWords(filled, of.wish)}</p>
          <Ways freeing={filled.freeing} lines={lines} />
        </div>
      )}
      {waiting.length > 0 && (
        <p className="mt-2 text-sm text-muted">
          {waiting.map((l) => l.name).join(' and ')}: poured when it has been strained and measured.
        </p>
      )}
      <div className="mt-3">
        <Cautions findings={shownAtJug(findings)} read={read} onRead={onRead} />
      </div>
    </Panel>
  );
}

/** What bears on pouring it: what only the stove or the label asks is told there. */
const shownAtJug = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((x) => x.level !== 'note' && x.places.some((p) => p === 'plan' || p === 'picker' || p === 'shelf'));

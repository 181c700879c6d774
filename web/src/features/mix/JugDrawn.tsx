import type { ReactNode } from 'react';
import {
  colourIn,
  colourDepthPerCm,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Freeing,
  type Vessel,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Tube } from '@/shared/vessels/Bracket';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { useJugBench, type BenchLine } from './jugStore';

/** The jug with its layers, and its figures against what is wanted. */
export function JugDrawn({
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
  vessel: Vessel;
  lines: readonly BenchLine[];
  parts: readonly BenchPart[];
  thinning: number;
  likeName: string;
}): ReactNode {
  // Water is drawn as water, in either theme.
  const clear = colourDepthPerCm(filled.liquid) === 0;
  const colour = clear ? 'var(--water)' : colourIn(filled.liquid, vessel);
  const { figures } = filled;
  const layers = lines
    .filter((l) => (filled.mix[l.id] ?? 0) > 0.5)
    // What sparkles goes in last.
    .toSorted((a, b) => Number(isSparkling(a)) - Number(isSparkling(b)))
    .flatMap((l) => {
      const own = parts.find((p) => p.id === l.id);
      if (!own) return [];
      const ml = filled.mix[l.id]!;
      return {
        ml,
        colour:
          colourDepthPerCm(own.liquid) > 0
            ? colourIn(own.liquid, vessel)
            : clear
              ? colour
              : `color-mix(in srgb, ${colour} 60%, white)`,
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

export function missedWords(filled: Extract<Filled, { kind: 'filled' }>, wish: BenchWish): string {
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
export function Ways({ freeing, lines }: { freeing: readonly Freeing[]; lines: readonly BenchLine[] }): ReactNode {
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

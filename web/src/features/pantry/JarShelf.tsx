import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import { colourIn, knownPlant, SWEETENERS, toldLiquid, type Kitchen, type Plants } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantName, sweetenerName } from '@/shared/format/names';
import { workedOut } from '@/shared/ui/reasonOf';

/** A jar is full with what is enough for so much drink, L. */
const FULL_L = 10;

export type Had = { plant: string; haveG: number };

/** What is there, in jars: each to the height of what it is enough for, in the colour that it gives. */
export function JarShelf({
  had,
  kitchen,
  ownPlants,
}: {
  had: readonly Had[];
  kitchen: Kitchen;
  ownPlants: Plants;
}): ReactNode {
  return (
    <section aria-label="On the shelf" className="mb-4">
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(6.5rem,1fr))] gap-y-5">
        {had.map((h) => (
          <Jar key={h.plant} had={h} kitchen={kitchen} ownPlants={ownPlants} />
        ))}
      </ul>
      <p className="mt-1 text-sm text-muted">A jar is full with enough for {FULL_L} L of drink.</p>
    </section>
  );
}

function Jar({ had, kitchen, ownPlants }: { had: Had; kitchen: Kitchen; ownPlants: Plants }): ReactNode {
  const { plant, haveG } = had;
  const { name, litres, colour } = useMemo(
    () => jarOf(plant, haveG, kitchen, ownPlants),
    [plant, haveG, kitchen, ownPlants],
  );
  const share = litres === undefined ? 0.6 : Math.min(1, litres / FULL_L);
  const top = 26 + (1 - share) * 62;
  return (
    <li className="flex">
      <Link
        to={`/pantry/${encodeURIComponent(plant)}`}
        className="group flex w-full flex-col items-center text-center"
        aria-label={`${name}: ${f.grams(haveG)}${litres === undefined ? '' : `, enough for ${about(litres)}`}`}
      >
        <svg viewBox="0 0 80 96" className="h-24 w-20 text-ink" aria-hidden>
          <rect x="9" y={top} width="62" height={92 - top} rx="5" fill={colour} />
          <path
            d="M16 8H64M20 8V16Q8 20 8 32V86Q8 93 16 93H64Q72 93 72 86V32Q72 20 60 16V8"
            fill="none"
            stroke="currentColor"
            strokeWidth="2.2"
          />
        </svg>
        <span aria-hidden className="w-full border-t-4 border-ink/70" />
        <span className="mt-1 px-1 text-[0.95rem] font-semibold leading-tight group-hover:underline">{name}</span>
        <span className="text-sm">
          {f.grams(haveG)}
          {litres !== undefined && <span className="block text-muted">for {about(litres)}</span>}
        </span>
      </Link>
    </li>
  );
}

/** Sweeteners are no plants: what they are enough for depends on who drinks. */
function jarOf(
  kind: string,
  haveG: number,
  kitchen: Kitchen,
  ownPlants: Plants,
): { name: string; litres: number | undefined; colour: string } {
  if (kind in SWEETENERS) return { name: capital(sweetenerName(kind)), litres: undefined, colour: '#e9e4d6' };
  const b = knownPlant(ownPlants, kind);
  const typical = b?.dose.typical ?? 0;
  const litres = typical > 0 ? haveG / typical : undefined;
  // As it looks in the jar: its own strong liquor.
  const colour =
    b &&
    workedOut(() =>
      colourIn(
        toldLiquid(
          { kind: 'made', made: { plant: kind, grams: 4 * typical, waterMl: 1000, minutes: 15, place: 'off-heat' } },
          200,
          kitchen,
        ),
        { diameterCm: 6 },
      ),
    ).value;
  return { name: plantName(kind, ownPlants), litres, colour: colour ?? '#8a6a4a' };
}

/** What a jar is enough for is no measure: whole litres from ten up, else tenths. */
const about = (litres: number): string =>
  f.volume(litres >= 10 ? 1000 * Math.round(litres) : 100 * Math.round(10 * litres));

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

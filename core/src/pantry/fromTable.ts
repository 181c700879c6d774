import { thingsNamedIn } from '../card/things';
import { freeId } from '../drink/editing';
import { knownPlant, type Plants } from '../reference/plants';
import type { Lot, PantryEntry } from './pantry';

// A table of what is in the house, as another program or another notebook wrote it: columns as the cook chose them.

/** Which columns of a table say what, counted from 0; what a table does not have is left out. */
export type PantryColumns = { plant: number; left: number; got?: number; from?: number; gives?: number };

/** A lot that was read, with the plant that its words name. */
export type LotRead = { line: number; plant: string; name: string; lot: Omit<Lot, 'id'> };

/** A table that was read, and its lines that were not. */
export type PantryRead = {
  lots: readonly LotRead[];
  faults: readonly { line: number; text: string; accepted: string }[];
};

/** Accepted figures of a line. */
const RANGES = { left: { min: 0, max: 100_000 }, gives: { min: 0.2, max: 3 } } as const;

/**
 * Reads a table line by line; a line that is not understood is told, never guessed.
 * @param today ISO date, for lots whose table does not say when they came
 * @param firstLine the number of the first row in its file
 */
export function readPantryTable(
  rows: readonly (readonly string[])[],
  columns: PantryColumns,
  { own, today, firstLine = 2 }: { own: Plants; today: string; firstLine?: number },
): PantryRead {
  const lots: LotRead[] = [];
  const faults: { line: number; text: string; accepted: string }[] = [];
  rows.forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const line = firstLine + i;
    const cell = (at: number | undefined): string => (at === undefined ? '' : (row[at] ?? '').trim());
    const fault = (text: string, accepted: string): void =>
      void faults.push({ line, text: text.slice(0, 60), accepted });
    const plant = plantNamed(cell(columns.plant), own);
    if (!plant) return fault(cell(columns.plant), 'a plant of the table or one of yours, by a name of it');
    const leftG = numberOf(cell(columns.left), RANGES.left);
    if (leftG === undefined) return fault(cell(columns.left), 'grams, 0 to 100000, without a mark of thousands');
    const gives = cell(columns.gives);
    const potency = gives === '' ? 1 : numberOf(gives.replace(/^[×x]\s*/i, ''), RANGES.gives);
    if (potency === undefined) return fault(gives, 'times of the reference, 0.2 to 3');
    const when = cell(columns.got);
    const got = when === '' ? today : dayOf(when);
    if (got === undefined) return fault(when, 'a day as 2026-07-05 or 5.7.2026');
    lots.push({
      line,
      plant: plant.slug,
      name: plant.name,
      lot: {
        got,
        from: cell(columns.from)
          .replace(/^'(?=[=+\-@])/, '')
          .slice(0, 200),
        leftG,
        potency,
      },
    });
  });
  return { lots, faults };
}

/** The pantry's entries with the lots that were read behind those that are there; only entries that change. */
export function withLots(entries: readonly PantryEntry[], lots: readonly LotRead[]): readonly PantryEntry[] {
  const changed = new Map<string, PantryEntry>();
  for (const { plant, lot } of lots) {
    const entry = changed.get(plant) ?? entries.find((e) => e.plant === plant) ?? { v: 1, plant, lots: [] };
    const id = freeId(
      'lot',
      entry.lots.map((l) => l.id),
    );
    changed.set(plant, { ...entry, lots: [...entry.lots, { id, ...lot }] });
  }
  return [...changed.values()];
}

/** Which columns a heading seems to name: a first choice, to be looked at. */
export function columnsOf(head: readonly string[]): Partial<PantryColumns> {
  const at = (re: RegExp): number | undefined => {
    const i = head.findIndex((h) => re.test(h));
    return i < 0 ? undefined : i;
  };
  const found = {
    plant: at(/plant|herb|tea|name|what|item|ingredient/i),
    left: at(/left|gram|amount|weight|quantity|\(g\)/i),
    got: at(/got|date|bought|picked|day/i),
    from: at(/from|source|shop|where/i),
    gives: at(/gives|strength|potency|×/i),
  };
  return Object.fromEntries(Object.entries(found).filter(([, i]) => i !== undefined)) as Partial<PantryColumns>;
}

function plantNamed(text: string, own: Plants): { slug: string; name: string } | undefined {
  if (text === '') return undefined;
  const known = knownPlant(own, text);
  if (known) return known;
  const [thing] = thingsNamedIn(`20 g ${text}`, Object.values(own));
  return thing?.kind === 'plant' && !thing.guess ? thing.plant : undefined;
}

/** "12.5", "12,5"; "1,200" may be either and is none. */
function numberOf(text: string, { min, max }: { min: number; max: number }): number | undefined {
  const plain = text.replace(/\s*g$/i, '');
  if (!/^\d+(?:[.,]\d+)?$/.test(plain) || /^\d{1,3}[.,]\d{3}$/.test(plain)) return undefined;
  const value = Number(plain.replace(',', '.'));
  return value >= min && value <= max ? value : undefined;
}

function dayOf(text: string): string | undefined {
  const iso = /^(\d{4})-(\d{2})-(\d{2})(?:T.*)?$/.exec(text);
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  const [y, m, d] = iso ? [iso[1], iso[2], iso[3]] : dotted ? [dotted[3], dotted[2], dotted[1]] : [];
  if (y === undefined) return undefined;
  const day = `${y}-${m!.padStart(2, '0')}-${d!.padStart(2, '0')}`;
  // The 31st of a month that has none is no day.
  return !Number.isNaN(Date.parse(day)) && new Date(`${day}T00:00:00Z`).toISOString().startsWith(day) ? day : undefined;
}

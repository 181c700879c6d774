import { thingsNamedIn } from '../card/things';
import { freeId } from '../drink/editing';
import { knownPlant, type Plants } from '../reference/plants';
import type { Lot, PantryEntry } from '../pantry/pantry';
import { readRows, type TableColumn, type TableReading, type Row, type TableRead } from './table';

// What is in the house, as another program or another notebook wrote it.

/** What a table of the pantry may say. */
export type PantryColumn = 'plant' | 'left' | 'got' | 'from' | 'gives';

/** The columns of a table of the pantry. */
export const PANTRY_COLUMNS: readonly TableColumn<PantryColumn>[] = [
  { of: 'plant', label: 'plant', needed: true, heads: /plant|herb|tea|name|what|item|ingredient/i },
  { of: 'left', label: 'grams left', needed: true, heads: /left|gram|amount|weight|quantity|\(g\)/i },
  { of: 'got', label: 'when it came', needed: false, heads: /got|date|bought|picked|day/i },
  { of: 'from', label: 'where from', needed: false, heads: /from|source|shop|where/i },
  { of: 'gives', label: 'what it gives', needed: false, heads: /gives|strength|potency|×/i },
];

/** A lot that was read, with the plant that its words name. */
export type LotRead = { plant: string; name: string; lot: Omit<Lot, 'id'> };

const LEFT = { min: 0, max: 100_000, words: 'grams, 0 to 100000, without a mark of thousands' };
const GIVES = { min: 0.2, max: 3, words: 'times of the reference, 0.2 to 3' };

/**
 * Reads a table of the pantry line by line.
 * @param today ISO date, for lots whose table does not say when they came
 */
export const readPantryTable = (
  rows: readonly (readonly string[])[],
  reading: TableReading<PantryColumn>,
  { own, today }: { own: Plants; today: string },
): TableRead<LotRead> =>
  readRows(rows, reading, (row) => {
    const { slug, name } = plantOf(row, own);
    return {
      plant: slug,
      name,
      lot: {
        got: row.day('got') ?? today,
        from: row.text('from').slice(0, 200),
        leftG: row.number('left', LEFT, /\s*g$/i) ?? row.refuse('left', LEFT.words),
        potency: row.number('gives', GIVES, /^[×x]\s*/i) ?? 1,
      },
    };
  });

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

function plantOf(row: Row<PantryColumn>, own: Plants): { slug: string; name: string } {
  const text = row.text('plant');
  const known = text === '' ? undefined : knownPlant(own, text);
  if (known) return known;
  const [thing] = text === '' ? [] : thingsNamedIn(`20 g ${text}`, Object.values(own));
  return thing?.kind === 'plant' && !thing.guess
    ? thing.plant
    : row.refuse('plant', 'a plant of the table or one of yours, by a name of it');
}

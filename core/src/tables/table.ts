// A table as another program wrote it: rows of text, columns as the cook chose them. A line that is not understood is told, never guessed.

/** A line that was not understood: what stands there, and what would be accepted. */
export type TableFault = { line: number; text: string; accepted: string };
/** What was read, each with the number of its line in the file, and what was not. */
export type TableRead<T> = { lines: readonly (T & { line: number })[]; faults: readonly TableFault[] };
/** Which column says what, counted from 0; what a table does not have is left out. */
export type TableColumns<K extends string> = Readonly<Partial<Record<K, number>>>;
/** A column that a table may have. */
export type TableColumn<K extends string> = {
  of: K;
  label: string;
  needed: boolean;
  /** headings that it goes by */
  heads: RegExp;
};

/** Which columns a heading seems to name, each for one thing: a first choice, to be looked at. */
export function columnsOf<K extends string>(
  columns: readonly TableColumn<K>[],
  head: readonly string[],
): TableColumns<K> {
  const found: Partial<Record<K, number>> = {};
  const taken = new Set<number>();
  for (const { of, heads } of columns) {
    const at = head.findIndex((h, i) => !taken.has(i) && heads.test(h));
    if (at < 0) continue;
    taken.add(at);
    found[of] = at;
  }
  return found;
}

/** How the rows of a table are read. */
export type TableReading<K extends string> = {
  columns: TableColumns<K>;
  head: readonly string[];
  /** a moment that names no zone, in that of the cook: "2026-07-05T18:30" to UTC */
  utcOf: (local: string) => string;
};

/** Reads row by row; empty rows are passed over. @param read what a row says; it asks the row for its cells */
export function readRows<K extends string, T>(
  rows: readonly (readonly string[])[],
  reading: TableReading<K>,
  read: (row: Row<K>) => T,
): TableRead<T> {
  const lines: (T & { line: number })[] = [];
  const faults: TableFault[] = [];
  rows.forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    // The heading is the first line of a file.
    const line = i + 2;
    try {
      lines.push({ ...read(new Row(cells, reading)), line });
    } catch (error) {
      if (!(error instanceof NotAccepted)) throw error;
      faults.push({ line, text: error.text.slice(0, 60), accepted: error.accepted });
    }
  });
  return { lines, faults };
}

/** A cell that says nothing that could be used. It ends the reading of its row and goes no further. */
class NotAccepted extends Error {
  constructor(
    readonly text: string,
    readonly accepted: string,
  ) {
    super(accepted);
  }
}

/** What a figure of a cell may be. */
export type Accepted = { min: number; max: number; words: string };

/** A row while it is read: what a cell says, by the column that it stands in. */
export class Row<K extends string> {
  constructor(
    private readonly cells: readonly string[],
    private readonly reading: TableReading<K>,
  ) {}

  /** As it stands there, without the mark that keeps a table program from running it; empty where there is none. */
  text(of: K): string {
    const at = this.reading.columns[of];
    return at === undefined ? '' : (this.cells[at] ?? '').trim().replace(/^'(?=[=+\-@\t\r])/, '');
  }

  refuse(of: K, accepted: string): never {
    throw new NotAccepted(this.text(of), accepted);
  }

  /** A figure with a decimal point or comma, its unit behind it or not; undefined where the cell is empty. */
  number(of: K, { min, max, words }: Accepted, unit = /(?!)/): number | undefined {
    const text = this.text(of);
    if (text === '') return undefined;
    const value = numberOf(text.replace(unit, ''));
    return value !== undefined && value >= min && value <= max ? value : this.refuse(of, words);
  }

  /** A volume in ml, told in ml, cl or litres: by the cell, else by the heading of its column, else as is usual for it. */
  ml(of: K, usual: 'ml' | 'L', accepted: Accepted): number | undefined {
    const text = this.text(of);
    if (text === '') return undefined;
    const head = this.reading.head[this.reading.columns[of] ?? -1] ?? '';
    const own = UNIT.exec(text)?.[1] ?? /\b(ml|cl|l|litres?|liters?)\b/i.exec(head)?.[1] ?? usual;
    const value = numberOf(text.replace(UNIT, ''));
    const ml = value === undefined ? NaN : value * (/^m/i.test(own) ? 1 : /^c/i.test(own) ? 10 : 1000);
    return ml >= accepted.min && ml <= accepted.max ? ml : this.refuse(of, accepted.words);
  }

  /** A day, ISO; undefined where the cell is empty. */
  day(of: K): string | undefined {
    const text = this.text(of);
    return text === '' ? undefined : (dayOf(text) ?? this.refuse(of, 'a day as 2026-07-05 or 5.7.2026'));
  }

  /** A moment, ISO in UTC; a day alone is its noon. Undefined where the cell is empty. */
  moment(of: K): string | undefined {
    const text = this.text(of);
    return text === ''
      ? undefined
      : (this.momentOf(text) ?? this.refuse(of, 'a day or a moment, as 2026-07-05, 5.7.2026 or 2026-07-05 18:30'));
  }

  /** Whether a cell names a day and no hour of it. */
  isDay(of: K): boolean {
    return dayOf(this.text(of)) !== undefined && !/[T:]/i.test(this.text(of));
  }

  private momentOf(text: string): string | undefined {
    const [, first, hours, zone] = MOMENT.exec(text) ?? [];
    const day = first === undefined ? undefined : dayOf(first);
    if (day === undefined) return undefined;
    const [h = '12', m = '00', s = '00'] = (hours ?? '12').split(':');
    const local = `${day}T${h.padStart(2, '0')}:${m.padStart(2, '0')}:${s}`;
    if (Number(h) > 23 || Number(m) > 59 || Number(s) > 59) return undefined;
    return zone ? new Date(`${local}${zone.toUpperCase()}`).toISOString() : this.reading.utcOf(local);
  }
}

const UNIT = /\s*(ml|cl|l|litres?|liters?)$/i;
/** A day, an hour behind it or not, and a zone behind that or not. */
const MOMENT =
  /^(\d{4}-\d{2}-\d{2}|\d{1,2}\.\d{1,2}\.\d{4})(?:[T ,]+(\d{1,2}:\d{2}(?::\d{2})?)(?:\.\d+)?\s*(z|[+-]\d{2}:\d{2})?)?$/i;

/** "12.5", "12,5", "-1"; "1,200" may be either and is none. */
function numberOf(text: string): number | undefined {
  const plain = text.trim().replace(/^[−–]/, '-').replace(/^\+/, '');
  if (!/^-?\d+(?:[.,]\d+)?$/.test(plain) || /^-?[1-9]\d{0,2}[.,]\d{3}$/.test(plain)) return undefined;
  return Number(plain.replace(',', '.'));
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

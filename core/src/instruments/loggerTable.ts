import { READING_RANGES, type InstrumentKind, type Reading } from './instrument';

/** How another logger writes its moments. */
export const TIME_FORMATS = [
  'date-time',
  'seconds-since-1970',
  'milliseconds-since-1970',
  'seconds-from-start',
  'minutes-from-start',
] as const;
/** How a table writes its times. */
export type TimeFormat = (typeof TIME_FORMATS)[number];

/** Which columns of a table are time and value, counted from 0, and how they are written. */
export type LoggerColumns = { time: number; value: number; format: TimeFormat; fahrenheit: boolean; startMs: number };

/** A table that was read, and the lines that were not. */
export type LoggerRead = {
  readings: readonly Reading[];
  /** lines that were not understood, by their number in the file from 1 */
  faults: readonly { line: number; text: string; accepted: string }[];
};

/** Readings from another logger’s table, columns as the cook chose them. A line that is not understood is told, never guessed. */
export function readLoggerTable(
  rows: readonly (readonly string[])[],
  { time, value, format, fahrenheit, startMs }: LoggerColumns,
  kind: InstrumentKind,
  firstLine = 1,
): LoggerRead {
  const readings: Reading[] = [];
  const faults: { line: number; text: string; accepted: string }[] = [];
  const { unit, min, max } = READING_RANGES[kind];
  rows.forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const fault = (text: string | undefined, accepted: string): void =>
      void faults.push({ line: firstLine + i, text: (text ?? '').slice(0, 60), accepted });
    const atMs = plausible(momentOf(row[time] ?? '', format, startMs));
    const raw = numberOf(row[value] ?? '');
    if (atMs === undefined) return fault(row[time], TIME_WORDS[format]);
    if (raw === undefined) return fault(row[value], `a number of ${unit}`);
    const read = fahrenheit ? ((raw - 32) * 5) / 9 : raw;
    if (read < min || read > max) return fault(row[value], `${min} to ${max} ${unit}`);
    readings.push({ atMs, value: Math.round(read * 1000) / 1000 });
  });
  return { readings: readings.sort((a, b) => a.atMs - b.atMs), faults };
}

const TIME_WORDS: Record<TimeFormat, string> = {
  'date-time': 'a date and time, as in 2026-07-05 09:30:00',
  'seconds-since-1970': 'seconds since 1970',
  'milliseconds-since-1970': 'milliseconds since 1970',
  'seconds-from-start': 'seconds from the start, 0 or more',
  'minutes-from-start': 'minutes from the start, 0 or more',
};

/** A figure may be finite and its moment none that a calendar has. */
const plausible = (ms: number | undefined): number | undefined =>
  ms !== undefined && Number.isFinite(ms) && ms >= MOMENTS.fromMs && ms < MOMENTS.toMs ? ms : undefined;
const MOMENTS = { fromMs: 0, toMs: Date.UTC(2200, 0, 1) } as const;

function momentOf(text: string, format: TimeFormat, startMs: number): number | undefined {
  if (format === 'date-time') {
    // A date alone, or a bare number, is no moment.
    if (!/^\d{4}-\d\d-\d\d[ T]\d\d:\d\d/.test(text.trim())) return undefined;
    const ms = Date.parse(text.trim().replace(' ', 'T'));
    return Number.isFinite(ms) ? ms : undefined;
  }
  const n = numberOf(text);
  if (n === undefined || n < 0) return undefined;
  switch (format) {
    case 'seconds-since-1970':
      return Math.round(n * 1000);
    case 'milliseconds-since-1970':
      return Math.round(n);
    case 'seconds-from-start':
      return Math.round(startMs + n * 1000);
    case 'minutes-from-start':
      return Math.round(startMs + n * 60_000);
  }
}

function numberOf(text: string): number | undefined {
  const t = text.trim().replace(',', '.');
  if (!/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(t)) return undefined;
  const n = Number(t);
  return Number.isFinite(n) ? n : undefined;
}

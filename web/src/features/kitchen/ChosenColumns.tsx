import { Fragment, useMemo, useState, type ReactNode } from 'react';
import { columnsOf, type TableColumn, type TableColumns, type TableRead, type TableReading } from '@steepsis/core';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import type { Table } from './TableFile';

/** So many lines are shown before they are taken in. */
const SHOWN = 8;

/** The columns of a table as they were found and may be chosen, and what is read by them: lines and what was not understood. */
export function ChosenColumns<K extends string, T>({
  table,
  columns: known,
  read,
  one,
  many,
  words,
  children,
}: {
  table: Table;
  columns: readonly TableColumn<K>[];
  read: (rows: readonly (readonly string[])[], reading: TableReading<K>) => TableRead<T>;
  one: string;
  many: string;
  words: (line: T) => ReactNode;
  children: (lines: TableRead<T>['lines']) => ReactNode;
}): ReactNode {
  const [columns, setColumns] = useState<TableColumns<K>>(() => columnsOf(known, table.head));
  const enough = known.every((c) => !c.needed || columns[c.of] !== undefined);
  const result = useMemo(
    () =>
      enough ? read(table.rows, { columns, head: table.head, utcOf: (at) => new Date(at).toISOString() }) : undefined,
    [enough, read, table, columns],
  );
  return (
    <>
      <p className="mt-2 leading-9">
        {known.toSorted(neededFirst).map(({ of, label, needed }, i) => (
          <span key={of}>
            {i === 0 ? capital(label) : label} is{' '}
            <span className="whitespace-nowrap">
              <InlineChoice
                label={`Column of ${label}`}
                value={String(columns[of] ?? 'none')}
                choices={[
                  { value: 'none', label: needed ? 'not chosen yet' : 'not in it' },
                  ...table.head.map((h, n) => ({ value: String(n), label: h || `column ${n + 1}` })),
                ]}
                onValue={(v) => setColumns({ ...columns, [of]: v === 'none' ? undefined : Number(v) })}
              />
              {i < known.length - 1 ? ';' : '.'}
            </span>{' '}
          </span>
        ))}
      </p>
      {result && (
        <>
          {result.lines.length > 0 && (
            <ul
              aria-label={`${capital(many)} that were read`}
              className="mt-2 divide-y divide-line border-y border-line text-[0.95rem]"
            >
              {result.lines.slice(0, SHOWN).map((line) => (
                <li key={line.line} className="py-1">
                  {words(line)}
                </li>
              ))}
            </ul>
          )}
          <p role="status" className="mt-1">
            {result.lines.length} {result.lines.length === 1 ? one : many} read
            {result.lines.length > SHOWN && `, the first ${SHOWN} shown`}
            {result.faults.length > 0 && `; ${result.faults.length} not understood, left out`}.
          </p>
          {result.faults.slice(0, SHOWN).map((x) => (
            <LineFault key={x.line} line={x.line}>
              {x.text === '' ? 'nothing stands there; accepted is' : `“${x.text}” is not`} {x.accepted}.
            </LineFault>
          ))}
          <Fragment key={JSON.stringify(columns)}>{children(result.lines)}</Fragment>
        </>
      )}
    </>
  );
}

const neededFirst = (a: { needed: boolean }, b: { needed: boolean }): number => Number(b.needed) - Number(a.needed);
const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

/** A line that is not taken in, and why. */
export function LineFault({ line, children }: { line: number; children: ReactNode }): ReactNode {
  return (
    <p className="mt-1 border-l-4 border-caution-line bg-caution-wash px-2 py-0.5 text-[0.95rem]">
      Line {line}: {children}
    </p>
  );
}

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import {
  LEFT_COLUMNS,
  MADE_COLUMNS,
  readLeftTable,
  readMadeTable,
  readTastedTable,
  TASTED_COLUMNS,
  type Drink,
  type MadeRead,
  type TableColumn,
  type TableRead,
  type TableReading,
} from '@steepsis/core';
import type { TableReport } from '@steepsis/contract';
import { post } from '@/shared/api/client';
import { useDrinks } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Failed, Loading, Refusal } from '@/shared/ui/Page';
import { sentenceOf } from '@/shared/verdict/sentence';
import { ChosenColumns, LineFault } from './ChosenColumns';
import type { Table } from './TableFile';

// Tables of what was made, what is left of it and what was said of it: looked over by the server a few lines at a time, then taken in.

type Rows = readonly (readonly string[])[];
type Reader<K extends string, T> = (rows: Rows, reading: TableReading<K>, drinks: readonly Drink[]) => TableRead<T>;
type Lines<T> = TableRead<T>['lines'];

/** A table of batches that were made before. */
export const MadeLines = ({ table }: { table: Table }): ReactNode => (
  <OfDrinks
    table={table}
    columns={MADE_COLUMNS}
    read={readMadeTable}
    to="batches"
    of={['batch', 'batches']}
    words={madeWords}
  />
);

/** A table of the shelf: what is left of batches that were made before. */
export const LeftLines = ({ table }: { table: Table }): ReactNode => (
  <OfDrinks
    table={table}
    columns={LEFT_COLUMNS}
    read={readLeftTable}
    to="batches"
    of={['batch', 'batches']}
    words={madeWords}
  />
);

/** A table of what was said of batches that are here. */
export const TastedLines = ({ table }: { table: Table }): ReactNode => (
  <OfDrinks
    table={table}
    columns={TASTED_COLUMNS}
    read={readTastedTable}
    to="tastings"
    of={['tasting', 'tastings']}
    words={({ name, at, day, state, verdict }) => (
      <>
        <strong className="font-semibold">{name}</strong>, {day ? f.day(at) : f.moment(at)}:{' '}
        {sentenceOf({ state, verdict })}
        {verdict.note && ` “${verdict.note}”`}
      </>
    )}
  />
);

const madeWords = ({ name, at, litres, steepMin, known: { cameOutMl, left = [] } }: MadeRead): ReactNode => (
  <>
    <strong className="font-semibold">{name}</strong>, {f.moment(at)}
    {litres !== undefined && `, ${f.volume(litres * 1000)}`}
    {steepMin !== undefined && `, steeped ${f.duration(steepMin)}`}
    {cameOutMl !== undefined && `, ${f.exactMl(cameOutMl)} came out`}
    {left.map(({ of, ml }) => `, ${f.exactMl(ml)} ${of === 'drink' ? 'of it' : 'of what was brewed for it'} left`)}
  </>
);

function OfDrinks<K extends string, T>({
  table,
  columns,
  read,
  to,
  of,
  words,
}: {
  table: Table;
  columns: readonly TableColumn<K>[];
  read: Reader<K, T>;
  to: 'batches' | 'tastings';
  of: readonly [one: string, many: string];
  words: (line: T) => ReactNode;
}): ReactNode {
  const drinks = useDrinks();
  const book = useMemo(() => drinks.data?.drinks.map((d) => d.drink), [drinks.data]);
  const readOf = useCallback((rows: Rows, reading: TableReading<K>) => read(rows, reading, book ?? []), [read, book]);
  if (drinks.isError) return <Failed error={drinks.error} retry={() => void drinks.refetch()} />;
  if (!book) return <Loading what="the drinks book" />;
  return (
    <ChosenColumns table={table} columns={columns} read={readOf} one={of[0]} many={of[1]} words={words}>
      {(lines) => <Take lines={lines} to={to} of={of} />}
    </ChosenColumns>
  );
}

/** What is sent at once: each line is planned where it goes. */
const AT_ONCE = 10;

function Take<T>({
  lines,
  to,
  of,
}: {
  lines: Lines<T>;
  to: 'batches' | 'tastings';
  of: readonly [string, string];
}): ReactNode {
  const client = useQueryClient();
  const [done, setDone] = useState(0);
  const send = async (keep: boolean): Promise<TableReport['lines']> => {
    const told: TableReport['lines'][number][] = [];
    setDone(0);
    for (let i = 0; i < lines.length; i += AT_ONCE) {
      const part = { lines: lines.slice(i, i + AT_ONCE) };
      told.push(...(await post<TableReport>(`/api/tables/${to}?keep=${keep}`, part)).lines);
      setDone(told.length);
    }
    return told;
  };
  const look = useMutation({ mutationFn: () => send(false) });
  const take = useMutation({ mutationFn: () => send(true), onSettled: () => void client.invalidateQueries() });
  const told = take.data ?? look.data;
  const count = (becomes: string): number => told?.filter((l) => l.becomes === becomes).length ?? 0;
  const called = (n: number): string => `${n} ${n === 1 ? of[0] : of[1]}`;
  const busy = look.isPending || take.isPending;
  return (
    <>
      <Refusal error={look.error ?? take.error} />
      {busy && (
        <p role="status" className="mt-3">
          {take.isPending ? 'Taking them in' : 'Looking them over'}: {done} of {called(lines.length)}.
          <progress
            className="mt-1 block h-2 w-full max-w-md accent-action"
            max={lines.length}
            value={done}
            aria-label="How far it is"
          />
        </p>
      )}
      {told && !busy && (
        <>
          <p
            role="status"
            className={`mt-3 border-l-4 px-3 py-2 ${take.data ? 'border-action bg-action-wash' : 'border-line bg-surface'}`}
          >
            {take.data ? `${called(count('new'))} taken in` : `${called(count('new'))} would be new here`}
            {count('same') > 0 && `, ${count('same')} here already`}
            {count('not') > 0 && `, ${count('not')} that cannot be taken in`}.
          </p>
          {told.flatMap((l) =>
            l.becomes === 'not'
              ? [
                  <LineFault key={l.line} line={l.line}>
                    {l.why}
                  </LineFault>,
                ]
              : [],
          )}
        </>
      )}
      {!take.data && (
        <div className="mt-3 flex flex-wrap gap-3">
          <Button
            kind={look.data ? 'plain' : 'main'}
            disabled={lines.length === 0 || busy}
            onClick={() => look.mutate()}
          >
            Look {lines.length === 1 ? 'it' : 'them'} over
          </Button>
          {look.data && (
            <Button kind="main" disabled={busy || count('new') === 0} onClick={() => take.mutate()}>
              Take {called(count('new'))} in
            </Button>
          )}
        </div>
      )}
    </>
  );
}

import { useMemo, useState, type ReactNode } from 'react';
import { columnsOf, readPantryTable, withLots, type PantryColumns } from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';
import { useHouse, useSaveHouse, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { TableFile, type Table } from './TableFile';

/** So many lines are shown before they are taken in. */
const SHOWN = 8;

/** A table of the pantry from elsewhere: its columns chosen, its lines looked at, then taken in behind what is there. */
export function PantryTable(): ReactNode {
  const house = useHouse();
  return (
    <Panel title="A table of the pantry">
      <TableFile
        label="Lots from another program: a table with a heading (CSV, any separator)."
        columns="a column of plants and one of grams"
        mostMB={5}
      >
        {(table) => house.data && <Lines key={table.name} table={table} house={house.data} />}
      </TableFile>
    </Panel>
  );
}

const COLUMNS: readonly { of: keyof PantryColumns; label: string; needed: boolean }[] = [
  { of: 'plant', label: 'plant', needed: true },
  { of: 'left', label: 'grams left', needed: true },
  { of: 'got', label: 'when it came', needed: false },
  { of: 'from', label: 'where from', needed: false },
  { of: 'gives', label: 'what it gives', needed: false },
];

function Lines({ table, house }: { table: Table; house: House }): ReactNode {
  const [columns, setColumns] = useState(() => columnsOf(table.head));
  const save = useSaveHouse();
  const [taken, setTaken] = useState<number | undefined>(undefined);
  const { plant, left } = columns;
  const read = useMemo(
    () =>
      plant === undefined || left === undefined
        ? undefined
        : readPantryTable(
            table.rows,
            { ...columns, plant, left },
            {
              own: house.ownPlants,
              today: new Date(serverNow()).toISOString().slice(0, 10),
            },
          ),
    [table, columns, plant, left, house.ownPlants],
  );
  const take = async (): Promise<void> => {
    if (!read) return;
    for (const body of withLots(house.entries, read.lots)) {
      const version = house.pantry.find((p) => p.body.plant === body.plant)?.version ?? 0;
      await save.mutateAsync({ kind: 'pantry', version, body });
    }
    setTaken(read.lots.length);
  };
  return (
    <>
      <p className="mt-2 leading-9">
        {COLUMNS.map(({ of, label, needed }, i) => (
          <span key={of}>
            {i > 0 && '; '}
            {label} is{' '}
            <InlineChoice
              label={`Column of ${label}`}
              value={String(columns[of] ?? 'none')}
              choices={[
                { value: 'none', label: needed ? 'not chosen yet' : 'not in it' },
                ...table.head.map((h, n) => ({ value: String(n), label: h || `column ${n + 1}` })),
              ]}
              onValue={(v) => {
                const { [of]: _was, ...rest } = columns;
                setColumns(v === 'none' ? rest : { ...rest, [of]: Number(v) });
              }}
            />
          </span>
        ))}
        .
      </p>
      {read && (
        <>
          {read.lots.length > 0 && (
            <ul
              aria-label="Lots that were read"
              className="mt-2 divide-y divide-line border-y border-line text-[0.95rem]"
            >
              {read.lots.slice(0, SHOWN).map(({ line, name, lot }) => (
                <li key={line} className="py-1">
                  <strong className="font-semibold">{name}</strong>, {f.grams(lot.leftG)}
                  {lot.from && `, ${lot.from}`}, got {f.day(lot.got)}, gives {f.strength(lot.potency)}
                </li>
              ))}
            </ul>
          )}
          <p role="status" className="mt-1">
            {read.lots.length} {read.lots.length === 1 ? 'lot' : 'lots'} read
            {read.lots.length > SHOWN && `, the first ${SHOWN} shown`}
            {read.faults.length > 0 && `; ${read.faults.length} not understood, left out`}.
          </p>
          {read.faults.slice(0, SHOWN).map((x) => (
            <p key={x.line} className="mt-1 border-l-4 border-caution-line bg-caution-wash px-2 py-0.5 text-[0.95rem]">
              Line {x.line}: “{x.text}” is not {x.accepted}.
            </p>
          ))}
          <Refusal error={save.error} />
          {taken === undefined ? (
            <Button
              kind="main"
              className="mt-3"
              disabled={read.lots.length === 0 || save.isPending}
              onClick={() => void take().catch(() => undefined)}
            >
              {save.isPending ? 'Taking them in…' : `Take ${read.lots.length === 1 ? 'it' : 'them'} into the pantry`}
            </Button>
          ) : (
            <p role="status" className="mt-3 border-l-4 border-action bg-action-wash px-3 py-2">
              {taken} {taken === 1 ? 'lot is' : 'lots are'} in the pantry.
            </p>
          )}
        </>
      )}
    </>
  );
}

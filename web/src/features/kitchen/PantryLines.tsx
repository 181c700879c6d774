import { useCallback, useState, type ReactNode } from 'react';
import {
  PANTRY_COLUMNS,
  readPantryTable,
  withLots,
  type LotRead,
  type PantryColumn,
  type TableRead,
  type TableReading,
} from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';
import { useHouse, useSaveHouse, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { ChosenColumns } from './ChosenColumns';
import type { Table } from './TableFile';

/** A table of the pantry from elsewhere: taken in behind what is there. */
export function PantryLines({ table }: { table: Table }): ReactNode {
  const house = useHouse();
  return house.data && <Lots table={table} house={house.data} />;
}

function Lots({ table, house }: { table: Table; house: House }): ReactNode {
  const { ownPlants: own } = house;
  const read = useCallback(
    (rows: readonly (readonly string[])[], reading: TableReading<PantryColumn>): TableRead<LotRead> =>
      readPantryTable(rows, reading, { own, today: new Date(serverNow()).toISOString().slice(0, 10) }),
    [own],
  );
  return (
    <ChosenColumns
      table={table}
      columns={PANTRY_COLUMNS}
      read={read}
      one="lot"
      many="lots"
      words={({ name, lot }) => (
        <>
          <strong className="font-semibold">{name}</strong>, {f.grams(lot.leftG)}
          {lot.from && `, ${lot.from}`}, got {f.day(lot.got)}, gives {f.strength(lot.potency)}
        </>
      )}
    >
      {(lots) => <TakeLots lots={lots} house={house} />}
    </ChosenColumns>
  );
}

function TakeLots({ lots, house }: { lots: readonly LotRead[]; house: House }): ReactNode {
  const save = useSaveHouse();
  const [taken, setTaken] = useState<number | undefined>(undefined);
  const take = async (): Promise<void> => {
    for (const body of withLots(house.entries, lots)) {
      const version = house.pantry.find((p) => p.body.plant === body.plant)?.version ?? 0;
      await save.mutateAsync({ kind: 'pantry', version, body });
    }
    setTaken(lots.length);
  };
  return (
    <>
      <Refusal error={save.error} />
      {taken === undefined ? (
        <Button
          kind="main"
          className="mt-3"
          disabled={lots.length === 0 || save.isPending}
          onClick={() => void take().catch(() => undefined)}
        >
          {save.isPending ? 'Taking them in…' : `Take ${lots.length === 1 ? 'it' : 'them'} into the pantry`}
        </Button>
      ) : (
        <p role="status" className="mt-3 border-l-4 border-action bg-action-wash px-3 py-2">
          {taken} {taken === 1 ? 'lot is' : 'lots are'} in the pantry.
        </p>
      )}
    </>
  );
}

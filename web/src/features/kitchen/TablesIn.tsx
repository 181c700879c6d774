import { useState, type ReactNode } from 'react';
import { Panel } from '@/shared/ui/Panel';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { LeftLines, MadeLines, TastedLines } from './BatchLines';
import { PantryLines } from './PantryLines';
import { TableFile, type Table } from './TableFile';

/** What tables are of, and the least that each has to have. */
const KINDS = {
  pantry: { label: 'the pantry', columns: 'a column of plants and one of grams', Lines: PantryLines },
  shelf: { label: 'the shelf', columns: 'a column of drinks, one of days and one of what is left', Lines: LeftLines },
  batches: { label: 'batches', columns: 'a column of drinks and one of days', Lines: MadeLines },
  tastings: { label: 'tastings', columns: 'a column of drinks, one of days and one of strength', Lines: TastedLines },
} as const satisfies Record<string, { label: string; columns: string; Lines: (of: { table: Table }) => ReactNode }>;
type Kind = keyof typeof KINDS;

const ORDER =
  'Of another notebook, the shelf goes first, then batches, then tastings: what is left tells all that a batch does.';

/** Tables of another program or another notebook: columns chosen, lines looked at, then taken in. */
export function TablesIn(): ReactNode {
  const [kind, setKind] = useState<Kind>('pantry');
  const { columns, Lines } = KINDS[kind];
  return (
    <Panel title="Take a table in">
      <p className="leading-9">
        A table of{' '}
        <InlineChoice
          label="What the table is of"
          value={kind}
          choices={Object.entries(KINDS).map(([value, { label }]) => ({ value: value as Kind, label }))}
          onValue={setKind}
        />
        , as another program wrote it.
      </p>
      {kind !== 'pantry' && <p className="text-[0.95rem] text-muted">{ORDER}</p>}
      <TableFile key={kind} label="A file with a heading (CSV, any separator)" columns={columns} mostMB={5}>
        {(table) => <Lines key={table.name} table={table} />}
      </TableFile>
    </Panel>
  );
}

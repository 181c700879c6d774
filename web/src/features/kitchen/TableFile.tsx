import Papa from 'papaparse';
import { useState, type ReactNode } from 'react';
import { Refusal } from '@/shared/ui/Page';
import { PlainError } from '@/shared/ui/reasonOf';

/** A table with a heading, as another program wrote it. */
export type Table = { name: string; head: readonly string[]; rows: readonly string[][] };

/** A file with a table is opened and handed on; what is no table says so. @param columns the least it has to have, in words */
export function TableFile({
  label,
  columns,
  mostMB,
  children,
}: {
  label: string;
  columns: string;
  mostMB: number;
  children: (table: Table) => ReactNode;
}): ReactNode {
  const [table, setTable] = useState<Table | undefined>(undefined);
  const [fault, setFault] = useState<string | undefined>(undefined);
  const read = (file: File | undefined): void => {
    setFault(undefined);
    setTable(undefined);
    if (!file) return;
    if (file.size > mostMB * 1e6)
      return setFault(`${file.name} has ${Math.round(file.size / 1e6)} MB; up to ${mostMB} MB is read.`);
    Papa.parse<string[]>(file, {
      skipEmptyLines: true,
      complete: ({ data }) => {
        const [head, ...rows] = data;
        if (!head || head.length < 2 || rows.length === 0)
          return setFault(`${file.name} is no table with a heading, ${columns}.`);
        setTable({ name: file.name, head: head.map((h) => h.replace(/^\uFEFF/, '')), rows });
      },
      error: () => setFault(`${file.name} could not be read.`),
    });
  };
  return (
    <>
      <label className="block">
        <span className="text-sm text-muted">{label}</span>
        <input
          type="file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          onChange={(e) => read(e.target.files?.[0])}
          className="mt-1 block w-full max-w-md py-1 file:mr-3 file:min-h-11 file:cursor-pointer file:rounded-md file:border file:border-solid file:border-ink/35 file:bg-surface file:px-4 file:font-semibold file:text-ink"
        />
      </label>
      <Refusal error={fault === undefined ? null : new PlainError(fault)} />
      {table && children(table)}
    </>
  );
}

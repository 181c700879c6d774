import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { sideBySide, type Batch, type MadeFigure, type SideBySide } from '@steepsis/core';
import type { BatchList } from '@steepsis/contract';
import { get } from '@/shared/api/client';
import { useBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { Panel } from '@/shared/ui/Panel';
import { workedOut } from '@/shared/ui/reasonOf';
import { sentenceOf } from '@/shared/verdict/sentence';

/** The making before this one of the same drink. */
function useBefore({ plan, startedAt }: Batch): string | undefined {
  const of = new URLSearchParams({ drinkId: plan.drink.id, phase: 'put-away', before: startedAt, limit: '1' });
  const list = useQuery({
    queryKey: ['batches', 'before', plan.drink.id, startedAt],
    queryFn: () => get<BatchList>(`/api/batches?${of.toString()}`),
  });
  return list.data?.batches?.[0]?.id;
}

/** What was done otherwise than the time before, and what was said of both. */
export function AgainstBefore({ batch }: { batch: Batch }): ReactNode {
  const before = useBefore(batch);
  return before === undefined ? null : <Compared id={before} batch={batch} />;
}

function Compared({ id, batch }: { id: string; batch: Batch }): ReactNode {
  const before = useBatch(id);
  if (!before.data) return null;
  const { value } = workedOut(() => sideBySide(before.data, batch));
  if (!value) return null;
  const rows = rowsOf(value, batch);
  const [changed, same] = [rows.filter((r) => r.differs), rows.filter((r) => !r.differs)];
  const said = (b: Batch): string => (b.tastings.at(-1) ? sentenceOf(b.tastings.at(-1)!) : 'nothing said');
  return (
    <Panel title="Against the time before">
      <table className="w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-muted">
            <th scope="col" className="font-normal">
              <span className="sr-only">What</span>
            </th>
            <th scope="col" className="font-normal">
              <Link to={`/taste/${id}`} className="inline-block py-1 underline underline-offset-4">
                {f.day(before.data.startedAt)}
              </Link>
            </th>
            <th scope="col" className="font-normal">
              {f.day(batch.startedAt)}
            </th>
          </tr>
        </thead>
        <tbody>
          {changed.map((r) => (
            <tr key={r.name} className="border-t border-line">
              <th scope="row" className="py-1.5 pr-2 text-left font-medium">
                {r.name}
              </th>
              <td className="pr-2">{r.was}</td>
              <td className="font-semibold">{r.is}</td>
            </tr>
          ))}
          <tr className="border-t border-line align-top">
            <th scope="row" className="py-1.5 pr-2 text-left font-medium">
              Said
            </th>
            <td className="py-1.5 pr-2">{said(before.data)}</td>
            <td className="py-1.5">{said(batch)}</td>
          </tr>
        </tbody>
      </table>
      <p className="mt-2 text-sm text-muted">
        {changed.length === 0 ? 'Made the same way, within what a scale and a clock tell.' : 'The same: '}
        {changed.length > 0 && same.map((r) => r.name.toLowerCase()).join(', ')}
        {changed.length > 0 && '.'}
      </p>
    </Panel>
  );
}

type Row = { name: string; was: string; is: string; differs: boolean };

const rowsOf = ({ figures, lid }: SideBySide, batch: Batch): Row[] => [
  ...figures.map(({ figure, was, is, differs }) => {
    const [name, words] = told(figure, batch);
    return { name, was: was === undefined ? 'none' : words(was), is: is === undefined ? 'none' : words(is), differs };
  }),
  { name: 'Lid', was: lid.was ?? 'none', is: lid.is ?? 'none', differs: lid.differs },
];

function told(figure: MadeFigure, batch: Batch): [name: string, words: (value: number) => string] {
  switch (figure.what) {
    case 'plant':
      return [`${plantNameIn(batch.plan.drink, figure.of)} to a litre`, f.grams];
    case 'water':
      return ['Water to a litre', f.volume];
    case 'steep':
      return ['Steeped', f.duration];
    case 'came-out':
      return ['Came out, of what was expected', percent];
    case 'base-share':
      return ['Base in the jug', percent];
    case 'strength':
      return ['Strength', f.strength];
    case 'sugar':
      return ['Sugar', f.gPerL];
  }
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

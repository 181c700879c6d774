import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { sideBySide, type Batch, type MadeFigure, type SideBySide } from '@steepsis/core';
import type { BatchList, BatchSummary } from '@steepsis/contract';
import { get } from '@/shared/api/client';
import { useBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import { workedOut } from '@/shared/ui/reasonOf';
import { sentenceOf } from '@/shared/verdict/sentence';
import { WhatMoved } from './WhatMoved';

/** So many of the last makings are offered to be held against. */
const MOST_OFFERED = 24;

/** The other makings of the same drink that are off the stove, the latest first. */
function useOthers({ id, plan }: Batch): readonly BatchSummary[] {
  const of = new URLSearchParams({ drinkId: plan.drink.id, phase: 'put-away', limit: String(MOST_OFFERED) });
  const list = useQuery({
    queryKey: ['batches', 'of', plan.drink.id],
    queryFn: () => get<BatchList>(`/api/batches?${of.toString()}`),
  });
  return (list.data?.batches ?? []).filter((b) => b.id !== id);
}

/** Whether it was called right, in strength and in sweetness, and not harsh. */
const wasLiked = ({ said }: BatchSummary): boolean =>
  said !== undefined && said.verdict.strength === 0 && said.verdict.harsh <= 1 && said.verdict.sweet === 0;

/** What was done otherwise than another time, and what that moved: the time before, the one that was liked, or any. */
export function AgainstBefore({ batch }: { batch: Batch }): ReactNode {
  const others = useOthers(batch);
  const [picked, setPicked] = useState<string | undefined>(undefined);
  const before = others.find((b) => b.startedAt < batch.startedAt) ?? others[0];
  const liked = others.find(wasLiked);
  const shown = others.find((b) => b.id === picked) ?? before;
  if (!shown) return null;
  return (
    <Panel title="Against another time">
      <p className="mb-2">
        <InlineChoice
          label="Against which making"
          value={shown.id}
          choices={others.map((b) => ({ value: b.id, label: nameOf(b, before, liked) }))}
          onValue={setPicked}
        />
      </p>
      <Compared id={shown.id} batch={batch} />
    </Panel>
  );
}

function nameOf(b: BatchSummary, before: BatchSummary | undefined, liked: BatchSummary | undefined): string {
  const what = b.id === liked?.id ? ', the last that was liked' : b.id === before?.id ? ', the time before' : '';
  return `${f.day(b.startedAt)}${what}`;
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
    <>
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
      <WhatMoved was={before.data} is={batch} />
    </>
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
      return ['Strength of the jug', f.strength];
    case 'sugar':
      return ['Sugar of the jug', f.gPerL];
  }
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

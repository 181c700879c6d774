import type { ReactNode } from 'react';
import { colourIn, explain, ledgerOf, type FigureId, type Plan } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Explained } from '@/shared/ui/Explained';
import { Panel } from '@/shared/ui/Panel';

/** Where the water goes, and how what came out gets cold in time. */
export function WaterAndCooling({ plan }: { plan: Plan }): ReactNode {
  const [brew] = plan.brews;
  const ledger = ledgerOf(brew);
  const rows: Row[] = [
    ['Into the vessel', ledger.waterMl, '', 'water'],
    ['Brought by fruit and juice', ledger.ownMl, '+', 'yield'],
    ['Dissolved from the plants', ledger.dissolvedMl, '+', 'yield'],
    ['Steam', ledger.steamMl, '−', 'steam'],
    ['Held by the plants', ledger.heldMl, '−', 'held'],
    ['Won by pressing', ledger.pressedMl, '+', 'held'],
    ['Left on pot and cloth', ledger.clingingMl, '−', 'yield'],
    ['Rinsed through the plants', ledger.rinsedMl, '+', 'yield'],
    ['Room taken by sugar', ledger.sweetenedMl, '+', 'yield'],
    ['Stirred in after the strain', ledger.stirredMl, '+', 'yield'],
    ['Steam after the strain', ledger.reducedMl, '−', 'yield'],
  ];
  const steps = stepsOf(rows.filter(([, ml]) => ml >= 0.5));
  const most = Math.max(1, ...steps.map((s) => s.to));
  return (
    <Panel
      title="Where the water goes"
      className="grid gap-x-8 gap-y-3 lg:grid-cols-2 [&>div:first-child]:lg:col-span-2"
    >
      <table className="w-full text-[0.92rem]">
        <tbody>
          {steps.map(({ row: [name, ml, sign, figure], from, to }) => (
            <tr key={name}>
              <th scope="row" className="py-0.5 pr-3 text-left font-normal text-muted">
                {name}
              </th>
              <td aria-hidden className="w-2/5">
                <Band from={from / most} to={to / most} gone={sign === '−'} />
              </td>
              <td className="whitespace-nowrap pl-3 text-right">
                <Explained what={() => explain(plan, figure)}>
                  {sign}
                  {Math.round(ml)} ml
                </Explained>
              </td>
            </tr>
          ))}
          <tr className="border-t border-ink">
            <th scope="row" className="py-1 pr-3 text-left">
              {brew.name}
            </th>
            <td aria-hidden>
              <Band from={0} to={ledger.outMl / most} colour={colourIn(brew.concentrate, { diameterCm: 8 })} />
            </td>
            <td className="whitespace-nowrap pl-3 text-right font-semibold">
              <Explained what={() => explain(plan, 'yield')}>{Math.round(ledger.outMl)} ml</Explained>
            </td>
          </tr>
        </tbody>
      </table>
      <div>
        <h3 className="text-base">{plan.target.hot ? 'What is not drunk hot' : 'Cool it in time'}</h3>
        <p className="text-[0.92rem]">
          <Explained what={() => explain(plan, 'cooling')}>{coolingText(plan)}</Explained>
        </p>
      </div>
    </Panel>
  );
}

type Row = [name: string, ml: number, sign: string, figure: FigureId];

/** Each row with where the water stood before it and stands after it, ml. */
function stepsOf(rows: readonly Row[]): readonly { row: Row; from: number; to: number }[] {
  let stands = 0;
  return rows.map((row) => {
    const from = stands;
    stands += row[2] === '−' ? -row[1] : row[1];
    return { row, from: Math.min(from, stands), to: Math.max(from, stands) };
  });
}

/** A stretch of the water: what comes, what goes, what is there in the end; all to one scale, one below the other. */
const Band = ({
  from,
  to,
  gone = false,
  colour,
}: {
  from: number;
  to: number;
  gone?: boolean;
  colour?: string;
}): ReactNode => (
  <div className="relative h-4">
    <div
      className={`absolute inset-y-0.5 min-w-0.5 ${gone ? 'border-2 border-dashed border-ink/50' : colour ? '' : 'border border-ink/40 bg-water'}`}
      style={{
        left: `${100 * from}%`,
        width: `${100 * Math.max(0.004, to - from)}%`,
        ...(colour ? { background: colour } : {}),
      }}
    />
  </div>
);

/** How to cool, in a sentence or two, with the times that make it so. */
export function coolingText({ cooling, target }: Plan): string {
  // A drink that is poured hot is drunk: only what is left of it has to be cold in time.
  if (target.hot)
    return `Poured hot, it needs no cooling. What is left goes in shallow into the fridge within two hours.`;
  const bath =
    cooling.bathMin > 0
      ? `Stand it in an ice bath and stir, ${f.duration(cooling.bathMin)} to ${f.celsius(cooling.bathToC)}. `
      : '';
  const ice = cooling.iceG > 0 ? `Put ${f.grams(cooling.iceG)} of the water in as ice. ` : '';
  const fridge =
    cooling.fridgeMin > 0
      ? `The jug starts at ${f.celsius(cooling.jugStartC)} and is at 5 °C after ${f.duration(cooling.fridgeMin)} in the fridge.`
      : `The jug then is at ${f.celsius(cooling.jugStartC)}: straight into the fridge.`;
  return `${bath}${ice}${fridge}`;
}

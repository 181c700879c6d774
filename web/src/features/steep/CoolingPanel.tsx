import { useMemo, useState, type ReactNode } from 'react';
import {
  coolingAt,
  minutesUntil,
  type Batch,
  type BatchEventBody,
  type CooledBy,
  type CoolingView,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Chips } from '@/shared/ui/Chips';
import { figure } from '@/shared/ui/Figure';
import { Panel } from '@/shared/ui/Panel';
import { FigureForm, type Asked } from './FigureForm';

const HOW: Record<CooledBy, string> = {
  counter: 'on the counter',
  'ice-bath': 'in an ice bath',
  fridge: 'in the fridge',
};

/** What was strained on its way to the fridge's warmth: what is left of its time, how each way would go, and what to do. */
export function CoolingPanel({
  batch,
  now,
  tell,
  pending,
}: {
  batch: Batch;
  now: number;
  tell: (event: BatchEventBody) => void;
  pending: boolean;
}): ReactNode {
  // To the nearest half minute: a cooling is not followed by the second.
  const at = Math.floor(now / 30_000) * 30_000;
  const view = useMemo(() => coolingAt(batch, at), [batch, at]);
  if (!view) return null;
  const min = (ms: number): number => (ms - now) / 60_000;
  return (
    <Panel
      title="Cooling"
      aside={view.readAt ? `thermometer ${f.moment(view.readAt)}` : 'by the model; a reading corrects it'}
    >
      {view.leg === 'cold' ? (
        <p className="text-lg">It is at {f.celsius(view.tempC)}: cold enough for the fridge’s shelf.</p>
      ) : (
        <>
          <p className="flex flex-wrap items-baseline gap-x-4">
            <span className="text-lg">
              About <strong>{f.celsius(view.tempC)}</strong> now. Below {f.celsius(view.leg === 'to-21' ? 21 : 5)}{' '}
              within
            </span>
            <strong className={`font-display text-[3rem] leading-none ${view.state === 'in-time' ? '' : 'text-stop'}`}>
              {min(view.limitMs) > 0 ? f.clock(min(view.limitMs)) : 'its time is over'}
            </strong>
          </p>
          <p
            className={`mt-2 ${view.state === 'in-time' ? '' : 'border-l-4 border-stop bg-stop-wash px-3 py-2'}`}
            role={view.state === 'in-time' ? undefined : 'alert'}
          >
            {verdict(view, now)}
          </p>
          <table className="mt-3 w-full max-w-md text-left">
            <caption className="sr-only">How long each way takes from here</caption>
            <thead>
              <tr className="text-sm text-muted">
                <th className="py-1 font-medium">from here</th>
                <th className="py-1 font-medium">to 21 °C</th>
                <th className="py-1 font-medium">to 5 °C</th>
              </tr>
            </thead>
            <tbody>
              {view.ways.map((w) => (
                <tr key={w.how} className={`border-t border-line ${w.how === view.how ? 'font-semibold' : ''}`}>
                  <td className="py-1.5">{HOW[w.how]}</td>
                  <td>{took(w.middleMs, now)}</td>
                  <td>{took(w.coldMs, now)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-3">
            <Chips
              label="It stands"
              value={view.how}
              choices={(Object.keys(HOW) as CooledBy[]).map((value) => ({ value, label: HOW[value] }))}
              onValue={(how) => !pending && tell({ type: 'cooled-by', how })}
            />
          </div>
          <Honey batch={batch} view={view} />
          <p className="mt-2 text-sm text-muted">
            The two limits are those of the usual food codes: 2 hours to 21 °C, 4 more to 5 °C. Your local food-safety
            authority goes before them.
          </p>
        </>
      )}
      <TempReading batch={batch} view={view} now={now} tell={tell} pending={pending} />
    </Panel>
  );
}

function verdict({ state, leg, reachedMs, limitMs }: CoolingView, now: number): string {
  if (state === 'missed')
    return leg === 'to-21'
      ? 'It was too long above 21 °C. Please do not keep it: throw it away, and use an ice bath or shallow pans next time.'
      : 'It was too long above 5 °C. Please do not keep it: throw it away, and cool it in smaller lots next time.';
  if (state === 'act')
    return reachedMs === undefined
      ? 'As it stands it never gets there. Into an ice bath now, stirred; or in shallow pans, split.'
      : `As it stands it gets there ${f.duration((reachedMs - limitMs) / 60_000)} too late. Into an ice bath now, stirred.`;
  return reachedMs === undefined
    ? 'As it stands it stays too warm; there is still time. An ice bath, stirred, is the quickest.'
    : reachedMs <= limitMs
      ? `As it stands it gets there in ${f.duration((reachedMs - now) / 60_000)}, in time.`
      : 'As it stands it would be too late; there is still time. An ice bath, stirred, is the quickest.';
}

const took = (ms: number | undefined, now: number): string =>
  ms === undefined ? 'never' : ms <= now ? 'already' : f.duration((ms - now) / 60_000);

/** Raw honey keeps its scent below 40 °C: the house's usual limit. */
const HONEY_C = 40;

function Honey({ batch, view }: { batch: Batch; view: CoolingView }): ReactNode {
  const [toC, setToC] = useState(HONEY_C);
  const min = minutesUntil(batch, view, toC);
  return (
    <p className="mt-3">
      Cool enough for honey, at{' '}
      {figure('Honey temperature', toC, { unit: '°C', min: 10, max: 70, step: 1, shown: true }, setToC)},{' '}
      <strong>{min === undefined ? 'never as it stands' : min <= 0 ? 'now' : `in ${f.duration(min)}`}</strong>.
    </p>
  );
}

const THERMOMETER: Asked = {
  label: 'Temperature',
  before: 'It is now',
  unit: '°C',
  range: { min: 0, max: 105 },
  button: 'Note the temperature',
  read: 'probe',
};

/** A thermometer in what cools: its readings say whether both legs are kept. */
function TempReading({
  batch,
  view,
  now,
  tell,
  pending,
}: {
  batch: Batch;
  view: CoolingView;
  now: number;
  tell: (event: BatchEventBody) => void;
  pending: boolean;
}): ReactNode {
  const last = batch.temps.at(-1);
  return (
    <div className="mt-3 border-t border-line pt-3">
      <FigureForm
        asked={THERMOMETER}
        start={Math.round(view.tempC)}
        pot={{ batchId: batch.id, brewId: view.brewId }}
        now={now}
        pending={pending}
        onTold={(value) => tell({ type: 'measured', what: 'temp', value, method: 'thermometer' })}
      />
      {last && (
        <p className="mt-1 text-sm text-muted">
          {f.celsius(last.tempC)} noted {f.moment(last.at)}
        </p>
      )}
    </div>
  );
}

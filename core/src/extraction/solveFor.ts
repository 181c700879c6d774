import { InputError } from '../quantity/errors';
import { temperatureHistory, type TemperatureHistory } from '../heat/temperatureHistory';
import { clocksOf, extentsAt, type Addition } from './extract';

/** What was asked is not to be had: how far it goes. */
export type Unreachable = { kind: 'never'; most: number };
/** A figure that was found, in the unit that was asked for. */
export type Found = { kind: 'found'; value: number };

const share = (where: string, wanted: number): number => {
  if (!(wanted > 0 && wanted < 1)) throw new InputError(where, 'bodyShare', 'above 0 and below 1', wanted);
  return wanted;
};

/** Minutes until a share of the body is out, along a history; `most` is what its end gives. */
export function minutesForBody(
  history: TemperatureHistory,
  addition: Addition,
  bodyShare: number,
): Found | Unreachable {
  const wanted = share('minutesForBody', bodyShare);
  const clocks = clocksOf(history);
  const at = (t: number): number => extentsAt(clocks, addition, t).body;
  const most = at(history.minutes);
  return most < wanted ? { kind: 'never', most } : { kind: 'found', value: rising(at, 0, history.minutes, wanted) };
}

/** Temperature at which a share of the body is out after a time, held steady, between `lowC` and `highC`. */
export function tempForBody({
  addition,
  minutes,
  bodyShare,
  lowC = 1,
  highC = 100,
}: {
  addition: Addition;
  minutes: number;
  bodyShare: number;
  lowC?: number;
  highC?: number;
}): Found | Unreachable {
  const wanted = share('tempForBody', bodyShare);
  const at = (tempC: number): number =>
    extentsAt(clocksOf(temperatureHistory([{ kind: 'hold', minutes, tempC }])), addition, minutes).body;
  const most = at(highC);
  if (most < wanted) return { kind: 'never', most };
  return { kind: 'found', value: at(lowC) >= wanted ? lowC : rising(at, lowC, highC, wanted) };
}

/** Grams that give this much body along a history: the dose is in proportion. */
export function doseForBody(
  history: TemperatureHistory,
  addition: Addition,
  { bodyG, bodyMaxGPerG }: { bodyG: number; bodyMaxGPerG: number },
): Found | Unreachable {
  const out = extentsAt(clocksOf(history), addition, history.minutes).body * bodyMaxGPerG;
  return out > 0 ? { kind: 'found', value: bodyG / out } : { kind: 'never', most: 0 };
}

/** Where a rising function passes a value that its ends enclose. */
function rising(f: (x: number) => number, from: number, to: number, wanted: number): number {
  let [lo, hi] = [from, to];
  for (let i = 0; i < 60; i++) {
    const middle = (lo + hi) / 2;
    if (f(middle) < wanted) lo = middle;
    else hi = middle;
  }
  return (lo + hi) / 2;
}

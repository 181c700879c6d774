import { requireNotNegative } from '../quantity/range';
import type { TemperatureHistory } from '../heat/temperatureHistory';
import { tempAt } from '../heat/temperatureHistory';
import { lastAsked, type Recall } from '../quantity/lastAsked';
import { equivalentUpTo, historyNodes } from './arrhenius';
import { extractionPaceInSyrup } from './paceInSyrup';
import {
  COOKING,
  EXTRACTION_CLASSES,
  HEAT_ONLY_EA,
  type ExtractionClass,
  type ExtractionClassName,
  type FamilyRate,
} from './extractionClass';

/** Share of a family that is out after a number of equivalent minutes on its two clocks. */
export function extent(rate: { k95PerMin: number; coldShare: number }, ownMin: number, heatOnlyMin: number): number {
  const cold = 1 - Math.exp(-rate.k95PerMin * ownMin);
  const hot = 1 - Math.exp(-rate.k95PerMin * heatOnlyMin);
  return rate.coldShare * cold + (1 - rate.coldShare) * hot;
}

/** One plant in the liquor, from the moment it enters until it leaves. */
export type Addition = {
  extractionClass: ExtractionClassName;
  /** how fast its own cells open, where it is fresh: its body comes with the liquor in them */
  opening?: FamilyRate;
  entersMin: number;
  leavesMin?: number;
  /** factor on the rate: how it is moved, how finely it is cut, what this lot is like */
  rateScale: number;
  /** °Bx of the syrup it steeps in; water if left out */
  inSyrupBrix?: number;
  /** clocks that nobody asks of this plant are not run */
  noOil?: boolean;
  noCooking?: boolean;
};

/** Shares that are out, or cooked through, 0 to 1. */
export type Extents = { body: number; tongue: number; oil: number; cooked: number };

/** Nothing extracted yet; every part 0 to 1. */
export const NOTHING_OUT: Extents = { body: 0, tongue: 0, oil: 0, cooked: 0 };
/** Juice and puree: all of it is in at once, and raw. */
export const ALL_OUT: Extents = { body: 1, tongue: 1, oil: 1, cooked: 0 };

/** A temperature history's clocks: minutes at 95 °C that it is worth up to a moment, for any activation energy. */
export type Clocks = {
  equivalentMinutes(eaKJPerMol: number, untilMin: number): number;
  readonly history: TemperatureHistory;
};

/** The clocks that extraction runs by along a history: minutes at the reference temperature, by activation energy. */
export function clocksOf(history: TemperatureHistory): Clocks {
  const nodes = historyNodes(history);
  // Several plants and families ask the same clock for the same few moments.
  const asked: { ea: number; recall: Recall<number> }[] = [];
  return {
    history,
    equivalentMinutes(ea, untilMin) {
      let clock = asked.find((c) => c.ea === ea);
      if (!clock) asked.push((clock = { ea, recall: lastAsked((until) => equivalentUpTo(nodes, ea, until)) }));
      return clock.recall(untilMin);
    },
  };
}

/** Minutes at 95 °C that an addition has had by a moment, on the clock of one activation energy; its wet-out lag is taken off. */
export function exposureMinutes(clocks: Clocks, addition: Addition, eaKJPerMol: number, atMin: number): number {
  const cls: ExtractionClass = EXTRACTION_CLASSES[addition.extractionClass];
  const until = Math.min(atMin, addition.leavesMin ?? Infinity);
  const from = addition.entersMin + wetOutMinutes(cls, tempAt(clocks.history, addition.entersMin));
  if (until <= from) return 0;
  return clocks.equivalentMinutes(eaKJPerMol, until) - clocks.equivalentMinutes(eaKJPerMol, from);
}

/**
 * Share of body, of what the tongue and the nose find harsh, and of what is cooked through, by a moment of the history, 0 to 1.
 * The wet-out lag is taken off its time: hot from 60 °C, cold below 30, in between in proportion.
 * More time never gives less.
 */
export function extentsAt(clocks: Clocks, addition: Addition, atMin: number): Extents {
  requireNotNegative('extentsAt', 'rateScale', addition.rateScale, '');
  const cls: ExtractionClass = EXTRACTION_CLASSES[addition.extractionClass];
  const until = Math.min(atMin, addition.leavesMin ?? Infinity);
  const from = addition.entersMin + wetOutMinutes(cls, tempAt(clocks.history, addition.entersMin));
  if (until <= from) return NOTHING_OUT;
  const between = (ea: number): number => clocks.equivalentMinutes(ea, until) - clocks.equivalentMinutes(ea, from);
  const given = paceOf(clocks, addition);
  const family = (rate: FamilyRate, pace = given): number =>
    extent(
      { k95PerMin: rate.k95PerMin * pace, coldShare: rate.coldShare },
      between(rate.eaKJPerMol),
      rate.coldShare < 1 ? between(Math.max(HEAT_ONLY_EA, rate.eaKJPerMol)) : 0,
    );
  return {
    body: family(addition.opening ?? cls.body),
    tongue: family(cls.tongue),
    oil: addition.noOil ? 0 : family(cls.oil),
    cooked: addition.noCooking ? 0 : family(COOKING, 1),
  };
}

/** Rate against still-standing reference, slowed by thick syrup as it is when the plant goes in. */
export function paceOf({ history }: Clocks, { rateScale, inSyrupBrix, entersMin }: Addition): number {
  if (inSyrupBrix === undefined) return rateScale;
  return rateScale * extractionPaceInSyrup(inSyrupBrix, Math.min(100, tempAt(history, entersMin)));
}

function wetOutMinutes(cls: ExtractionClass, tempC: number): number {
  const hotness = Math.min(1, Math.max(0, (tempC - 30) / 30));
  return cls.wetOutMin.cold + (cls.wetOutMin.hot - cls.wetOutMin.cold) * hotness;
}

/** Share of what came out that reaches the free liquor while the swollen plant holds some of it at the same strength. */
export const freeShare = ({
  freeMl,
  heldMl,
  partition = 1,
}: {
  freeMl: number;
  heldMl: number;
  partition?: number;
}): number => freeMl / (freeMl + partition * heldMl);

import type { Tasting } from '@steepsis/core';
import { HARSH, STATE, STRENGTH, SWEET, TART, wordFor } from './verdictWords';

/** A verdict as one says it: "a bit weak, smooth, sweet enough, tart enough; over ice." */
export const sentenceOf = ({ state, verdict }: Pick<Tasting, 'state' | 'verdict'>): string =>
  [
    wordFor(STRENGTH, verdict.strength),
    wordFor(HARSH, verdict.harsh),
    wordFor(SWEET, verdict.sweet),
    wordFor(TART, verdict.tart),
  ].join(', ') + `; ${wordFor(STATE, state)}${verdict.who ? `, says ${verdict.who}` : ''}.`;

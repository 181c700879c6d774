import {
  HARSH_WORDS,
  STATE_WORDS,
  STRENGTH_WORDS,
  SWEET_WORDS,
  TART_WORDS,
  type Tasting,
  wordFor,
} from '@steepsis/core';

/** A verdict as one says it: "a bit weak, smooth, sweet enough, tart enough; over ice." */
export const sentenceOf = ({ state, verdict }: Pick<Tasting, 'state' | 'verdict'>): string =>
  [
    wordFor(STRENGTH_WORDS, verdict.strength),
    wordFor(HARSH_WORDS, verdict.harsh),
    wordFor(SWEET_WORDS, verdict.sweet),
    wordFor(TART_WORDS, verdict.tart),
  ].join(', ') + `; ${wordFor(STATE_WORDS, state)}${verdict.who ? `, says ${verdict.who}` : ''}.`;

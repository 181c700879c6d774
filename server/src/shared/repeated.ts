import { refusal } from './problem.filter';

// A send that was stored before is answered as if it were new; the same id for something else is a conflict, not a silence.

/** @throws ProblemException where an id comes again with something else */
export function refuseOther(same: boolean): void {
  if (!same)
    throw refusal(
      'event-id-taken',
      'id',
      'This id belongs to something else that was stored before. Send it under an id of its own.',
    );
}

/** The same moment, however its zone is written. */
export const sameMoment = (a: string, b: string): boolean => Date.parse(a) === Date.parse(b);

/** What was told, without what the notebook adds to it. */
export function sameEvent(stored: object, sent: object): boolean {
  const own = (event: object): string => {
    const {
      id: _id,
      at,
      v: _v,
      seq: _seq,
      batchId: _batchId,
      jugId: _jugId,
      ...body
    } = event as Record<string, unknown>;
    return JSON.stringify([Date.parse(String(at)), ...Object.entries(body).sort(([a], [b]) => (a < b ? -1 : 1))]);
  };
  return own(stored) === own(sent);
}

type Told = { name: string; ml: number; from: object };
/** A thing is drawn to a millilitre. */
const DRAWN_TO_ML = 1.5;
/** What was asked to be poured, part by part. */
export const sameParts = (stored: readonly Told[], asked: readonly Told[]): boolean => {
  const own = ({ name, from }: Told): string =>
    JSON.stringify([name, Object.entries(from).sort(([a], [b]) => (a < b ? -1 : 1))]);
  const same = (a: Told, b: Told): boolean => own(a) === own(b) && Math.abs(a.ml - b.ml) <= DRAWN_TO_ML;
  return stored.length === asked.length && stored.every((part, i) => same(part, asked[i]!));
};

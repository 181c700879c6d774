import type { ShelfEventBody } from '@steepsis/core';

/** What was said of a thing that is kept, as it is spoken of when it is taken back: "Undo …". */
export const SHELF_SAID: Readonly<Record<ShelfEventBody['type'], string>> = {
  poured: 'the last pour',
  filled: 'the filling',
  'poured-away': 'the pouring away',
  observed: 'the sign that was seen',
  'stood-out': 'the time it stood out',
  moved: 'where it stands',
  'kept-in': 'what it is kept in',
  measured: 'the measurement',
  labelled: 'its label',
};

import { expose } from 'comlink';
import {
  batchAfter,
  steadiness,
  whatChanged,
  type BatchEvent,
  type ServedState,
  type Steadiness,
  type WhatChanged,
} from '@steepsis/core';

/** Two makings and the glass of each that is looked at, by their events. */
export type ChangeQuestion = Readonly<Record<'was' | 'is', GlassAsked>>;
/** A making, and the glass of it that is looked at. */
export type GlassAsked = { events: readonly BatchEvent[]; state: ServedState; at: string };

/** Each cause is exchanged in every order: some tens of brews, off the main thread. */
const api = {
  changed: ({ was, is }: ChangeQuestion): WhatChanged | undefined =>
    whatChanged({ batch: batchAfter(was.events), tasted: was }, { batch: batchAfter(is.events), tasted: is }),
  steady: (glasses: readonly GlassAsked[]): Steadiness | undefined =>
    steadiness(glasses.map((g) => ({ batch: batchAfter(g.events), tasted: g }))),
};
export type TasteApi = typeof api;

expose(api);

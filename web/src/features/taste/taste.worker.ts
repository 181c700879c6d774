import { expose } from 'comlink';
import { batchAfter, whatChanged, type BatchEvent, type ServedState, type WhatChanged } from '@steepsis/core';

/** Two makings and the glass of each that is looked at, by their events. */
export type ChangeQuestion = Readonly<
  Record<'was' | 'is', { events: readonly BatchEvent[]; state: ServedState; at: string }>
>;

/** Each cause is exchanged in every order: some tens of brews, off the main thread. */
const api = {
  changed: ({ was, is }: ChangeQuestion): WhatChanged | undefined =>
    whatChanged({ batch: batchAfter(was.events), tasted: was }, { batch: batchAfter(is.events), tasted: is }),
};
export type TasteApi = typeof api;

expose(api);

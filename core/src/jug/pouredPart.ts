import type { Liquid } from '../liquid/liquid';
import type { Facts } from '../safety/facts';
import type { Pourable } from './pourable';

/** Something that was poured in: what it was and how much, as it was then. The source's own later figures never move it. */
export type PouredPart = {
  name: string;
  ml: number;
  from: Pourable;
  liquid: Liquid;
  /** what the rules were told of it at the pour, amounts as poured */
  facts: readonly Facts[];
  /** when what it was poured from was made, ISO; the time of the pour for what was told ad hoc */
  madeAt: string;
  /** the pour that it was at its own source, so that taking it back takes that back too */
  pourEventId?: string;
};

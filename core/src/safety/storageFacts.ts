import type { Kitchen } from '../drink/drink';
import { ageDays, type KeptAt } from '../keeping/keepingClock';
import type { PhReading } from '../keeping/keepingWindow';
import { JUG, type KeptShape, type StoredVessel } from '../keeping/storedVessel';
import { abvOf, apparentBrix, massG, type Liquid } from '../liquid/liquid';
import type { Facts } from './facts';

// What the rules are told of how a thing is kept: where, how long, in what, how it is closed, what was read and seen of it.

/** What a vessel's own story does not tell: the kitchen it stands in, when its liquid was made, what its jug is made of. */
export type KeptOf = {
  kitchen: Pick<Kitchen, 'fridgeC' | 'freezerC' | 'roomC'>;
  /** when what is in it was made, as its keeping counts, ISO */
  madeAt: string;
  /** the jug's material, in the words of the rules, where it is known */
  jugVessel?: string;
  /** a reading of all that was made together */
  ph?: PhReading | undefined;
};

/** Where a thing of the shelf stood since it was made: the first of it counts from the making. */
export function keptSince({ where, movedAt, earlier, liquid, out }: StoredVessel, { kitchen, madeAt }: KeptOf): KeptAt {
  // What spirit keeps is kept in any place.
  const keptBySpirit = abvFact(liquid) >= KEPT_BY_SPIRIT_ABV;
  const [first, ...rest] = [...earlier, { where, from: movedAt }].map((s) => ({
    fromMs: Date.parse(s.from),
    tempC: keptBySpirit ? kitchen.fridgeC : temperatureOf(kitchen, s.where),
    frozen: s.where === 'freezer',
  }));
  return { stands: [{ ...first!, fromMs: Date.parse(madeAt) }, ...rest], out };
}

/** From here up alcohol keeps a thing by itself, % vol: the window of spirits is written for it. */
const KEPT_BY_SPIRIT_ABV = 20;

const temperatureOf = ({ fridgeC, freezerC, roomC }: KeptOf['kitchen'], where: StoredVessel['where']): number =>
  ({ fridge: fridgeC, freezer: freezerC, cupboard: roomC })[where];

/** Of a vessel that is filled to the top and of one that is not, the share that stays empty, %. */
const HEADSPACE_PCT = { full: 3, room: 10 };

/** What things other than the jug are made of, in the words of the rules; trays, moulds and bags are made for food. */
const MADE_OF: Readonly<Record<Exclude<KeptShape['kind'], 'jug'>, string>> = {
  bottle: 'glass',
  jar: 'glass',
  tray: 'plastic_food',
  moulds: 'plastic_food',
  bag: 'plastic_food',
};

/** What it stands in: its jug's own material, or a bottle of glass. */
function standsIn(
  { id, root, shape, keptIn }: StoredVessel,
  jugVessel?: string,
): Partial<NonNullable<Facts['storage']>> {
  const kind = shape?.kind ?? (id === JUG && root === id ? 'jug' : 'bottle');
  const own = kind === 'jug' ? jugVessel : MADE_OF[kind];
  const vessel = own === undefined ? {} : { vessel: own };
  if (!keptIn) return vessel;
  const { container, closure, full } = keptIn;
  return {
    ...(closure === 'pressure' ? { vessel: 'pressure_glass' } : vessel),
    sealed: closure !== 'loose',
    headspace_pct: full ? HEADSPACE_PCT.full : HEADSPACE_PCT.room,
    ...(container === 'unknown' ? { container: 'unknown_contents' } : {}),
    ...(container === 'worn' ? { container: 'reused_washed', worn: true } : {}),
  };
}

/** How a thing is kept, in the words of the rules. */
export function storageFacts(stored: StoredVessel, of: KeptOf, nowMs: number): NonNullable<Facts['storage']> {
  const out = stored.out.reduce((sum, o) => sum + o.minutes, 0);
  // A reading of this very vessel goes before one of the whole batch.
  const ph = stored.ph ?? of.ph;
  const warmest = Math.max(22, ...stored.out.map((o) => o.ambientC));
  return {
    where: stored.where === 'cupboard' ? 'room' : stored.where,
    temp_c: temperatureOf(of.kitchen, stored.where),
    days: ageDays(keptSince(stored, of), nowMs),
    ...(out > 0 ? { room_hold_min: out, ambient_c: warmest } : {}),
    brix: massG(stored.liquid) === 0 ? 0 : apparentBrix(stored.liquid),
    abv: abvFact(stored.liquid),
    ...(ph ? { ph: ph.ph, ph_method: ph.method } : {}),
    ...standsIn(stored, of.jugVessel),
  };
}

/** Alcohol of a liquid, % vol; 0 of nothing. */
export const abvFact = (l: Liquid): number => (massG(l) === 0 ? 0 : abvOf(l));

import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { glassOverIce, ICED_GLASS_LOSS_W_PER_K } from './ice';

/** A glass over ice, in the terms of a drinker. */
export type IcedGlass = {
  pouredMl: number;
  pouredC: number;
  iceG: number;
  iceC: number;
  roomC: number;
  /** mass of the glass, g; seven tenths of it warm or cool with the drink, a house estimate */
  glassG: number;
  /** strength of the ice itself: 0 for water, that of the drink for cubes made of it */
  iceX?: number;
  /** heat it takes up from the room, W/K; that of an ordinary glass if left out */
  lossWPerK?: number;
};

/** A sip at a minute: × of the house, likely between `low` and `high`; g of ice that has melted, °C. */
export type Sip = { minutes: number; x: number; low: number; high: number; meltedG: number; tempC: number };

/** What the room melts is known by half or double. House estimate. */
const ROOM_MELT_FACTOR = 2;

const GLASS_SHARE = 0.7;

const melting = (g: IcedGlass, roomFactor = 1): ReturnType<typeof glassOverIce> =>
  glassOverIce(
    {
      drinkG: requirePositive('icedGlass', 'pouredMl', g.pouredMl, 'ml'),
      drinkC: g.pouredC,
      iceG: requireNotNegative('icedGlass', 'iceG', g.iceG, 'g'),
      iceC: g.iceC,
      glassG: g.glassG * GLASS_SHARE,
      glassC: g.roomC,
    },
    g.roomC,
    (g.lossWPerK ?? ICED_GLASS_LOSS_W_PER_K) * roomFactor,
  );

/**
 * Strength of the sips over the minutes, from a pour of strength `x`: what melts at once, then what the room melts.
 * A millilitre is taken for a gram, true of these to two hundredths.
 */
export function sipsOver(glass: IcedGlass, x: number, minutes: readonly number[]): Sip[] {
  requirePositive('sipsOver', 'x', x, '×');
  const over = melting(glass);
  const [slow, fast] = [melting(glass, 1 / ROOM_MELT_FACTOR), melting(glass, ROOM_MELT_FACTOR)];
  const thinnedBy = (meltedG: number): number =>
    (glass.pouredMl * x + meltedG * (glass.iceX ?? 0)) / (glass.pouredMl + meltedG);
  return minutes.map((at) => {
    requireNotNegative('sipsOver', 'minutes', at, 'min');
    const meltedG = over.meltedG(at);
    const [a, b] = [thinnedBy(slow.meltedG(at)), thinnedBy(fast.meltedG(at))];
    return {
      minutes: at,
      x: thinnedBy(meltedG),
      low: Math.min(a, b),
      high: Math.max(a, b),
      meltedG,
      tempC: over.firstSip.finalC,
    };
  });
}

/** Strength to pour so that it is right at a minute. @throws InputError where the ice alone is as strong as wanted */
export function pourToBeRight(glass: IcedGlass, wantedX: number, atMin: number): number {
  requirePositive('pourToBeRight', 'wantedX', wantedX, '×');
  const meltedG = melting(glass).meltedG(atMin);
  const x = (wantedX * (glass.pouredMl + meltedG) - meltedG * (glass.iceX ?? 0)) / glass.pouredMl;
  if (!(x > 0)) throw new InputError('pourToBeRight', 'iceX', 'ice that is weaker than what is wanted', glass.iceX);
  return x;
}

/** An ordinary tray makes cubes of this much, ml. House estimate. */
export const CUBE_ML = 27;

/** Cubes of the drink itself that keep the last sip like the first: as strong as the pour, and so many of them. */
export const cubesOfDrink = (glass: IcedGlass, x: number): { x: number; cubes: number; ml: number } => ({
  x,
  cubes: Math.max(1, Math.round(glass.iceG / CUBE_ML)),
  ml: Math.max(1, Math.round(glass.iceG / CUBE_ML)) * CUBE_ML,
});

/**
 * Concentrate frozen in cubes, one glass at a time: how many go into a glass, and the water that is poured on them. Whole cubes, so
 * the glass comes out a little off; what it comes to is said.
 * @throws InputError for a concentrate that is no stronger than the glass
 */
export function portionCubes({
  concentrateX,
  glassMl,
  wantedX,
}: {
  concentrateX: number;
  glassMl: number;
  wantedX: number;
}): {
  cubes: number;
  waterMl: number;
  x: number;
} {
  requirePositive('portionCubes', 'glassMl', glassMl, 'ml');
  requirePositive('portionCubes', 'wantedX', wantedX, '×');
  if (!(concentrateX > wantedX))
    throw new InputError('portionCubes', 'concentrateX', `above ×${wantedX}`, concentrateX);
  const most = Math.max(1, Math.floor(glassMl / CUBE_ML));
  const cubes = Math.min(most, Math.max(1, Math.round((wantedX * glassMl) / (concentrateX * CUBE_ML))));
  // The glass is filled by what thins the cubes right, as far as it goes.
  const waterMl = Math.min(glassMl - cubes * CUBE_ML, cubes * CUBE_ML * (concentrateX / wantedX - 1));
  return { cubes, waterMl, x: (concentrateX * cubes * CUBE_ML) / (cubes * CUBE_ML + waterMl) };
}

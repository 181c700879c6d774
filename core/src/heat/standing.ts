import { WATER_CP } from '../physics/water';
import { firstReaches, temperatureHistory } from './temperatureHistory';
import { coolingTauMin, newtonMinutes, openCooling, type Load } from './heating';
import { closedLossWPerK, openingM2, vesselHeatJPerK, type Vessel } from './vessel';

/** What water boils at where nothing is said of the kitchen, °C. */
const SEA_LEVEL_BOIL_C = 100;
/** Longest that is waited for, min. */
const LONGEST_MIN = 24 * 60;

/**
 * Minutes a vessel takes on the counter to fall to a temperature: under its lid by its walls alone, open by its steam besides.
 * 0 if it is there, undefined if the room is warmer than that.
 * @source Newton's law with the loss of the vessel; see {@link openCooling}
 */
export function standingMinutesTo({
  vessel,
  volumeMl,
  fromC,
  toC,
  lid,
  roomC,
}: {
  vessel: Vessel;
  volumeMl: number;
  fromC: number;
  toC: number;
  lid: 'open' | 'closed';
  roomC: number;
}): number | undefined {
  if (fromC <= toC) return 0;
  if (toC <= roomC) return undefined;
  const load: Load = {
    massKg: volumeMl / 1000,
    cpKJPerKgK: WATER_CP,
    vesselJPerK: vesselHeatJPerK(vessel),
    lossWPerK: closedLossWPerK(vessel, volumeMl, 'counter'),
    ambientC: roomC,
  };
  if (lid === 'closed') return newtonMinutes({ fromC, toC, ambientC: roomC, tauMin: coolingTauMin(load) });
  const { segments } = openCooling({
    load,
    surfaceM2: openingM2(vessel),
    fromC,
    minutes: LONGEST_MIN,
    // A few degrees of altitude hardly move how a pot cools.
    boilsAtC: Math.max(fromC, SEA_LEVEL_BOIL_C),
  });
  return firstReaches(temperatureHistory(segments), toC);
}

import type { BrewWay } from '../drink/drink';
import { colourOf } from '../liquid/colour';
import { volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import type { BrewRun } from './brewRun';

/** A brew unrolled along its time: a stage with what is in the pot as it goes. */
export type LineStage = {
  stageId: string;
  startMin: number;
  endMin: number;
  fromC: number;
  toC: number;
  /** the pot at shares of the stage: how full, all pots together, and its liquor's colour */
  at: readonly { share: number; ml: number; colour: string }[];
};

/** When a plant is in the pot, min of the run. */
export type LinePlant = { ingredientId: string; fromMin: number; toMin: number };

/** A brew along its minutes: what is in the pot at each, ml, and which plants hang in it. */
export type BrewLine = { stages: readonly LineStage[]; plants: readonly LinePlant[]; outMl: number; mostMl: number };

/** Places of a stage at which the pot is looked at. */
const SHARES = [0, 0.25, 0.5, 0.75, 1] as const;
/** Width through which a liquor is looked at, cm. */
const SEEN_CM = 8;

/**
 * The line of a brew: its stages in their order with the level and the colour of the pot, and when each plant is in it. After the
 * strain the plants are gone and the level is what came out, towards what is left in the end.
 */
export function brewLine({ way, run, pots }: { way: BrewWay; run: BrewRun; pots: number }): BrewLine {
  const { ledger } = run;
  const lost = run.lost !== undefined;
  const strainedMl = lost
    ? 0
    : ledger.outMl - ledger.rinsedMl - ledger.sweetenedMl - ledger.stirredMl + ledger.reducedMl;
  const colour = (l: Liquid): string => colourOf(volumeMl(l) > 0 ? l : waterOf(1), SEEN_CM);
  const outColour = colour(run.concentrate);
  const after = run.stages.filter((s) => s.startMin >= run.endMin - 1e-9 && s.kind !== 'strain');
  const stages = way.stages.map((stage): LineStage => {
    const time = run.stages.find((s) => s.stageId === stage.id);
    const startMin = time?.startMin ?? run.endMin;
    const endMin = time?.endMin ?? startMin;
    const rest = { stageId: stage.id, startMin, endMin, fromC: time?.fromC ?? run.outC, toC: time?.toC ?? run.outC };
    const place = after.findIndex((s) => s.stageId === stage.id);
    if (place >= 0 || stage.kind === 'strain') {
      const [from, to] = stage.kind === 'strain' ? [0, 0] : [place / after.length, (place + 1) / after.length];
      const mlAt = (x: number): number => (strainedMl + (ledger.outMl - strainedMl) * x) * pots;
      const before = stage.kind === 'strain' ? run.inPot(run.endMin).levelMl * pots : mlAt(from);
      return {
        ...rest,
        at: SHARES.map((share) => ({ share, ml: before + (mlAt(to) - before) * share, colour: outColour })),
      };
    }
    return {
      ...rest,
      at: SHARES.map((share) => {
        const atMin = startMin + (endMin - startMin) * share;
        return { share, ml: run.inPot(atMin).levelMl * pots, colour: colour(run.at(atMin).liquor) };
      }),
    };
  });
  const startOf = (stageId: string): number => stages.find((s) => s.stageId === stageId)?.startMin ?? 0;
  return {
    stages,
    plants: way.ingredients.map((i) => ({
      ingredientId: i.id,
      fromMin: startOf(i.enters.stageId) + i.enters.atMin,
      toMin: i.leaves ? startOf(i.leaves.stageId) + i.leaves.atMin : Math.max(run.endMin, startOf(i.enters.stageId)),
    })),
    outMl: ledger.outMl * pots,
    mostMl: Math.max(1, ...stages.flatMap((s) => s.at.map((a) => a.ml))),
  };
}

import { brewState, runOfBatch, wayAsItWent, type Batch } from '../batch/batch';
import { frozenBrew, vesselOf } from '../batch/brewState';
import { untilStrained, wayUpTo } from '../drink/drink';
import { kitchenBoilingPoint } from '../heat/heating';
import { boilDownRange } from '../heat/steam';
import { heightCm, levelCm } from '../heat/vessel';
import { apparentBrix, massG, volumeMl, type Liquid } from '../liquid/liquid';
import { remembering } from '../quantity/remembering';
import { BRIX, syrupBoilingPoint } from '../sugar/sucroseSolution';

/** Where a stage ends, as instruments read it: what stands beside a cue of the senses. One pot of the brew. */
export type EndFigures = {
  tempC?: number;
  /** the pot on the scale with what is in it */
  panWeightG?: number;
  /** of the liquid, from the bottom; and down from the rim */
  depthCm?: number;
  belowRimCm?: number;
  brix?: number;
  sweetenedG?: number;
  /** by taste: what one begins with and what was stirred in until now, g of all pots; undefined for a measured amount */
  byTaste?: { beginG: number; soFarG: number };
  /** of a boil-down: how long all of it takes, min, four times in five */
  lastsMin?: { low: number; high: number };
};

/** @throws InputError for a brew that the plan does not have; a stage it does not have gives nothing */
export const endFiguresOf = (batch: Batch, brewId: string, stageId: string): EndFigures =>
  known(batch, `${brewId}/${stageId}`, () => figuresAnew(batch, brewId, stageId));
const known = remembering<Batch, EndFigures>();

function figuresAnew(batch: Batch, brewId: string, stageId: string): EndFigures {
  const brew = frozenBrew(batch.plan, brewId);
  const stage = brew.way.stages.find((s) => s.id === stageId);
  const run = runOfBatch(batch, brewId);
  const time = run.stages.find((s) => s.stageId === stageId);
  if (!stage || !time) return {};
  const vessel = vesselOf(batch.plan, brew.vesselId);
  const { kitchen } = batch.plan;
  const isBefore = untilStrained(brew.way).some((s) => s.id === stageId);
  // Before the strain the plants stand in it and weigh with it.
  const read = (l: Liquid): EndFigures => {
    const pot = isBefore ? run.inPot(time.endMin) : { levelMl: volumeMl(l), massG: massG(l) };
    const depthCm = levelCm(vessel, pot.levelMl);
    return {
      panWeightG: vessel.emptyG + pot.massG,
      depthCm,
      belowRimCm: Math.max(0, heightCm(vessel) - depthCm),
      brix: apparentBrix(l),
    };
  };
  switch (stage.kind) {
    case 'heat':
      return { tempC: stage.to === 'boil' ? kitchenBoilingPoint(kitchen) : stage.to };
    case 'toast':
      return { tempC: stage.atC };
    case 'cool':
      return { tempC: stage.toC };
    case 'reduce': {
      const after = read(liquidAfter(batch, brewId, stageId));
      return {
        ...after,
        lastsMin: boilDownRange(stage.agitation, time.endMin - time.startMin),
        tempC: syrupBoilingPoint(Math.min(BRIX.max, after.brix!), kitchen.altitudeM),
      };
    }
    case 'dissolve': {
      const liquid = liquidAfter(batch, brewId, stageId);
      const goes = brewState(batch, brewId).changes.sweetened.filter((s) => s.stageId === stageId);
      const soFarG = goes.reduce((sum, g) => sum + g.grams, 0);
      return {
        sweetenedG: stirredIn(batch, brewId, stageId),
        brix: apparentBrix(liquid),
        ...(stage.toTaste && 'grams' in stage.to ? { byTaste: { beginG: stage.to.grams, soFarG } } : {}),
      };
    }
    case 'hold':
    case 'onto-ice':
    case 'steep':
      return { tempC: time.toC };
    case 'ferment':
    case 'hands':
    case 'strain':
    case 'rinse':
      return {};
  }
}

/** The liquor of one pot when a stage after the strain is over; what is sweetened before it, as it is strained. */
function liquidAfter(batch: Batch, brewId: string, stageId: string): Liquid {
  const way = wayAsItWent(batch, brewId);
  const isBefore = untilStrained(way).some((s) => s.id === stageId);
  if (isBefore) {
    const run = runOfBatch(batch, brewId);
    return run.at(run.stages.find((s) => s.stageId === stageId)!.endMin).liquor;
  }
  const upTo = way.stages.findIndex((s) => s.id === stageId);
  return runOfBatch(batch, brewId, { way: (w) => wayUpTo(w, upTo + 1) }).concentrate;
}

/** Dry sweetener that one stage stirs in, all pots, g. */
export function stirredIn(batch: Batch, brewId: string, stageId: string): number {
  const { pots } = frozenBrew(batch.plan, brewId);
  const way = wayAsItWent(batch, brewId);
  const upTo = way.stages.findIndex((s) => s.id === stageId);
  const sweet = (count: number): number => {
    const run = runOfBatch(batch, brewId, { way: (w) => wayUpTo(w, count) });
    return Object.values(run.sweetenedG).reduce((sum, g) => sum + g, 0);
  };
  return pots * (sweet(upTo + 1) - sweet(upTo));
}

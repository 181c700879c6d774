import { actualMinutes, concentrateOf, standardOf, wayAsItWent, type Batch } from '../batch/batch';
import { frozenBrew } from '../batch/brewState';
import { mainStageOf, type Lid } from '../drink/drink';
import { pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { timesStandard } from '../liquid/strength';

// Two makings of a drink side by side, as they went: what differs is what may be tasted.

/** A figure of a making, each to a litre of what was drunk where the amount made does not matter. */
export type MadeFigure =
  | { what: 'plant'; of: string; value: number }
  | { what: 'water' | 'steep' | 'came-out' | 'base-share' | 'strength' | 'sugar'; value: number };

/** One line of the two: what it was, what it is; a figure that one of them does not have is undefined there. */
export type SideBySide = {
  figures: readonly { figure: MadeFigure; was: number | undefined; is: number | undefined; differs: boolean }[];
  lid: { was: Lid | undefined; is: Lid | undefined; differs: boolean };
};

/** Nearer than this two makings were the same, share of the figure. House estimate: what a kitchen scale and a clock tell. */
const SAME_WITHIN = 0.04;

/** @param was the making that `is` is held against: of the same drink, by any of its ways */
export function sideBySide(was: Batch, is: Batch): SideBySide {
  const [before, after] = [madeOf(was), madeOf(is)];
  const keys = [...new Set([...before.figures, ...after.figures].map(keyOf))];
  const figures = keys.map((key) => {
    const [a, b] = [before, after].map((m) => m.figures.find((f) => keyOf(f) === key));
    return { figure: (b ?? a)!, was: a?.value, is: b?.value, differs: differ(a?.value, b?.value) };
  });
  return { figures, lid: { was: before.lid, is: after.lid, differs: before.lid !== after.lid } };
}

const keyOf = (f: MadeFigure): string => (f.what === 'plant' ? `plant:${f.of}` : f.what);

const differ = (a: number | undefined, b: number | undefined): boolean =>
  a === undefined || b === undefined ? a !== b : Math.abs(a - b) > SAME_WITHIN * Math.max(Math.abs(a), Math.abs(b));

/** A making as it went: grams of plants and ml of water to a litre of the jug; minutes of the main steep; shares. */
function madeOf(batch: Batch): { figures: MadeFigure[]; lid: Lid | undefined } {
  const [first] = batch.plan.brews;
  const jug = batch.jug ?? brewed(batch);
  const litres = Math.max(1e-6, volumeMl(jug) / 1000);
  const ways = batch.plan.brews.map((b) => wayAsItWent(batch, b.brewId));
  const grams = new Map<string, number>();
  for (const way of ways) for (const i of way.ingredients) grams.set(i.plant, (grams.get(i.plant) ?? 0) + i.grams);
  const waterMl = ways.reduce((sum, way) => sum + way.waterMl, 0);
  const main = mainStageOf(ways[0]!);
  const steep = main && (actualMinutes(batch, first.brewId)[main.id] ?? main.minutes);
  const base = volumeMl(concentrateOf(batch, first.brewId));
  const used = batch.mix?.[lineOf(batch, first.brewId)] ?? (batch.jug ? undefined : base);
  return {
    figures: [
      ...[...grams].map(([of, g]): MadeFigure => ({ what: 'plant', of, value: g / litres })),
      { what: 'water', value: waterMl / litres },
      ...(steep === undefined ? [] : [{ what: 'steep', value: steep } as const]),
      { what: 'came-out', value: base / Math.max(1, frozenBrew(batch.plan, first.brewId).promised.volumeMl) },
      ...(used === undefined ? [] : [{ what: 'base-share', value: used / (1000 * litres) } as const]),
      { what: 'strength', value: timesStandard(jug, standardOf(batch)) },
      { what: 'sugar', value: sweetGPerL(jug) },
    ],
    lid: lidOf(batch, main?.lid),
  };
}

/** The lid that was told last, or the one of the recipe. */
const lidOf = (batch: Batch, planned: Lid | undefined): Lid | undefined =>
  batch.brews[0]!.changes.happened.flatMap((h) => (h.kind === 'lid' ? [h.lid] : [])).at(-1) ?? planned;

const brewed = (batch: Batch): Liquid => pourTogether(...batch.plan.brews.map((b) => concentrateOf(batch, b.brewId)));

const lineOf = (batch: Batch, brewId: string): string =>
  batch.plan.drink.mix.find((l) => l.from.kind === 'brew' && l.from.brewId === brewId)?.id ?? brewId;

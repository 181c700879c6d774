import { NO_OWN_PLANTS } from '../reference/plants';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { BrewWay, Lid } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { tempAt } from '../heat/temperatureHistory';
import { vesselHeatJPerK } from '../heat/vessel';
import { massG } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { runBrew, type BrewRun } from './brewRun';

const hot = ROSELLE_COOLER.brews[0].ways[0]!;
const vessel = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-3')!;
const run = (change: Partial<BrewWay>): BrewRun =>
  runBrew({ way: { ...hot, ...change }, scale: 1, vessel, kitchen: DEFAULT_KITCHEN, plants: NO_OWN_PLANTS });
const withLid = (lid: Lid): BrewRun => run({ stages: hot.stages.map((s) => (s.kind === 'steep' ? { ...s, lid } : s)) });
const simmered = (lid: Lid): BrewRun =>
  run({
    stages: [
      hot.stages[0]!,
      { id: 'simmer', kind: 'hold', minutes: 20, lid, agitation: 'boiling' },
      ...hot.stages.slice(1),
    ],
  });

describe('a brew with the lid off', () => {
  it('cools faster and loses more water than with it on', () => {
    const [open, closed] = [withLid('open'), withLid('closed')];
    expect(tempAt(open.history, open.endMin)).toBeLessThan(tempAt(closed.history, closed.endMin) - 5);
    expect(open.ledger.steamMl).toBeGreaterThan(2 * closed.ledger.steamMl);
    expect(open.ledger.outMl).toBeLessThan(closed.ledger.outMl);
  });

  it('boils away near 20 g a minute from this pot, and hardly anything under a lid', () => {
    const extra = (lid: Lid): number => simmered(lid).ledger.steamMl - withLid('closed').ledger.steamMl;
    expect(extra('open') / 20).toBeGreaterThan(12);
    expect(extra('open') / 20).toBeLessThan(30);
    expect(extra('closed') / 20).toBeLessThan(4);
    expect(extra('loose') / 20).toBeGreaterThan(2 * (extra('closed') / 20));
    expect(extra('loose')).toBeLessThan(extra('open') / 2);
  });

  it('has lost by a moment what it has lost, however long it goes on to stand', () => {
    const left = (minutes: number): BrewRun =>
      run({ stages: hot.stages.map((s) => (s.kind === 'steep' ? { ...s, minutes, lid: 'loose' } : s)) });
    const [hour, day] = [left(60), left(24 * 60)];
    expect(day.inPot(hour.endMin).massG).toBeCloseTo(hour.inPot(hour.endMin).massG, 0);
    expect(day.ledger.steamMl).toBeGreaterThan(hour.ledger.steamMl);
  });

  it('cools by its own steam after the strain too: sooner than under a lid, and never by more steam than cools it', () => {
    const cooled = (lid: Lid): { minutes: number; steamG: number; fromC: number; outMl: number } => {
      const cool = { id: 'cool', kind: 'cool', toC: 40, by: 'standing', lid, agitation: 'still' } as const;
      const { stages, concentrate } = run({ stages: [...hot.stages, cool] });
      const { startMin, endMin, fromC } = stages.find((s) => s.stageId === 'cool')!;
      const steamG = massG(run({}).concentrate) - massG(concentrate);
      return { minutes: endMin - startMin, steamG, fromC, outMl: run({}).ledger.outMl };
    };
    const [open, loose, closed] = [cooled('open'), cooled('loose'), cooled('closed')];
    expect(open.minutes).toBeLessThan(0.6 * closed.minutes);
    expect(loose.minutes).toBeLessThan(closed.minutes);
    for (const { steamG, fromC, outMl } of [open, loose, closed]) {
      // g of water that all the heat of liquor and pot could have turned to steam
      const atMostG = ((outMl * 4.19 + vesselHeatJPerK(vessel)) * (fromC - 40)) / 2350;
      expect(steamG).toBeGreaterThan(0);
      expect(steamG).toBeLessThan(0.8 * atMostG);
    }
  });

  it('comes out smaller and stronger for having boiled', () => {
    expect(simmered('open').ledger.outMl).toBeLessThan(simmered('closed').ledger.outMl - 250);
    expect(weightedStrength(simmered('open').concentrate)).toBeGreaterThan(
      weightedStrength(simmered('closed').concentrate),
    );
  });

  it('keeps its ledger closed', () => {
    for (const { ledger: l } of [withLid('open'), simmered('open')]) {
      expect(l.waterMl + l.dissolvedMl - l.steamMl - l.heldMl + l.pressedMl - l.clingingMl).toBeCloseTo(l.outMl, 6);
    }
  });
});

describe('a plant that leaves early', () => {
  it('gives less than one that stays', () => {
    const early = run({ ingredients: hot.ingredients.map((i) => ({ ...i, leaves: { stageId: 'steep', atMin: 2 } })) });
    expect(weightedStrength(early.concentrate)).toBeLessThan(weightedStrength(withLid('closed').concentrate));
  });
});

import { aromaBand, aromaLeftAfterSteep, type AromaBand } from '../extraction/aromaAndFade';
import { mainStageOf, withSteep, writtenMinutes, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { factsOfPlan } from '../safety/factsOf';
import { findingsOf, type Finding } from '../safety/evaluate';
import type { Learned } from '../taste/learned';
import { colourIn, leafOf, planDrink, type NoPlan, type Plan } from './planDrink';

/** One way of making a drink, told so that it can stand beside another. */
export type WayColumn =
  | {
      kind: 'way';
      wayId: string;
      plan: Plan;
      strengthX: number;
      harsh: number;
      aroma: AromaBand;
      colour: string;
      yieldMl: number;
      leafG: number;
      /** heat from the burner, kWh; the fridge's own is left out */
      energyKWh: number;
      totalMin: number;
      findings: readonly Finding[];
    }
  | ({ wayId: string } & NoPlan);

const totalMinutes = (run: Plan['brews'][0]['run']): number => run.stages[run.stages.length - 1]?.endMin ?? run.endMin;

/** Every way of a drink's first brew at the same target, each steeped as its own recipe says. */
export function compareWays(drink: Drink, target: PlanTarget, kitchen: Kitchen, learned?: Learned): WayColumn[] {
  return drink.brews[0].ways.map((way) => {
    const steepMin = way.id === target.wayId ? target.steepMin : writtenMinutes(way);
    const result = planDrink(drink, { ...target, wayId: withSteep(way, steepMin).id, steepMin }, kitchen, learned);
    return result.kind === 'plan' ? columnOf(result.plan) : { wayId: way.id, ...result };
  });
}

function columnOf(plan: Plan): WayColumn {
  const [main] = plan.brews;
  const heat = plan.brews
    .flatMap((b) =>
      b.run.stages.map((s) => (s.kind === 'heat' || s.kind === 'reduce' ? (s.endMin - s.startMin) * b.pots : 0)),
    )
    .reduce((sum, minutes) => sum + minutes, 0);
  const { bathMin, fridgeMin } = plan.cooling;
  return {
    kind: 'way',
    wayId: main.way.id,
    plan,
    strengthX: plan.glass.figures.strengthX,
    harsh: plan.glass.figures.harsh,
    aroma: aromaBand(aromaLeftAfterSteep(main.run.history, mainStageOf(main.way)?.lid === 'open' ? 'open' : 'closed')),
    colour: colourIn(plan.jug.liquid, plan.jug.vessel),
    yieldMl: main.figures.volumeMl,
    leafG: leafOf(plan).reduce((sum, l) => sum + l.grams, 0),
    energyKWh: (heat / 60) * (plan.kitchen.burner.watts / 1000),
    totalMin: totalMinutes(main.run) + bathMin + fridgeMin,
    findings: findingsOf(...factsOfPlan(plan)).filter((f) => f.level !== 'note' && f.places.includes('plan')),
  };
}

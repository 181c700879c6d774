import { aromaBand, aromaLeftAfterSteep, type AromaBand } from '../extraction/aromaAndFade';
import { steepOf, withSteep, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { factsOfPlan } from '../safety/factsOf';
import { findingsOf, type Finding } from '../safety/evaluate';
import type { Learned } from '../taste/learned';
import { colourIn, planDrink, type NoPlan, type Plan } from './planDrink';

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

/** Every way of a drink at the same target, each steeped as its own recipe says. */
export function compareWays(drink: Drink, target: PlanTarget, kitchen: Kitchen, learned?: Learned): WayColumn[] {
  return drink.brew.ways.map((way) => {
    const steepMin = way.id === target.wayId ? target.steepMin : steepOf(way).minutes;
    const result = planDrink(drink, { ...target, wayId: withSteep(way, steepMin).id, steepMin }, kitchen, learned);
    return result.kind === 'plan' ? columnOf(result.plan) : { wayId: way.id, ...result };
  });
}

function columnOf(plan: Plan): WayColumn {
  const heat = plan.run.stages.filter((s) => s.kind === 'heat').reduce((sum, s) => sum + s.endMin - s.startMin, 0);
  const { bathMin, fridgeMin } = plan.cooling;
  return {
    kind: 'way',
    wayId: plan.way.id,
    plan,
    strengthX: plan.glass.figures.strengthX,
    harsh: plan.glass.figures.harsh,
    aroma: aromaBand(aromaLeftAfterSteep(plan.run.history, steepOf(plan.way).lid === 'open' ? 'open' : 'closed')),
    colour: colourIn(plan.jug.liquid, plan.jug.vessel),
    yieldMl: plan.concentrate.volumeMl,
    leafG: plan.leaf.reduce((sum, l) => sum + l.grams, 0),
    energyKWh: (heat / 60) * (plan.kitchen.burner.watts / 1000),
    totalMin: plan.run.endMin + bathMin + fridgeMin,
    findings: findingsOf(factsOfPlan(plan)).filter((f) => f.level !== 'note' && f.places.includes('plan')),
  };
}

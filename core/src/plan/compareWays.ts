import { colourIn } from '../liquid/colour';
import { aromaBand, aromaLeftAfterSteep, type AromaBand } from '../extraction/aromaAndFade';
import { mainStageOf, writtenMinutes, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { factsOfPlan } from '../safety/planFacts';
import { findingsOf, type Finding } from '../safety/evaluate';
import type { Learned } from '../taste/learned';
import { leafOf, type NoPlan, type Plan } from './planDrink';
import { planOrWhy } from './planOrWhy';
import { handsOnMinutes, totalMinutes } from './workTime';

/** One way of making a drink, before it is worked out: a method of the recipe, another version, or a school. */
export type Candidate = { id: string; name: string; drink: Drink; target: PlanTarget };

/** A way that was worked out, told so that it can stand beside another. */
export type WayColumn = Candidate &
  (
    | {
        kind: 'way';
        plan: Plan;
        strengthX: number;
        harsh: number;
        aroma: AromaBand;
        colour: string;
        yieldMl: number;
        leafG: number;
        /** heat from the burner, kWh; the fridge's own is left out */
        energyKWh: number;
        handsOnMin: number;
        totalMin: number;
        findings: readonly Finding[];
      }
    | NoPlan
  );

/** The methods of a drink's first brew at the same target, each steeped as its own recipe says. */
export const methodsOf = (drink: Drink, target: PlanTarget): Candidate[] =>
  drink.brews[0].ways.map((way) => ({
    id: way.id,
    name: way.shortName,
    drink,
    target: way.id === target.wayId ? target : { ...target, wayId: way.id, steepMin: writtenMinutes(way) },
  }));

/** Ways of making a drink, worked out side by side. */
export function compareWays(candidates: readonly Candidate[], kitchen: Kitchen, learned?: Learned): WayColumn[] {
  return candidates.map((candidate) => {
    const result = planOrWhy(candidate.drink, candidate.target, kitchen, learned);
    return result.kind === 'plan' ? columnOf(candidate, result.plan) : { ...candidate, ...result };
  });
}

function columnOf(candidate: Candidate, plan: Plan): WayColumn {
  const [main] = plan.brews;
  const heat = plan.brews
    .flatMap((b) =>
      b.run.stages.map((s) => (s.kind === 'heat' || s.kind === 'reduce' ? (s.endMin - s.startMin) * b.pots : 0)),
    )
    .reduce((sum, minutes) => sum + minutes, 0);
  return {
    ...candidate,
    kind: 'way',
    plan,
    strengthX: plan.glass.figures.strengthX,
    harsh: plan.glass.figures.harsh,
    aroma: aromaBand(aromaLeftAfterSteep(main.run.history, mainStageOf(main.way)?.lid === 'open' ? 'open' : 'closed')),
    colour: colourIn(plan.jug.liquid, plan.jug.vessel),
    yieldMl: main.figures.volumeMl,
    leafG: leafOf(plan).reduce((sum, l) => sum + l.grams, 0),
    energyKWh: (heat / 60) * (plan.kitchen.burner.watts / 1000),
    handsOnMin: handsOnMinutes(plan),
    totalMin: totalMinutes(plan),
    findings: findingsOf(...factsOfPlan(plan)).filter((f) => f.level !== 'note' && f.places.includes('plan')),
  };
}

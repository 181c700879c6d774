import type { Drink } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink, type Plan } from '../plan/planDrink';

/** The cooler, sweetened in the pot by taste and not by a syrup: it begins at 60 g. */
export const SWEETENED_IN_THE_POT: Drink = (() => {
  const [brew] = ROSELLE_COOLER.brews;
  const sweeten = {
    id: 'sweeten',
    kind: 'dissolve',
    sweetener: 'sucrose',
    to: { grams: 60 },
    toTaste: true,
    lid: 'open',
    agitation: 'still',
  } as const;
  return {
    ...ROSELLE_COOLER,
    id: 'by-taste',
    name: 'Sweetened by taste',
    brews: [{ ...brew, ways: [{ ...brew.ways[0]!, stages: [...brew.ways[0]!.stages, sweeten] }] }],
    mix: ROSELLE_COOLER.mix.filter((l) => l.from.kind !== 'syrup'),
    book: { ...ROSELLE_COOLER.book, wayId: brew.ways[0]!.id },
  };
})();

export function byTastePlan(): Plan {
  const { defaults } = SWEETENED_IN_THE_POT;
  const result = planDrink(SWEETENED_IN_THE_POT, { ...defaults, asWritten: true }, DEFAULT_KITCHEN);
  if (result.kind === 'no-plan') throw new Error(result.message);
  return result.plan;
}

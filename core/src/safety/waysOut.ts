import type { Confirmation, PlanConfirmation, Provenance } from '../drink/audience';
import {
  afterStraining,
  mainStageOf,
  provenanceKey,
  TARGET_RANGES,
  untilStrained,
  writtenMinutes,
  type BrewWay,
  type Drink,
  type PlanTarget,
  type Stage,
} from '../drink/drink';
import { changedTarget } from '../plan/changedTarget';
import { removeIngredient } from '../drink/editing';
import { planOrWhy } from '../plan/planOrWhy';
import type { Plan } from '../plan/planTypes';
import { botanicalIfKnown } from '../reference/botanicals';
import { highestDose } from './derive';
import { findingsOf, type Finding } from './evaluate';
import { factsOfPlan } from './planFacts';

/** A change that would clear a finding, ready to be taken: of what is asked for, or of the recipe. */
export type WayOut = { label: string } & (
  { kind: 'target'; target: PlanTarget } | { kind: 'drink'; drink: Drink; target: PlanTarget }
);

/**
 * Changes that clear a finding of a plan, the best first; none where only the cook can find one. Each was planned and judged
 * before it is offered: it can be made, the finding is gone, and nothing that was not stopped before is stopped by it. It
 * takes a trial plan each, so an interface asks for it beside its main work.
 */
export function waysOut(finding: Finding, plan: Plan, today: string): readonly WayOut[] {
  const offers = (WAYS[finding.id] ?? none)({ finding, plan, today });
  if (offers.length === 0) return offers;
  const before = findingsOf(...factsOfPlan(plan));
  return offers.filter((way) => leadsOut(way, finding, plan, before));
}

function leadsOut(way: WayOut, finding: Finding, plan: Plan, before: readonly Finding[]): boolean {
  const drink = way.kind === 'drink' ? way.drink : plan.drink;
  const result = planOrWhy(drink, way.target, plan.kitchen, { harshLimit: plan.houseHarshLimit });
  if (result.kind !== 'plan') return false;
  const after = findingsOf(...factsOfPlan(result.plan));
  // A stop that has become a word to say is a way out of it.
  const still = after.some((f) => f.id === finding.id && f.level === finding.level && samePlace(f, finding));
  const stopped = (f: Finding): boolean => f.level === 'block' && (f.id !== finding.id || samePlace(f, finding));
  return !still && after.filter(stopped).every((f) => before.some((b) => b.id === f.id && b.level === 'block'));
}

const samePlace = (a: Finding, b: Finding): boolean => JSON.stringify(a.at) === JSON.stringify(b.at);

type Asked = { finding: Finding; plan: Plan; today: string };
type Offers = (asked: Asked) => readonly WayOut[];

const none: Offers = () => [];

const withTarget = ({ plan }: Asked, label: string, change: Partial<PlanTarget>): WayOut => ({
  kind: 'target',
  label,
  target: changedTarget(plan.drink, plan.target, change),
});

/** What is known of the ingredient that a finding is about, changed. */
function withProvenance(asked: Asked, label: string, change: (p: Provenance) => Provenance): readonly WayOut[] {
  const { brew, ingredient } = asked.finding.at ?? {};
  if (!brew || !ingredient) return [];
  const key = provenanceKey(brew, ingredient);
  const known = asked.plan.target.provenance ?? {};
  return [withTarget(asked, label, { provenance: { ...known, [key]: change(known[key] ?? {}) } })];
}

const confirm =
  (what: Confirmation, label: string): Offers =>
  (asked) =>
    withProvenance(asked, label, (p) => ({ ...p, confirmedOn: { ...p.confirmedOn, [what]: asked.today } }));

const confirmWhole =
  (what: PlanConfirmation, label: string): Offers =>
  (asked) => [withTarget(asked, label, { confirmedOn: { ...asked.plan.target.confirmedOn, [what]: asked.today } })];

const fromShop: Offers = (asked) =>
  withProvenance(asked, 'It is bought as food', ({ site: _site, ...p }) => ({ ...p, source: 'shop_food_grade' }));

const also =
  (...offers: readonly Offers[]): Offers =>
  (asked) =>
    offers.flatMap((o) => o(asked));

/** A recipe with one way of one brew changed. It becomes a version of its own when it is taken. */
function withWay(
  asked: Asked,
  label: string,
  change: (way: BrewWay) => BrewWay,
  target: Partial<PlanTarget> = {},
): readonly WayOut[] {
  const { plan, finding } = asked;
  const brewId = finding.at?.brew ?? plan.brews[0].brewId;
  const made = plan.brews.find((b) => b.brewId === brewId)!.way.id;
  const [first, ...rest] = plan.drink.brews.map((b) =>
    b.id === brewId ? { ...b, ways: b.ways.map((w) => (w.id === made ? change(w) : w)) } : b,
  );
  const drink: Drink = { ...plan.drink, version: plan.drink.version + 1, brews: [first!, ...rest] };
  return [{ kind: 'drink', label, drink, target: changedTarget(drink, plan.target, target) }];
}

const SIMMER_MIN = 20;

/** Everything goes into cold water, is brought to the boil and simmers in the open pot; what came after the strain stays. */
const cookFirst: Offers = (asked) =>
  withWay(
    asked,
    `Simmer it ${SIMMER_MIN} minutes in an open pan first`,
    (way) => {
      const strain = untilStrained(way).filter((s) => s.kind === 'strain');
      const stages: Stage[] = [
        { id: 'heat', kind: 'heat', to: 'boil', lid: 'open', agitation: 'still' },
        { id: 'simmer', kind: 'hold', minutes: SIMMER_MIN, lid: 'open', agitation: 'stirred-now-and-then' },
      ];
      return {
        ...way,
        vesselKind: 'pot',
        name: 'simmering in an open pan',
        shortName: 'Simmered',
        ingredients: way.ingredients.map(({ leaves: _leaves, ...i }) => ({
          ...i,
          enters: { stageId: 'heat', atMin: 0 },
        })),
        stages: [...stages, ...strain, ...afterStraining(way)],
      };
    },
    mainBrewFound(asked) ? { steepMin: SIMMER_MIN } : {},
  );

const mainBrewFound = ({ finding, plan }: Asked): boolean =>
  (finding.at?.brew ?? plan.brews[0].brewId) === plan.brews[0].brewId;

const MOST_FRIDGE_MIN = 1440;

/**
 * The same steep in the fridge; a night there is about as strong as hours on the counter, and smoother. What is heated before
 * it stays in its pot, and is chilled in a bath before the fridge: a jar is not boiled, and a hot pot warms what stands beside it.
 */
const steepInFridge: Offers = (asked) => {
  const minutes = 600;
  return withWay(
    asked,
    'Steep it overnight in the fridge instead',
    (way) => {
      const heated = way.stages.some((s) => s.kind === 'heat' || s.kind === 'hold');
      const chill: Stage = {
        id: 'chill-first',
        kind: 'cool',
        toC: 20,
        by: 'ice-bath',
        lid: 'loose',
        agitation: 'still',
      };
      return {
        ...way,
        vesselKind: heated ? 'pot' : 'jar',
        name: 'steeping overnight in the fridge',
        shortName: 'Overnight in the fridge',
        stages: way.stages.flatMap((s): Stage[] =>
          s.kind === 'steep' ? [...(heated ? [chill] : []), { ...s, place: 'fridge', minutes, lid: 'closed' }] : [s],
        ),
      };
    },
    mainBrewFound(asked) ? { steepMin: minutes } : {},
  );
};

/** Brought to the boil and steeped off the heat, as most of these plants are. */
const brewHot: Offers = (asked) =>
  withWay(
    asked,
    'Brew it hot first, then chill it',
    (way) => ({
      ...way,
      vesselKind: 'pot',
      name: 'bringing it to the boil, then steeping off the heat',
      shortName: 'Boil, then steep off the heat',
      stages: [
        { id: 'boil-first', kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' },
        ...way.stages.map((s): Stage =>
          s.kind === 'steep' ? { ...s, place: 'off-heat', minutes: HOT_STEEP_MIN, lid: 'closed' } : s,
        ),
      ],
    }),
    mainBrewFound(asked) ? { steepMin: HOT_STEEP_MIN } : {},
  );
const HOT_STEEP_MIN = 10;

/** A hot way that the drink has already. */
const hotWay: Offers = (asked) => {
  const { plan } = asked;
  const hot = plan.drink.brews[0].ways.find(
    (w) => w.stages.some((s) => s.kind === 'heat') && w.id !== plan.target.wayId,
  );
  if (!hot || !mainBrewFound(asked)) return [];
  return [withTarget(asked, `Make it by ${hot.name}`, { wayId: hot.id, steepMin: writtenMinutes(hot) })];
};

/** A steep that only goes on too long is cut back to what the recipe says. */
const shorten =
  (most: number): Offers =>
  (asked) => {
    if (!mainBrewFound(asked)) return [];
    const way = asked.plan.drink.brews[0].ways.find((w) => w.id === asked.plan.target.wayId)!;
    const written = writtenMinutes(way);
    const steepMin = Math.min(written, most);
    if (steepMin >= asked.plan.target.steepMin) return [];
    const words = steepMin >= 120 ? `${Math.round(steepMin / 60)} hours` : `${steepMin} minutes`;
    return [withTarget(asked, `Pull it after ${words}`, { steepMin })];
  };

const warmSteepOut: Offers = (asked) => {
  const way = asked.plan.brews.find((b) => b.brewId === (asked.finding.at?.brew ?? asked.plan.brews[0].brewId))!.way;
  const main = mainStageOf(way);
  const offHeat = main?.kind === 'steep' && main.place === 'off-heat';
  return offHeat ? [...shorten(120)(asked), ...steepInFridge(asked)] : [...steepInFridge(asked), ...brewHot(asked)];
};

const iceBath: Offers = (asked) => {
  const slow = asked.plan.brews.find((b) => b.way.stages.some((s) => s.kind === 'cool' && s.by === 'standing'));
  if (!slow) return [];
  return withWay(
    { ...asked, finding: { ...asked.finding, at: { brew: slow.brewId } } },
    'Cool it in an ice bath, stirring',
    (way) => ({
      ...way,
      stages: way.stages.map((s) => (s.kind === 'cool' && s.by === 'standing' ? { ...s, by: 'ice-bath' } : s)),
    }),
  );
};

const lidOff: Offers = (asked) =>
  withWay(asked, 'Leave the lid off while it simmers', (way) => ({
    ...way,
    stages: way.stages.map((s) => (s.kind === 'heat' || s.kind === 'hold' ? { ...s, lid: 'open' } : s)),
  }));

const lidLoose: Offers = (asked) =>
  withWay(asked, 'Leave its lid loose', (way) => ({
    ...way,
    stages: way.stages.map((s) => (s.id === asked.finding.at?.stage ? { ...s, lid: 'loose' } : s)),
  }));

/** Cooled in a bath first, so that nothing hot is closed in or meets cold glass. */
const coolFirst: Offers = (asked) =>
  withWay(asked, 'Cool it to 30 °C in an ice bath first', (way) => ({
    ...way,
    stages: way.stages.flatMap((s): Stage[] =>
      s.id === asked.finding.at?.stage
        ? [{ id: 'cool-first', kind: 'cool', toC: 30, by: 'ice-bath', lid: 'loose', agitation: 'still' }, s]
        : [s],
    ),
  }));

const fineCloth: Offers = (asked) =>
  withWay(asked, 'Strain it through fine cloth', (way) => ({
    ...way,
    stages: way.stages.map((s) => (s.kind === 'strain' ? { ...s, through: 'fine-cloth' } : s)),
  }));

/** Strength at which no plant is above one and a half times its highest usual dose. */
const lessLeaf: Offers = (asked) => {
  const { plan } = asked;
  const share = Math.max(...factsOfPlan(plan).map((f) => highestDose(f).share));
  const strengthX = Math.floor((plan.target.strengthX * 1.5 * 100) / share) / 100;
  return strengthX >= TARGET_RANGES.strengthX.min && strengthX < plan.target.strengthX
    ? [withTarget(asked, `Make it ×${strengthX}`, { strengthX })]
    : [];
};

/** Without the plant that it is about, where something else is left in its brew or its jug. */
const leaveOut: Offers = (asked) => {
  const { brew, ingredient } = asked.finding.at ?? {};
  const { drink, target } = asked.plan;
  if (!ingredient) return [];
  const name = (slug: string): string =>
    (botanicalIfKnown(slug)?.name ?? 'this plant').split(/[,(]/)[0]!.trim().toLowerCase();
  if (brew === undefined) {
    const line = drink.mix.find((l) => l.id === ingredient);
    if (!line || drink.mix.length < 2) return [];
    const mix = drink.mix.filter((l) => l !== line);
    return [
      {
        kind: 'drink',
        label: `Leave out the ${line.name.toLowerCase()}`,
        drink: { ...drink, version: drink.version + 1, mix },
        target,
      },
    ];
  }
  const planned = asked.plan.brews.find((b) => b.brewId === brew)?.way;
  const plant = planned?.ingredients.find((i) => i.id === ingredient);
  if (!planned || !plant || planned.ingredients.length < 2) return [];
  return withWay(asked, `Leave out the ${name(plant.plant)}`, (way) => removeIngredient(way, ingredient));
};

const withoutIce: Offers = (asked) => [withTarget(asked, 'Pour it without ice', { iced: false })];

const unsweetened: Offers = (asked) => [withTarget(asked, 'Make it without sugar', { sugarGPerL: 0 })];

/** The spirit goes into the glasses of those who want it; the jug has none. */
const byTheGlass: Offers = ({ plan }) => {
  const { drink, target, jug } = plan;
  if (!drink.mix.some((l) => l.from.kind === 'spirit' && l.at === 'jug')) return [];
  const mix = drink.mix.map((l) =>
    l.from.kind === 'spirit' && l.at === 'jug'
      ? { ...l, at: 'glass' as const, book: Math.round((1000 * (jug.mix[l.id] ?? 0)) / jug.figures.volumeMl) }
      : l,
  );
  return [
    {
      kind: 'drink',
      label: 'Pour the spirit by the glass, for those who want it',
      drink: { ...drink, version: drink.version + 1, mix },
      target,
    },
  ];
};

const unwaxed: Offers = (asked) =>
  withProvenance(asked, 'The fruit is unwaxed or organic', (p) => ({ ...p, peel: 'unwaxed' }));

/** A plant that keeps its Latin name beside it is confirmed by that name. */
const speciesKnown =
  (epithet: string): Offers =>
  (asked) => {
    const slug = asked.finding.at?.slug;
    const latin = (slug && botanicalIfKnown(slug)?.latinName) ?? epithet;
    return withProvenance(asked, `I have checked that it is ${latin}`, (p) => ({
      ...p,
      species: epithet,
      confirmedOn: { ...p.confirmedOn, id_confirmed: asked.today },
    }));
  };

const lookedAt: Offers = (asked) =>
  withProvenance(asked, 'I have looked and smelled: it is fine', (p) => ({ ...p, condition: 'ok' }));

const cleanSite: Offers = (asked) =>
  withProvenance(asked, 'Picked in a clean meadow', (p) => ({ ...p, site: 'meadow' }));

/** About this very caution: one answer clears no other. */
const proOk: Offers = (asked) => [
  withTarget(asked, 'They have asked their doctor, midwife or pharmacist about this', {
    asked: { ...asked.plan.target.asked, [asked.finding.id]: asked.today },
  }),
];

const WAYS: Readonly<Record<string, Offers>> = {
  'ELD-01': also(cookFirst, leaveOut),
  'ELD-04': leaveOut,
  'INF-04': withoutIce,
  'FER-01': lidLoose,
  'HOT-01': also(coolFirst, lidLoose),
  'HOT-03': also(lidLoose, coolFirst),
  'HOT-04': coolFirst,
  'JUN-01': leaveOut,
  'MED-01': leaveOut,
  'MED-10': leaveOut,
  'ALG-01': leaveOut,
  'ALG-02': leaveOut,
  'ALG-05': leaveOut,
  'STO-08': leaveOut,
  'SPI-08': leaveOut,
  ...Object.fromEntries(
    ['01', '02', '03', '04', '05', '06', '07', '08', '09', '11'].map((n) => [`DEN-${n}`, leaveOut]),
  ),
  'DEN-10': also(confirm('known_as_food', 'I know that it is sold or eaten as food'), leaveOut),
  'ELD-03': confirm('stems_removed', 'Stems, leaves and green berries are picked out'),
  'ELD-05': brewHot,
  'ELD-06': lidOff,
  'FOR-01': also(confirm('id_confirmed', 'I have checked its Latin name in two references'), fromShop),
  'FOR-02': also(cleanSite, fromShop),
  'FOR-04': also(speciesKnown('communis'), fromShop),
  'FOR-05': also(confirm('yew_excluded', 'I have made sure that it is not yew'), fromShop),
  'FOR-08': fromShop,
  'FOR-09': also(confirm('leaf_by_leaf_check', 'I have checked every single leaf'), fromShop),
  'FOR-10': also(speciesKnown('sambac'), fromShop),
  'FOR-11': also(speciesKnown('nobilis'), fromShop),
  'FLO-01': fromShop,
  'FLO-02': also(confirm('untreated_confirmed', 'Nothing was sprayed or poured on it'), fromShop),
  'SPI-05': fromShop,
  'SPI-06': fromShop,
  'HIP-01': fineCloth,
  'DOSE-01': lessLeaf,
  'LAV-02': lessLeaf,
  'SPI-01': lessLeaf,
  'SPI-02': lessLeaf,
  'SPI-07': lessLeaf,
  'CAF-02': lessLeaf,
  'CAF-03': lessLeaf,
  'LIQ-01': also(proOk, leaveOut),
  'HIB-01': also(proOk, leaveOut),
  'MED-03': also(proOk, leaveOut),
  'INF-03': unsweetened,
  'ALC-01': byTheGlass,
  'ALC-02': byTheGlass,
  'TT-05': also(steepInFridge, brewHot),
  'TT-06': warmSteepOut,
  'TT-07': warmSteepOut,
  'TT-08': also(hotWay, brewHot),
  'CB-01': shorten(MOST_FRIDGE_MIN),
  'CB-04': confirmWhole('water_boiled', 'All its water, and its ice, was boiled for a minute first'),
  'CB-03': confirmWhole('vessel_sanitised', 'Jar, spout and strainer are washed and sanitised'),
  'CB-05': confirm('washed', 'Washed under running water'),
  'PRO-01': confirm('washed', 'Washed under running water'),
  'PRO-02': unwaxed,
  'COOL-01': iceBath,
  'COOL-02': iceBath,
  'STO-09': lookedAt,
  'SELL-01': confirmWhole('local_rules', 'I have asked the local food authority'),
};

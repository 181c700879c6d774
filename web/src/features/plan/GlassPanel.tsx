import type { ReactNode } from 'react';
import {
  abvOf,
  costOf,
  explain,
  shoppingList,
  sweetnessFelt,
  sweetTartBalance,
  thickness,
  crystalRisk,
  type Liquid,
  type Plan,
  volumeMl,
} from '@steepsis/core';
import type { House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { sweetenerName } from '@/shared/format/names';
import { Explained } from '@/shared/ui/Explained';
import { Panel } from '@/shared/ui/Panel';

/** What is in a glass, what it costs, how long it takes, and what its syrup is like. */
export function GlassPanel({ plan, house }: { plan: Plan; house: House }): ReactNode {
  const { glass, target } = plan;
  const list = shoppingList(plan, house.entries);
  const cost = costOf(list, glass.count);
  const priced = list.some((l) => l.cost !== undefined);
  const rows: { name: string; value: ReactNode }[] = [
    {
      name: 'Sugar',
      value: (
        <Explained what={() => explain(plan, 'glass-sugar')}>
          {f.grams((glass.figures.sugarGPerL * target.glassMl) / 1000)}
        </Explained>
      ),
    },
    {
      name: 'Caffeine',
      value: (
        <Explained what={() => explain(plan, 'caffeine')}>
          {caffeine(plan.glass.liquid, volumeMl(plan.glass.liquid))}
        </Explained>
      ),
    },
    // Spirit is told by its share of that glass, wherever the glass is shown.
    ...(abvOf(plan.glass.liquid) > 0
      ? [{ name: 'Alcohol', value: `${abvOf(plan.glass.liquid).toFixed(1)} % vol` }]
      : []),
    {
      name: 'Acid, as citric',
      value: (
        <Explained what={() => explain(plan, 'acid')}>
          {f.grams((glass.figures.acidGPerL * target.glassMl) / 1000)}
        </Explained>
      ),
    },
    { name: 'Sweet against tart', value: balanceWords(plan) },
    ...(plan.warming
      ? [
          {
            name: 'A kept jug, warmed',
            value: (
              <Explained what={() => explain(plan, 'warming')}>
                {f.duration(plan.warming.minutes)} to {f.celsius(plan.warming.toC)}
              </Explained>
            ),
          },
        ]
      : []),
    ...(priced
      ? [
          {
            name: 'Cost a glass',
            value: (
              <Explained
                what={() => explainCost(list, cost)}
              >{`${f.money(cost.aGlass)}${cost.unknown > 0 ? ' or more' : ''}`}</Explained>
            ),
          },
        ]
      : []),
  ];
  return (
    <Panel title="In each glass">
      <dl className="text-[0.92rem]">
        {rows.map((r) => (
          <div key={r.name} className="flex items-baseline justify-between gap-4 py-0.5">
            <dt className="text-muted">{r.name}</dt>
            <dd className="text-right">{r.value}</dd>
          </div>
        ))}
      </dl>
      {!priced && <p className="mt-1 text-sm text-muted">Put prices into the pantry, and the cost stands here.</p>}
      <SyrupFigures plan={plan} />
      {plan.second && (
        <>
          <h3 className="mt-3 text-base">{target.second!.name}, from the same base</h3>
          <p className="text-[0.92rem]">
            <Explained what={() => explain(plan, 'second')}>
              {f.volume(plan.second.baseMl)} of the base with {f.volume(plan.second.waterMl)}{' '}
              {target.second!.water === 'sparkling' ? 'sparkling ' : ''}water
            </Explained>
            : {f.strength(plan.second.figures.strengthX)}, {f.gPerL(plan.second.figures.sugarGPerL)} of sugar
            {plan.second.liquid.caffeineMg > 0.5 &&
              `, ${caffeine(plan.second.liquid, target.glassMl)} of caffeine a glass`}
            .
          </p>
        </>
      )}
    </Panel>
  );
}

/** Words for the balance, as the glass is drunk. */
function balanceWords({ glass, target, drink }: Plan): string {
  const sweet = glass.figures.sugarGPerL;
  const tempC = target.hot ? 60 : glass.tempC;
  return sweetTartBalance({
    sugarGPerL: sweet * sweetnessFelt(sweet, tempC),
    citricGPerL: glass.figures.acidGPerL,
    sparkling: drink.mix.some((l) => l.from.kind === 'water' && l.from.water === 'sparkling'),
  }).words;
}

/** What this way of making it draws, in a glass. */
function caffeine(liquid: Liquid, glassMl: number): string {
  const mg = Math.round((liquid.caffeineMg * glassMl) / Math.max(1, volumeMl(liquid)));
  return mg === 0 ? 'none' : `about ${mg} mg`;
}

const explainCost = (
  list: ReturnType<typeof shoppingList>,
  cost: ReturnType<typeof costOf>,
): ReturnType<typeof explain> => ({
  title: 'Cost a glass',
  exact: f.money(cost.aGlass),
  steps: [
    ...list.flatMap((l) =>
      l.cost === undefined ? [] : [{ text: `${f.grams(l.needG)} ${l.name}`, value: f.money(l.cost) }],
    ),
    { text: 'in all', value: f.money(cost.total) },
  ],
  constants: [{ name: 'Prices', value: `${cost.unknown} not known`, source: 'your pantry, in your own money' }],
});

/** What the syrup is like: how sweet, how thick in the fridge, whether it sets. */
function SyrupFigures({ plan }: { plan: Plan }): ReactNode {
  const syrups = plan.syrups.filter((s) => s.volumeMl > 0);
  if (syrups.length === 0) return null;
  return (
    <>
      <h3 className="mt-3 text-base">Syrup</h3>
      {syrups.map((s) => {
        const cold = thickness(s.brix, plan.kitchen.fridgeC);
        const risk = crystalRisk(s.brix, plan.kitchen.fridgeC);
        return (
          <p key={s.lineId} className="text-[0.92rem]">
            <Explained what={() => explain(plan, 'syrup')}>
              {f.volume(s.volumeMl)} of {sweetenerName(s.sweetener)} at {Math.round(s.brix)} °Bx
            </Explained>
            , {cold.words} in the fridge; {risk.words}.
          </p>
        );
      })}
    </>
  );
}

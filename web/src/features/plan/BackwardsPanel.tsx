import { useMemo, useState, type ReactNode } from 'react';
import { potencyOf, type Drink, type Kitchen, type PantryEntry, type PlanTarget, type Starting } from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import * as f from '@/shared/format/format';
import { plantNameIn, shortName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import type { BackwardsAnswer, BackwardsQuestion } from './backwardsAnswer';
import { useBackwards } from './usePlanWorker';

type From = Starting['kind'];

/** The plan the other way round: from leaf to use up, bottles to fill, or the only pot there is. */
export function BackwardsPanel({
  view,
  target,
  kitchen,
  entries,
  onTake,
  onClose,
}: {
  view: DrinkView;
  target: PlanTarget;
  kitchen: Kitchen;
  entries: readonly PantryEntry[];
  onTake: (litres: number) => void;
  onClose: () => void;
}): ReactNode {
  const plants = useMemo(() => plantsOf(view.drink, target), [view.drink, target]);
  const [from, setFrom] = useState<From>('leaf');
  const [chosen, setPlant] = useState(plants[0] ?? '');
  const [haveG, setHaveG] = useState(60);
  const [bottles, setBottles] = useState(2);
  const [bottleMl, setBottleMl] = useState(500);
  const [potL, setPotL] = useState(3);
  // Another way of making it may be without the plant that was chosen.
  const plant = plants.includes(chosen) ? chosen : (plants[0] ?? '');
  const question = useMemo((): BackwardsQuestion => {
    const starting: Starting =
      from === 'leaf'
        ? { kind: 'leaf', haveG: { [plant]: haveG } }
        : from === 'concentrate'
          ? { kind: 'concentrate', ml: bottles * bottleMl }
          : { kind: 'pot', capacityMl: potL * 1000 };
    // So much leaf is so much of the lots that stand first.
    const potency = from === 'leaf' ? { ...target.potency, ...lotOf(entries, plant, haveG) } : target.potency;
    const asked = potency ? { ...target, potency } : target;
    return { drink: view.drink, target: asked, kitchen, starting, learned: view.learned };
  }, [view, target, kitchen, entries, from, plant, haveG, bottles, bottleMl, potL]);
  const answer = useBackwards(question);
  return (
    <Panel title="The other way round" className="mt-3" aside={<Button onClick={onClose}>Close</Button>}>
      <p className="text-[1.1rem] leading-[2]">
        <InlineChoice
          label="Start from"
          value={from}
          choices={[
            { value: 'leaf', label: 'Use up' },
            { value: 'concentrate', label: 'Fill' },
            { value: 'pot', label: 'My biggest pot holds' },
          ]}
          onValue={setFrom}
        />{' '}
        {from === 'leaf' && (
          <>
            {figure(
              'Leaf to use up',
              haveG,
              { unit: 'g', min: 0.1, max: 10_000, step: 5, digits: 1, shown: true },
              setHaveG,
            )}{' '}
            of{' '}
            <InlineChoice
              label="Plant to use up"
              value={plant}
              choices={plants.map((value) => ({ value, label: plantNameIn(view.drink, value).toLowerCase() }))}
              onValue={setPlant}
            />
          </>
        )}
        {from === 'concentrate' && (
          <>
            {figure('Bottles', bottles, { unit: 'bottles', min: 1, max: 100, step: 1 }, setBottles)} bottles of{' '}
            {figure('Bottle size', bottleMl, { unit: 'ml', min: 50, max: 5000, step: 50, shown: true }, setBottleMl)}{' '}
            with {view.drink.brews[0].name.toLowerCase()}
          </>
        )}
        {from === 'pot' &&
          figure('Pot holds', potL, { unit: 'L', min: 0.3, max: 50, step: 0.5, digits: 2, shown: true }, setPotL)}
        .
      </p>
      <Answer answer={answer} onTake={onTake} />
    </Panel>
  );
}

/** What so much of a plant gives, from the lots that are used first; told even where it is as it should be. */
const lotOf = (entries: readonly PantryEntry[], plant: string, haveG: number): Record<string, number> => ({
  [plant]: potencyOf(entries, { [plant]: haveG })[plant] ?? 1,
});

const plantsOf = (drink: Drink, target: PlanTarget): string[] => [
  ...new Set(
    drink.brews.flatMap((b, i) =>
      (i === 0 ? (b.ways.find((w) => w.id === target.wayId) ?? b.ways[0]!) : b.ways[0]!).ingredients.map(
        (x) => x.plant,
      ),
    ),
  ),
];

function Answer({
  answer,
  onTake,
}: {
  answer: BackwardsAnswer | undefined;
  onTake: (litres: number) => void;
}): ReactNode {
  if (!answer) return <p role="status">Working it out.</p>;
  if (answer.kind === 'too-little')
    return (
      <p role="alert">
        That is too little for the smallest amount a plan is made for; what binds is {shortName(answer.binds)}.
      </p>
    );
  if (answer.kind === 'no-plan') return <p role="alert">{answer.message}</p>;
  const { litres, glasses, leaf, waterMl, outMl, binds } = answer;
  return (
    <div className="flex flex-wrap items-center gap-4">
      <p>
        That makes <strong>{f.volume(litres * 1000)}</strong>, about {Math.floor(glasses)} glasses:{' '}
        {leaf.map((l) => `${f.grams(l.grams)} ${shortName(l.name)}`).join(', ')} in {f.volume(waterMl)} of water,{' '}
        {f.volume(outMl)} comes out. What binds: {shortName(binds)}.
      </p>
      <Button kind="main" onClick={() => onTake(litres)}>
        Plan {f.volume(litres * 1000)}
      </Button>
    </div>
  );
}

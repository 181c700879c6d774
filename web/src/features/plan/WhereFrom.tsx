import { useState, type ReactNode } from 'react';
import {
  isHardlySold,
  OF_MIX,
  plantOf,
  provenanceKey,
  type Botanical,
  type LOOKS,
  type PARTS,
  type SITES,
  type SOURCES,
  type Confirmation,
  type Plan,
  type PlanTarget,
  type Provenance,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { TextField, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';

const SOURCE_WORDS: Record<(typeof SOURCES)[number], string> = {
  shop_food_grade: 'bought as food',
  sealed_pack: 'from a sealed pack',
  garden: 'from my garden',
  foraged: 'gathered wild',
  florist: 'from a florist',
  ornamental: 'an ornamental plant',
  garden_centre: 'from a garden centre',
  unlabelled: 'from an unlabelled bag',
  market_loose: 'loose from a market',
  carried_from_abroad: 'carried from abroad',
  unknown: 'from I do not know where',
};

const SITE_WORDS: Record<(typeof SITES)[number], string> = {
  meadow: 'a clean meadow',
  woodland: 'a clean wood',
  own_land: 'my own land',
  roadside: 'a roadside',
  railway: 'a railway',
  sprayed: 'sprayed ground',
  industrial: 'industrial ground',
  floodplain: 'a flood plain',
  dog_walk: 'a dog walk',
  unknown: 'I do not know',
};

const CONFIRMED_WORDS: Record<Confirmation, string> = {
  id_confirmed: 'identity checked',
  yew_excluded: 'yew excluded',
  leaf_by_leaf_check: 'checked leaf by leaf',
  untreated_confirmed: 'untreated',
  stems_removed: 'stems out',
  washed: 'washed',
  known_as_food: 'known as food',
};

const choices = <T extends string>(words: Readonly<Record<T, string>>): { value: T; label: string }[] =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));

const LOOK_WORDS: Record<(typeof LOOKS)[number], string> = {
  ok: 'fine',
  damp: 'damp',
  musty: 'musty',
  mouldy: 'mouldy',
  insects: 'with insects in it',
};

const PART_WORDS: Record<(typeof PARTS)[number], string> = {
  flower: 'flower',
  ripe_berry: 'ripe berry',
  unripe_berry: 'unripe berry',
  leaf: 'leaf',
  stem: 'stem',
  bark: 'bark',
  root: 'root',
};

type Change = { [K in keyof Provenance]?: Provenance[K] | undefined };

/** What a packet may say of a plant, where a caution hangs on it. */
const packetSays = ({
  cautionKeys,
  caffeineMgPerG,
  form,
}: Botanical): (readonly ['heatTreated' | 'sulphiteFree' | 'decaf' | 'raw' | 'pitsIn', string])[] => [
  ...(cautionKeys.includes('elder_raw') ? [['heatTreated', 'its packet says that it was heated'] as const] : []),
  ...(cautionKeys.includes('sulphite') ? [['sulphiteFree', 'its packet says without sulphites'] as const] : []),
  ...(caffeineMgPerG > 0.5 ? [['decaf', 'its packet says decaffeinated'] as const] : []),
  ...(form === 'juice' ? [['raw', 'pressed and not pasteurised'] as const] : []),
  ...(cautionKeys.includes('pits') ? [['pitsIn', 'its stones or cores are still in'] as const] : []),
];

/** Where each plant is from, and what was confirmed of it on which day. */
export function WhereFrom({
  plan,
  onChange,
}: {
  plan: Plan;
  onChange: (change: Partial<PlanTarget>) => void;
}): ReactNode {
  const known = plan.target.provenance ?? {};
  const set = (key: string, change: Change): void => {
    // What is taken back is not told at all.
    const told = Object.entries({ ...known[key], ...change }).filter(([, value]) => value !== undefined);
    onChange({ provenance: { ...known, [key]: Object.fromEntries(told) as Provenance } });
  };
  // Hardly anyone buys these: where they are from is asked in place, and counts as bought until it is told.
  const asks = plan.brews.some((b) =>
    b.leaf.some((l) => isHardlySold(l.plant) && known[provenanceKey(b.brewId, l.ingredientId)]?.source === undefined),
  );
  // It begins open where it asks; told, it stays as the cook has it.
  const [open, setOpen] = useState(asks);
  return (
    <details className="mt-3" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="flex min-h-11 items-center text-sm text-muted underline decoration-dotted underline-offset-4">
        Where the plants are from
      </summary>
      <ul className="mt-1 space-y-2 text-[0.95rem]">
        {plan.brews.flatMap((brew) =>
          brew.leaf.map((leaf) => {
            const key = provenanceKey(brew.brewId, leaf.ingredientId);
            const own = known[key] ?? {};
            const name = plantNameIn(plan.drink, leaf.plant);
            return (
              <li key={key}>
                {name}, {` `}
                <InlineChoice
                  label={`Where ${name} is from`}
                  value={own.source ?? (isHardlySold(leaf.plant) ? 'unasked' : 'shop_food_grade')}
                  choices={[
                    ...(isHardlySold(leaf.plant) ? [{ value: 'unasked' as const, label: 'from where?' }] : []),
                    ...choices(SOURCE_WORDS),
                  ]}
                  onValue={(source) => set(key, { source: source === 'unasked' ? undefined : source })}
                />
                {own.source === 'foraged' && (
                  <>
                    , picked in{' '}
                    <InlineChoice
                      label={`Where ${name} was picked`}
                      value={own.site ?? 'unknown'}
                      choices={choices(SITE_WORDS)}
                      onValue={(site) => set(key, { site })}
                    />
                  </>
                )}
                ,{' '}
                <InlineChoice
                  label={`How ${name} looks`}
                  value={own.condition ?? 'unseen'}
                  choices={[{ value: 'unseen', label: 'not looked at yet' }, ...choices(LOOK_WORDS)]}
                  onValue={(condition) => set(key, condition === 'unseen' ? { condition: undefined } : { condition })}
                />
                {(own.source === 'foraged' || own.source === 'garden') && (
                  <>
                    , its{' '}
                    <InlineChoice
                      label={`Which part of ${name}`}
                      value={own.part ?? 'usual'}
                      choices={[{ value: 'usual', label: 'usual part' }, ...choices(PART_WORDS)]}
                      onValue={(part) => set(key, part === 'usual' ? { part: undefined } : { part })}
                    />
                    <TextField
                      label={`Latin name of ${name}, as you checked it`}
                      value={own.species ?? ''}
                      maxLength={80}
                      placeholder={plantOf(plan.drink, leaf.plant).latinName}
                      onChange={(species) => set(key, { species: species.trim() === '' ? undefined : species })}
                    />
                  </>
                )}
                {packetSays(plantOf(plan.drink, leaf.plant)).map(([what, words]) => (
                  <Tick
                    key={what}
                    checked={own[what] ?? false}
                    onChange={(yes) => set(key, { [what]: yes ? true : undefined })}
                  >
                    {words}
                  </Tick>
                ))}
                {Object.entries(own.confirmedOn ?? {}).map(([what, on]) => (
                  <span key={what} className="block text-sm text-muted">
                    {CONFIRMED_WORDS[what as Confirmation]} on {f.day(on)}
                  </span>
                ))}
              </li>
            );
          }),
        )}
        {plan.drink.mix.flatMap((line) => {
          if (line.from.kind !== 'juice') return [];
          const key = provenanceKey(OF_MIX, line.id);
          return packetSays(plantOf(plan.drink, line.from.plant)).map(([what, words]) => (
            <li key={`${key}/${what}`}>
              {plantNameIn(plan.drink, line.from.kind === 'juice' ? line.from.plant : line.id)}
              <Tick
                checked={known[key]?.[what] ?? false}
                onChange={(yes) => set(key, { [what]: yes ? true : undefined })}
              >
                {words}
              </Tick>
            </li>
          ));
        })}
      </ul>
    </details>
  );
}

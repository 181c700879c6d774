import { X } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import {
  relatesToG,
  botanicals,
  changeIngredient,
  CUP_ML,
  CUTS,
  driedForFreshG,
  freshForDriedG,
  knownPlant,
  readingIn,
  removeIngredient,
  thingOfPlant,
  type Botanical,
  type BrewIngredient,
  type BrewWay,
  type Kitchen,
  type Plants,
} from '@steepsis/core';
import { plantName, shortName } from '@/shared/format/names';
import { AmountField } from '@/shared/ui/AmountField';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { stageTitle } from './lineWords';

const CUT_WORDS = {
  whole: 'whole',
  sliced: 'sliced',
  crushed: 'crushed',
  torn: 'torn',
  ground: 'ground',
  zest: 'zest only',
  'with-pith': 'peel with its pith',
  'pith-free': 'peel without pith',
} as const;

/** A plant that is open: how much in any kitchen measure, how prepared, when in, when out. */
export function PlantFields({
  way,
  ingredient,
  kitchen,
  plants,
  onChange,
}: {
  way: BrewWay;
  ingredient: BrewIngredient;
  kitchen: Kitchen;
  plants: Plants;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const plant = knownPlant(plants, ingredient.plant);
  return plant ? (
    <IngredientRow way={way} ingredient={ingredient} kitchen={kitchen} plant={plant} onChange={onChange} />
  ) : (
    <UnknownRow way={way} ingredient={ingredient} onChange={onChange} />
  );
}

/** A plant starts at its usual dose for the water there is. */
export const startingG = (b: Botanical, way: BrewWay): number =>
  Math.max(0.1, Math.round(b.dose.typical * (way.waterMl / 1000) * 10) / 10);

function IngredientRow({
  way,
  ingredient: i,
  kitchen,
  plant: b,
  onChange,
}: {
  way: BrewWay;
  ingredient: BrewIngredient;
  kitchen: Kitchen;
  plant: Botanical;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const name = shortName(b.name);
  const change = (part: Partial<BrewIngredient>, what: string): void =>
    onChange(changeIngredient(way, { ...i, ...part }), `${i.id} ${what}`);
  const stages = way.stages.map((s) => ({ value: s.id, label: stageTitle(s, way).toLowerCase() }));
  const other = otherForm(b);
  const thing = useMemo(() => thingOfPlant(b), [b]);
  return (
    <div>
      <div className="flex flex-wrap items-start justify-between gap-x-4">
        <strong className="font-semibold">{b.name}</strong>
        <Remove name={name} onClick={() => onChange(removeIngredient(way, i.id), `remove ${i.id}`)} />
      </div>
      <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
        <AmountField
          label={`Amount of ${name}`}
          words={i.written}
          amount={thing.kind === 'liquid' ? (i.grams / b.cupG!) * CUP_ML : i.grams}
          unit={thing.kind === 'liquid' ? 'ml' : 'g'}
          thing={thing}
          reading={readingIn(kitchen, i.plant)}
          {...(thing.kind === 'liquid' ? {} : { relatesTo: relatesToG(way, i.id) })}
          most={20_000}
          onAmount={({ amount, words }) => {
            const { written: _written, ...rest } = i;
            const grams = Math.round((thing.kind === 'liquid' ? (amount * b.cupG!) / CUP_ML : amount) * 1000) / 1000;
            onChange(
              changeIngredient(way, { ...rest, grams, ...(words === undefined ? {} : { written: words }) }),
              `${i.id} grams`,
            );
          }}
        />
        <span className="pt-1.5">
          <InlineChoice
            label={`${name} prepared`}
            value={i.cut ?? 'usual'}
            choices={[
              { value: 'usual', label: 'as usual' },
              ...CUTS.map((value) => ({ value, label: CUT_WORDS[value] })),
            ]}
            onValue={(v) => {
              const { cut: _cut, ...rest } = i;
              onChange(changeIngredient(way, v === 'usual' ? rest : { ...rest, cut: v }), `${i.id} cut`);
            }}
          />
        </span>
      </div>
      <p className="mt-1 leading-8">
        In a larger batch it{' '}
        <InlineChoice
          label={`${name} scales`}
          value={scalingOf(i)}
          choices={SCALINGS}
          onValue={(v) => {
            const { scaling: _was, ...rest } = i;
            onChange(changeIngredient(way, { ...rest, ...SCALED[v] }), `${i.id} scaling`);
          }}
        />
        .{' '}
        {b.extractionClass === 'hard_spice' && i.scaling === undefined && (
          <span className="text-muted">
            Of spices usually less than in proportion: they take over as a batch grows.
          </span>
        )}
      </p>
      <p className="leading-8">
        In at{' '}
        <InlineChoice
          label={`${name} goes in`}
          value={i.enters.stageId}
          choices={stages}
          onValue={(stageId) => change({ enters: { stageId, atMin: 0 } }, 'enters')}
        />
        {lasts(way, i.enters.stageId) && (
          <>
            , after{' '}
            {figure(
              `${name} in after`,
              i.enters.atMin,
              { unit: 'min', min: 0, max: lasts(way, i.enters.stageId)!, step: 1, digits: 1, shown: true },
              (atMin) => change({ enters: { ...i.enters, atMin } }, 'enters at'),
            )}
          </>
        )}
        ; out{' '}
        <InlineChoice
          label={`${name} comes out`}
          value={i.leaves?.stageId ?? 'never'}
          choices={[{ value: 'never', label: 'with the strain' }, ...stages]}
          onValue={(stageId) => {
            const { leaves: _leaves, ...rest } = i;
            const atMin = Math.round((lasts(way, stageId) ?? 0) / 2);
            onChange(
              changeIngredient(way, stageId === 'never' ? rest : { ...rest, leaves: { stageId, atMin } }),
              `${i.id} leaves`,
            );
          }}
        />
        , hanging{' '}
        <InlineChoice
          label={`${name} hangs`}
          value={i.heldIn ?? 'loose'}
          choices={[
            { value: 'loose', label: 'loose' },
            { value: 'bag', label: 'in a bag' },
            { value: 'basket', label: 'in a basket that lifts out' },
          ]}
          onValue={(v) => {
            const { heldIn: _held, ...rest } = i;
            onChange(changeIngredient(way, v === 'loose' ? rest : { ...rest, heldIn: v }), `${i.id} held in`);
          }}
        />
        {i.leaves && lasts(way, i.leaves.stageId) && (
          <>
            , after{' '}
            {figure(
              `${name} out after`,
              i.leaves.atMin,
              { unit: 'min', min: 0, max: lasts(way, i.leaves.stageId)!, step: 1, digits: 1, shown: true },
              (atMin) => change({ leaves: { stageId: i.leaves!.stageId, atMin } }, 'leaves at'),
            )}
          </>
        )}
      </p>
      {other && (
        <button
          type="button"
          className="min-h-11 text-sm text-action underline underline-offset-4"
          onClick={() => {
            const grams = b.form === 'fresh' ? driedForFreshG(i.grams, other) : freshForDriedG(i.grams, b);
            const { written: _written, ...rest } = i;
            onChange(
              changeIngredient(way, { ...rest, plant: other.slug, grams: Math.round(grams * 10) / 10 }),
              `${i.id} form`,
            );
          }}
        >
          Use it {b.form === 'fresh' ? 'dried' : 'fresh'} instead
        </button>
      )}
    </div>
  );
}

type Scales = 'linear' | 'power' | 'fixed';
const SCALINGS: readonly { value: Scales; label: string }[] = [
  { value: 'linear', label: 'grows with the drink' },
  { value: 'power', label: 'grows less, as spices do' },
  { value: 'fixed', label: 'stays as much' },
];
/** Spices by the power of three quarters: twice the batch, 1.7 times the spice. Kitchen practice, house estimate. */
const SCALED: Readonly<Record<Scales, Pick<BrewIngredient, 'scaling'>>> = {
  linear: {},
  power: { scaling: { power: 0.75 } },
  fixed: { scaling: 'fixed' },
};
const scalingOf = ({ scaling = 'linear' }: BrewIngredient): Scales => (typeof scaling === 'string' ? scaling : 'power');

const Remove = ({ name, onClick }: { name: string; onClick: () => void }): ReactNode => (
  <button
    type="button"
    aria-label={`Remove ${name}`}
    onClick={onClick}
    className="grid size-11 shrink-0 place-items-center text-muted hover:text-ink"
  >
    <X size={18} aria-hidden />
  </button>
);

/** A plant of one's own that neither this recipe nor the pantry has: it can be taken out and another put in its place. */
function UnknownRow({
  way,
  ingredient,
  onChange,
}: {
  way: BrewWay;
  ingredient: BrewIngredient;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const name = plantName(ingredient.plant);
  return (
    <div className="flex flex-wrap items-start justify-between gap-x-4">
      <div>
        <strong className="font-semibold">{name}</strong>
        <p className="text-sm">
          Its figures are not in your pantry any more, so nothing can be worked out with it. Take it out, and add
          another plant or write it down in the pantry again.
        </p>
      </div>
      <Remove name={name} onClick={() => onChange(removeIngredient(way, ingredient.id), `remove ${ingredient.id}`)} />
    </div>
  );
}

/** The same plant dried for fresh, or fresh for dried, where the table has both. */
function otherForm(b: Botanical): Botanical | undefined {
  const wanted =
    b.form === 'fresh' ? (o: Botanical) => o.form.startsWith('dried') : (o: Botanical) => o.form === 'fresh';
  return botanicals().find((o) => o.latinName === b.latinName && o.part === b.part && wanted(o) && o.slug !== b.slug);
}

/** Minutes a stage lasts, for those that have some. */
function lasts(way: BrewWay, stageId: string): number | undefined {
  const stage = way.stages.find((s) => s.id === stageId);
  return stage && 'minutes' in stage ? stage.minutes : undefined;
}

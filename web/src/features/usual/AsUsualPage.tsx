import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  botanicalBySlug,
  botanicals,
  faultInWords,
  gapsOf,
  inKitchenMeasure,
  InputError,
  outMlOf,
  recipeFromUsual,
  SWEETENERS,
  type UsualGap,
  type UsualPlant,
  type UsualRecipe,
  type UsualRecord,
} from '@steepsis/core';
import { useSaveDrink } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantName, sweetenerName } from '@/shared/format/names';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Chips } from '@/shared/ui/Chips';
import { Figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import { MakingLine } from './MakingLine';
import { useUsual } from './usualStore';

/** Make it as always, weigh it as you go, tap the moments as they come: the recipe writes itself. */
export function Component(): ReactNode {
  const { record, begin } = useUsual();
  return (
    <Page
      title="Make it as usual"
      note="Weigh packet, pot and jug before and after, tap each moment as it comes. All of it is kept on this device."
      actions={
        <>
          <LinkButton to="/steep">All pots</LinkButton>
          <Ask
            trigger={<Button kind="quiet">Begin anew</Button>}
            title="Forget this making?"
            yes="Forget it"
            onYes={begin}
          >
            <p>What was weighed and tapped on this device is forgotten. Recipes that were written stay.</p>
          </Ask>
        </>
      }
    >
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <div className="space-y-3 max-lg:order-2">
          <Before record={record} />
          <After record={record} />
        </div>
        <div className="space-y-3 max-lg:contents">
          <div className="max-lg:order-1">
            <MakingLine record={record} />
          </div>
          <div className="max-lg:order-3">
            <Written record={record} />
          </div>
        </div>
      </div>
    </Page>
  );
}

function Before({ record }: { record: UsualRecord }): ReactNode {
  const { change, addPlant } = useUsual();
  return (
    <Panel title="Before">
      <label className="block text-sm text-muted">
        What it is called
        <input
          value={record.name}
          maxLength={120}
          onChange={(e) => change({ name: e.target.value })}
          className="mt-1 block min-h-11 w-full border-b-2 border-action bg-transparent text-lg text-ink"
        />
      </label>
      <ul className="mt-3 divide-y divide-line" aria-label="Plants">
        {record.plants.map((p) => (
          <PlantRow key={p.id} plant={p} />
        ))}
      </ul>
      <div className="mt-2">
        <PlantPicker label="Add a plant" plants={botanicals()} onPick={(plant) => addPlant(plant.slug)}>
          <Plus size={17} aria-hidden /> Add a plant
        </PlantPicker>
      </div>
      <Water record={record} />
      <p className="mt-2">
        It is made in a{' '}
        <InlineChoice
          label="Made in"
          value={record.vesselKind}
          choices={[
            { value: 'pot', label: 'pot' },
            { value: 'jar', label: 'jar' },
          ]}
          onValue={(vesselKind) => change({ vesselKind })}
        />{' '}
        and strained through{' '}
        <InlineChoice
          label="Strained through"
          value={record.through}
          choices={[
            { value: 'sieve', label: 'a sieve' },
            { value: 'fine-cloth', label: 'a fine cloth' },
            { value: 'paper', label: 'paper' },
          ]}
          onValue={(through) => change({ through })}
        />
        ,{' '}
        <InlineChoice
          label="Pressed"
          value={record.pressed ? 'yes' : 'no'}
          choices={[
            { value: 'no', label: 'drained only' },
            { value: 'yes', label: 'and pressed' },
          ]}
          onValue={(v) => change({ pressed: v === 'yes' })}
        />
        .
      </p>
    </Panel>
  );
}

type Way = 'scale' | 'measure';

/** A plant by its packet on the scale before and after, or by the cook’s own measure with its spread. */
function PlantRow({ plant: p }: { plant: UsualPlant }): ReactNode {
  const { setAmount, removePlant } = useUsual();
  const [way, setWay] = useState<Way>(p.amount?.by ?? 'scale');
  const name = plantName(p.plant);
  const { cupG, tbspG } = botanicalBySlug(p.plant);
  const unitG = cupG ?? (tbspG ? tbspG * 4 : 10);
  const cups = p.amount?.by === 'measure' ? p.amount.grams / unitG : 1;
  const setCups = (n: number): void => {
    const grams = n * unitG;
    // A cup of a loose plant is a fifth more or less from one hand to the next.
    setAmount(p.id, {
      by: 'measure',
      grams,
      words: inKitchenMeasure(grams, botanicalBySlug(p.plant))?.text ?? `${n} measures`,
      sigmaLn: 0.2,
    });
  };
  const scale = p.amount?.by === 'scale' ? p.amount : { beforeG: 0, afterG: 0 };
  return (
    <li className="py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <strong className="font-semibold">{name}</strong>
        <Button kind="quiet" className="text-sm" onClick={() => removePlant(p.id)} aria-label={`Remove ${name}`}>
          Remove
        </Button>
      </div>
      <p className="leading-9">
        <InlineChoice
          label={`${name}, measured`}
          value={way}
          choices={[
            { value: 'scale', label: 'the packet on the scale' },
            { value: 'measure', label: 'by the cup' },
          ]}
          // What is shown is what counts, from the moment it is shown.
          onValue={(by) => {
            setWay(by);
            if (by === 'measure') setCups(1);
            else setAmount(p.id, { by, beforeG: 0, afterG: 0 });
          }}
        />
        {way === 'scale' ? (
          <>
            : before{' '}
            <Grams
              label={`${name}, packet before`}
              value={scale.beforeG}
              onValue={(beforeG) => setAmount(p.id, { by: 'scale', beforeG, afterG: scale.afterG })}
            />
            , after{' '}
            <Grams
              label={`${name}, packet after`}
              value={scale.afterG}
              onValue={(afterG) => setAmount(p.id, { by: 'scale', beforeG: scale.beforeG, afterG })}
            />
            {scale.beforeG > scale.afterG && (
              <span className="text-muted">: {f.grams(scale.beforeG - scale.afterG)} went in</span>
            )}
          </>
        ) : (
          <>
            :{' '}
            <Figure
              label={`${name}, cups`}
              value={cups}
              range={{ min: 0.05, max: 40, unit: 'cups' }}
              digits={2}
              step={0.25}
              unit="cups"
              onValue={setCups}
            />
            {p.amount?.by === 'measure' && (
              <span className="text-muted">: about {f.grams(p.amount.grams)}, a fifth more or less</span>
            )}
          </>
        )}
      </p>
    </li>
  );
}

const Grams = ({
  label,
  value,
  onValue,
}: {
  label: string;
  value: number;
  onValue: (g: number) => void;
}): ReactNode => (
  <Figure
    label={label}
    value={value}
    range={{ min: 0, max: 60_000, unit: 'g' }}
    step={1}
    digits={1}
    unit="g"
    onValue={onValue}
  />
);

function Water({ record }: { record: UsualRecord }): ReactNode {
  const { change } = useUsual();
  const water = record.water ?? { by: 'scale' as const, beforeG: 0, afterG: 0 };
  return (
    <p className="mt-3 border-t border-line pt-3 leading-9">
      Water,{' '}
      <InlineChoice
        label="Water, measured"
        value={water.by}
        choices={[
          { value: 'scale', label: 'the pot on the scale' },
          { value: 'jug', label: 'from a jug' },
        ]}
        onValue={(by) => change({ water: by === 'scale' ? { by, beforeG: 0, afterG: 0 } : { by, ml: 0 } })}
      />
      {water.by === 'scale' ? (
        <>
          : empty{' '}
          <Grams
            label="Pot before the water"
            value={water.beforeG}
            onValue={(beforeG) => change({ water: { ...water, beforeG } })}
          />
          , with the water{' '}
          <Grams
            label="Pot with the water"
            value={water.afterG}
            onValue={(afterG) => change({ water: { ...water, afterG } })}
          />
          {water.afterG > water.beforeG && (
            <span className="text-muted">: {f.volume((water.afterG - water.beforeG) / 0.998)}</span>
          )}
        </>
      ) : (
        <>
          :{' '}
          <Figure
            label="Water from a jug"
            value={water.ml}
            range={{ min: 0, max: 50_000, unit: 'ml' }}
            step={50}
            unit="ml"
            onValue={(ml) => change({ water: { by: 'jug', ml } })}
          />
        </>
      )}
    </p>
  );
}

function After({ record }: { record: UsualRecord }): ReactNode {
  const { change } = useUsual();
  const out = record.out ?? { by: 'jug' as const, ml: 0 };
  return (
    <Panel title="After">
      <p className="leading-9">
        Strained, by{' '}
        <InlineChoice
          label="What came out, measured"
          value={out.by}
          choices={[
            { value: 'jug', label: 'the jug’s marks' },
            { value: 'scale', label: 'the jug on the scale' },
          ]}
          onValue={(by) => change({ out: by === 'scale' ? { by, beforeG: 0, afterG: 0 } : { by, ml: 0 } })}
        />
        {out.by === 'jug' ? (
          <>
            , it came to{' '}
            <Figure
              label="What came out"
              value={out.ml}
              range={{ min: 0, max: 50_000, unit: 'ml' }}
              step={10}
              unit="ml"
              onValue={(ml) => change({ out: { by: 'jug', ml } })}
            />
          </>
        ) : (
          <>
            : empty{' '}
            <Grams label="Jug before" value={out.beforeG} onValue={(beforeG) => change({ out: { ...out, beforeG } })} />
            , with it{' '}
            <Grams label="Jug after" value={out.afterG} onValue={(afterG) => change({ out: { ...out, afterG } })} />
          </>
        )}
        ; with water in the jug it was{' '}
        <Figure
          label="The jug in all"
          value={record.jugMl ?? Math.round(outMlOf(record))}
          range={{ min: 0, max: 50_000, unit: 'ml' }}
          step={50}
          unit="ml"
          onValue={(jugMl) => change({ jugMl })}
        />
        . Of{' '}
        <InlineChoice
          label="Sweetener"
          value={record.sugar?.sweetener ?? 'white_sugar'}
          choices={Object.keys(SWEETENERS).map((value) => ({ value, label: sweetenerName(value) }))}
          onValue={(sweetener) => change({ sugar: { sweetener, grams: record.sugar?.grams ?? 0 } })}
        />{' '}
        went in{' '}
        <Grams
          label="Sweetener, grams"
          value={record.sugar?.grams ?? 0}
          onValue={(grams) =>
            change({ sugar: grams > 0 ? { sweetener: record.sugar?.sweetener ?? 'white_sugar', grams } : undefined })
          }
        />
        .
      </p>
      <Chips
        label="It is drunk"
        value={record.iced ? 'iced' : 'plain'}
        choices={[
          { value: 'iced', label: 'over ice' },
          { value: 'plain', label: 'without ice' },
        ]}
        onValue={(v) => change({ iced: v === 'iced' })}
      />
    </Panel>
  );
}

const GAP_WORDS: Record<UsualGap, string> = {
  name: 'what it is called',
  plants: 'a plant',
  amount: 'how much of each plant went in',
  water: 'the water',
  start: 'a first moment: the heat, or the fridge',
  strained: 'the moment it was strained',
  out: 'what came out',
};

/** The recipe as it stands, each figure with its spread; and what is still missing. */
function Written({ record }: { record: UsualRecord }): ReactNode {
  const save = useSaveDrink();
  const navigate = useNavigate();
  const gaps = gapsOf(record);
  if (gaps.length > 0)
    return (
      <Panel title="The recipe">
        <p className="text-muted">Still missing: {gaps.map((g) => GAP_WORDS[g]).join('; ')}.</p>
      </Panel>
    );
  const written = writtenFrom(record);
  if (written instanceof InputError)
    return <Panel title="The recipe">It cannot be written yet. {faultInWords(written)}</Panel>;
  const { drink, found } = written;
  return (
    <Panel title="The recipe">
      <ul className="divide-y divide-line" aria-label="What was found">
        {found.map((x) => (
          <li key={`${x.what}/${x.id}`} className="flex justify-between gap-3 py-1">
            <span>{foundName(x)}</span>
            <span>
              {x.value.toFixed(x.unit === 'ml' ? 0 : 1)} {x.unit}{' '}
              <span className="text-muted">± {x.sigma.toFixed(x.unit === 'ml' ? 0 : 1)}</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-muted">
        ± is one standard deviation: of a kitchen scale, a jug’s marks, a finger on the button, a cup of loose leaf.
      </p>
      <Refusal error={save.error} />
      <Button
        kind="main"
        className="mt-3"
        disabled={save.isPending}
        onClick={() => save.mutate(drink, { onSuccess: () => void navigate(`/plan/${drink.id}`) })}
      >
        {save.isPending ? 'Writing…' : 'Write it down and plan from it'}
      </Button>
    </Panel>
  );
}

function writtenFrom(record: UsualRecord): UsualRecipe | InputError {
  try {
    return recipeFromUsual(record, idOf(record));
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}

/** An id of its own: from its name and its first moment, so that the same making is written once. */
function idOf({ name, taps }: UsualRecord): string {
  const words = name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50);
  const moment = Date.parse(taps[0]?.at ?? '') || 0;
  return `${words || 'as-usual'}-${moment.toString(36)}`;
}

function foundName({ what, id }: UsualRecipe['found'][number]): string {
  if (what === 'plant') return plantName(id);
  if (what === 'sugar') return sweetenerName(id);
  if (what === 'minutes')
    return { heat: 'heating', boil: 'boiling', steep: 'off the heat', fridge: 'in the fridge' }[id] ?? id;
  return what === 'water' ? 'water' : 'came out';
}

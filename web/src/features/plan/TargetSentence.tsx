import { useRef, useState, type ReactNode } from 'react';
import {
  ACID_RANGE,
  bookOf,
  GLASSES_EACH,
  mainStageOf,
  PEOPLE_AT_TABLE,
  plantOf,
  SECOND_RANGES,
  sharedBy,
  strengthInWords,
  TARGET_RANGES,
  wayOf,
  writtenMinutes,
  type Audience,
  type Drink,
  type PlanTarget,
  type TargetChange,
} from '@steepsis/core';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { Button } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Term } from '@/shared/ui/Term';
import { InlineTicks } from '@/shared/ui/InlineTicks';

const NOBODY: readonly string[] = [];
const GLASSES = { unit: 'glasses', min: 1, max: 100 } as const;
const EACH = { unit: 'glasses', min: 0.25 } as const;
const STEEP_HOURS = { unit: 'h', min: 0.25, max: 24 } as const;

/** What is wanted, as a sentence whose figures are set in place. */
export function TargetSentence({
  drink,
  target,
  onChange,
  onAudience,
  people: tasted = NOBODY,
  onDrinker,
  onFaults,
}: {
  drink: Drink;
  target: PlanTarget;
  onChange: (change: TargetChange) => void;
  onAudience: (audience: Audience) => void;
  /** who beside the cook has said how they like it */
  people?: readonly string[];
  onDrinker: (who: string | undefined) => void;
  onFaults: (faults: readonly FieldFault[]) => void;
}): ReactNode {
  const [faults, setFaults] = useState<Readonly<Record<string, FieldFault>>>({});
  const known = useRef<Readonly<Record<string, FieldFault>>>({});
  const fault =
    (field: string) =>
    (f: FieldFault | undefined): void => {
      const others = Object.fromEntries(Object.entries(known.current).filter(([k]) => k !== field));
      known.current = f ? { ...others, [field]: f } : others;
      setFaults(known.current);
      onFaults(Object.values(known.current));
    };
  const number: NumberOf = (field, extra) => <InlineNumber label={field} onFault={fault(field)} {...extra} />;
  const way = wayOf(drink, target.wayId)!;
  const main = mainStageOf(way);
  const inFridge = main?.kind === 'steep' && main.place !== 'off-heat';
  // What is only mixed or blended has nothing that is brewed, and no strength to ask for.
  const hasStrength = bookOf(drink).standard > 0;
  // Whom it was planned for stays on the list, whether or not anything of theirs is still heard.
  const tasters = [...new Set([...tasted, ...(target.drinker ? [target.drinker] : [])])];
  const hasJuice = drink.mix.some((l) => l.from.kind === 'juice' && l.at === 'jug');
  // How much of it each has counts where someone is to have little of it, or where there is caffeine in it.
  const asksGlasses =
    target.glassesEach !== undefined ||
    target.audience.length > 0 ||
    way.ingredients.some((i) => plantOf(drink, i.plant).caffeineMgPerG > 0);
  const glasses = (target.litres * 1000) / target.glassMl;
  const { people, each } = sharedBy(target);
  const mostGlasses = (1000 * TARGET_RANGES.litres.max) / target.glassMl;
  const share = (n: number, glassesEach: number): void => {
    onChange({ people: n, litres: round3((n * glassesEach * target.glassMl) / 1000) });
  };
  const chooseWay = (wayId: string): void => onChange({ wayId, steepMin: writtenMinutes(wayOf(drink, wayId)!) });
  return (
    <div>
      <p className="text-[1.15rem] leading-[1.9]">
        For{' '}
        {number('People', {
          value: people,
          range: { ...PEOPLE_AT_TABLE, max: Math.max(people, Math.floor(mostGlasses / each)) },
          step: 1,
          onValue: (n) => share(Math.round(n), each),
        })}{' '}
        {people === 1 ? 'person' : 'people'},{' '}
        {number('Glasses each', {
          value: each,
          range: { ...EACH, max: mostGlasses / people },
          step: 1,
          digits: 1,
          onValue: (n) => share(people, n),
        })}{' '}
        {each === 1 ? 'glass' : 'glasses'} each of{' '}
        {number('Glass size', {
          value: target.glassMl,
          range: TARGET_RANGES.glassMl,
          step: 10,
          unit: 'ml',
          // Where the table was told, larger glasses are more to make.
          onValue: (glassMl) =>
            onChange({
              glassMl,
              ...(target.people === undefined ? {} : { litres: round3((glasses * glassMl) / 1000) }),
            }),
        })}{' '}
        poured{' '}
        <InlineChoice
          label="Served"
          value={target.hot ? 'hot' : target.iced ? 'ice' : 'none'}
          choices={[
            { value: 'ice', label: 'over ice' },
            { value: 'none', label: 'without ice' },
            { value: 'hot', label: 'hot' },
          ]}
          onValue={(v) => onChange({ iced: v === 'ice', hot: v === 'hot' })}
        />
        :{' '}
        {number('Glasses', {
          value: glasses,
          range: GLASSES,
          step: 1,
          digits: 1,
          onValue: (n) => onChange({ litres: round3((n * target.glassMl) / 1000) }),
        })}{' '}
        {glasses === 1 ? 'glass' : 'glasses'},{' '}
        {number('Litres', {
          value: target.litres,
          range: TARGET_RANGES.litres,
          step: 0.1,
          digits: 2,
          unit: 'L',
          onValue: (litres) => onChange({ litres }),
        })}
        {hasStrength && (
          <>
            , at ×
            {number('Strength', {
              value: target.strengthX,
              range: TARGET_RANGES.strengthX,
              step: 0.05,
              digits: 2,
              onValue: (strengthX) => onChange({ strengthX }),
            })}{' '}
            <span className="text-muted">
              <Term of="strength">({strengthInWords(target.strengthX)})</Term>
            </span>
            {tasters.length > 0 && (
              <>
                {' '}
                <InlineChoice
                  label="For whose liking"
                  value={target.drinker ?? ''}
                  choices={[
                    { value: '', label: 'as I like it' },
                    ...tasters.map((name) => ({ value: name, label: `as ${name} likes it` })),
                  ]}
                  onValue={(name) => onDrinker(name || undefined)}
                />
              </>
            )}
          </>
        )}{' '}
        with{' '}
        {number('Sugar', {
          value: target.sugarGPerL,
          range: TARGET_RANGES.sugarGPerL,
          step: 5,
          unit: 'g/L',
          onValue: (sugarGPerL) => onChange({ sugarGPerL }),
        })}{' '}
        of sugar
        {hasJuice && <Tartness acidGPerL={target.acidGPerL} number={number} onChange={onChange} />}, by{' '}
        <InlineChoice
          label="Method"
          value={target.wayId}
          choices={drink.brews[0].ways.map((w) => ({ value: w.id, label: w.name }))}
          onValue={chooseWay}
        />
        {main && <Steep target={target} inFridge={inFridge} number={number} onChange={onChange} />}, for{' '}
        <InlineTicks
          label="For whom"
          summary={target.audience.length === 0 ? 'healthy adults' : target.audience.map(audienceShort).join(', ')}
          choices={AUDIENCE_CHOICES}
          ticked={target.audience}
          onTicked={onAudience}
          note="Tick all that holds at the table. It stays ticked for every drink until you change it. This only turns the usual cautions on; it is not advice for a person."
        />
        {asksGlasses && (
          <>
            , who have{' '}
            {number('Glasses each a day', {
              value: target.glassesEach ?? GLASSES_EACH.usual,
              range: GLASSES_EACH,
              step: 1,
              onValue: (glassesEach) => onChange({ glassesEach: Math.round(glassesEach) }),
            })}{' '}
            glasses a day
          </>
        )}
        . <SecondDrink target={target} offer={hasStrength} number={number} onChange={onChange} />
      </p>
      {Object.values(faults).map((f) => (
        <p key={f.field} role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-1.5 text-[0.95rem]">
          {f.message} The figures below are still those of the last accepted plan.
        </p>
      ))}
    </div>
  );
}

type NumberOf = (field: string, extra: Omit<Parameters<typeof InlineNumber>[0], 'label' | 'onFault'>) => ReactNode;

type Clause = { number: NumberOf; onChange: (change: TargetChange) => void };

/** How much acid, where there is juice: as the book has it, or so much. */
function Tartness({ acidGPerL, number, onChange }: Clause & { acidGPerL: number | undefined }): ReactNode {
  return (
    <>
      {' '}
      and{' '}
      <InlineChoice
        label="Tartness"
        value={acidGPerL === undefined ? 'book' : 'set'}
        choices={[
          { value: 'book', label: 'as much juice as the book has' },
          { value: 'set', label: 'so much acid' },
        ]}
        onValue={(v) => onChange({ acidGPerL: v === 'book' ? undefined : 3 })}
      />
      {acidGPerL !== undefined && (
        <>
          :{' '}
          {number('Acid', {
            value: acidGPerL,
            range: ACID_RANGE,
            step: 0.5,
            digits: 1,
            unit: 'g/L',
            onValue: (g) => onChange({ acidGPerL: g }),
          })}
        </>
      )}
    </>
  );
}

/** How long it steeps: minutes on the stove, hours in the fridge. */
function Steep({ target, inFridge, number, onChange }: Clause & { target: PlanTarget; inFridge: boolean }): ReactNode {
  return (
    <>
      {' '}
      for{' '}
      {inFridge
        ? number('Steep', {
            value: target.steepMin / 60,
            range: STEEP_HOURS,
            step: 0.5,
            digits: 2,
            unit: 'h',
            onValue: (h) => onChange({ steepMin: Math.round(h * 60) }),
          })
        : number('Steep', {
            value: target.steepMin,
            range: { ...TARGET_RANGES.steepMin, max: 120 },
            step: 1,
            digits: 1,
            unit: 'min',
            onValue: (steepMin) => onChange({ steepMin }),
          })}
    </>
  );
}

/** A lighter drink out of the same base, or the offer of one. */
function SecondDrink({
  target,
  offer,
  number,
  onChange,
}: {
  target: PlanTarget;
  offer: boolean;
  number: NumberOf;
  onChange: (change: TargetChange) => void;
}): ReactNode {
  if (target.second)
    return (
      <>
        From the same base also{' '}
        {number('Second drink', {
          value: target.second.litres,
          range: SECOND_RANGES.litres,
          step: 0.1,
          digits: 2,
          unit: 'L',
          onValue: (litres) => onChange({ second: { ...target.second!, litres } }),
        })}{' '}
        of{' '}
        <input
          aria-label="Name of the second drink"
          value={target.second.name}
          maxLength={80}
          onChange={(e) => e.target.value.trim() && onChange({ second: { ...target.second!, name: e.target.value } })}
          className="min-h-11 w-44 border-b-2 border-action bg-transparent font-semibold sm:min-h-0"
        />{' '}
        at ×
        {number('Second strength', {
          value: target.second.strengthX,
          range: SECOND_RANGES.strengthX,
          step: 0.05,
          digits: 2,
          onValue: (strengthX) => onChange({ second: { ...target.second!, strengthX } }),
        })}{' '}
        with{' '}
        <InlineChoice
          label="Water of the second drink"
          value={target.second.water}
          choices={[
            { value: 'still', label: 'still water' },
            { value: 'sparkling', label: 'sparkling water' },
          ]}
          onValue={(water) => onChange({ second: { ...target.second!, water } })}
        />
        .{' '}
        <Button kind="quiet" onClick={() => onChange({ second: undefined })}>
          Leave it out
        </Button>
      </>
    );
  if (!offer) return null;
  return (
    <Button
      kind="quiet"
      onClick={() => onChange({ second: { name: 'a lighter one', litres: 1, strengthX: 0.7, water: 'sparkling' } })}
    >
      Make a second drink from the same base
    </Button>
  );
}

const round3 = (x: number): number => Math.round(x * 1000) / 1000;

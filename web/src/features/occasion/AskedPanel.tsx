import { X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import {
  glassesOfOccasion,
  OCCASION_RANGES,
  peopleOfOccasion,
  type Audience,
  type Occasion,
  type OccasionDrink,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { useDrinks } from '@/shared/api/queries';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { Button } from '@/shared/ui/Button';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineTicks } from '@/shared/ui/InlineTicks';
import { MomentField } from '@/shared/ui/MomentField';
import { Panel } from '@/shared/ui/Panel';

type Views = Readonly<Record<string, DrinkView>>;
type Part = { occasion: Occasion; onChange: (part: Partial<Occasion>) => void };

/** For whom, when, and what; folded into one line once it has drinks. */
export function AskedPanel({
  occasion,
  onChange,
  views,
  mustBeSeen,
  children,
}: Part & {
  views: Views;
  /** something of it is wrong */
  mustBeSeen: boolean;
  children: ReactNode;
}): ReactNode {
  const [open, setOpen] = useState(occasion.drinks.length === 0);
  // It stays open: what is wrong may be looked at again meanwhile.
  if (mustBeSeen && !open) setOpen(true);
  if (!open)
    return (
      <p className="no-print mb-2 flex flex-wrap items-baseline gap-x-3">
        <span>
          {peopleOfOccasion(occasion)} people, {Math.round(glassesOfOccasion(occasion))} glasses of{' '}
          {occasion.drinks.length} {occasion.drinks.length === 1 ? 'drink' : 'drinks'}, served for{' '}
          {occasion.servedHours} h.
        </span>
        <Button kind="quiet" onClick={() => setOpen(true)}>
          Change what is asked for
        </Button>
      </p>
    );
  return (
    <Panel className="no-print mb-3">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <TextField
          label="What it is called"
          value={occasion.name}
          onChange={(name) => name.trim() && onChange({ name })}
          className="w-full max-w-md"
        />
        {occasion.drinks.length > 0 && (
          <Button kind="quiet" onClick={() => setOpen(false)}>
            Fold this away
          </Button>
        )}
      </div>
      <Guests occasion={occasion} onChange={onChange} />
      <Drinks occasion={occasion} onChange={onChange} views={views} />
      {children}
    </Panel>
  );
}

function Guests({ occasion, onChange }: Part): ReactNode {
  const { groups } = occasion;
  const setGroup = (i: number, part: Partial<Occasion['groups'][number]>): void =>
    onChange({ groups: groups.map((o, k) => (k === i ? { ...o, ...part } : o)) });
  return (
    <p className="mt-2 leading-[2.2]">
      Ready <MomentField label="Ready by" iso={occasion.readyBy} onIso={(readyBy) => onChange({ readyBy })} />, served
      for{' '}
      {figure(
        'Served for',
        occasion.servedHours,
        { ...OCCASION_RANGES.servedHours, step: 0.5, digits: 1, shown: true },
        (servedHours) => onChange({ servedHours }),
      )}
      , by{' '}
      {figure(
        'Hands',
        occasion.hands,
        { ...OCCASION_RANGES.hands, step: 1, shown: occasion.hands === 1 ? 'pair of hands' : 'pairs of hands' },
        (hands) => onChange({ hands }),
      )}
      . For{' '}
      {groups.map((g, i) => (
        <span key={i}>
          {i > 0 && ' and '}
          {figure(`Group ${i + 1}, people`, g.people, { ...OCCASION_RANGES.people, step: 1 }, (people) =>
            setGroup(i, { people }),
          )}{' '}
          <InlineTicks
            label={`Group ${i + 1}, who`}
            summary={g.audience?.length ? g.audience.map(audienceShort).join(', ') : 'people'}
            choices={AUDIENCE_CHOICES}
            ticked={g.audience ?? []}
            onTicked={(audience: Audience) => {
              const { audience: _was, ...plain } = g;
              onChange({
                groups: groups.map((o, k) => (k === i ? (audience.length ? { ...plain, audience } : plain) : o)),
              });
            }}
            note="What is known of any of them counts for every drink of the day."
          />
          ,{' '}
          {figure(
            `Group ${i + 1}, glasses each`,
            g.glassesEach,
            { ...OCCASION_RANGES.glassesEach, step: 0.25, digits: 2 },
            (glassesEach) => setGroup(i, { glassesEach }),
          )}{' '}
          glasses each{' '}
          {groups.length > 1 && (
            <Off
              label={`Take group ${i + 1} off`}
              onOff={() => onChange({ groups: groups.filter((_, k) => k !== i) })}
            />
          )}
        </span>
      ))}
      .{' '}
      <Button kind="quiet" onClick={() => onChange({ groups: [...groups, { people: 6, glassesEach: 1 }] })}>
        Another group
      </Button>
    </p>
  );
}

function Drinks({ occasion, onChange, views }: Part & { views: Views }): ReactNode {
  const drinks = useDrinks();
  const book = (drinks.data?.drinks ?? []).filter((d) => !d.archived && !d.drink.draft);
  const [adding, setAdding] = useState<string | undefined>(undefined);
  const nameOf = (id: string): string => book.find((d) => d.id === id)?.name ?? id;
  const next = adding ?? book.find((d) => !occasion.drinks.some((o) => o.drinkId === d.id))?.id ?? book[0]?.id;
  return (
    <>
      <ul aria-label="Drinks of it" className="mt-1 divide-y divide-line border-y border-line">
        {occasion.drinks.map((d, i) => (
          <DrinkLine
            key={`${d.drinkId}${i}`}
            of={d}
            name={nameOf(d.drinkId)}
            view={views[d.drinkId]}
            onChange={(next_) => onChange({ drinks: occasion.drinks.map((o, k) => (k === i ? next_ : o)) })}
            onOff={() => onChange({ drinks: occasion.drinks.filter((_, k) => k !== i) })}
          />
        ))}
      </ul>
      {next && (
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <InlineChoice
            label="A drink to add"
            value={next}
            choices={book.map((d) => ({ value: d.id, label: d.name }))}
            onValue={setAdding}
          />
          <Button
            onClick={() => {
              onChange({ drinks: [...occasion.drinks, { drinkId: next, share: 1 }] });
              setAdding(undefined);
            }}
          >
            Add it
          </Button>
        </p>
      )}
    </>
  );
}

/** A drink of the occasion as a sentence: its share, how it is made, how strong, in what glass, and what else is let down from it. */
function DrinkLine({
  of: d,
  name,
  view,
  onChange,
  onOff,
}: {
  of: OccasionDrink;
  name: string;
  view: DrinkView | undefined;
  onChange: (d: OccasionDrink) => void;
  onOff: () => void;
}): ReactNode {
  const ways = view?.drink.brews[0].ways ?? [];
  const { second } = d;
  return (
    <li className="flex items-start justify-between gap-2">
      <p className="leading-[2.2]">
        {figure(`Share of ${name}`, d.share, { ...OCCASION_RANGES.share, step: 1, digits: 1 }, (share) =>
          onChange({ ...d, share }),
        )}{' '}
        {d.share === 1 ? 'part' : 'parts'} <strong className="font-semibold">{name}</strong>
        {view && (
          <>
            {ways.length > 1 && (
              <>
                , by{' '}
                <InlineChoice
                  label={`How ${name} is made`}
                  value={d.wayId ?? view.startFrom.wayId}
                  choices={ways.map((w) => ({ value: w.id, label: w.shortName.toLowerCase() }))}
                  onValue={(wayId) => onChange({ ...d, wayId })}
                />
              </>
            )}
            , ×
            {figure(
              `Strength of ${name}`,
              d.strengthX ?? view.startFrom.strengthX,
              { ...OCCASION_RANGES.strengthX, step: 0.05, digits: 2 },
              (strengthX) => onChange({ ...d, strengthX }),
            )}{' '}
            of the house, in glasses of{' '}
            {figure(
              `Glass of ${name}`,
              d.glassMl ?? view.startFrom.glassMl,
              { ...OCCASION_RANGES.glassMl, step: 10, shown: true },
              (glassMl) => onChange({ ...d, glassMl }),
            )}
          </>
        )}
        {d.litres !== undefined && (
          <>
            , but{' '}
            {figure(
              `Litres of ${name}`,
              d.litres,
              { ...OCCASION_RANGES.litres, step: 0.1, digits: 1, shown: true },
              (litres) => onChange({ ...d, litres }),
            )}{' '}
            <Off
              label={`By its share: ${name}`}
              onOff={() => {
                const { litres: _l, ...rest } = d;
                onChange(rest);
              }}
            />
          </>
        )}
        {second ? (
          <>
            ; of the same base{' '}
            {figure(
              `Share of ${second.name}`,
              second.share,
              { ...OCCASION_RANGES.share, step: 1, digits: 1 },
              (share) => onChange({ ...d, second: { ...second, share } }),
            )}{' '}
            {second.share === 1 ? 'part' : 'parts'}{' '}
            <input
              aria-label={`Name of the second drink of ${name}`}
              value={second.name}
              maxLength={80}
              onChange={(e) => e.target.value.trim() && onChange({ ...d, second: { ...second, name: e.target.value } })}
              className="min-h-11 w-44 border-b-2 border-action bg-transparent font-semibold sm:min-h-0"
            />
            , ×
            {figure(
              `Strength of ${second.name}`,
              second.strengthX,
              { ...OCCASION_RANGES.secondX, step: 0.05, digits: 2 },
              (strengthX) => onChange({ ...d, second: { ...second, strengthX } }),
            )}
            , with{' '}
            <InlineChoice
              label={`Water of ${second.name}`}
              value={second.water}
              choices={[
                { value: 'still', label: 'still water' },
                { value: 'sparkling', label: 'sparkling water' },
              ]}
              onValue={(water) => onChange({ ...d, second: { ...second, water } })}
            />{' '}
            <Off
              label={`Take ${second.name} off`}
              onOff={() => {
                const { second: _s, ...rest } = d;
                onChange(rest);
              }}
            />
          </>
        ) : (
          view && (
            <>
              .{' '}
              <Button
                kind="quiet"
                className="text-sm"
                aria-label={`Another drink of the same base: ${name}`}
                onClick={() =>
                  onChange({
                    ...d,
                    second: {
                      name: `Long ${name.toLowerCase()}`.slice(0, 80),
                      share: 1,
                      strengthX: 0.6,
                      water: 'sparkling',
                    },
                  })
                }
              >
                Another drink of the same base
              </Button>
            </>
          )
        )}
      </p>
      <Off label={`Take ${name} off`} onOff={onOff} />
    </li>
  );
}

/** Takes one of a few off. */
const Off = ({ label, onOff }: { label: string; onOff: () => void }): ReactNode => (
  <button
    type="button"
    aria-label={label}
    onClick={onOff}
    className="inline-grid size-8 shrink-0 place-items-center align-middle text-muted hover:text-ink pointer-coarse:size-11"
  >
    <X size={16} aria-hidden />
  </button>
);

import { addMinutes, format as formatDate } from 'date-fns';
import { X } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import {
  FRIDGE_LITRES,
  glassesOf,
  glassesOfOccasion,
  OCCASION_RANGES,
  type Occasion,
  type OccasionDrink,
} from '@steepsis/core';
import type { Kept } from '@steepsis/contract';
import { serverNow, useNow } from '@/shared/api/clock';
import { useDrinks, useDrinksBy, useHouse, useSaveHouse, type House } from '@/shared/api/queries';
import { useEdited } from '@/shared/api/useEdited';
import * as f from '@/shared/format/format';
import { useThings } from '@/shared/keep/things';
import { Button, LinkButton } from '@/shared/ui/Button';
import { ChangedMeanwhile } from '@/shared/ui/ChangedMeanwhile';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { MomentField } from '@/shared/ui/MomentField';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { dayCalendar } from './dayCalendar';
import { DayPicture } from './DayPicture';
import type { AskedDrink, DayAnswer, DayQuestion } from './dayAnswer';
import { useDay } from './useDay';

/** Several drinks on one clock, ready on time. */
export function Component(): ReactNode {
  const { occasionId = '' } = useParams();
  const house = useHouse();
  if (house.isPending) return <Loading what="the occasion" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const kept = (house.data.occasions ?? []).find((o) => o.body.id === occasionId);
  if (!kept)
    return (
      <Page title="No such occasion">
        <Empty>It may have been made on another device that has not been heard of yet.</Empty>
        <LinkButton to="/plan/occasion" kind="main" className="mt-4">
          All occasions
        </LinkButton>
      </Page>
    );
  return <OccasionPage key={occasionId} kept={kept} house={house.data} />;
}

function OccasionPage({ kept, house }: { kept: Kept<Occasion>; house: House }): ReactNode {
  const edited = useEdited(kept);
  const occasion = edited.value;
  const save = useSaveHouse();
  const change = (part: Partial<Occasion>): void => edited.change({ ...occasion, ...part });
  const { question, error, retry } = useQuestion(occasion, house);
  const { answer, working, failed } = useDay(question);
  return (
    <Page
      title={occasion.name}
      note={`${f.day(occasion.readyBy)} ${formatDate(new Date(occasion.readyBy), 'H:mm')}, ${Math.round(glassesOfOccasion(occasion))} glasses, ${occasion.hands === 1 ? 'one pair' : `${occasion.hands} pairs`} of hands`}
      actions={
        <>
          <LinkButton to="/plan/occasion">All occasions</LinkButton>
          <Button onClick={() => window.print()}>Print it</Button>
          {answer?.kind === 'day' && (
            <Button onClick={() => void intoCalendar(occasion, answer)}>Into your calendar</Button>
          )}
          {edited.changed && <Button onClick={edited.reset}>Undo my changes</Button>}
          <Button
            kind="main"
            disabled={!edited.changed || save.isPending}
            onClick={() =>
              save.mutate({ kind: 'occasions', version: edited.base, body: occasion }, { onSuccess: edited.reset })
            }
          >
            Keep it
          </Button>
        </>
      }
    >
      {edited.behind && <ChangedMeanwhile onTop={edited.onTop} onReset={edited.reset} />}
      <Refusal error={save.error} />
      <Asked occasion={occasion} house={house} onChange={change} />
      {occasion.drinks.length === 0 ? (
        <Empty>Add a drink, and the day is worked out.</Empty>
      ) : failed ? (
        <p role="alert">This day cannot be worked out as it stands. Take a drink off, and put it on again.</p>
      ) : error ? (
        <>
          <Refusal error={error} />
          <p className="flex flex-wrap items-center gap-3">
            A drink of this day cannot be read. Take it off, or <Button onClick={retry}>Try again</Button>
          </p>
        </>
      ) : !answer ? (
        <p role="status">Working the day out.</p>
      ) : (
        <Day occasion={occasion} answer={answer} working={working} onChange={change} />
      )}
    </Page>
  );
}

/** The day as a file that a calendar takes. */
async function intoCalendar(occasion: Occasion, answer: Extract<DayAnswer, { kind: 'day' }>): Promise<void> {
  const text = await dayCalendar(occasion, answer, serverNow());
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }));
  link.download = `${occasion.id}.ics`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** What the day is worked out from: drinks as this house makes them, and what stands. */
function useQuestion(
  occasion: Occasion,
  house: House,
): { question: DayQuestion | undefined; error: Error | null; retry: () => void } {
  const ids = [...new Set(occasion.drinks.map((d) => d.drinkId))];
  const { data: views, error, retry } = useDrinksBy(ids);
  const { things } = useThings();
  const question = useMemo(() => {
    if (!views || occasion.drinks.some((d) => !views[d.drinkId])) return undefined;
    const ready = Date.parse(occasion.readyBy);
    const drinks = occasion.drinks.map((of): AskedDrink => {
      const view = views[of.drinkId]!;
      // What stands on the shelf and is still good when it is served is counted in, once.
      const standing = things
        .filter(
          (t) =>
            t.batch?.plan.drink.id === of.drinkId && t.placed.place !== 'pour-away' && Date.parse(t.item.useBy) > ready,
        )
        .reduce((sum, t) => sum + glassesOf(t.item), 0);
      const first = occasion.drinks.findIndex((d) => d.drinkId === of.drinkId) === occasion.drinks.indexOf(of);
      return { of, drink: view.drink, startFrom: view.startFrom, standing: first ? Math.floor(standing) : 0 };
    });
    return { occasion, drinks, kitchen: house.forPlans, pantry: house.entries };
  }, [occasion, views, things, house.forPlans, house.entries]);
  return { question, error, retry };
}

/** For whom, when, and what. */
function Asked({
  occasion,
  house,
  onChange,
}: {
  occasion: Occasion;
  house: House;
  onChange: (part: Partial<Occasion>) => void;
}): ReactNode {
  const drinks = useDrinks();
  const { groups } = occasion;
  const book = (drinks.data?.drinks ?? []).filter((d) => !d.archived);
  const [adding, setAdding] = useState<string | undefined>(undefined);
  const setDrink = (i: number, part: Partial<OccasionDrink>): void =>
    onChange({ drinks: occasion.drinks.map((d, k) => (k === i ? { ...d, ...part } : d)) });
  const nameOf = (id: string): string => book.find((d) => d.id === id)?.name ?? id;
  const next = adding ?? book.find((d) => !occasion.drinks.some((o) => o.drinkId === d.id))?.id ?? book[0]?.id;
  return (
    <Panel className="no-print mb-3">
      <TextField
        label="What it is called"
        value={occasion.name}
        onChange={(name) => name.trim() && onChange({ name })}
        className="max-w-md"
      />
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
              onChange({ groups: groups.map((o, k) => (k === i ? { ...o, people } : o)) }),
            )}{' '}
            people,{' '}
            {figure(
              `Group ${i + 1}, glasses each`,
              g.glassesEach,
              { ...OCCASION_RANGES.glassesEach, step: 0.25, digits: 2 },
              (glassesEach) => onChange({ groups: groups.map((o, k) => (k === i ? { ...o, glassesEach } : o)) }),
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
      <ul aria-label="Drinks of it" className="flex flex-wrap items-center gap-x-5">
        {occasion.drinks.map((d, i) => (
          <li key={`${d.drinkId}${i}`} className="flex items-center leading-[2.2]">
            <span>
              {figure(`Share of ${nameOf(d.drinkId)}`, d.share, { ...OCCASION_RANGES.share, step: 1 }, (share) =>
                setDrink(i, { share }),
              )}{' '}
              {d.share === 1 ? 'part' : 'parts'} {nameOf(d.drinkId)}
              {d.litres !== undefined && <>, but {f.volume(d.litres * 1000)}</>}
            </span>
            <Off
              label={`Take ${nameOf(d.drinkId)} off`}
              onOff={() => onChange({ drinks: occasion.drinks.filter((_, k) => k !== i) })}
            />
          </li>
        ))}
      </ul>
      {next && (
        <p className="mt-1 flex flex-wrap items-center gap-3">
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
      <p className="mt-1 text-sm text-muted">
        {house.kitchen.body.burners ?? 2} rings, and about {FRIDGE_LITRES} L of room in the fridge (house estimate).
      </p>
    </Panel>
  );
}

/** Takes one of a few off. */
const Off = ({ label, onOff }: { label: string; onOff: () => void }): ReactNode => (
  <button
    type="button"
    aria-label={label}
    onClick={onOff}
    className="inline-grid size-8 place-items-center align-middle text-muted hover:text-ink pointer-coarse:size-11"
  >
    <X size={16} aria-hidden />
  </button>
);

/** The day as it is, or why there is none and what would free it. */
function Day({
  occasion,
  answer,
  working,
  onChange,
}: {
  occasion: Occasion;
  answer: DayAnswer;
  working: boolean;
  onChange: (part: Partial<Occasion>) => void;
}): ReactNode {
  const ready = new Date(occasion.readyBy);
  const at = (min: number): string => addMinutes(ready, min).toISOString();
  const now = useNow(60_000);
  return (
    <div className="space-y-3" aria-busy={working}>
      {answer.drinks.some((d) => d.reason) && (
        <ul className="border-l-4 border-caution-line pl-3">
          {answer.drinks.flatMap((d) =>
            d.reason
              ? [
                  <li key={d.key}>
                    {d.name} cannot be made so: {d.reason}
                  </li>,
                ]
              : [],
          )}
        </ul>
      )}
      {answer.kind === 'no-place' ? (
        <section aria-label="It cannot be" className="border-l-4 border-stop bg-stop-wash px-4 py-3">
          <p className="font-semibold">
            {answer.drinkName} has no place in this day: {bindsWords(answer.binds)}.
          </p>
          {answer.ways.length > 0 ? (
            <p className="mt-1">Each of these was tried, and frees it:</p>
          ) : (
            <p className="mt-1">Nothing that was tried frees it. Take a drink off, or make less.</p>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            {answer.ways.map((w) => (
              <Button key={w.words} onClick={() => onChange(w.occasion)}>
                {w.words}
              </Button>
            ))}
          </div>
        </section>
      ) : (
        <>
          <p className="text-lg">
            Begin <strong>{formatDate(addMinutes(ready, answer.beginMin), 'EEEE d MMM, H:mm')}</strong>
            {Date.parse(at(answer.beginMin)) < now && <span className="text-stop">: that has passed</span>}. Nine times
            in ten all is ready by <strong>{formatDate(addMinutes(ready, Math.max(0, answer.sureMin)), 'H:mm')}</strong>
            .
          </p>
          <div className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_20rem]">
            <DayPicture
              chains={answer.chains}
              starts={answer.starts}
              drinks={answer.drinks}
              readyBy={occasion.readyBy}
              servedMin={occasion.servedHours * 60}
            />
            <ByTheClock answer={answer} ready={ready} />
          </div>
        </>
      )}
      <Panel title="On the table">
        <ul className="divide-y divide-line">
          {answer.drinks.map((d) => (
            <li key={d.key} className="flex flex-wrap items-center gap-x-4 py-1.5">
              <span aria-hidden className="h-5 w-3 border border-ink" style={{ background: d.colour }} />
              <strong className="font-semibold">{d.name}</strong>
              <span>
                {Math.round(d.glasses)} glasses
                {d.standing > 0 && `, ${Math.min(d.standing, Math.round(d.glasses))} of them stand already`}
                {d.litres >= 0.2 ? `, ${f.volume(d.litres * 1000)} to make` : ', none to make'}
              </span>
              {answer.kind === 'day' && d.litres >= 0.2 && !d.reason && (
                <>
                  <span className="no-print">
                    ready{' '}
                    {figure(
                      `Earlier, ${d.name}`,
                      occasion.moved[d.key] ?? 0,
                      { unit: 'min', min: 0, max: 2880, step: 15, shown: true },
                      (min) => onChange({ moved: { ...occasion.moved, [d.key]: min } }),
                    )}{' '}
                    before it need be
                  </span>
                  <LinkButton
                    className="no-print"
                    kind="quiet"
                    to={`/plan/${d.drinkId}?litres=${d.litres}&ready=${encodeURIComponent(occasion.readyBy)}`}
                  >
                    Its plan
                  </LinkButton>
                  <LinkButton className="no-print" kind="quiet" to={`/plan/${d.drinkId}/list`}>
                    What to get
                  </LinkButton>
                </>
              )}
            </li>
          ))}
        </ul>
      </Panel>
      <ToGet answer={answer} />
    </div>
  );
}

/** What is to be got for all of it, and what is there. */
function ToGet({ answer }: { answer: DayAnswer }): ReactNode {
  const buy = answer.toGet.filter((l) => l.buy !== undefined);
  const there = answer.toGet.filter((l) => l.buy === undefined);
  const known = answer.toGet.filter((l) => l.cost !== undefined);
  const cost = known.reduce((sum, l) => sum + l.cost!, 0);
  return (
    <Panel title="What to get">
      {buy.length === 0 && answer.iceG < 1 ? (
        <p>Everything is there.</p>
      ) : (
        <ul className="gap-x-8 sm:columns-2">
          {buy.map((l) => (
            <li key={l.plant} className="py-0.5">
              <strong className="font-semibold">{l.name}</strong>: {l.buy!.text}
              {l.haveG > 0.5 && <span className="text-muted">; {f.grams(l.haveG)} are there</span>}
            </li>
          ))}
          {answer.iceG >= 1 && (
            <li className="py-0.5">
              <strong className="font-semibold">Ice</strong>: {f.weight(answer.iceG)} for glasses, jugs and the bath
            </li>
          )}
        </ul>
      )}
      <p className="mt-2 text-sm text-muted">
        {there.length > 0 &&
          `There already: ${there.map((l) => `${l.name.toLowerCase()} ${f.grams(l.needG)}`).join(', ')}. `}
        {known.length > 0 &&
          `What it uses costs ${f.money(cost)}${known.length < answer.toGet.length ? ', without what has no price' : ''}.`}
      </p>
    </Panel>
  );
}

const BINDS: Readonly<Record<string, string>> = {
  hands: 'the hands are taken, or it would have to be done at night',
  burner: 'the rings are taken',
  bath: 'the ice bath is taken',
  fridge: 'the fridge has no room for it',
  jugs: 'there are not jugs enough for it to stand in until it is served',
};
const bindsWords = (of: string | undefined): string =>
  of === undefined
    ? 'it would have to be begun more than four days before'
    : (BINDS[of] ?? 'the pot or jar that it needs is taken');

/** What is done when, for the wall. */
function ByTheClock({ answer, ready }: { answer: Extract<DayAnswer, { kind: 'day' }>; ready: Date }): ReactNode {
  const lines = answer.chains
    .flatMap((c) =>
      c.tasks.map((t, i) => ({
        at: addMinutes(ready, answer.starts[c.id]![i]!),
        name: t.name,
        key: t.id,
        hands: t.needs.some((n) => n.of === 'hands'),
        colour: answer.drinks.find((d) => c.id.startsWith(d.key))?.colour ?? 'transparent',
      })),
    )
    .sort((a, b) => a.at.getTime() - b.at.getTime());
  const days = [...new Set(lines.map((l) => formatDate(l.at, 'EEEE d MMM')))];
  return (
    <section aria-label="By the clock">
      {days.map((day) => (
        <div key={day} className="mb-2">
          <h2 className="border-b-2 border-ink text-base">{day}</h2>
          <ol>
            {lines
              .filter((l) => formatDate(l.at, 'EEEE d MMM') === day)
              .map((l) => (
                <li key={l.key} className={`flex items-baseline gap-2 py-0.5 ${l.hands ? 'font-semibold' : ''}`}>
                  <span className="w-12 shrink-0 tabular-nums">{formatDate(l.at, 'H:mm')}</span>
                  <span
                    aria-hidden
                    className="h-3.5 w-2 shrink-0 self-center border border-ink"
                    style={{ background: l.colour }}
                  />
                  {l.name}
                </li>
              ))}
          </ol>
        </div>
      ))}
    </section>
  );
}

import { useMemo, useState, type ReactNode } from 'react';
import {
  type BenchPart,
  colourIn,
  flavoursOf,
  isKept,
  type JugFix,
  type Juice,
  JUICES,
  type Kept,
  type Kitchen,
  type Liquid,
  type Pourable,
  type ServedState,
  STATE_WORDS,
  stateNote,
  type Taste,
  timesStandard,
  type ToBeDrunk,
  toldLiquid,
  volumeMl,
} from '@steepsis/core';
import type { AskedPart } from '@steepsis/contract';
import { VerdictGlass } from '@/shared/verdict/VerdictGlass';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { Chips } from '@/shared/ui/Chips';
import { figure, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { useJugBench, type JugBench } from './jugStore';
import { kitchenWords, mlWords } from './measures';
import { useMixAnswer } from './useMixAnswer';
import type { Standing } from './usePourables';

export type FixSubject = {
  jug: Liquid;
  roomMl: number;
  /** the jug itself, which is no part of its own fix */
  self: Kept;
  drunk: ToBeDrunk;
  standard: number;
  glassMl: number;
};

type Source = BenchPart & { from: Pourable };

const RIGHT = { strength: '0', sweet: '0', tart: '0', harsh: '1' } as const;

/** The verdict, then the smallest thing that puts it right; the next verdict goes on from there. */
export function TasteAndFix({
  subject,
  standing,
  kitchen,
  pending,
  error,
  onAdd,
  onNote,
}: {
  subject: FixSubject;
  standing: readonly Standing[];
  kitchen: Kitchen;
  pending: boolean;
  error: Error | null;
  onAdd: (parts: readonly AskedPart[], taste: Taste, done: () => void) => void;
  /** what was said is kept, and nothing is added */
  onNote: (taste: Taste, done: () => void) => void;
}): ReactNode {
  const [state, setState] = useState<ServedState>(subject.drunk.state);
  const [said, setSaid] = useState<{ strength: string; sweet: string; tart: string; harsh: string }>(RIGHT);
  const [flavour, setFlavour] = useState('none');
  const [fixed, setFixed] = useState(0);
  const [who, setWho] = useState('');
  const [noted, setNoted] = useState(false);
  const [otherDrinks, setOtherDrinks] = useState(false);
  const { atHand, rests, measuredWith, usedUp } = useJugBench();
  const say = (part: Partial<typeof said>): void => {
    setNoted(false);
    setSaid((was) => ({ ...was, ...part }));
  };
  const onHand = useMemo(
    () => sourcesOf(subject.self, standing, { atHand, rests }, kitchen),
    [subject.self, standing, atHand, rests, kitchen],
  );
  const taste = useMemo((): Taste => {
    const [of, wants] = flavour.split(' ');
    return {
      state,
      strength: Number(said.strength) as Taste['strength'],
      sweet: Number(said.sweet) as Taste['sweet'],
      tart: Number(said.tart) as Taste['tart'],
      harsh: Number(said.harsh) as Taste['harsh'],
      ...(of && wants ? { flavour: { of, wants: wants as 'more' | 'less' } } : {}),
    };
  }, [state, said, flavour]);
  const spoken = (): Taste => ({ ...taste, ...(who.trim() ? { who: who.trim() } : {}) });
  const question = useMemo(() => {
    const { jug, roomMl, drunk, standard } = subject;
    return { setup: { jug, roomMl, onHand, taste, drunk, standard, measuredWith, otherDrinks } };
  }, [subject, onHand, taste, measuredWith, otherDrinks]);
  const { value: found, fault } = useMixAnswer('fixes', question);
  const note = stateNote(state, subject.drunk);
  const pourIn = (fix: JugFix): void =>
    onAdd(
      Object.entries(fix.additionsMl).map(([id, ml]) => {
        const { name, from } = onHand.find((s) => s.id === id)!;
        return { name, ml, from };
      }),
      spoken(),
      () => {
        usedUp(fix.additionsMl);
        setSaid(RIGHT);
        setFlavour('none');
        setFixed((n) => n + 1);
      },
    );
  return (
    <Panel
      title="Taste and fix"
      aside={fixed > 0 ? `${fixed} ${fixed === 1 ? 'fix' : 'fixes'} poured in; taste again` : ''}
    >
      <div className="grid gap-5 lg:grid-cols-2">
        <div className="space-y-4">
          <Chips label="I tasted it" value={state} choices={STATE_WORDS} onValue={setState} />
          {note && <p className="text-sm">{note}</p>}
          <VerdictGlass said={said} colour={colourIn(subject.jug, { diameterCm: 7 })} onSay={say} />
          <p>
            One flavour:{' '}
            <InlineChoice
              label="One flavour"
              value={flavour}
              choices={[{ value: 'none', label: 'all as they should be' }, ...flavourChoices(subject.jug)]}
              onValue={setFlavour}
            />
          </p>
          <div className="flex flex-wrap items-end gap-3">
            <label className="block text-sm text-muted">
              Who tastes, where it is not you
              <input
                value={who}
                maxLength={40}
                onChange={(e) => setWho(e.target.value)}
                className="mt-1 block min-h-11 w-52 rounded border border-ink/40 bg-surface px-2 text-base text-ink"
              />
            </label>
            <Button disabled={pending || noted} onClick={() => onNote(spoken(), () => setNoted(true))}>
              Note it, add nothing
            </Button>
            <span role="status">{noted && 'Noted: plans learn from it.'}</span>
          </div>
          <AtHand otherDrinks={otherDrinks} onOtherDrinks={setOtherDrinks} />
        </div>
        <div aria-live="polite">
          <Refusal error={error ?? fault ?? null} />
          {found?.kind === 'right' && (
            <p className="text-lg">
              {note && said === RIGHT ? 'Right as it is, by these words.' : 'Right as it is: nothing to add.'}
            </p>
          )}
          {found?.kind === 'none' && (
            <div className="border-l-4 border-caution-line bg-caution-wash px-3 py-2">
              <p>{found.why}</p>
              {found.would.map((w) => (
                <p key={w} className="mt-1 text-[0.95rem]">
                  {w}
                </p>
              ))}
            </div>
          )}
          {found?.kind === 'at-glass' && (
            <AtGlass why={found.why} fix={found.fixes[0]!} subject={subject} sources={onHand} />
          )}
          {found?.kind === 'fixes' && (
            <ol className="space-y-3" aria-label="Fixes">
              {found.fixes
                .filter((fix) => canPour(fix, onHand))
                .map((fix, i) => (
                  <FixCard
                    key={Object.entries(fix.additionsMl).join()}
                    fix={fix}
                    first={i === 0}
                    sources={onHand}
                    was={strengthNow(subject)}
                    thinning={subject.drunk.thinning}
                    pending={pending}
                    onPour={() => pourIn(fix)}
                  />
                ))}
            </ol>
          )}
        </div>
      </div>
    </Panel>
  );
}

/** What a fix is made of may have left the house since it was worked out; the next answer is on its way then. */
const canPour = ({ additionsMl }: JugFix, sources: readonly Source[]): boolean =>
  Object.keys(additionsMl).every((id) => sources.some((s) => s.id === id));

function FixCard({
  fix,
  first,
  sources,
  was,
  thinning,
  pending,
  onPour,
}: {
  fix: JugFix;
  first: boolean;
  sources: readonly Source[];
  /** × of the jug before it */
  was: number;
  thinning: number;
  pending: boolean;
  onPour: () => void;
}): ReactNode {
  const [glass, setGlass] = useState(false);
  const name = (id: string): string => sources.find((s) => s.id === id)?.name ?? id;
  const { figures } = fix.after;
  const amounts = (mls: Readonly<Record<string, number>>): ReactNode =>
    Object.entries(mls).map(([id, ml]) => (
      <li key={id}>
        <strong className="font-semibold">{mlWords(ml)}</strong> of {name(id)}{' '}
        <span className="text-muted">({kitchenWords(ml)})</span>
      </li>
    ));
  return (
    <li className="rounded-md border border-line p-3">
      <h3 className="text-base">{first ? 'Add' : `Or, ${fix.differs.join(', ') || 'another way'}`}</h3>
      <ul className="mt-1 text-lg">{amounts(fix.additionsMl)}</ul>
      {fix.byParts && (
        <p className="mt-1 text-[0.95rem]">
          The {name(fix.byParts.id)} by parts: {fix.byParts.partsMl.map((ml) => mlWords(ml)).join(', then ')}, tasting
          after each. Stop at {mlWords(fix.byParts.stopMl)} at the latest.
        </p>
      )}
      {fix.brings.length > 0 && (
        <p className="mt-1 text-[0.95rem]">It brings a taste of its own: {fix.brings.map(name).join(', ')}.</p>
      )}
      <p className="mt-1 text-sm text-muted">
        Then {f.volume(figures.volumeMl)}
        {f.atStrength(figures.strengthX)}
        {Math.abs(figures.strengthX - was) >= 0.015 && ` instead of ${f.strength(was)}`}
        {thinning > 1.01 ? ` (${f.strength(figures.strengthX / thinning)} once the ice has thinned it)` : ''},{' '}
        {f.gPerL(figures.sweetGPerL)} sweet, {f.gPerL(figures.acidGPerL)} tart.
        {fix.stillOff.length > 0 && ` Still ${fix.stillOff.join(', ')}.`}
      </p>
      {glass && (
        <div className="mt-2 border-l-2 border-ink pl-3" data-testid="trial-glass">
          <p>In a glass with 100 ml of the jug, stir in</p>
          <ul>{amounts(fix.inGlassMl)}</ul>
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-3">
        <Button kind={first ? 'main' : 'plain'} disabled={pending} onClick={onPour}>
          {pending ? 'Logging…' : 'It is poured in'}
        </Button>
        <Button aria-pressed={glass} onClick={() => setGlass(!glass)}>
          Try it in a glass first
        </Button>
      </div>
    </li>
  );
}

/** A full jug takes nothing: what goes into each glass instead. */
function AtGlass({
  why,
  fix,
  subject: { glassMl },
  sources,
}: {
  why: string;
  fix: JugFix;
  subject: FixSubject;
  sources: readonly Source[];
}): ReactNode {
  const share = Object.values(fix.inGlassMl).reduce((sum, ml) => sum + ml, 0) / 100;
  const jugMl = glassMl / (1 + share);
  return (
    <div className="rounded-md border border-line p-3">
      <p className="text-muted">{why}</p>
      <h3 className="mt-1 text-base">In each glass of {f.exactMl(glassMl)} instead</h3>
      <ul className="mt-1 text-lg">
        {Object.entries(fix.inGlassMl).map(([id, ml]) => (
          <li key={id}>
            <strong className="font-semibold">{mlWords((ml * jugMl) / 100)}</strong> of{' '}
            {sources.find((s) => s.id === id)?.name ?? id}
          </li>
        ))}
        <li className="text-muted">and {f.exactMl(jugMl)} of the jug</li>
      </ul>
      <p className="mt-1 text-sm text-muted">
        The glass is then at {f.strength(fix.after.figures.strengthX)}, {f.gPerL(fix.after.figures.sweetGPerL)} sweet.
      </p>
    </div>
  );
}

const strengthNow = ({ jug, standard }: FixSubject): number => timesStandard(jug, standard);

/** Besides the shelf: syrup, lemon juice and water; and whether other drinks may go in. */
function AtHand({
  otherDrinks,
  onOtherDrinks,
}: {
  otherDrinks: boolean;
  onOtherDrinks: (wanted: boolean) => void;
}): ReactNode {
  const { atHand, set } = useJugBench();
  const put = (part: Partial<typeof atHand>): void => set({ atHand: { ...atHand, ...part } });
  return (
    <details>
      <summary className="flex min-h-11 items-center text-muted underline decoration-dotted underline-offset-4">
        What else is at hand
      </summary>
      <p className="leading-9">
        {figure('Syrup at hand', atHand.syrupMl, { unit: 'ml', min: 0, max: 5000, step: 50, shown: true }, (syrupMl) =>
          put({ syrupMl }),
        )}{' '}
        of syrup at{' '}
        {figure(
          'Brix of the syrup',
          atHand.syrupBrix,
          { unit: '°Bx', min: 5, max: 80, step: 1, shown: true },
          (syrupBrix) => put({ syrupBrix }),
        )}
        ,{' '}
        {figure(
          'Lemon juice at hand',
          atHand.lemonMl,
          { unit: 'ml', min: 0, max: 2000, step: 10, shown: true },
          (lemonMl) => put({ lemonMl }),
        )}{' '}
        of lemon juice
      </p>
      <Tick checked={atHand.water} onChange={(water) => put({ water })}>
        cold water
      </Tick>
      <Tick checked={otherDrinks} onChange={onOtherDrinks}>
        other drinks of the house too, where nothing of its own kind does it
      </Tick>
    </details>
  );
}

function sourcesOf(
  self: Kept,
  standing: readonly Standing[],
  { atHand: { syrupMl, syrupBrix, lemonMl, water }, rests }: Pick<JugBench, 'atHand' | 'rests'>,
  kitchen: Kitchen,
): Source[] {
  const own = JSON.stringify(self);
  const told = (id: string, name: string, from: Exclude<Pourable, Kept>, ml: number, endless = false): Source => ({
    id,
    name,
    from,
    liquid: toldLiquid(from, ml, kitchen),
    ...(endless ? { endless } : {}),
  });
  return [
    ...standing
      .filter((s) => JSON.stringify(s.from) !== own && s.ready && s.stopped === undefined && volumeMl(s.liquid) >= 5)
      .map((s, i): Source => ({ id: `house-${i}`, name: s.name, from: s.from, liquid: s.liquid })),
    ...rests.flatMap((r) => (isKept(r.from) ? [] : [told(r.id, r.name, r.from, r.haveMl ?? 0)])),
    ...(syrupMl > 0
      ? [told('syrup', 'Syrup', { kind: 'syrup', brix: syrupBrix, sweetener: 'white_sugar' }, syrupMl)]
      : []),
    ...(lemonMl > 0 ? [told('lemon', 'Lemon juice', { kind: 'juice', juice: 'lemon_juice' }, lemonMl)] : []),
    ...(water ? [told('water', 'Cold water', { kind: 'water', water: 'still' }, 1000, true)] : []),
  ];
}

function flavourChoices(jug: Liquid): { value: string; label: string }[] {
  return flavoursOf(jug).flatMap((of) => {
    const name = flavourName(of, jug);
    return [
      { value: `${of} less`, label: `less ${name}` },
      { value: `${of} more`, label: name === 'lemon juice' ? `more ${name}` : `more ${name}: it is lost` },
    ];
  });
}

const flavourName = (of: string, jug: Liquid): string =>
  of in JUICES
    ? (JUICES as Readonly<Record<string, Juice>>)[of]!.name.split(',')[0]!.toLowerCase()
    : plantName(of, jug.own).toLowerCase();

import { useState, type ReactNode } from 'react';
import {
  drawn,
  LADDER_GOES,
  ladderOf,
  nextRatio,
  ownStep,
  rightAnswer,
  TONGUE_RANGES,
  TONGUE_SENSES,
  TRIAL_SYRUP_BRIX,
  trialGlasses,
  tongueResult,
  type Setting,
  type TongueSense,
  type TongueTest,
  type TrialGlass,
} from '@steepsis/core';
import { useHouse, useSaveHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { useTongue, type TongueKind } from './tongueStore';

const LETTERS = ['A', 'B', 'C'] as const;

/** Blind glasses from one jug: what a tongue tells apart, and what that means. */
export function Component(): ReactNode {
  const { kind, sense, alone, ratio: asked, glassMl, sweetGPerL, acidGPerL, goes, setting, set } = useTongue();
  const words = SENSE[sense];
  const [said, setSaid] = useState<{ right: boolean; was: string } | undefined>(undefined);
  const test: TongueTest = kind === 'triangle' ? 'triangle' : 'pair';
  const ratio = kind === 'ladder' ? nextRatio(goes, sense) : asked;
  const over = kind === 'ladder' && goes.length >= LADDER_GOES;
  const answer = (place: number): void => {
    if (!setting) return;
    const right = place === rightAnswer(test, setting);
    setSaid({ right, was: LETTERS[rightAnswer(test, setting)]! });
    set({ goes: [...goes, { ratio, right }], setting: undefined });
  };
  const anew = (part: Parameters<typeof set>[0] = {}): void => {
    setSaid(undefined);
    set({ goes: [], setting: undefined, ...part });
  };
  return (
    <Page
      title="Train your tongue"
      note="Glasses from one jug that differ in one thing; the page draws the order and keeps it."
      actions={
        <>
          <LinkButton to="/taste">What can be tasted</LinkButton>
          {goes.length > 0 && <Button onClick={() => anew()}>Begin anew</Button>}
        </>
      }
    >
      <div className="grid items-start gap-3 lg:grid-cols-[1.2fr_1fr]">
        <div className="space-y-3">
          <Panel>
            <p className="leading-[2.1]">
              I want to know{' '}
              <InlineChoice
                label="What to know"
                value={kind}
                choices={[
                  { value: 'pair', label: 'which of two has more' },
                  { value: 'triangle', label: 'which of three is different' },
                  { value: 'ladder', label: 'my own smallest step' },
                ]}
                onValue={(k: TongueKind) => anew({ kind: k })}
              />{' '}
              of{' '}
              <InlineChoice
                label="Of what"
                value={sense}
                choices={TONGUE_SENSES.map((s) => ({ value: s, label: SENSE[s].noun }))}
                onValue={(s: TongueSense) => anew({ sense: s })}
              />
              , with{' '}
              <InlineChoice
                label="Who pours"
                value={alone ? 'alone' : 'two'}
                choices={[
                  { value: 'two', label: 'somebody else to pour' },
                  { value: 'alone', label: 'nobody else here' },
                ]}
                onValue={(v) => set({ alone: v === 'alone' })}
              />
              , in glasses of{' '}
              {figure('Glass', glassMl, { ...TONGUE_RANGES.glassMl, step: 10, shown: true }, (ml) =>
                set({ glassMl: ml }),
              )}
              {kind !== 'ladder' && (
                <>
                  , one{' '}
                  {figure(
                    `Times as ${words.plain}`,
                    asked,
                    { ...TONGUE_RANGES.ratio, step: 0.05, digits: 2, shown: 'times' },
                    (r) => anew({ ratio: r }),
                  )}{' '}
                  as {words.plain} as the other
                </>
              )}
              {sense === 'sweet' && (
                <>
                  , from a jug with{' '}
                  {figure('Sugar of the jug', sweetGPerL, { ...TONGUE_RANGES.sweetGPerL, step: 5, shown: true }, (g) =>
                    anew({ sweetGPerL: g }),
                  )}{' '}
                  of sugar
                </>
              )}
              {sense === 'tart' && (
                <>
                  , from a jug with{' '}
                  {figure(
                    'Acid of the jug',
                    acidGPerL,
                    { ...TONGUE_RANGES.acidGPerL, step: 0.5, digits: 1, shown: true },
                    (g) => anew({ acidGPerL: g }),
                  )}{' '}
                  of acid
                </>
              )}
              .
            </p>
          </Panel>
          {over ? (
            <OwnStepPanel />
          ) : (
            <Panel title={`Go ${goes.length + 1}${kind === 'ladder' ? ` of ${LADDER_GOES}` : ''}`}>
              <Volumes ratio={ratio} />
              {setting ? (
                <>
                  <Pouring key={goes.length} alone={alone} setting={setting} sense={sense} />
                  <p className="mt-4 font-semibold">
                    {test === 'pair' ? `Which one is ${words.more}?` : 'Which one is different from the two others?'}
                  </p>
                  <div className="mt-2 flex flex-wrap gap-3">
                    {setting.map((_, i) => (
                      <Button key={i} className="min-h-16 min-w-20 text-2xl" onClick={() => answer(i)}>
                        {LETTERS[i]}
                      </Button>
                    ))}
                  </div>
                </>
              ) : (
                <>
                  {said && (
                    <p role="status" className="mt-3 border-l-4 border-action bg-action-wash px-3 py-2 text-lg">
                      {said.right ? `Right: it was ${said.was}.` : `It was ${said.was}.`}
                    </p>
                  )}
                  <Button
                    kind="main"
                    className="mt-4"
                    onClick={() => {
                      setSaid(undefined);
                      set({ setting: drawn(test, Math.random) });
                    }}
                  >
                    Draw the order
                  </Button>
                </>
              )}
            </Panel>
          )}
        </div>
        {kind === 'ladder' ? <LadderSoFar /> : <ResultPanel test={test} />}
      </div>
    </Page>
  );
}

/** What is tried, in words: what has more of it is called so, and so are its two glasses. */
const SENSE: Readonly<
  Record<TongueSense, { noun: string; plain: string; more: string; glass: Readonly<Record<'more' | 'less', string>> }>
> = {
  strength: { noun: 'strength', plain: 'strong', more: 'stronger', glass: { more: 'as it is', less: 'let down' } },
  sweet: { noun: 'sweetness', plain: 'sweet', more: 'sweeter', glass: { more: 'with syrup', less: 'with water' } },
  tart: { noun: 'sharpness', plain: 'sharp', more: 'sharper', glass: { more: 'with lemon', less: 'with water' } },
};

const ADDED: Readonly<Record<TrialGlass['add'], string>> = {
  nothing: '',
  water: 'of water',
  syrup: `of syrup of ${TRIAL_SYRUP_BRIX} °Bx (as much sugar as water, by weight)`,
  lemon: 'of lemon juice',
};

/** What is poured. */
function Volumes({ ratio }: { ratio: number }): ReactNode {
  const { sense, glassMl, sweetGPerL, acidGPerL } = useTongue();
  const { more, less } = trialGlasses(sense, ratio, glassMl, { sweetGPerL, acidGPerL });
  const words = SENSE[sense];
  const line = (which: 'more' | 'less', g: TrialGlass): ReactNode => (
    <>
      {upperFirst(words.glass[which])}: {ml(g.drinkMl)} from the jug
      {g.addMl > 0 && (
        <>
          {' '}
          and{' '}
          <strong className="font-semibold">
            {ml(g.addMl)} {ADDED[g.add]}
          </strong>
        </>
      )}
      .{' '}
    </>
  );
  return (
    <p>
      {line('more', more)}
      {line('less', less)}
      One is {ratio.toFixed(2)} times as {words.plain} as the other; both as cold, in glasses that look alike.
    </p>
  );
}

/** A volume that is measured with a spoon or a syringe. */
const ml = (volume: number): string => `${volume < 20 ? Math.round(volume * 10) / 10 : Math.round(volume)} ml`;
const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The order, told to the one who pours and to nobody else. */
function Pouring({ alone, setting, sense }: { alone: boolean; setting: Setting; sense: TongueSense }): ReactNode {
  const [seen, setSeen] = useState(false);
  const { glass } = SENSE[sense];
  const words = setting.map((g, i) => `${LETTERS[i]} ${glass[g]}`).join(', ');
  const count = (of: 'more' | 'less'): string => `${setting.filter((g) => g === of).length} ${glass[of]}`;
  if (alone)
    return (
      <p className="mt-3">
        Pour{' '}
        <strong className="font-semibold">
          {count('more')} and {count('less')}
        </strong>
        , each with a letter under its foot so: {words}. Move them about with your eyes shut, taste, and look under the
        one that you mean.
      </p>
    );
  return seen ? (
    <p className="mt-3">
      Pour <strong className="font-semibold">{words}</strong>, and hand this back.{' '}
      <Button kind="quiet" onClick={() => setSeen(false)}>
        Hide it
      </Button>
    </p>
  ) : (
    <p className="mt-3">
      For the one who pours, out of sight of the one who tastes:{' '}
      <Button onClick={() => setSeen(true)}>Show the order</Button>
    </p>
  );
}

/** What the answers so far mean, in words and in chance. */
function ResultPanel({ test }: { test: TongueTest }): ReactNode {
  const goes = useTongue((s) => s.goes);
  if (goes.length === 0)
    return (
      <Panel title="So far">
        <p className="text-muted">
          Nothing yet.{' '}
          {test === 'pair'
            ? 'Two glasses tell more with fewer goes'
            : 'Three glasses ask whether it is different at all'}
          ; a dozen goes is a good evening.
        </p>
      </Panel>
    );
  const right = goes.filter((g) => g.right).length;
  const { byGuessing, enough, toldApart, wouldTell } = tongueResult(test, right, goes.length);
  return (
    <Panel title={`${right} of ${goes.length} right`}>
      <p className="text-lg">{toldApart ? 'You tell them apart.' : 'Not shown: you may tell them apart or not.'}</p>
      <p className="mt-1">
        By guessing alone it goes as well {f.chanceWords(byGuessing)}.{' '}
        {enough === undefined
          ? 'So few goes cannot show it, even if all are right.'
          : `From ${enough} of ${goes.length} on it would be shown.`}
      </p>
      {!toldApart && (
        <p className="mt-1 text-muted">
          {wouldTell === undefined
            ? 'As it went it looks like guessing: take them further apart.'
            : wouldTell > goes.length
              ? `One who is right as often as you shows it in about ${wouldTell} goes: ${wouldTell - goes.length} more.`
              : 'A few goes more should tell.'}
        </p>
      )}
    </Panel>
  );
}

function LadderSoFar(): ReactNode {
  const { goes, sense } = useTongue();
  const widest = ladderOf(sense)[0]!;
  return (
    <Panel title="Up and down the ladder">
      {goes.length === 0 ? (
        <p className="text-muted">
          Twelve goes. After two right ones the glasses come nearer, after a wrong one they go apart: it settles where
          you just tell them.
        </p>
      ) : (
        <ol className="space-y-1">
          {goes.map((g, i) => (
            <li key={i} className="flex items-center gap-3">
              <span className="w-16 tabular-nums">×{g.ratio.toFixed(2)}</span>
              <span
                aria-hidden
                className={`h-3 ${g.right ? 'bg-action' : 'border border-ink'}`}
                style={{ width: `${Math.round(120 * (Math.log(g.ratio) / Math.log(widest)))}px` }}
              />
              <span>{g.right ? 'right' : 'wrong'}</span>
            </li>
          ))}
        </ol>
      )}
    </Panel>
  );
}

/** One's own step after a ladder, and making it the house's. */
function OwnStepPanel(): ReactNode {
  const { goes, sense } = useTongue();
  const house = useHouse();
  const save = useSaveHouse();
  const { noise, low, high, stepRatio } = ownStep(goes, sense);
  const book = ownStep([], sense).noise;
  const kitchen = house.data?.kitchen;
  const rounded = { noise: Math.round(noise * 1000) / 1000, pours: goes.length };
  const was = kitchen?.body.tongue;
  const kept = (sense === 'strength' ? was?.noise : was?.[sense]?.noise) === rounded.noise;
  const percent = (x: number): string => `${Math.round(100 * (Math.exp(x) - 1))} %`;
  const words = SENSE[sense];
  return (
    <Panel title={`Your own step of ${words.noun}`}>
      <p className="text-lg">
        You name the {words.more} of two in three goes of four when it is{' '}
        <strong>{percent(Math.log(stepRatio))}</strong> {words.more}.
      </p>
      <p className="mt-1 text-muted">
        A word of yours is unsure by {percent(noise)}, between {percent(low)} and {percent(high)} four times in five;
        the book says {percent(book)}.
      </p>
      <Refusal error={save.error} />
      <Button
        kind="main"
        className="mt-3"
        disabled={!kitchen || kept || save.isPending}
        onClick={() =>
          kitchen &&
          save.mutate({
            kind: 'kitchen',
            version: kitchen.version,
            body: {
              ...kitchen.body,
              tongue: { ...was, ...(sense === 'strength' ? rounded : { [sense]: rounded }) },
            },
          })
        }
      >
        {kept ? 'Advice reckons with it' : 'Let advice reckon with it'}
      </Button>
    </Panel>
  );
}

import type { ReactNode } from 'react';
import {
  amountOfStage,
  HANDS_WORK,
  readingIn,
  SWEETENERS,
  type Kitchen,
  type ReduceTo,
  type Stage,
} from '@steepsis/core';
import { HANDS_WORDS, PLACE_WORDS } from '@/shared/format/names';
import { AmountField } from '@/shared/ui/AmountField';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';

type Change = (stage: Stage, what: string) => void;

const SWEETENER_CHOICES = Object.entries(SWEETENERS).map(([value, s]) => ({ value, label: s.name.toLowerCase() }));
const MINUTES = { unit: 'min', min: 0.5, max: 1440 } as const;
const HOURS = { unit: 'h', min: 0.25, max: 72 } as const;

type Fields = {
  stage: Stage;
  kitchen: Kitchen;
  /** what the plants of its brew weigh: what "equal weight" is as much as */
  plantsG: number;
  onChange: Change;
};

/** A stage as a sentence whose figures and choices are set in place. */
export function StageFields({ stage, kitchen, plantsG, onChange }: Fields): ReactNode {
  return (
    <>
      <Sentence stage={stage} kitchen={kitchen} plantsG={plantsG} onChange={onChange} />
      {hasLid(stage) && (
        <>
          , lid{' '}
          <InlineChoice
            label="Lid"
            value={stage.lid}
            choices={[
              { value: 'closed', label: 'on' },
              { value: 'loose', label: 'loose' },
              { value: 'open', label: 'off' },
            ]}
            onValue={(lid) => onChange({ ...stage, lid }, 'lid')}
          />
        </>
      )}
      {isStirred(stage) && (
        <>
          ,{' '}
          <InlineChoice
            label="Stirring"
            value={stage.agitation}
            choices={[
              { value: 'still', label: 'left still' },
              { value: 'stirred-now-and-then', label: 'stirred now and then' },
              { value: 'stirred-all-the-time', label: 'stirred all the time' },
              { value: 'boiling', label: 'at a rolling boil' },
            ]}
            onValue={(agitation) => onChange({ ...stage, agitation }, 'stirring')}
          />
        </>
      )}
    </>
  );
}

const hasLid = (s: Stage): boolean => ['heat', 'hold', 'steep', 'cool', 'ferment', 'reduce'].includes(s.kind);
const isStirred = (s: Stage): boolean => s.kind === 'hold' || s.kind === 'steep';

/** The amount of a stage in the cook's words: of sugar, of rinsing water, of ice. */
function StageAmount({ stage, label, kitchen, plantsG, onChange }: Fields & { label: string }): ReactNode {
  const of = amountOfStage(stage)!;
  return (
    <AmountField
      label={label}
      words={stage.written}
      amount={of.amount}
      unit={stage.kind === 'rinse' ? 'ml' : 'g'}
      thing={of.thing}
      reading={readingIn(kitchen, of.slug)}
      {...(stage.kind === 'dissolve' ? { relatesTo: plantsG } : {})}
      most={20_000}
      onAmount={({ amount, words }) => {
        const { written: _written, ...rest } = stage;
        onChange(
          withAmount({ ...rest, ...(words === undefined ? {} : { written: words }) } as Stage, amount),
          'amount',
        );
      }}
    />
  );
}

function withAmount(stage: Stage, amount: number): Stage {
  if (stage.kind === 'rinse') return { ...stage, waterMl: amount };
  if (stage.kind === 'onto-ice') return { ...stage, iceG: amount };
  return stage.kind === 'dissolve' ? { ...stage, to: { grams: amount } } : stage;
}

/** A stage of one kind, as its sentence is told. */
type Of<K extends Stage['kind']> = Omit<Fields, 'stage'> & { stage: Extract<Stage, { kind: K }> };

/** Each kind of stage in its own words. */
const SENTENCES: { readonly [K in Stage['kind']]: (of: Of<K>) => ReactNode } = {
  toast: ({ stage: s, onChange }) => {
    return (
      <>
        Toast dry at{' '}
        {figure('Toast temperature', s.atC, { unit: '°C', min: 40, max: 260, step: 5, shown: true }, (atC) =>
          onChange({ ...s, atC }, 'atC'),
        )}{' '}
        for{' '}
        {figure(
          'Toast minutes',
          s.minutes,
          { unit: 'min', min: 0.5, max: 120, step: 1, digits: 1, shown: true },
          (minutes) => onChange({ ...s, minutes }, 'minutes'),
        )}
      </>
    );
  },
  heat: ({ stage: s, onChange }) => {
    return (
      <>
        Heat{' '}
        <InlineChoice
          label="Heat to"
          value={s.to === 'boil' ? 'boil' : 'degrees'}
          choices={[
            { value: 'boil', label: 'to the boil' },
            { value: 'degrees', label: 'to a temperature' },
          ]}
          onValue={(v) => onChange({ ...s, to: v === 'boil' ? 'boil' : 80 }, 'to')}
        />
        {s.to !== 'boil' && (
          <>
            {' '}
            of{' '}
            {figure('Heat temperature', s.to, { unit: '°C', min: 10, max: 110, step: 1, shown: true }, (to) =>
              onChange({ ...s, to }, 'to'),
            )}
          </>
        )}
      </>
    );
  },
  hold: ({ stage: s, onChange }) => {
    return (
      <>
        Keep it there, simmering or below, for{' '}
        {figure('Hold minutes', s.minutes, { ...MINUTES, step: 1, digits: 1, shown: 'min' }, (minutes) =>
          onChange({ ...s, minutes }, 'minutes'),
        )}
      </>
    );
  },
  steep: ({ stage: s, onChange }) => {
    const long = s.place !== 'off-heat';
    return (
      <>
        Steep{' '}
        <InlineChoice
          label="Steep where"
          value={s.place}
          choices={Object.entries(PLACE_WORDS).map(([value, label]) => ({ value: value as typeof s.place, label }))}
          onValue={(place) =>
            onChange(
              { ...s, place, minutes: place === 'off-heat' ? Math.min(s.minutes, 60) : Math.max(s.minutes, 240) },
              'place',
            )
          }
        />{' '}
        for{' '}
        {long
          ? figure('Steep hours', s.minutes / 60, { ...HOURS, step: 1, digits: 2, shown: 'h' }, (h) =>
              onChange({ ...s, minutes: Math.round(h * 60) }, 'minutes'),
            )
          : figure('Steep minutes', s.minutes, { ...MINUTES, step: 1, digits: 1, shown: 'min' }, (minutes) =>
              onChange({ ...s, minutes }, 'minutes'),
            )}
      </>
    );
  },
  cool: ({ stage: s, onChange }) => {
    return (
      <>
        Cool to{' '}
        {figure('Cool temperature', s.toC, { unit: '°C', min: 1, max: 99, step: 1, shown: true }, (toC) =>
          onChange({ ...s, toC }, 'toC'),
        )}{' '}
        <InlineChoice
          label="Cool how"
          value={s.by}
          choices={[
            { value: 'ice-bath', label: 'in an ice bath' },
            { value: 'standing', label: 'by standing' },
          ]}
          onValue={(by) => onChange({ ...s, by }, 'by')}
        />
      </>
    );
  },
  hands: ({ stage: s, onChange }) => {
    return (
      <InlineChoice
        label="Work"
        value={s.work}
        choices={HANDS_WORK.map((value) => ({ value, label: HANDS_WORDS[value] }))}
        onValue={(work) => onChange({ ...s, work }, 'work')}
      />
    );
  },
  strain: ({ stage: s, onChange }) => {
    return (
      <>
        Strain through{' '}
        <InlineChoice
          label="Strain through"
          value={s.through}
          choices={[
            { value: 'sieve', label: 'a sieve' },
            { value: 'fine-cloth', label: 'a fine cloth' },
            { value: 'paper', label: 'paper' },
          ]}
          onValue={(through) => onChange({ ...s, through }, 'through')}
        />
        ,{' '}
        <InlineChoice
          label="Press"
          value={s.press ? 'press' : 'drain'}
          choices={[
            { value: 'drain', label: 'draining only' },
            { value: 'press', label: 'pressing' },
          ]}
          onValue={(v) => onChange({ ...s, press: v === 'press' }, 'press')}
        />
      </>
    );
  },
  rinse: ({ stage: s, kitchen, plantsG, onChange }) => {
    return (
      <>
        Rinse the plants with{' '}
        <StageAmount stage={s} label="Rinse water" kitchen={kitchen} plantsG={plantsG} onChange={onChange} /> of water
      </>
    );
  },
  dissolve: ({ stage: s, kitchen, plantsG, onChange }) => {
    return (
      <>
        Stir in{' '}
        <InlineChoice
          label="Sweetener"
          value={s.sweetener}
          choices={SWEETENER_CHOICES}
          onValue={(sweetener) => onChange(otherSweetener(s, sweetener), 'sweetener')}
        />
        ,{' '}
        {'grams' in s.to ? (
          <StageAmount stage={s} label="Sweetener amount" kitchen={kitchen} plantsG={plantsG} onChange={onChange} />
        ) : 'gPerMl' in s.to ? (
          figure(
            'Sweetener to 100 ml',
            s.to.gPerMl * 100,
            { unit: 'g', min: 1, max: 300, step: 5, digits: 1, shown: 'g to 100 ml' },
            (g) => onChange({ ...s, to: { gPerMl: g / 100 } }, 'to'),
          )
        ) : (
          figure('Sweeten to', s.to.brix, { unit: '°Bx', min: 1, max: 80, step: 1, shown: true }, (brix) =>
            onChange({ ...s, to: { brix } }, 'to'),
          )
        )}
        ,{' '}
        <InlineChoice
          label="Sweetened by"
          value={'grams' in s.to ? (s.toTaste ? 'taste' : 'grams') : 'gPerMl' in s.to ? 'gPerMl' : 'brix'}
          choices={[
            { value: 'grams', label: 'an amount' },
            { value: 'taste', label: 'to taste, beginning there' },
            { value: 'gPerMl', label: 'by what is there' },
            { value: 'brix', label: 'up to a Brix' },
          ]}
          onValue={(by) => onChange(sweetenedBy(s, by), 'by')}
        />
      </>
    );
  },
  reduce: ({ stage: s, onChange }) => {
    return (
      <>
        Boil down{' '}
        <InlineChoice
          label="How hard it boils"
          value={s.agitation === 'boiling' ? 'boiling' : 'still'}
          choices={[
            { value: 'boiling', label: 'at a rolling boil' },
            { value: 'still', label: 'at a gentle simmer' },
          ]}
          onValue={(agitation) => onChange({ ...s, agitation }, 'boil')}
        />{' '}
        <InlineChoice
          label="Boiled down to"
          value={reduceKind(s.to)}
          choices={REDUCE_KINDS}
          onValue={(kind) => onChange({ ...s, to: REDUCE_FIRST[kind] }, 'by')}
        />{' '}
        {reduceFigure(s.to, (to) => onChange({ ...s, to }, 'to'))}
      </>
    );
  },
  'onto-ice': ({ stage: s, kitchen, plantsG, onChange }) => {
    return (
      <>
        Pour it over <StageAmount stage={s} label="Ice" kitchen={kitchen} plantsG={plantsG} onChange={onChange} /> of
        ice{' '}
        <InlineChoice
          label="How the ice is"
          value={s.ice}
          choices={[
            { value: 'freezer', label: 'from the freezer' },
            { value: 'wet', label: 'already wet' },
          ]}
          onValue={(ice) => onChange({ ...s, ice }, 'ice')}
        />
      </>
    );
  },
  ferment: ({ stage: s, onChange }) => {
    return (
      <>
        Let it work for{' '}
        {figure(
          'Ferment days',
          s.days,
          { unit: 'days', min: 0.1, max: 60, step: 0.5, digits: 1, shown: true },
          (days) => onChange({ ...s, days }, 'days'),
        )}
        , shaken{' '}
        <Rhythm
          label="Shaken"
          value={s.tend?.shake}
          usual="by its warmth"
          onValue={(shake) => onChange(tended(s, 'shake', shake), 'shake')}
        />
        , vented{' '}
        <Rhythm
          label="Vented"
          value={s.tend?.vent}
          usual="when it is closed tight"
          onValue={(vent) => onChange(tended(s, 'vent', vent), 'vent')}
        />
      </>
    );
  },
};

const Sentence = (of: Fields): ReactNode => (SENTENCES[of.stage.kind] as (of: Fields) => ReactNode)(of);

type Dissolve = Extract<Stage, { kind: 'dissolve' }>;

/** Sweetened another way; what is written of it was for the way before, but a beginning stays one. */
function sweetenedBy(stage: Dissolve, by: 'grams' | 'taste' | 'gPerMl' | 'brix'): Stage {
  const { toTaste: _taste, ...s } = stage;
  const amount = 'grams' in s.to ? s.to : { grams: 100 };
  if (by === 'grams') return { ...s, to: amount };
  if (by === 'taste') return { ...s, to: amount, toTaste: true };
  const { written: _written, ...bare } = s;
  return { ...bare, to: by === 'brix' ? { brix: 50 } : { gPerMl: 0.5 } };
}

type Ferment = Extract<Stage, { kind: 'ferment' }>;
type Turn = NonNullable<NonNullable<Ferment['tend']>['shake']>;

function tended(stage: Ferment, task: 'shake' | 'vent', turn: Turn | undefined): Stage {
  const { tend, ...bare } = stage;
  const { [task]: _was, ...others } = tend ?? {};
  const next = turn ? { ...others, [task]: turn } : others;
  return Object.keys(next).length > 0 ? { ...bare, tend: next } : bare;
}

const TURNS = [
  { value: '12', label: 'twice a day' },
  { value: '24', label: 'every day' },
  { value: '48', label: 'every other day' },
  { value: '72', label: 'every third day' },
  { value: '168', label: 'once a week' },
];

/** How often a jar is tended: by its warmth, or in the cook's own rhythm from a day on. */
function Rhythm({
  label,
  value,
  usual,
  onValue,
}: {
  label: string;
  value: Turn | undefined;
  usual: string;
  onValue: (turn: Turn | undefined) => void;
}): ReactNode {
  const own = value && !TURNS.some((t) => t.value === String(value.everyH));
  return (
    <>
      <InlineChoice
        label={label}
        value={value ? String(value.everyH) : 'usual'}
        choices={[
          { value: 'usual', label: usual },
          ...TURNS,
          ...(own ? [{ value: String(value.everyH), label: `every ${value.everyH} h` }] : []),
        ]}
        onValue={(v) =>
          onValue(
            v === 'usual'
              ? undefined
              : { everyH: Number(v), ...(value?.fromDay === undefined ? {} : { fromDay: value.fromDay }) },
          )
        }
      />
      {value && (
        <>
          {' '}
          from day{' '}
          {figure(`${label} from day`, value.fromDay ?? 1, { unit: '', min: 1, max: 60, step: 1 }, (fromDay) => {
            const { fromDay: _was, ...turn } = value;
            onValue(fromDay > 1 ? { ...turn, fromDay } : turn);
          })}
        </>
      )}
    </>
  );
}

/** Another sweetener is another weight for the same words: they go. */
function otherSweetener(stage: Extract<Stage, { kind: 'dissolve' }>, sweetener: string): Stage {
  const { written: _written, ...rest } = stage;
  return { ...rest, sweetener };
}

type ReduceKind = 'share' | 'volumeMl' | 'massG' | 'brix' | 'boilsAtC';
const REDUCE_KINDS: { value: ReduceKind; label: string }[] = [
  { value: 'share', label: 'to a share of' },
  { value: 'volumeMl', label: 'down to the mark of' },
  { value: 'massG', label: 'until it weighs' },
  { value: 'brix', label: 'to a Brix of' },
  { value: 'boilsAtC', label: 'until it boils at' },
];
/** What a way of ending starts from when it is chosen. */
const REDUCE_FIRST: Record<ReduceKind, ReduceTo> = {
  share: { share: 0.5 },
  volumeMl: { volumeMl: 500 },
  massG: { massG: 500 },
  brix: { brix: 60 },
  boilsAtC: { boilsAtC: 104 },
};
const reduceKind = (to: ReduceTo): ReduceKind => REDUCE_KINDS.find(({ value }) => value in to)!.value;

function reduceFigure(to: ReduceTo, onChange: (to: ReduceTo) => void): ReactNode {
  if ('share' in to)
    return figure('Share left', to.share * 100, { unit: '%', min: 2, max: 100, step: 5, shown: true }, (p) =>
      onChange({ share: p / 100 }),
    );
  if ('volumeMl' in to)
    return figure('Mark', to.volumeMl, { unit: 'ml', min: 10, max: 20_000, step: 10, shown: true }, (volumeMl) =>
      onChange({ volumeMl }),
    );
  if ('massG' in to)
    return figure('Weight', to.massG, { unit: 'g', min: 10, max: 20_000, step: 10, shown: true }, (massG) =>
      onChange({ massG }),
    );
  if ('brix' in to)
    return figure('Reduce to', to.brix, { unit: '°Bx', min: 1, max: 80, step: 1, shown: true }, (brix) =>
      onChange({ brix }),
    );
  return figure(
    'Boils at',
    to.boilsAtC,
    { unit: '°C', min: 100.1, max: 111, step: 0.5, digits: 1, shown: 'at sea level' },
    (boilsAtC) => onChange({ boilsAtC }),
  );
}

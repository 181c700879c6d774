import { useMemo, useState, type ReactNode } from 'react';
import {
  brewState,
  callsAt,
  forgottenAt,
  fromTheStart,
  isOffPlants,
  lidNow,
  progressAt,
  runningStage,
  SKIPPABLE,
  vesselOf,
  type Batch,
  type BatchEventBody,
  type FrozenBrew,
  type Lid,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { Chips } from '@/shared/ui/Chips';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Panel } from '@/shared/ui/Panel';
import { Fault, FigureForm, type Asked } from './FigureForm';

type Tell = (event: BatchEventBody & { at?: string }) => void;
type Acting = { batch: Batch; brew: FrozenBrew; tell: Tell; pending: boolean; now: number };

type Topic = 'lid' | 'temp' | 'more' | 'water' | 'weight' | 'strained' | 'brix' | 'forgot';
const TOPIC_WORDS: Record<Topic, string> = {
  lid: 'The lid',
  temp: 'A temperature',
  weight: 'The pot’s weight',
  more: 'More went in',
  water: 'Water went in',
  strained: 'What came through',
  brix: 'A Brix',
  forgot: 'Something was forgotten',
};

/** What really happened to a brew, told in a tap and a figure; each of it moves the prediction. */
export function WhatHappened(acting: Acting): ReactNode {
  const { batch, brew, now } = acting;
  const [topic, setTopic] = useState<Topic | undefined>(undefined);
  const state = brewState(batch, brew.brewId);
  const off = isOffPlants(batch.plan, state);
  const runs = runningStage(batch, brew.brewId) !== undefined;
  if (!state.startedAt || batch.offStoveAt) return null;
  const topics: Topic[] = off
    ? [...(runs ? (['strained'] as const) : []), 'brix', 'weight']
    : ['lid', 'temp', 'forgot', 'more', 'water', 'weight'];
  const chosen = topic && topics.includes(topic) ? topic : undefined;
  const overdue = off ? [] : lateOnes(batch, brew.brewId, now);
  return (
    <Panel title={`What really happened${batch.plan.brews.length > 1 ? `: ${brew.name.toLowerCase()}` : ''}`}>
      {overdue.length > 0 && chosen !== 'forgot' && (
        <p className="mb-2">
          {overdue.map((o) => plantNameIn(batch.plan.drink, o.plant).toLowerCase()).join(', ')} should be in by now.{' '}
          <Button kind="quiet" onClick={() => setTopic('forgot')}>
            Is it still worth it?
          </Button>
        </p>
      )}
      <Chips
        label="Tell it"
        value={chosen}
        choices={topics.map((value) => ({ value, label: TOPIC_WORDS[value] }))}
        onValue={setTopic}
      />
      {chosen && (
        <div className="mt-3 border-t border-line pt-3">
          <TopicForm key={chosen} topic={chosen} {...acting} />
        </div>
      )}
    </Panel>
  );
}

function TopicForm({ topic, ...acting }: Acting & { topic: Topic }): ReactNode {
  if (topic === 'lid') return <LidForm {...acting} />;
  if (topic === 'more') return <MoreForm {...acting} />;
  if (topic === 'forgot') return <Forgot {...acting} />;
  const { batch, brew, tell, pending, now } = acting;
  const { start, event, ...asked } = ASKED[topic];
  return (
    <FigureForm
      asked={asked}
      start={start(batch, brew, now)}
      pot={{ batchId: batch.id, brewId: brew.brewId }}
      now={now}
      pending={pending}
      onTold={(value) => tell(event(value, brew.brewId, batch))}
    />
  );
}

type AskedOfPot = Asked & {
  start: (batch: Batch, brew: FrozenBrew, now: number) => number;
  event: (value: number, brewId: string, batch: Batch) => BatchEventBody;
};

const nearest = (step: number, value: number): number => Math.round(value / step) * step;

/** What is told with one figure. */
const ASKED: Record<Exclude<Topic, 'lid' | 'more' | 'forgot'>, AskedOfPot> = {
  temp: {
    label: 'Temperature in the pot',
    before: 'It reads',
    unit: '°C',
    start: (batch, { brewId }, now) => Math.round(progressAt(batch, brewId, now)?.tempC ?? 80),
    range: { min: 0, max: 105 },
    button: 'That is its temperature',
    read: 'probe',
    event: (value, brewId) => ({ type: 'measured', what: 'temp', brewId, value, method: 'thermometer' }),
  },
  weight: {
    label: 'Weight of the pot',
    before: 'With all that is in it, and the pot itself, it weighs',
    unit: 'g',
    start: (batch, brew) => nearest(50, brew.way.waterMl / brew.pots + vesselOf(batch.plan, brew.vesselId).emptyG),
    range: { min: 1, max: 60_000 },
    step: 10,
    button: 'That is its weight',
    read: 'scale',
    event: (value, brewId) => ({ type: 'measured', what: 'pan-weight', brewId, value, method: 'scale' }),
  },
  brix: {
    label: 'Brix',
    before: 'A drop on the refractometer reads',
    unit: '°Bx',
    start: () => 5,
    range: { min: 0.1, max: 85 },
    step: 0.5,
    digits: 1,
    button: 'That is its Brix',
    read: 'refractometer',
    event: (value, brewId) => ({ type: 'measured', what: 'brix', brewId, value, method: 'refractometer' }),
  },
  strained: {
    label: 'What came through the cloth',
    before: 'Through the cloth came',
    unit: 'ml',
    start: (_, brew) => nearest(10, brew.way.waterMl),
    range: { min: 1, max: 50_000 },
    step: 10,
    button: 'Sweeten by that',
    event: (value, brewId) => ({ type: 'measured', what: 'volume', brewId, value, method: 'jug' }),
  },
  water: {
    label: 'Water poured in',
    before: 'From the tap, into all its pots together,',
    unit: 'ml',
    start: () => 200,
    range: { min: 1, max: 20_000 },
    step: 50,
    button: 'Poured in',
    event: (ml, brewId, { plan }) => ({ type: 'topped-up', brewId, ml, tempC: plan.kitchen.tapC }),
  },
};

const LIDS: Record<Lid, string> = { closed: 'on', loose: 'on, loosely', open: 'off' };

function LidForm({ batch, brew, tell, pending, now }: Acting): ReactNode {
  const running = runningStage(batch, brew.brewId);
  const { changes } = brewState(batch, brew.brewId);
  const is = running && lidNow(brew.way, running.stageId, changes);
  const longest = running ? Math.max(0, Math.floor((now - Date.parse(running.startedAt)) / 60_000)) : 0;
  const [agoMin, setAgoMin] = useState(0);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const since = Math.min(agoMin, longest);
  return (
    <div>
      <p>
        The lid is <strong>{is ? LIDS[is] : 'as planned'}</strong>. For{' '}
        <InlineNumber
          label="Lid, minutes already"
          value={since}
          range={{ unit: 'min', min: 0, max: longest }}
          step={1}
          unit="min"
          onValue={setAgoMin}
          onFault={setFault}
        />{' '}
        already it has been
      </p>
      <Fault of={fault} />
      <div className="mt-2 flex flex-wrap gap-3">
        {(Object.keys(LIDS) as Lid[])
          .filter((lid) => lid !== is)
          .map((lid) => (
            <Button
              key={lid}
              disabled={pending || fault !== undefined}
              onClick={() =>
                tell({
                  type: 'lid-set',
                  brewId: brew.brewId,
                  lid,
                  ...(since > 0 ? { at: new Date(now - since * 60_000).toISOString() } : {}),
                })
              }
            >
              {LIDS[lid]}
            </Button>
          ))}
      </div>
    </div>
  );
}

function MoreForm({ batch, brew, tell, pending }: Acting): ReactNode {
  const [ingredientId, setIngredient] = useState(brew.way.ingredients[0]?.id ?? '');
  const [grams, setGrams] = useState(10);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  if (brew.way.ingredients.length === 0) return <p className="text-muted">Nothing of it steeps.</p>;
  return (
    <div>
      <p className="flex flex-wrap items-center gap-x-2 gap-y-3 text-lg">
        <InlineNumber
          label="Grams more"
          value={grams}
          range={{ unit: 'g', min: 0.1, max: 20_000 }}
          step={1}
          digits={1}
          unit="g"
          onValue={setGrams}
          onFault={setFault}
          className="text-2xl"
        />
        more of
        <InlineChoice
          label="More of"
          value={ingredientId}
          choices={brew.way.ingredients.map((i) => ({
            value: i.id,
            label: plantNameIn(batch.plan.drink, i.plant).toLowerCase(),
          }))}
          onValue={setIngredient}
        />
        <Button
          disabled={pending || fault !== undefined}
          onClick={() => tell({ type: 'put-in', brewId: brew.brewId, ingredientId, grams, more: true })}
        >
          It went in now
        </Button>
      </p>
      <Fault of={fault} />
    </div>
  );
}

/** Plants whose moment has passed and that nobody has said are in. */
const lateOnes = (batch: Batch, brewId: string, now: number): { id: string; plant: string }[] =>
  callsAt(batch, now).flatMap(({ what, dueMs }) =>
    what.kind === 'put-in' && what.brewId === brewId && now - dueMs > 60_000
      ? [{ id: what.ingredientId, plant: what.plant }]
      : [],
  );

/** For a plant that was left out or is late: whether it is still worth it, and how. */
function Forgot({ batch, brew, tell, pending, now }: Acting): ReactNode {
  const late = lateOnes(batch, brew.brewId, now);
  const all = [...late, ...fromTheStart(batch, brew.brewId).filter((p) => !late.some((l) => l.id === p.id))];
  const [picked, setPicked] = useState<string | undefined>(undefined);
  const id = picked ?? late[0]?.id;
  const running = runningStage(batch, brew.brewId);
  if (all.length === 0) return <p>Everything that was to be in by now is in.</p>;
  return (
    <div className="space-y-3">
      <Chips
        label="What was forgotten?"
        value={id}
        choices={all.map((p) => ({ value: p.id, label: plantNameIn(batch.plan.drink, p.plant).toLowerCase() }))}
        onValue={setPicked}
      />
      {id && <Advice batch={batch} brew={brew} ingredientId={id} tell={tell} pending={pending} now={now} />}
      {running && SKIPPABLE.has(running.kind) && (
        <p className="text-sm text-muted">The step that runs now can be left out with the button above.</p>
      )}
    </div>
  );
}

function Advice({ batch, brew, ingredientId, tell, pending, now }: Acting & { ingredientId: string }): ReactNode {
  // It runs the brew several times over: every quarter of a minute is soon enough.
  const at = Math.floor(now / 15_000) * 15_000;
  const a = useMemo(() => forgottenAt(batch, brew.brewId, ingredientId, at), [batch, brew.brewId, ingredientId, at]);
  if (!a) return null;
  const share = `${Math.round(a.shareNow * 100)} %`;
  const words = {
    now: `Still worth it: in now, it gives ${share} of what it was to. The glass comes to ${f.strength(a.glassX.now)}, without it to ${f.strength(a.glassX.without)}.`,
    'now-and-longer': `Worth it with time: in now, it gives ${share} of what it was to; with ${f.duration(a.longerMin ?? 0)} more for the whole pot it gives nearly all, and the rest stays within its window. The glass then comes to ${f.strength(a.glassX.longer ?? a.glassX.now)}.`,
    'leave-out': `Not worth it any more: it would give ${share} of what it was to. Leave it out; the glass comes to ${f.strength(a.glassX.without)}.`,
    'too-late': 'Too late: the brew is off its plants. The glass stays without it.',
  }[a.worth];
  const { brewId } = brew;
  return (
    <div>
      <p className="text-lg">{words}</p>
      {a.worth !== 'too-late' && (
        <div className="mt-2 flex flex-wrap gap-3">
          <Button
            kind={a.worth === 'leave-out' ? 'plain' : 'main'}
            disabled={pending}
            onClick={() => tell({ type: 'put-in', brewId, ingredientId })}
          >
            It goes in now
          </Button>
          <Button
            kind={a.worth === 'leave-out' ? 'main' : 'plain'}
            disabled={pending}
            onClick={() => tell({ type: 'left-out', brewId, ingredientId })}
          >
            Leave it out
          </Button>
        </div>
      )}
    </div>
  );
}

import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  INSTRUMENT_KINDS,
  MISBEHAVIOURS,
  readLoggerTable,
  TIME_FORMATS,
  type Batch,
  type InstrumentKind,
  type LoggerColumns,
  type LoggerRead,
  type Misbehaviour,
  type TimeFormat,
} from '@steepsis/core';
import type { InstrumentView } from '@steepsis/contract';
import {
  useAttach,
  useForgetSimulated,
  useImportLogger,
  useInstruments,
  useMisbehave,
  useSimulate,
} from '@/shared/api/instrumentQueries';
import { useAtStove, useBatches, useBatchesById } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { reading } from '@/shared/format/reading';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { TableFile, type Table } from './TableFile';

const KIND_WORDS: Record<InstrumentKind, string> = {
  probe: 'probe thermometer',
  scale: 'kitchen scale',
  refractometer: 'refractometer',
};
const MISBEHAVIOUR_WORDS: Record<Misbehaviour, string> = {
  none: 'behaves',
  silent: 'goes silent',
  stuck: 'gets stuck',
  drifts: 'drifts away',
  jumps: 'jumps about',
  'out-of-the-pot': 'hangs out of the pot',
  'reads-low': 'reads too low',
};

/** Instruments that speak to Steepsis: where they are, what they say, and stand-ins to try it all with. */
export function Component(): ReactNode {
  const list = useInstruments();
  const { batches } = useAtStove();
  const simulate = useSimulate();
  if (list.isPending) return <Loading what="the instruments" />;
  if (list.isError) return <Failed error={list.error} retry={() => void list.refetch()} />;
  const { instruments } = list.data;
  return (
    <Page
      title="Instruments"
      note="What they read is kept; what can be believed moves the prediction of their pot."
      actions={<LinkButton to="/kitchen">Kitchen</LinkButton>}
    >
      <Refusal error={simulate.error} />
      {instruments.length === 0 && (
        <Empty>
          No instrument has spoken yet. docs/instruments.md says in a page what a real one has to send; a simulated one
          follows the running pot by the model, with the errors of a cheap kitchen instrument.
        </Empty>
      )}
      <div className="grid gap-3 lg:grid-cols-2">
        {instruments.map((i) => (
          <Instrument key={i.id} instrument={i} batches={batches} />
        ))}
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        {INSTRUMENT_KINDS.map((kind) => (
          <Button key={kind} disabled={simulate.isPending} onClick={() => simulate.mutate(kind)}>
            Add a simulated {KIND_WORDS[kind]}
          </Button>
        ))}
      </div>
      <Logger />
    </Page>
  );
}

type PotChoice = { value: string; label: string };
const NOWHERE = 'nowhere';

/** Every pot of these batches, as one choice; among many of one drink the day tells them apart. */
const potChoices = (batches: readonly Batch[], dated = false): PotChoice[] =>
  batches.flatMap((b) =>
    b.plan.brews.map((brew) => ({
      value: `${b.id} ${brew.brewId}`,
      label: [
        b.plan.drink.name,
        ...(b.plan.brews.length > 1 ? [brew.name.toLowerCase()] : []),
        ...(dated ? [f.moment(b.startedAt)] : []),
      ].join(', '),
    })),
  );

function Instrument({ instrument: i, batches }: { instrument: InstrumentView; batches: readonly Batch[] }): ReactNode {
  const attach = useAttach();
  const misbehave = useMisbehave();
  const forget = useForgetSimulated();
  const is = i.attached ? `${i.attached.batchId} ${i.attached.brewId}` : NOWHERE;
  const pots = potChoices(batches);
  const choices = [
    { value: NOWHERE, label: 'no pot' },
    ...pots,
    ...(is !== NOWHERE && !pots.some((p) => p.value === is) ? [{ value: is, label: 'its pot' }] : []),
  ];
  return (
    <Panel title={i.name} aside={`${KIND_WORDS[i.kind]}${i.simulated ? ', simulated' : ''}`}>
      <Refusal error={attach.error ?? misbehave.error ?? forget.error} />
      <p className="font-display text-3xl font-bold">{i.last ? reading(i.kind, i.last.value) : 'silent so far'}</p>
      {i.last && (
        <p className="text-sm text-muted">
          {f.moment(new Date(i.last.atMs).toISOString())}
          {i.state && i.state !== 'good' ? `; not believed now: ${i.state.replaceAll('-', ' ')}` : ''}
        </p>
      )}
      <p className="mt-2 text-[1.05rem] leading-9">
        It is in{' '}
        <InlineChoice
          label={`${i.name} is in`}
          value={is}
          choices={choices}
          onValue={(value) => {
            const [batchId = '', brewId = ''] = value.split(' ');
            attach.mutate({ id: i.id, attached: value === NOWHERE ? undefined : { batchId, brewId } });
          }}
        />
        {i.simulated && (
          <>
            {' '}
            and{' '}
            <InlineChoice
              label={`${i.name} behaves`}
              value={i.misbehaves ?? 'none'}
              choices={MISBEHAVIOURS.map((value) => ({ value, label: MISBEHAVIOUR_WORDS[value] }))}
              onValue={(misbehaves) => misbehave.mutate({ id: i.id, misbehaves })}
            />
          </>
        )}
        .
      </p>
      <a
        className="inline-flex min-h-11 items-center text-action underline underline-offset-4"
        href={`/api/instruments/${encodeURIComponent(i.id)}/readings.csv`}
      >
        All its readings as a table (CSV)
      </a>
      {i.simulated && (
        <Ask
          trigger={<Button kind="quiet">Remove it</Button>}
          title={`Remove the ${i.name.toLowerCase()}?`}
          yes="Remove it"
          onYes={() => forget.mutate(i.id)}
        >
          <p>Its simulated readings go with it. Readings of real instruments stay.</p>
        </Ask>
      )}
    </Panel>
  );
}

const FORMAT_WORDS: Record<TimeFormat, string> = {
  'date-time': 'date and time',
  'seconds-since-1970': 'seconds since 1970',
  'milliseconds-since-1970': 'milliseconds since 1970',
  'seconds-from-start': 'seconds from the brew’s start',
  'minutes-from-start': 'minutes from the brew’s start',
};

/** A file of another logger: the cook says which column is what, and sees what is understood before it is kept. */
function Logger(): ReactNode {
  return (
    <Panel title="Readings from another logger" className="mt-3">
      <TableFile
        label="A table with a heading (CSV, any separator)"
        columns="a column of times and one of values"
        mostMB={20}
      >
        {(table) => <OfBatches key={table.name} table={table} />}
      </TableFile>
    </Panel>
  );
}

/** So many batches back a logger’s file may be about. */
const RECENT = 20;

/** A logger is mostly read out when its brew is long in the fridge: batches that are done are offered as well. */
function OfBatches({ table }: { table: Table }): ReactNode {
  const all = useBatches();
  const recent = (all.data?.batches ?? []).filter((b) => b.phase !== 'discarded').slice(0, RECENT);
  const { batches } = useBatchesById(recent.map((b) => b.id));
  if (all.isError) return <Failed error={all.error} retry={() => void all.refetch()} />;
  if (all.isPending || (batches.length === 0 && recent.length > 0)) return <p role="status">Fetching the batches.</p>;
  if (batches.length === 0)
    return <p className="mt-3">There is no batch that these readings could belong to. Start a brew first.</p>;
  return <Columns table={table} batches={batches} />;
}

function Columns({ table, batches }: { table: Table; batches: readonly Batch[] }): ReactNode {
  const pots = potChoices(batches, true);
  const guess = (pattern: RegExp, otherwise: number): number => {
    const found = table.head.findIndex((h) => pattern.test(h));
    return found < 0 ? otherwise : found;
  };
  const [time, setTime] = useState(guess(/time|date|zeit|hora|heure/i, 0));
  const [value, setValue] = useState(guess(/temp|value|°|celsius|probe/i, 1));
  const [format, setFormat] = useState<TimeFormat>(
    /^\d{4}-/.test(table.rows[0]?.[0] ?? '') ? 'date-time' : 'seconds-from-start',
  );
  const [fahrenheit, setFahrenheit] = useState(/°?f\b|fahrenheit/i.test(table.head.join(' ')));
  const [picked, setPicked] = useState<string | undefined>(undefined);
  const pot = picked ?? pots[0]?.value;
  const [progress, setProgress] = useState(0);
  const take = useImportLogger(setProgress);
  const batch = batches.find((b) => pot?.startsWith(b.id));
  const brewId = pot?.split(' ')[1] ?? '';
  const startMs = Date.parse(batch?.brews.find((b) => b.brewId === brewId)?.startedAt ?? batch?.startedAt ?? '') || 0;
  const columns: LoggerColumns = { time, value, format, fahrenheit, startMs };
  const understood: LoggerRead = readLoggerTable(table.rows, columns, 'probe', 2);
  const column = (label: string, is: number, set: (n: number) => void): ReactNode => (
    <InlineChoice
      label={label}
      value={String(is)}
      choices={table.head.map((h, i) => ({ value: String(i), label: h.trim() || `column ${i + 1}` }))}
      onValue={(v) => set(Number(v))}
    />
  );
  return (
    <div className="mt-3">
      <p className="text-[1.05rem] leading-9">
        The times are in {column('Column of times', time, setTime)}, written as{' '}
        <InlineChoice
          label="Times are"
          value={format}
          choices={TIME_FORMATS.map((v) => ({ value: v, label: FORMAT_WORDS[v] }))}
          onValue={setFormat}
        />
        ; the temperatures in {column('Column of temperatures', value, setValue)}, in{' '}
        <InlineChoice
          label="Degrees"
          value={fahrenheit ? 'f' : 'c'}
          choices={[
            { value: 'c', label: '°C' },
            { value: 'f', label: '°F' },
          ]}
          onValue={(v) => setFahrenheit(v === 'f')}
        />
        . They belong to <InlineChoice label="Pot" value={pot ?? ''} choices={pots} onValue={setPicked} />.
      </p>
      <p className="mt-2" role="status">
        {understood.readings.length} of {table.rows.length} lines are understood
        {understood.readings[0] &&
          ` , from ${f.moment(new Date(understood.readings[0].atMs).toISOString())}, first ${reading('probe', understood.readings[0].value)}`.replace(
            ' ,',
            ',',
          )}
        .
      </p>
      {understood.faults.length > 0 && (
        <ul className="mt-1 text-sm text-stop">
          {understood.faults.slice(0, 3).map((x) => (
            <li key={x.line}>
              Line {x.line}: {x.accepted} is accepted, not “{x.text}”.
            </li>
          ))}
          {understood.faults.length > 3 && <li>and {understood.faults.length - 3} more</li>}
        </ul>
      )}
      <Refusal error={take.error} />
      <Button
        kind="main"
        className="mt-3"
        disabled={understood.readings.length === 0 || take.isPending || !batch}
        onClick={() =>
          take.mutate({
            id: `logger-${crypto.randomUUID().slice(0, 8)}`,
            name: table.name.slice(0, 60),
            kind: 'probe',
            attached: { batchId: batch!.id, brewId },
            readings: understood.readings.map((r) => ({ at: new Date(r.atMs).toISOString(), value: r.value })),
          })
        }
      >
        {take.isPending ? `Keeping, ${Math.round(progress * 100)} %` : `Keep ${understood.readings.length} readings`}
      </Button>
      {take.isSuccess && batch && (
        <p className="mt-2 font-semibold" role="status">
          Kept. They stand on{' '}
          <Link to={`/steep/${batch.id}`} className="text-action underline underline-offset-4">
            the chart of that pot
          </Link>
          .
        </p>
      )}
    </div>
  );
}

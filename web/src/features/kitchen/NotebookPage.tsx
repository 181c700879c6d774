import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Download, FileUp } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import type { CopyList, NotebookReport, ReportLine } from '@steepsis/contract';
import { get, post, put } from '@/shared/api/client';
import * as f from '@/shared/format/format';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlainError } from '@/shared/ui/reasonOf';
import { TablesIn } from './TablesIn';

/** The whole notebook: taken along as one file, taken in from one, and the copies that are made of it. */
export function Component(): ReactNode {
  return (
    <Page
      title="The notebook"
      note="All that is yours in one file, and back again; and the copies that are made by themselves."
      actions={<LinkButton to="/kitchen">The kitchen</LinkButton>}
    >
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <div className="space-y-3">
          <Panel title="Take everything along">
            <p>
              Drinks with all their versions, batches and jugs with all that happened, the house, readings: one file of
              text that says what it is. What was paired with this machine is not in it.
            </p>
            <a
              href="/api/notebook"
              download
              className="mt-3 inline-flex min-h-11 items-center gap-2 rounded-md bg-action px-4 font-semibold text-on-action"
            >
              <Download size={18} aria-hidden /> Take everything along
            </a>
            <p className="mt-3">
              As tables for a table program:{' '}
              {TABLES.map(([name, words], i) => (
                <span key={name}>
                  {i > 0 && ', '}
                  <a className="text-action underline underline-offset-4" href={`/api/tables/${name}.csv`} download>
                    {words}
                  </a>
                </span>
              ))}
              .
            </p>
          </Panel>
          <TakeIn />
        </div>
        <div className="space-y-3">
          <Copies />
          <TablesIn />
        </div>
      </div>
    </Page>
  );
}

const TABLES = [
  ['batches', 'batches'],
  ['tastings', 'tastings'],
  ['shelf', 'the shelf'],
  ['pantry', 'the pantry'],
] as const;

const MOST_BYTES = 64 * 1024 * 1024;

/** A file of a notebook: looked over first, taken in when that has been read. */
function TakeIn(): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const [file, setFile] = useState<{ name: string; body: unknown } | undefined>(undefined);
  const [fault, setFault] = useState<Error | undefined>(undefined);
  const look = useMutation<NotebookReport, Error, unknown>({ mutationFn: (body) => post('/api/notebook/look', body) });
  const take = useMutation<NotebookReport, Error, 'merged' | 'whole'>({
    mutationFn: (as) => post(`/api/notebook?as=${as}`, file!.body),
    onSuccess: () => void client.invalidateQueries(),
  });
  const open = async (chosen: File | undefined): Promise<void> => {
    look.reset();
    take.reset();
    setFault(undefined);
    setFile(undefined);
    if (!chosen) return;
    if (chosen.size > MOST_BYTES) return setFault(new PlainError('That file is larger than any notebook.'));
    try {
      const body = JSON.parse(await chosen.text()) as unknown;
      setFile({ name: chosen.name, body });
      look.mutate(body);
    } catch {
      setFault(new PlainError('That is no file of a notebook, or only half of one: it cannot be read to its end.'));
    }
  };
  const report = look.data;
  const nothing = report && report.added + report.grown + report.apart + report.readings === 0;
  return (
    <Panel title="Take one in">
      <p>A file that was taken along from here or from another machine. First you are told what it would change.</p>
      <Button className="mt-3" disabled={look.isPending || take.isPending} onClick={() => input.current?.click()}>
        <FileUp size={18} aria-hidden /> Open a notebook’s file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="File of a notebook"
        className="sr-only"
        onChange={(e) => {
          void open(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <Refusal error={fault ?? look.error ?? take.error} />
      {look.isPending && (
        <p role="status" className="mt-2">
          Looking it over.
        </p>
      )}
      {file && report && !take.isSuccess && (
        <div className="mt-3" role="status">
          <h3 className="text-base">What {file.name} would change</h3>
          <Told report={report} />
          <div className="mt-3 flex flex-wrap gap-3">
            <Button kind="main" disabled={nothing || take.isPending} onClick={() => take.mutate('merged')}>
              {take.isPending ? 'Taking it in…' : 'Take it in beside what is here'}
            </Button>
            <Ask
              trigger={<Button disabled={take.isPending}>In the place of what is here</Button>}
              title="Put it in the place of this notebook?"
              yes="Put it in its place"
              onYes={() => take.mutate('whole')}
            >
              <p>
                All that is here now goes, and the file takes its place. A copy of what is here is made first, and stays
                in the list.
              </p>
            </Ask>
          </div>
        </div>
      )}
      {take.isSuccess && (
        <p role="status" className="mt-3 border-l-4 border-action bg-action-wash px-3 py-2">
          It is taken in.
        </p>
      )}
    </Panel>
  );
}

const WHAT: Readonly<Record<ReportLine['what'], string>> = {
  drink: 'Drink',
  batch: 'Batch',
  jug: 'Jug',
  kitchen: 'Kitchen',
  pantry: 'Pantry',
  plants: 'Plant of yours',
  occasions: 'Occasion',
  instrument: 'Instrument',
};
const BECOMES: Readonly<Record<ReportLine['becomes'], string>> = {
  new: 'is new here',
  more: 'goes on from what is here',
  apart: 'differs from the one here: it is kept beside it',
  kept: 'differs from the one here: the one here stays',
  same: 'is here already',
};

function Told({ report }: { report: NotebookReport }): ReactNode {
  const { added, grown, apart, kept, same, readings, lines } = report;
  const counts = [
    [added, 'new'],
    [grown, 'that go on'],
    [apart, 'kept apart'],
    [kept, 'where the one here stays'],
    [same, 'here already'],
    [readings, readings === 1 ? 'reading' : 'readings'],
  ].filter(([n]) => (n as number) > 0);
  return (
    <>
      <p>{counts.length === 0 ? 'Nothing is in it.' : `${counts.map(([n, words]) => `${n} ${words}`).join(', ')}.`}</p>
      {lines.length > 0 && (
        <ul
          className="mt-2 max-h-72 divide-y divide-line overflow-y-auto border-y border-line text-[0.95rem]"
          tabIndex={0}
          aria-label="Thing by thing"
        >
          {lines.map((l, i) => (
            <li key={i} className="py-1">
              <span className="text-muted">{WHAT[l.what]}</span> <strong className="font-semibold">{l.name}</strong>{' '}
              {BECOMES[l.becomes]}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The copies that were made, what is in them, and the one that the next start begins with. */
function Copies(): ReactNode {
  const client = useQueryClient();
  const copies = useQuery({ queryKey: ['copies'], queryFn: () => get<CopyList>('/api/notebook/copies') });
  const keep = (list: CopyList): void => void client.setQueryData(['copies'], list);
  const make = useMutation({
    mutationFn: () => post<CopyList>('/api/notebook/copies', {}),
    onSuccess: keep,
  });
  const next = useMutation<CopyList, Error, string | undefined>({
    mutationFn: (name) => put('/api/notebook/copies/next', name === undefined ? {} : { name }),
    onSuccess: keep,
  });
  if (copies.isPending) return <Loading what="the copies" />;
  if (copies.isError) return <Failed error={copies.error} retry={() => void copies.refetch()} />;
  const { copies: all, next: asked } = copies.data;
  return (
    <Panel title="Copies" aside={`${all.length} kept`}>
      <p className="text-muted">
        One is made each day, and one before every large step; each is checked when it is made.
      </p>
      <SecondFolder copies={copies.data} keep={keep} />
      {asked && (
        <p role="status" className="mt-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
          The next start begins with {nameOf(asked)}. The notebook as it is now is kept beside it.{' '}
          <Button kind="quiet" disabled={next.isPending} onClick={() => next.mutate(undefined)}>
            Leave it as it is
          </Button>
        </p>
      )}
      <Refusal error={make.error ?? next.error} />
      {all.length === 0 ? (
        <p className="mt-2">None yet: the first is made tomorrow, or now.</p>
      ) : (
        <ul aria-label="Copies" className="mt-2 divide-y divide-line">
          {all.map((c) => (
            <li key={c.name} className="flex flex-wrap items-start justify-between gap-x-4 gap-y-1 py-2.5">
              <div className="min-w-0 flex-1 basis-64">
                <p className="font-semibold">
                  {f.moment(c.at)}
                  {c.beforeStep && <span className="font-normal text-muted">, before a large step</span>}
                </p>
                <p className="text-[0.95rem]">
                  {c.inside.versions} versions of drinks, {c.inside.batches}{' '}
                  {c.inside.batches === 1 ? 'batch' : 'batches'}, {c.inside.jugs} {c.inside.jugs === 1 ? 'jug' : 'jugs'}
                  ; {(c.bytes / 1e6).toFixed(1)} MB
                </p>
                {c.inside.latest[0] && (
                  <p className="text-sm text-muted">
                    Last in it: {c.inside.latest[0].drinkName}, {f.moment(c.inside.latest[0].startedAt)}
                  </p>
                )}
              </div>
              {asked !== c.name && (
                <Button
                  aria-label={`Begin with the copy of ${f.moment(c.at)} next time`}
                  disabled={next.isPending}
                  onClick={() => next.mutate(c.name)}
                >
                  Begin with it next time
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <Button className="mt-3" disabled={make.isPending} onClick={() => make.mutate()}>
        {make.isPending ? 'Copying…' : 'Make one now'}
      </Button>
    </Panel>
  );
}

/** The folder that every copy is put into as well, on another disk. */
function SecondFolder({ copies, keep }: { copies: CopyList; keep: (list: CopyList) => void }): ReactNode {
  const { also, alsoFault, alsoToldAtStart } = copies;
  const [folder, setFolder] = useState('');
  const choose = useMutation<CopyList, Error, string | undefined>({
    mutationFn: (chosen) => put('/api/notebook/copies/also', chosen === undefined ? {} : { folder: chosen }),
    onSuccess: keep,
  });
  return (
    <>
      {also ? (
        <p className="mt-2">
          Each is put into <span className="break-all font-semibold">{also}</span> as well
          {alsoToldAtStart ? ', as was told when Steepsis was started.' : '.'}{' '}
          {!alsoToldAtStart && (
            <Button kind="quiet" disabled={choose.isPending} onClick={() => choose.mutate(undefined)}>
              No longer
            </Button>
          )}
        </p>
      ) : (
        <form
          className="mt-2"
          onSubmit={(e) => {
            e.preventDefault();
            choose.mutate(folder.trim());
          }}
        >
          <label className="block">
            <span className="text-sm text-muted">A second folder for them, on another disk</span>
            <span className="mt-1 flex flex-wrap gap-2">
              <input
                value={folder}
                onChange={(e) => setFolder(e.target.value)}
                placeholder="its whole path on this machine"
                maxLength={400}
                spellCheck={false}
                autoCapitalize="off"
                className="min-h-11 min-w-0 flex-1 basis-52 rounded-md border border-ink/35 bg-surface px-3"
              />
              <Button type="submit" disabled={folder.trim() === '' || choose.isPending}>
                {choose.isPending ? 'Copying there…' : 'Put them there too'}
              </Button>
            </span>
          </label>
        </form>
      )}
      {alsoFault && (
        <p role="status" className="mt-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
          The last copy is not in it. {alsoFault}
        </p>
      )}
      <Refusal error={choose.error} />
    </>
  );
}

const nameOf = (name: string): string => `the copy of ${name.slice(0, 10)}`;

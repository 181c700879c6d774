import { useState, type ReactNode } from 'react';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { PAPERS, placesOnSheet, SHEET_RANGES, SHEETS, type LabelSheet } from '@steepsis/core';
import type { LabelOn } from '@steepsis/contract';
import { get } from '@/shared/api/client';
import { useSayOfThing } from '@/shared/api/queries';
import { useThings, type Thing } from '@/shared/keep/things';
import { LinkButton } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice, type Choice } from '@/shared/ui/InlineChoice';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { workedOut } from '@/shared/ui/reasonOf';
import { LabelPreview } from './LabelPreview';
import { labelsUrl, onOf, useLabels, type FormName } from './labelStore';
import { titleOf } from './thingWords';

const FORMS: readonly Choice<FormName>[] = [
  ...Object.keys(SHEETS).map((name) => ({ value: name, label: name })),
  { value: 'own', label: 'a sheet of your own measures' },
  { value: 'single', label: 'one label by itself' },
  { value: 'tag', label: 'a tag to cut out, for a neck' },
];

/** Labels of some things of the shelf: on what, how many, from which place of the sheet on, and how they will look. */
export function Component(): ReactNode {
  const all = useThings();
  const [params] = useSearchParams();
  // The address says what is ticked at first; what is ticked from then on is this page's own.
  const [asked, setAsked] = useState<ReadonlySet<string>>(
    () => new Set((params.get('of') ?? '').split(',').filter(Boolean)),
  );
  if (all.pending) return <Loading what="the shelf" />;
  if (all.error && all.things.length === 0) return <Failed error={all.error} retry={all.retry} />;
  const good = all.things.filter((t) => t.placed.place !== 'pour-away');
  const chosen = good.filter((t) => asked.has(t.key));
  const choose = (key: string): void =>
    setAsked((before) => {
      const next = new Set(before);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  return (
    <Page
      title="Labels"
      note="What it is, how to drink it, until when, what is in it, and what someone must not miss."
      actions={<LinkButton to="/keep">The shelf</LinkButton>}
    >
      {good.length === 0 ? (
        <Empty>Nothing stands on the shelf that could be labelled.</Empty>
      ) : (
        <LabelBench good={good} chosen={chosen} onChoose={choose} />
      )}
    </Page>
  );
}

function LabelBench({
  good,
  chosen,
  onChoose,
}: {
  good: readonly Thing[];
  chosen: readonly Thing[];
  onChoose: (key: string) => void;
}): ReactNode {
  const settings = useLabels();
  const { form, start, offset, address, change } = settings;
  const [copies, setCopies] = useState(1);
  const [gift, setGift] = useState('');
  const sayOf = useSayOfThing();
  const on = onOf(settings);
  const wishes = { copies, ...(gift.trim() ? { gift: gift.trim() } : {}), ...(isUrl(address) ? { address } : {}) };
  const labels = chosen.length * copies;
  const markLabelled = (which: readonly Thing[]): void =>
    void (async () => {
      for (const t of which)
        await sayOf.mutateAsync({ owner: t.item.owner, event: { type: 'labelled', vesselId: t.item.vesselId } });
    })().catch(() => undefined);
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,28rem)]">
      <div className="min-w-0 space-y-3">
        <Panel title="Of what">
          <ul className="grid gap-x-4 sm:grid-cols-2">
            {good.map((t) => (
              <li key={t.key}>
                <label className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0 accent-(--action)"
                    checked={chosen.includes(t)}
                    onChange={() => onChoose(t.key)}
                  />
                  <span className="min-w-0 [overflow-wrap:anywhere]">
                    {titleOf(t.item)}
                    {t.item.labelledAt && <span className="text-muted"> (labelled)</span>}
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="On what">
          <p className="leading-[2.2]">
            On{' '}
            <InlineChoice
              label="Labels on"
              value={form}
              choices={FORMS}
              onValue={(v) => change({ form: v, start: 1 })}
            />
            , {figure('Copies of each', copies, { unit: '', min: 1, max: 60, step: 1 }, setCopies)} of each
            {form === 'single' && (
              <>
                ,{' '}
                {figure(
                  'Label width',
                  settings.single.widthMm,
                  { unit: 'mm', min: 25, max: 210, step: 1, shown: true },
                  (widthMm) => change({ single: { ...settings.single, widthMm } }),
                )}{' '}
                wide and{' '}
                {figure(
                  'Label height',
                  settings.single.heightMm,
                  { unit: 'mm', min: 15, max: 297, step: 1, shown: true },
                  (heightMm) => change({ single: { ...settings.single, heightMm } }),
                )}{' '}
                high
              </>
            )}
            .
          </p>
          {form === 'own' && <OwnSheet sheet={settings.own} onSheet={(own) => change({ own })} />}
          <label className="mt-2 block text-sm text-muted">
            A line of your own, for a gift
            <input
              value={gift}
              maxLength={80}
              onChange={(e) => setGift(e.target.value)}
              className="mt-0.5 block min-h-11 w-full max-w-md rounded-md border border-ink/50 bg-surface px-3 text-base text-ink"
            />
          </label>
          <label className="mt-2 block text-sm text-muted">
            An address for a code on the label; without one there is no code
            <input
              value={address}
              maxLength={160}
              inputMode="url"
              placeholder="https://kitchen.example:4410"
              onChange={(e) => change({ address: e.target.value })}
              aria-invalid={address !== '' && !isUrl(address)}
              className="mt-0.5 block min-h-11 w-full max-w-md rounded-md border border-ink/50 bg-surface px-3 text-base text-ink"
            />
          </label>
          {address !== '' && !isUrl(address) && (
            <p role="alert" className="text-sm text-stop">
              An address that begins with http:// or https:// is accepted.
            </p>
          )}
        </Panel>
        {on.kind === 'sheet' && (
          <Panel title="The printer">
            <p className="leading-[2.2]">
              It prints{' '}
              {figure(
                'To the right by',
                offset.xMm,
                { unit: 'mm', min: -10, max: 10, step: 0.5, digits: 1, shown: true },
                (xMm) => change({ offset: { ...offset, xMm } }),
              )}{' '}
              too far to the right and{' '}
              {figure(
                'Down by',
                offset.yMm,
                { unit: 'mm', min: -10, max: 10, step: 0.5, digits: 1, shown: true },
                (yMm) => change({ offset: { ...offset, yMm } }),
              )}{' '}
              too far down.
            </p>
            <p className="text-sm text-muted">
              Print the outlines on plain paper, at their own size, and hold them against a sheet of labels to see by
              how much.
            </p>
            <a
              className="inline-flex min-h-11 items-center font-semibold text-action underline underline-offset-4"
              href={labelsUrl('pdf', [], { ...on, test: true })}
              target="_blank"
              rel="noreferrer"
            >
              Test print
            </a>
          </Panel>
        )}
      </div>
      <div className="min-w-0">
        <Panel title="As it is printed">
          {chosen.length === 0 ? (
            <p>Tick what is to be labelled.</p>
          ) : (
            <>
              <Told of={chosen} on={on} wishes={wishes} />
              {on.kind === 'sheet' ? (
                <StartPicker of={chosen} on={on} start={start} wishes={wishes} onStart={(s) => change({ start: s })} />
              ) : (
                <LabelPreview
                  of={[chosen[0]!]}
                  on={on}
                  {...wishes}
                  className="max-h-[28rem] max-w-full border border-ink"
                />
              )}
              <div className="mt-3 flex flex-wrap items-center gap-3">
                <a
                  className="inline-flex min-h-11 items-center rounded-md bg-action px-4 font-semibold text-on-action"
                  href={labelsUrl('pdf', chosen, on, wishes)}
                  target="_blank"
                  rel="noreferrer"
                  onClick={() => markLabelled(chosen)}
                >
                  Print {labels === 1 ? 'the label' : `${labels} labels`}
                </a>
                <Pictures of={chosen} on={on} wishes={wishes} onTaken={markLabelled} />
              </div>
              <Refusal error={sayOf.error} />
            </>
          )}
        </Panel>
      </div>
    </div>
  );
}

const isUrl = (text: string): boolean => /^https?:\/\/[^\s/]+/.test(text);

type TellsOf = {
  labels: readonly ({ fits: true; scale: number; shortened: number; leftOut: number } | { fits: false })[];
};
type Wishes = { copies: number; gift?: string; address?: string };

/** Labels as pictures: a picture is one sheet, or one label, where a PDF has them all. */
function Pictures({
  of,
  on,
  wishes,
  onTaken,
}: {
  of: readonly Thing[];
  on: LabelOn;
  wishes: Wishes;
  onTaken: (which: readonly Thing[]) => void;
}): ReactNode {
  const pages =
    on.kind === 'sheet'
      ? (workedOut(() => placesOnSheet(on.sheet, of.length * wishes.copies, on.start)).value?.at(-1)?.page ?? 0) + 1
      : of.length;
  // Copies of a single label are one picture.
  const asked = on.kind === 'sheet' ? wishes : { ...wishes, copies: 1 };
  const picture = (page: number, words: string): ReactNode => (
    <a
      key={page}
      className="inline-flex min-h-11 items-center font-semibold text-action underline underline-offset-4"
      href={`${labelsUrl('svg', of, on, asked)}&page=${page}`}
      target="_blank"
      rel="noreferrer"
      onClick={() => onTaken(on.kind === 'sheet' ? of : [of[page]!])}
    >
      {words}
    </a>
  );
  if (pages === 1) return picture(0, 'As a picture (SVG)');
  return (
    <details>
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-action">
        As {pages} pictures (SVG)
      </summary>
      <p className="flex flex-wrap gap-x-4">
        {Array.from({ length: pages }, (_, page) =>
          picture(page, on.kind === 'sheet' ? `Sheet ${page + 1}` : titleOf(of[page]!.item)),
        )}
      </p>
    </details>
  );
}

/** What became of the words: smaller, shorter, or too much for the label. */
function Told({ of, on, wishes }: { of: readonly Thing[]; on: LabelOn; wishes: Wishes }): ReactNode {
  const url = labelsUrl('told', of, on, { ...wishes, copies: 1 });
  const told = useQuery({ queryKey: ['labels', url], queryFn: () => get<TellsOf>(url), staleTime: 30_000 });
  if (!told.data) return <Refusal error={told.error} />;
  const { labels } = told.data;
  const bad = of.filter((_, i) => labels[i]?.fits === false);
  const shorter = labels.filter((l) => l.fits && l.shortened + l.leftOut > 0).length;
  if (bad.length > 0)
    return (
      <p role="alert" className="mb-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
        {bad.map((t) => titleOf(t.item)).join(', ')}: the label is too small for what must be on it. Take a larger one.
      </p>
    );
  if (shorter === 0) return null;
  return (
    <p role="status" className="mb-2 border-l-4 border-caution-line bg-caution-wash px-3 py-1 text-[0.95rem]">
      {shorter === 1 ? 'One label' : `${shorter} labels`} had more to say than there is room: some lines are shorter or
      left out.
    </p>
  );
}

/** The sheet, each of its labels a button: where printing begins on a half-used one. */
function StartPicker({
  of,
  on,
  start,
  wishes,
  onStart,
}: {
  of: readonly Thing[];
  on: LabelOn & { kind: 'sheet' };
  start: number;
  wishes: Wishes;
  onStart: (start: number) => void;
}): ReactNode {
  const { sheet } = on;
  const { widthMm, heightMm } = PAPERS[sheet.paper];
  const percent = (mm: number, of: number): string => `${(100 * mm) / of}%`;
  return (
    <>
      <p className="mb-1 text-sm text-muted">Tap the first free label of a half-used sheet.</p>
      <div className="relative w-full border border-ink bg-white" style={{ aspectRatio: widthMm / heightMm }}>
        <LabelPreview of={of} on={on} {...wishes} className="absolute inset-0 size-full" />
        {Array.from({ length: sheet.columns * sheet.rows }, (_, i) => {
          const [row, column] = [Math.floor(i / sheet.columns), i % sheet.columns];
          return (
            <button
              key={i}
              type="button"
              aria-label={`Begin at label ${i + 1}`}
              aria-pressed={i + 1 === start}
              onClick={() => onStart(i + 1)}
              className={`absolute border border-dashed border-[#10231d]/40 hover:bg-[#10231d]/10 ${i + 1 < start ? 'bg-[repeating-linear-gradient(45deg,#10231d22_0_2px,transparent_2px_8px)]' : ''}`}
              style={{
                left: percent(sheet.leftMm + column * (sheet.labelWidthMm + sheet.gapXMm), widthMm),
                top: percent(sheet.topMm + row * (sheet.labelHeightMm + sheet.gapYMm), heightMm),
                width: percent(sheet.labelWidthMm, widthMm),
                height: percent(sheet.labelHeightMm, heightMm),
              }}
            />
          );
        })}
      </div>
    </>
  );
}

const OWN_FIELDS: readonly (readonly [keyof typeof SHEET_RANGES, string])[] = [
  ['columns', 'across'],
  ['rows', 'down'],
  ['labelWidthMm', 'wide each'],
  ['labelHeightMm', 'high each'],
  ['leftMm', 'from the left edge'],
  ['topMm', 'from the top edge'],
  ['gapXMm', 'between two across'],
  ['gapYMm', 'between two down'],
];

/** A sheet by its own measures. */
function OwnSheet({ sheet, onSheet }: { sheet: LabelSheet; onSheet: (sheet: LabelSheet) => void }): ReactNode {
  return (
    <p className="leading-[2.2]">
      <InlineChoice
        label="Paper"
        value={sheet.paper}
        choices={[
          { value: 'A4', label: 'A4' },
          { value: 'Letter', label: 'Letter' },
        ]}
        onValue={(paper) => onSheet({ ...sheet, paper })}
      />
      {OWN_FIELDS.map(([field, words]) => {
        const { unit, min, max } = SHEET_RANGES[field];
        return (
          <span key={field}>
            ,{' '}
            {figure(
              `Sheet, ${words}`,
              sheet[field],
              { unit, min, max, step: unit === '' ? 1 : 0.5, digits: 1, ...(unit ? { shown: true } : {}) },
              (value) => onSheet({ ...sheet, [field]: value }),
            )}{' '}
            {words}
          </span>
        );
      })}
      .
    </p>
  );
}

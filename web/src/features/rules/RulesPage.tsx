import { useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { RESOLUTIONS, RULES, STRUCK, type Level, type Place, type Rule } from '@steepsis/core';
import { Empty, Page } from '@/shared/ui/Page';
import { CHAPTERS, familyOf } from './chapters';

const LEVEL_WORDS: Record<Level, string> = { block: 'It stops.', warn: 'It warns.', note: 'It tells.' };
const LEVEL_EDGE: Record<Level, string> = {
  block: 'border-l-[6px] border-stop',
  warn: 'border-l-[6px] border-caution-line',
  note: 'border-l-2 border-line',
};
const PLACE_WORDS: Record<Place, string> = {
  picker: 'with the ingredient',
  plan: 'on the plan',
  stove: 'at the stove',
  label: 'on the label',
  shelf: 'on the shelf',
};

/** What stands at the foot of every plan is listed with the rules that speak. */
const AT_THE_FOOT = 'GEN-01';
const ASKED = RULES.filter((r) => !(r.id in STRUCK) || r.id === AT_THE_FOOT);
const NOT_ASKED = RULES.filter((r) => r.id in STRUCK && r.id !== AT_THE_FOOT);

/** Every rule that cautions come from, by what one has before one; found by any word of it. */
export function Component(): ReactNode {
  const { hash } = useLocation();
  const asked = decodeURIComponent(hash.slice(1));
  const [search, setSearch] = useState('');
  const words = useDeferredValue(search);
  const rules = useMemo(() => ASKED.filter((r) => matches(r, words)), [words]);
  useEffect(() => {
    if (asked) document.getElementById(asked)?.scrollIntoView({ block: 'center' });
  }, [asked]);
  const chapters = CHAPTERS.map((c) => ({ ...c, rules: rules.filter((r) => c.of.includes(familyOf(r.id))) })).filter(
    (c) => c.rules.length > 0,
  );
  return (
    <Page
      title="The rules"
      note="General kitchen guidance, written from public sources. Your local food-safety authority, tested canning processes, the poison service, and the drinker’s own doctor, midwife or pharmacist come first: where they say something stricter, they win."
    >
      <label className="block max-w-[40rem] text-sm text-muted">
        What have you before you?
        <input
          type="search"
          aria-label="Search the rules"
          value={search}
          maxLength={80}
          placeholder="elder, honey, warm, a baby, copper"
          onChange={(e) => setSearch(e.target.value)}
          className="mt-1 block min-h-11 w-full rounded border border-ink/50 bg-surface px-3 text-base text-ink"
        />
      </label>
      <p role="status" className="mt-2 text-sm text-muted">
        {rules.length === ASKED.length ? `${ASKED.length} rules` : `${rules.length} of ${ASKED.length} rules`}
      </p>
      {rules.length === 0 && (
        <Empty>No rule has these words. Try a plant, a vessel, a drinker, or what worries you.</Empty>
      )}
      {chapters.map((c) => (
        <Chapter
          key={c.title}
          title={c.title}
          rules={c.rules}
          asked={asked}
          // Looked for, all that was found is shown; else a chapter opens by itself.
          open={words.trim() !== '' || c.rules.some((r) => r.id === asked)}
        />
      ))}
      <details className="mt-4">
        <summary className="flex min-h-11 items-center text-sm text-muted underline decoration-dotted underline-offset-4">
          {NOT_ASKED.length} rules of the book that no drink here can meet
        </summary>
        <ul className="mt-1 space-y-1 text-[0.95rem]">
          {NOT_ASKED.map((rule) => (
            <li key={rule.id}>
              <strong className="font-display">{rule.id}</strong>: {STRUCK[rule.id]}
            </li>
          ))}
        </ul>
      </details>
    </Page>
  );
}

function Chapter({
  title,
  rules,
  asked,
  open,
}: {
  title: string;
  rules: readonly Rule[];
  asked: string;
  open: boolean;
}): ReactNode {
  const stops = rules.filter((r) => r.level === 'block').length;
  return (
    <details key={String(open)} open={open} data-paper="open" className="mt-3 rounded-lg border border-line bg-surface">
      <summary className="flex min-h-14 flex-wrap items-baseline gap-x-3 px-4 py-3">
        <h2 className="text-lg">{title}</h2>
        <span className="text-[0.95rem] text-muted">
          {rules.length === 1 ? 'one rule' : `${rules.length} rules`}
          {stops > 0 && (stops === 1 ? ', one of them stops' : `, ${stops} of them stop`)}
        </span>
      </summary>
      <ul className="columns-1 gap-x-8 px-4 pb-3 lg:columns-2">
        {rules.map((rule) => (
          <RuleLine key={rule.id} rule={rule} asked={rule.id === asked} />
        ))}
      </ul>
    </details>
  );
}

function RuleLine({ rule, asked }: { rule: Rule; asked: boolean }): ReactNode {
  const [resolves, confidence] = RESOLUTIONS[rule.id]!;
  return (
    <li
      id={rule.id}
      className={`mb-3 break-inside-avoid py-1 pl-3 ${LEVEL_EDGE[rule.level]} ${asked ? 'bg-action-wash' : ''}`}
    >
      <p>{rule.message}</p>
      <p className="mt-0.5 text-[0.95rem]">
        <span className="text-muted">What helps: </span>
        {resolves}.
      </p>
      <details open={asked} className="text-sm text-muted">
        <summary className="inline-flex min-h-7 items-center underline decoration-dotted underline-offset-4">
          {LEVEL_WORDS[rule.level]} Where it comes from
        </summary>
        <p>
          {rule.id}. {rule.source}. Confidence in its figure: {confidence}. Said{' '}
          {rule.places.map((p) => PLACE_WORDS[p]).join(', ')}.
        </p>
      </details>
    </li>
  );
}

function matches(rule: Rule, search: string): boolean {
  const text = `${rule.id} ${rule.message} ${RESOLUTIONS[rule.id]?.[0] ?? ''} ${rule.source}`.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

import { useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { RESOLUTIONS, RULES, STRUCK, type Level, type Place, type Rule } from '@steepsis/core';
import { Chips } from '@/shared/ui/Chips';
import { Empty, Page } from '@/shared/ui/Page';

const LEVEL_WORDS: Record<Level, string> = { block: 'Stops', warn: 'Warns', note: 'Notes' };
const PLACE_WORDS: Record<Place, string> = {
  picker: 'ingredient',
  plan: 'plan',
  stove: 'stove',
  label: 'label',
  shelf: 'shelf',
};
const LEVELS: readonly { value: Level | 'all'; label: string }[] = [
  { value: 'all', label: 'All' },
  { value: 'block', label: 'Stops' },
  { value: 'warn', label: 'Warns' },
  { value: 'note', label: 'Notes' },
];

/** What stands at the foot of every plan is listed with the rules that speak. */
const AT_THE_FOOT = 'GEN-01';
const ASKED = RULES.filter((r) => !(r.id in STRUCK) || r.id === AT_THE_FOOT);
const NOT_ASKED = RULES.filter((r) => r.id in STRUCK && r.id !== AT_THE_FOOT);

/** Every rule that cautions come from, with its reason; found by any word of it. */
export function Component(): ReactNode {
  const { hash } = useLocation();
  const asked = decodeURIComponent(hash.slice(1));
  const [search, setSearch] = useState('');
  const [level, setLevel] = useState<string>('all');
  const words = useDeferredValue(search);
  const rules = useMemo(() => ASKED.filter((r) => matches(r, words, level)), [words, level]);
  useEffect(() => {
    if (asked) document.getElementById(asked)?.scrollIntoView({ block: 'center' });
  }, [asked]);
  return (
    <Page
      title="The rules"
      note="General kitchen guidance, written from public sources. Your local food-safety authority, tested canning processes, the poison service, and the drinker’s own doctor, midwife or pharmacist come first: where they say something stricter, they win."
    >
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <label className="block grow basis-64 text-sm text-muted">
          Search the rules
          <input
            type="search"
            value={search}
            maxLength={80}
            placeholder="elder, warm, caffeine, TT-06"
            onChange={(e) => setSearch(e.target.value)}
            className="mt-1 block min-h-11 w-full rounded border border-ink/40 bg-surface px-3 text-base text-ink"
          />
        </label>
        <Chips label="How grave" value={level} choices={LEVELS} onValue={setLevel} />
      </div>
      <p role="status" className="mb-2 text-sm text-muted">
        {rules.length === ASKED.length ? `${ASKED.length} rules` : `${rules.length} of ${ASKED.length} rules`}
      </p>
      {rules.length === 0 ? (
        <Empty>No rule has these words. Try a plant, a vessel, or what worries you.</Empty>
      ) : (
        <ul className="divide-y divide-line rounded-lg border border-line bg-surface">
          {rules.map((rule) => (
            <RuleLine key={rule.id} rule={rule} asked={rule.id === asked} />
          ))}
        </ul>
      )}
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

function RuleLine({ rule, asked }: { rule: Rule; asked: boolean }): ReactNode {
  const [resolves, confidence] = RESOLUTIONS[rule.id]!;
  return (
    <li
      id={rule.id}
      className={`grid gap-x-5 gap-y-1 px-4 py-3 lg:grid-cols-[6.5rem_minmax(0,1fr)_15rem] ${asked ? 'bg-action-wash' : ''}`}
    >
      <p>
        <strong className="font-display">{rule.id}</strong>
        <span className={`block text-sm ${rule.level === 'block' ? 'font-semibold text-stop' : 'text-muted'}`}>
          {LEVEL_WORDS[rule.level]}
        </span>
      </p>
      <div>
        <p>{rule.message}</p>
        <p className="text-sm text-muted">What resolves it: {resolves}.</p>
      </div>
      <p className="text-sm text-muted">
        {rule.source}. Confidence in its figure: {confidence}. Shown at:{' '}
        {rule.places.map((p) => PLACE_WORDS[p]).join(', ')}.
      </p>
    </li>
  );
}

function matches(rule: Rule, search: string, level: string): boolean {
  if (level !== 'all' && rule.level !== level) return false;
  const text = `${rule.id} ${rule.message} ${RESOLUTIONS[rule.id]?.[0] ?? ''} ${rule.source}`.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

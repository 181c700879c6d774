import { CircleAlert, OctagonX, StickyNote } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Finding, WayOut } from '@steepsis/core';
import { plantName } from '@/shared/format/names';
import { Button } from './Button';

const UNFOLDED = 3;
const LOOK = {
  block: { box: 'border-stop bg-stop-wash', icon: OctagonX, word: 'Stop' },
  warn: { box: 'border-caution-line bg-caution-wash', icon: CircleAlert, word: 'Mind' },
  note: { box: 'border-line bg-ground', icon: StickyNote, word: 'Note' },
} as const;

export type CautionActions = {
  /** changes that would clear a finding, and taking one */
  waysOut?: (finding: Finding) => readonly WayOut[];
  onTake?: (way: WayOut) => void;
  /** warnings that were read, and reading one */
  read?: ReadonlySet<string>;
  onRead?: (rule: string) => void;
};

/** Cautions where they matter: the most severe first, at most three open, notes that are of no plant folded. */
export function Cautions({
  findings,
  none,
  ...actions
}: { findings: readonly Finding[]; none?: string } & CautionActions): ReactNode {
  // What is said of a plant of it is seen: it is no note to be folded under a word that all is well.
  const isSeen = (f: Finding): boolean => f.level !== 'note' || f.plants.length > 0;
  const serious = findings.filter(isSeen);
  const open = serious.slice(0, UNFOLDED);
  const later = serious.slice(UNFOLDED);
  const folded = [...later, ...findings.filter((f) => !isSeen(f))];
  return (
    <div className="space-y-2">
      {open.length === 0 && none && <p className="text-[0.95rem] text-muted">{none}</p>}
      {open.map((f) => (
        <Card key={f.id} finding={f} {...actions} />
      ))}
      {folded.length > 0 && (
        <details data-paper="open">
          <summary className="flex min-h-11 items-center text-sm text-muted underline decoration-dotted underline-offset-4">
            {foldedWords(later.length, folded.length)}
          </summary>
          <div className="mt-1 space-y-2">
            {folded.map((f) => (
              <Card key={f.id} finding={f} {...actions} />
            ))}
          </div>
        </details>
      )}
    </div>
  );
}

function foldedWords(serious: number, all: number): string {
  const word = serious > 0 ? 'caution' : 'note';
  return `${all} more ${word}${all === 1 ? '' : 's'}`;
}

function Card({ finding, waysOut, onTake, read, onRead }: { finding: Finding } & CautionActions): ReactNode {
  const { box, icon: Icon, word } = LOOK[finding.level];
  const ways = onTake ? (waysOut?.(finding) ?? []) : [];
  const about = finding.plants.length > 0 ? `${finding.plants.map((plant) => plantName(plant)).join(', ')}: ` : '';
  return (
    <div className={`flex gap-2.5 border-l-4 px-3 py-2 text-[0.95rem] ${box}`}>
      <Icon size={18} className="mt-0.5 shrink-0" aria-hidden />
      <div className="min-w-0">
        <p>
          <strong className="font-semibold">{word}.</strong> {about}
          {finding.message}
        </p>
        {ways.length > 0 && (
          <div className="mt-2 flex flex-wrap gap-2">
            {ways.map((way) => (
              <Button key={way.label} className="text-left" onClick={() => onTake!(way)}>
                {way.label}
              </Button>
            ))}
          </div>
        )}
        {finding.level === 'warn' && onRead && (
          <label className="mt-1 flex min-h-11 cursor-pointer items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="size-5 accent-(--action)"
              checked={read?.has(finding.id) ?? false}
              onChange={() => onRead(finding.id)}
            />
            I have read this and go ahead
          </label>
        )}
        <p className="mt-0.5 text-sm text-muted">
          <Link
            to={`/rules#${finding.id}`}
            className="inline-block min-h-6 underline decoration-dotted pointer-coarse:min-h-11"
          >
            {finding.id}
          </Link>{' '}
          · {finding.source}
        </p>
      </div>
    </div>
  );
}

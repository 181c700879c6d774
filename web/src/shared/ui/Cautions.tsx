import { CircleAlert, OctagonX, StickyNote } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Finding } from '@steepsis/core';

const UNFOLDED = 3;
const LOOK = {
  block: { box: 'border-stop bg-stop-wash', icon: OctagonX, word: 'Stop' },
  warn: { box: 'border-caution-line bg-caution-wash', icon: CircleAlert, word: 'Mind' },
  note: { box: 'border-line bg-ground', icon: StickyNote, word: 'Note' },
} as const;

/** Cautions where they matter: the most severe first, at most three open, notes folded. */
export function Cautions({ findings, none }: { findings: readonly Finding[]; none?: string }): ReactNode {
  const serious = findings.filter((f) => f.level !== 'note');
  const open = serious.slice(0, UNFOLDED);
  const folded = [...serious.slice(UNFOLDED), ...findings.filter((f) => f.level === 'note')];
  return (
    <div className="space-y-2">
      {open.length === 0 && none && <p className="text-[0.95rem] text-muted">{none}</p>}
      {open.map((f) => (
        <Card key={f.id} finding={f} />
      ))}
      {folded.length > 0 && (
        <details>
          <summary className="flex min-h-11 items-center text-sm text-muted underline decoration-dotted underline-offset-4">
            {folded.length === 1 ? '1 more note' : `${folded.length} more notes`}
          </summary>
          <div className="mt-1 space-y-2">
            {folded.map((f) => (
              <Card key={f.id} finding={f} />
            ))}
          </div>
        </details>
      )}
    </div>
  );
}

function Card({ finding }: { finding: Finding }): ReactNode {
  const { box, icon: Icon, word } = LOOK[finding.level];
  return (
    <div className={`flex gap-2.5 border-l-4 px-3 py-2 text-[0.95rem] ${box}`}>
      <Icon size={18} className="mt-0.5 shrink-0" aria-hidden />
      <div>
        <p>
          <strong className="font-semibold">{word}.</strong> {finding.message}
        </p>
        <p className="mt-0.5 text-sm text-muted">
          {finding.id} · {finding.source}
        </p>
      </div>
    </div>
  );
}

import type { ReactNode } from 'react';
import type { CardLine } from '@steepsis/core';

const SIGN = { taken: '', asked: 'Asked: ', noted: 'For the note: ', unread: 'Not understood: ' } as const;

/** A piece of a recipe with what became of it, and by a mark whether it was taken, guessed or not understood. */
export function LineRead({ line }: { line: CardLine }): ReactNode {
  const tone = {
    taken: '',
    noted: 'w-full border-l-4 border-line pl-2',
    asked: 'w-full border-l-4 border-caution-line bg-caution-wash pl-2',
    unread: 'w-full border-l-4 border-stop bg-stop-wash pl-2',
  }[line.kind];
  return (
    <li className={`flex flex-wrap gap-x-3 py-1 text-[0.95rem] ${tone}`}>
      <strong className="font-semibold">{line.text}</strong>
      <span className="text-muted">
        {SIGN[line.kind]}
        {line.told}
      </span>
    </li>
  );
}

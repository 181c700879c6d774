import type { ReactNode } from 'react';
import type { Finding } from '@steepsis/core';
import { plantName } from '@/shared/format/names';

/** Where something is poured: a plain line for each thing that matters to those who drink it. */
export function ForDrinkers({ findings }: { findings: readonly Finding[] }): ReactNode {
  if (findings.length === 0) return null;
  return (
    <ul aria-label="For who drinks it" className="mt-2 space-y-1">
      {findings.map((f) => (
        <li
          key={f.id}
          className={`border-l-4 px-3 py-1.5 text-[0.95rem] ${f.level === 'block' ? 'border-stop bg-stop-wash' : 'border-caution-line bg-caution-wash'}`}
        >
          {f.plants.length > 0 && `${f.plants.map((p) => plantName(p)).join(', ')}: `}
          {f.message}
        </li>
      ))}
    </ul>
  );
}

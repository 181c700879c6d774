import { useState, type ReactNode } from 'react';
import type { LabelOn } from '@steepsis/contract';
import type { Thing } from '@/shared/keep/things';
import { labelsUrl } from './labelStore';

/** A label, or a sheet of them, as it will be printed. */
export function LabelPreview({
  of,
  on,
  copies = 1,
  gift,
  address,
  page = 0,
  className = '',
}: {
  of: readonly Thing[];
  on: LabelOn;
  copies?: number;
  gift?: string;
  address?: string;
  page?: number;
  className?: string;
}): ReactNode {
  const asked = { copies, ...(gift ? { gift } : {}), ...(address ? { address } : {}) };
  // What a label says changes with the thing: the picture is asked for anew then.
  const state = of.map((t) => `${Math.round(t.item.volumeMl)}${t.item.useBy}${t.item.where}`).join();
  const url = `${labelsUrl('svg', of, on, asked)}&page=${page}&s=${encodeURIComponent(state.slice(0, 80))}`;
  const [failed, setFailed] = useState<string | undefined>(undefined);
  if (failed === url)
    return (
      <p role="alert" className="border-l-4 border-caution-line px-3 py-2">
        This label cannot be drawn as it stands: it is too small for what must be on it, or the thing is for nobody at
        the table any more.
      </p>
    );
  const wide = on.kind === 'sheet' ? 210 / 297 : on.widthMm / on.heightMm;
  return (
    <img
      src={url}
      alt={`The ${of.length === 1 && on.kind !== 'sheet' ? 'label' : 'sheet'} as it is printed`}
      className={`bg-white ${className}`}
      style={{ aspectRatio: wide }}
      onError={() => setFailed(url)}
    />
  );
}

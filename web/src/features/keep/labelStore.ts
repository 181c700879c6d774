import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { SHEETS, type LabelSheet } from '@steepsis/core';
import type { LabelAsk, LabelOn } from '@steepsis/contract';
import type { Thing } from '@/shared/keep/things';

/** What labels are put on: a sheet by its name, one's own sheet, one label, a tag. */
export type FormName = 'single' | 'tag' | 'own' | (string & {});

type Labels = {
  form: FormName;
  /** the cook's own sheet, as it was measured */
  own: LabelSheet;
  start: number;
  offset: { xMm: number; yMm: number };
  single: { widthMm: number; heightMm: number };
  /** what a code opens; no code without it */
  address: string;
  change: (change: Partial<Omit<Labels, 'change'>>) => void;
};

/** How this device prints labels. */
export const useLabels = create<Labels>()(
  persist(
    (set) => ({
      form: Object.keys(SHEETS)[0]!,
      own: SHEETS[Object.keys(SHEETS)[0]!]!,
      start: 1,
      offset: { xMm: 0, yMm: 0 },
      single: { widthMm: 60, heightMm: 90 },
      address: '',
      change: (change) => set(change),
    }),
    { name: 'steepsis.labels', version: 1 },
  ),
);

/** One label for a half-litre bottle. */
export const ONE_LABEL: LabelOn = { kind: 'single', widthMm: 60, heightMm: 90 };
/** A tag for a neck. */
const TAG = { widthMm: 60, heightMm: 120 } as const;

/** What the choices of this device come to. */
export function onOf({ form, own, start, offset, single }: Labels): LabelOn {
  if (form === 'single') return { kind: 'single', ...single };
  if (form === 'tag') return { kind: 'tag', ...TAG };
  const sheet = form === 'own' ? own : (SHEETS[form] ?? own);
  const each = sheet.columns * sheet.rows;
  const moved = offset.xMm !== 0 || offset.yMm !== 0;
  return { kind: 'sheet', sheet, start: Math.min(each, start), ...(moved ? { offset } : {}) };
}

/** The address of a print of labels. */
export function labelsUrl(
  kind: 'pdf' | 'svg' | 'told',
  of: readonly Pick<Thing, 'item'>[],
  on: LabelOn,
  { copies = 1, gift, address }: { copies?: number; gift?: string; address?: string } = {},
): string {
  const ask: LabelAsk = {
    of: of.map(({ item }) => ({ owner: item.owner, vesselId: item.vesselId, copies })),
    on,
    ...(gift ? { gift } : {}),
    ...(address ? { address } : {}),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  };
  const path = kind === 'told' ? 'labels' : `labels.${kind}`;
  return `/api/print/${path}?ask=${encodeURIComponent(JSON.stringify(ask))}`;
}

import type { ReactNode } from 'react';
import { figure } from '@/shared/ui/Figure';

/** It has often happened before there was a hand free to say so. */
export const Ago = ({
  what = 'It happened',
  value,
  onValue,
}: {
  what?: string;
  value: number;
  onValue: (min: number) => void;
}): ReactNode => (
  <p className="mt-3">
    {what} {figure('Minutes ago', value, { unit: 'min', min: 0, max: 720, step: 1, shown: true }, onValue)} ago.
  </p>
);

/** When that was, as it is told; nothing where it was just now. */
export const momentAgo = (nowMs: number, min: number): { at?: string } =>
  min > 0 ? { at: new Date(nowMs - min * 60_000).toISOString() } : {};

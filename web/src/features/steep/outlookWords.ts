import { format as formatDate } from 'date-fns';
import type { Outlook } from '@steepsis/core';
import * as f from '@/shared/format/format';

/** What an event has moved, in one line: only what a cook would notice. */
export function outlookWords(before: Outlook, after: Outlook): string {
  const moved: string[] = [];
  if (relative(before.glassX, after.glassX) > 0.005)
    moved.push(`the glass comes to ${f.strength(after.glassX)} instead of ${f.strength(before.glassX)}`);
  if (Math.abs(after.volumeMl - before.volumeMl) >= 5)
    moved.push(`${f.volume(after.volumeMl)} comes out instead of ${f.volume(before.volumeMl)}`);
  if (Math.abs(after.litres - before.litres) >= 0.04)
    moved.push(`enough for ${f.volume(after.litres * 1000)} of the jug instead of ${f.volume(before.litres * 1000)}`);
  if (Math.abs(after.sweetenedG - before.sweetenedG) >= 2)
    moved.push(`${f.grams(after.sweetenedG)} of sugar instead of ${f.grams(before.sweetenedG)}`);
  const window = windowWords(before.window, after.window);
  if (window) moved.push(window);
  const ready = readyWords(before.readyMs, after.readyMs);
  if (ready) moved.push(ready);
  if (moved.length === 0) return 'Noted. It changes nothing that you would taste.';
  const line = moved.join('; ');
  return `${line.charAt(0).toUpperCase()}${line.slice(1)}.`;
}

const relative = (a: number, b: number): number => (a > 0 ? Math.abs(b / a - 1) : 0);

function windowWords(before: Outlook['window'], after: Outlook['window']): string | undefined {
  if (before && !after)
    return 'no time is left at which it would be right: pull it when it is strong enough and mix by what it is';
  if (!after) return undefined;
  const moved =
    !before || Math.abs(before.fromMin - after.fromMin) >= 0.5 || Math.abs(before.toMin - after.toMin) >= 0.5;
  return moved ? `best pulled between ${f.duration(after.fromMin)} and ${f.duration(after.toMin)}` : undefined;
}

function readyWords(before: number | undefined, after: number | undefined): string | undefined {
  if (after === undefined || before === undefined || Math.abs(after - before) < 30_000) return undefined;
  return `mixed by ${formatDate(after, 'H:mm')} instead of ${formatDate(before, 'H:mm')}`;
}

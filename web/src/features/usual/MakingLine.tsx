import type { ReactNode } from 'react';
import type { UsualRecord, UsualTap } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { useUsual } from './usualStore';

/** What may be told, in the order in which it mostly comes; and as it stands once it was told. */
const MOMENTS: readonly { tap: UsualTap; words: string; said: string }[] = [
  { tap: 'heat-on', words: 'Heat on', said: 'heat on' },
  { tap: 'boils', words: 'It boils', said: 'it boiled' },
  { tap: 'off-heat', words: 'Off the heat', said: 'off the heat' },
  { tap: 'strained', words: 'Strained', said: 'strained' },
  { tap: 'sugar-in', words: 'Sugar in', said: 'sugar in' },
  { tap: 'lid-on', words: 'Lid on', said: 'lid on' },
  { tap: 'lid-off', words: 'Lid off', said: 'lid off' },
  { tap: 'into-fridge', words: 'Into the fridge', said: 'into the fridge' },
];

type Moment = { key: string; words: string; told: () => void };

/** The making as a line of time that fills: what has been told hangs on it, what comes next stands at its end. */
export function MakingLine({ record }: { record: UsualRecord }): ReactNode {
  const { tap, untap } = useUsual();
  const now = useNow();
  const first = record.taps[0];
  const done = record.taps.some((t) => t.tap === 'strained');
  const [next, ...others] = openMoments(record, tap);
  const sinceMin = (iso: string): number => (Date.parse(iso) - Date.parse(first!.at)) / 60_000;
  const nowMin = first ? (now - Date.parse(first.at)) / 60_000 : 0;
  return (
    <section aria-label="The making" className="rounded-lg border-2 border-ink bg-surface p-5">
      <ol aria-label="What was tapped">
        {record.taps.map((t, i) => {
          const following = record.taps[i + 1];
          const until = following ? sinceMin(following.at) : done ? sinceMin(t.at) : nowMin;
          const lasts = Math.max(0, until - sinceMin(t.at));
          return (
            <li key={`${t.at}${t.tap}${t.plantId ?? ''}`} className="grid grid-cols-[4.5rem_1.25rem_1fr] gap-x-2">
              <span className="text-right font-display text-lg font-semibold leading-6">{f.clock(sinceMin(t.at))}</span>
              <Stretch hot={isHot(record, i)} lasts={lasts} open={!following && !done} />
              <span className="pb-1 leading-6">
                <span className="font-semibold">{tapWords(record, t)}</span>
                {lasts >= 1 && (
                  <span className="block text-[0.95rem] text-muted">
                    {following ? `for ${f.duration(lasts)}` : f.soFar(lasts)}
                  </span>
                )}
              </span>
            </li>
          );
        })}
      </ol>
      {next && (
        <div className={first ? 'mt-2 sm:pl-[5.75rem]' : ''}>
          <p className="text-sm text-muted">{first ? 'Then, when it happens' : 'It begins with'}</p>
          <Button kind="main" className="mt-1 min-h-16 w-full text-xl sm:w-auto sm:px-10" onClick={next.told}>
            {next.words}
          </Button>
          {others.length > 0 && (
            <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
              {others.map((m) => (
                <Button key={m.key} kind="quiet" onClick={m.told}>
                  {m.words}
                </Button>
              ))}
            </p>
          )}
        </div>
      )}
      {first && (
        <Button className="mt-3 sm:ml-[5.75rem]" onClick={untap}>
          Take back the last tap
        </Button>
      )}
    </section>
  );
}

/** A stretch of the line: as long as it lasts, filled while the pot is hot on the ring; what goes on is open at its end. */
function Stretch({ hot, lasts, open }: { hot: boolean; lasts: number; open: boolean }): ReactNode {
  return (
    <span aria-hidden className="relative flex justify-center" style={{ minHeight: 28 + 14 * Math.sqrt(lasts) }}>
      <span className={`w-2.5 ${hot ? 'bg-ink' : 'bg-water'} ${open ? 'rounded-b-full' : ''}`} />
      <span className="absolute left-0 top-2.5 h-1 w-full bg-ink" />
    </span>
  );
}

/** On the heat from when that was told until it was taken off. */
function isHot(record: UsualRecord, at: number): boolean {
  const until = record.taps.slice(0, at + 1).map((t) => t.tap);
  return until.includes('heat-on') && !until.includes('off-heat') && !until.includes('strained');
}

/** What can still happen, the likeliest first: plants that are not in, then heat, boil and the rest; the lid again and again. */
function openMoments(record: UsualRecord, tap: (what: UsualTap, plantId?: string) => void): readonly Moment[] {
  const told = (what: UsualTap, plantId?: string): boolean =>
    record.taps.some((t) => t.tap === what && t.plantId === plantId);
  const done = told('strained');
  const plants = record.plants.flatMap((p): Moment[] => {
    const name = plantName(p.plant).toLowerCase();
    if (!told('in', p.id)) return [{ key: `in${p.id}`, words: `In: ${name}`, told: () => tap('in', p.id) }];
    return told('out', p.id) || done
      ? []
      : [{ key: `out${p.id}`, words: `Out: ${name}`, told: () => tap('out', p.id) }];
  });
  const [goIn, comeOut] = [plants.filter((p) => p.key.startsWith('in')), plants.filter((p) => p.key.startsWith('out'))];
  const rest = MOMENTS.filter((m) => m.tap.startsWith('lid') || !told(m.tap)).map((m): Moment => ({
    key: m.tap,
    words: m.words,
    told: () => tap(m.tap),
  }));
  return [...goIn, ...rest, ...comeOut];
}

function tapWords(record: UsualRecord, { tap, plantId }: UsualRecord['taps'][number]): string {
  const plant = record.plants.find((p) => p.id === plantId);
  if (plant) return `${plantName(plant.plant).toLowerCase()} ${tap === 'out' ? 'out' : 'in'}`;
  return MOMENTS.find((t) => t.tap === tap)?.said ?? tap;
}

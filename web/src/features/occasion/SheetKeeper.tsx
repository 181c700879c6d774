import { useEffect, useMemo, type ReactNode } from 'react';
import { keyOfChain, nextOnSheet, sheetOf, startsBrew, toldOnSheet, type Occasion } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useHouse, type House } from '@/shared/api/queries';
import { useSheetNow } from '@/shared/occasion/sheetNow';
import { useDay } from './useDay';
import { useQuestion } from './useQuestion';

/** So long before it is ready nobody is called for a day, ms. */
const AHEAD_MS = 4 * 86_400_000;

/** On every page, while a day is begun: works out what comes next of it, for the bench, the stove and the bell. */
export default function SheetKeeper(): ReactNode {
  const house = useHouse();
  const now = useNow(10_000);
  const begun = (house.data?.occasions ?? [])
    .map((o) => o.body)
    .filter((o) => o.sheet && isOn(o, now))
    .sort((a, b) => a.readyBy.localeCompare(b.readyBy))[0];
  return begun && house.data ? <Keeper key={begun.id} occasion={begun} house={house.data} now={now} /> : null;
}

const isOn = ({ readyBy, servedHours }: Occasion, now: number): boolean => {
  const ready = Date.parse(readyBy);
  return now > ready - AHEAD_MS && now < ready + servedHours * 3_600_000;
};

function Keeper({ occasion, house, now }: { occasion: Occasion; house: House; now: number }): ReactNode {
  const { question } = useQuestion(occasion, house, { now, things: undefined });
  const asked = useMemo(() => question && { question, moving: false }, [question]);
  const { answer } = useDay(asked);
  const set = useSheetNow((s) => s.set);
  useEffect(() => {
    if (answer?.kind !== 'day') return set(undefined);
    const begunKeys = new Set(answer.drinks.flatMap((d) => (d.begun ? [d.key] : [])));
    // What a stove tells of it tells itself.
    const own = sheetOf(answer.placed).filter(
      (l) => l.kind === 'hands' && (!begunKeys.has(keyOfChain(l.chainId)) || toldOnSheet(l)),
    );
    const next = nextOnSheet(own);
    set(
      next && {
        key: `${occasion.id}/${next.taskId}`,
        occasionId: occasion.id,
        occasionName: occasion.name,
        words: next.words,
        dueMs: Date.parse(occasion.readyBy) + next.atMin * 60_000,
        starts: startsBrew(next),
      },
    );
    return undefined;
  }, [answer, occasion, set]);
  useEffect(() => () => set(undefined), [set]);
  return null;
}

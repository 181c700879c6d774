import type { ReactNode } from 'react';
import { JUG, type ShelfPlace } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { useThings, type Thing } from '@/shared/keep/things';
import { LinkButton } from '@/shared/ui/Button';
import { Empty } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { RunsOut } from './RunsOut';
import { untilWords } from './thingWords';
import { WarnOnceADay } from './WarnOnceADay';

/** What is used first, as the Bench tells it: what must go, what is for today, what keeps. */
const ORDER: readonly ShelfPlace[] = ['drink-today', 'keeps', 'resting'];
/** More than these is a shelf, not a line to read in passing. */
const MOST = 6;

/** What of the shelf wants something today: poured away, drunk, begun anew. */
export function Today(): ReactNode {
  const { things, pending } = useThings();
  if (pending) return <Panel title="Use up first">Looking at the shelf.</Panel>;
  const away = things.filter((t) => t.placed.place === 'pour-away').length;
  const use = ORDER.flatMap((p) => things.filter((t) => t.placed.place === p));
  return (
    <>
      <Panel
        title="Use up first"
        aside={
          things.length > 0 ? (
            <LinkButton kind="quiet" to="/keep">
              The shelf
            </LinkButton>
          ) : undefined
        }
      >
        <RunsOut wish={false} />
        {away > 0 && (
          <p className="mb-2 flex flex-wrap items-center justify-between gap-x-4 border-l-4 border-stop bg-stop-wash px-3 py-1">
            <span>{away === 1 ? 'One is' : `${away} are`} to be poured away.</span>
            <LinkButton kind="quiet" to="/keep">
              Show me
            </LinkButton>
          </p>
        )}
        {use.length === 0 ? (
          <Empty>{away > 0 ? 'Nothing else stands on the shelf.' : 'The shelf is empty.'}</Empty>
        ) : (
          <ul className="divide-y divide-line">
            {use.slice(0, MOST).map((t) => (
              <Line key={t.key} thing={t} />
            ))}
          </ul>
        )}
      </Panel>
      <WarnOnceADay things={things} />
    </>
  );
}

function Line({ thing }: { thing: Thing }): ReactNode {
  const { item, placed } = thing;
  const today = placed.place === 'drink-today';
  return (
    <li className="flex flex-wrap justify-between gap-x-4 py-2">
      <span>
        {f.volume(item.volumeMl)} of {item.drinkName.toLowerCase()}
        {item.vesselId !== JUG && `, ${item.name.toLowerCase()}`}
        {item.figures.strengthX > 0 && `, ${f.strengthSaid(item.figures.strengthX)}`}
      </span>
      <span className={today ? 'font-semibold text-stop' : 'text-muted'}>
        {untilWords(thing).replace(/^[A-Z]/, (c) => c.toLowerCase())}
      </span>
    </li>
  );
}

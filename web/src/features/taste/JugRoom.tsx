import { useState, type ReactNode } from 'react';
import {
  JUG_GOES,
  JUG_PARTS,
  jugCard,
  type JugCourse,
  type JugGo,
  type JugPart,
  jugResult,
  levelAfterJug,
  saidOfJug,
  STRENGTH_WORDS,
  SWEET_WORDS,
  TART_WORDS,
  wordFor,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { Panel } from '@/shared/ui/Panel';
import { useTrainer } from './trainerStore';
import { anotherWords, offBy } from './trainerWords';

const PART: Readonly<Record<JugPart, string>> = {
  base: 'base, three times as strong',
  syrup: 'syrup of 50 °Bx',
  lemon: 'lemon juice',
  water: 'water',
};
const NONE: JugGo = { base: 0, syrup: 0, lemon: 0, water: 0 };

/** A jug to put right with the least: what is said of it, what one pours in, then the truth. */
export function JugRoom(): ReactNode {
  const course = useTrainer((s) => s.jug)!;
  const over = course.done || course.goes.length >= JUG_GOES;
  return over ? <Righted course={course} /> : <Fixing key={`${course.seed} ${course.goes.length}`} course={course} />;
}

const sumMl = (go: JugGo): number => JUG_PARTS.reduce((sum, p) => sum + go[p], 0);

function Fixing({ course }: { course: JugCourse }): ReactNode {
  const change = useTrainer((s) => s.change);
  const [go, setGo] = useState(NONE);
  const { plant, roomMl } = jugCard(course);
  const poured = sumMl(go);
  return (
    <Panel title={`A litre of ${plantName(plant)}, level ${course.level}`}>
      <SaidOfIt course={course} />
      <fieldset className="mt-3">
        <legend className="font-semibold">
          Go {course.goes.length + 1} of {JUG_GOES}: pour in
        </legend>
        <ul className="mt-1 leading-[2.1]">
          {JUG_PARTS.map((p) => (
            <li key={p}>
              {figure(
                `Millilitres of ${p}`,
                go[p],
                { unit: 'ml', min: 0, max: Math.max(0, Math.floor(roomMl - poured + go[p])), step: 5, shown: true },
                (ml) => setGo((was) => ({ ...was, [p]: Math.round(ml) })),
              )}{' '}
              of {PART[p]}
            </li>
          ))}
        </ul>
      </fieldset>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button
          kind="main"
          disabled={poured <= 0}
          onClick={() => change({ jug: { ...course, goes: [...course.goes, go] } })}
        >
          Pour it in
        </Button>
        <Button onClick={() => change({ jug: { ...course, done: true } })}>It is right as it is</Button>
        <span className="text-sm text-muted">The jug takes {f.volume(roomMl)} more.</span>
      </div>
    </Panel>
  );
}

/** What is said of the jug, at first and after each go. */
function SaidOfIt({ course }: { course: JugCourse }): ReactNode {
  return (
    <ol aria-label="Said so far" className="divide-y divide-line border-y border-line">
      {[...course.goes.map((_, i) => i), course.goes.length].map((n) => {
        const { strength, sweet, tart } = saidOfJug({ ...course, goes: course.goes.slice(0, n) });
        const before = course.goes[n - 1];
        return (
          <li key={n} className="flex flex-wrap justify-between gap-x-4 py-1.5">
            <span>{before ? `after ${amounts(before)}` : 'as it stands'}</span>
            <strong className="font-semibold">
              {wordFor(STRENGTH_WORDS, strength)}, {wordFor(SWEET_WORDS, sweet)}, {wordFor(TART_WORDS, tart)}
            </strong>
          </li>
        );
      })}
    </ol>
  );
}

const amounts = (go: JugGo): string =>
  JUG_PARTS.filter((p) => go[p] >= 0.5)
    .map((p) => `${Math.round(go[p])} ml of ${p}`)
    .join(', ') || 'nothing';

function Righted({ course }: { course: JugCourse }): ReactNode {
  const end = useTrainer((s) => s.end);
  const result = jugResult(course);
  const { reached, wanted, ownLn, bestLn, best, bestMl, pouredMl } = result;
  const next = levelAfterJug(course.level, result);
  const rows: readonly [string, string, string][] = [
    ['Strength', f.strength(reached.strength), f.strength(wanted.strength)],
    ['Sugar', f.gPerL(reached.sugar), f.gPerL(wanted.sugar)],
    ['Acid', f.gPerL(reached.acid), f.gPerL(wanted.acid)],
  ];
  return (
    <Panel title="The truth">
      <p className="text-lg">
        The worst of its figures is off by <strong className="font-semibold">{offBy(ownLn)}</strong>, after{' '}
        {f.volume(pouredMl)} poured in.
      </p>
      <p className="mt-1">
        The least that puts it right is {amounts(best)}: {f.volume(bestMl)}, and nothing is off by more than{' '}
        {offBy(bestLn)}.
      </p>
      <table className="mt-3 w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-muted">
            <th scope="col" className="font-normal">
              Figure
            </th>
            <th scope="col" className="font-normal">
              yours
            </th>
            <th scope="col" className="font-normal">
              wanted
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, is, should]) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-medium">
                {name}
              </th>
              <td>{is}</td>
              <td>{should}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-3">
        <SaidOfIt course={course} />
      </div>
      <Button
        kind="main"
        className="mt-4"
        onClick={() => end({ room: 'jug', level: course.level, own: ownLn, best: bestLn }, next)}
      >
        {anotherWords('jug', course.level, next)}
      </Button>
    </Panel>
  );
}

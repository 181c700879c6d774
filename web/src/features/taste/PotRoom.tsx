import { useState, type ReactNode } from 'react';
import {
  HARSH_WORDS,
  levelAfterPot,
  potCard,
  type PotCourse,
  potLastMin,
  potResult,
  saidOfSip,
  sipsOf,
  STRENGTH_WORDS,
  wordFor,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { Panel } from '@/shared/ui/Panel';
import { useTrainer } from './trainerStore';
import { anotherWords, offBy } from './trainerWords';

/** A pot to pull: sips on the way are told in words, then the truth. */
export function PotRoom(): ReactNode {
  const course = useTrainer((s) => s.pot)!;
  return course.pulledMin === undefined ? (
    <Steeping key={`${course.seed} ${course.sipsMin.length}`} course={course} />
  ) : (
    <Pulled course={{ ...course, pulledMin: course.pulledMin }} />
  );
}

function Steeping({ course }: { course: PotCourse }): ReactNode {
  const change = useTrainer((s) => s.change);
  const card = potCard(course);
  const last = potLastMin(card);
  const step = last <= 20 ? 0.5 : 1;
  const earliest = (course.sipsMin.at(-1) ?? 0) + step;
  const [at, setAt] = useState(
    Math.min(last, Math.max(earliest, course.sipsMin.length === 0 ? card.windowMin.min : 0)),
  );
  const left = sipsOf(course.level) - course.sipsMin.length;
  return (
    <Panel title={`${plantName(card.plant)}, level ${course.level}`}>
      <p>
        {f.grams(card.grams)} in {f.volume(card.waterMl)} off the boil, lid on. Its card says{' '}
        {card.windowMin.min === card.windowMin.max
          ? card.windowMin.max
          : `${card.windowMin.min} to ${card.windowMin.max}`}{' '}
        minutes{course.level > 1 && '; what this bag gives, nobody knows'}.
      </p>
      <Sips course={course} />
      {earliest <= last ? (
        <>
          <p className="mt-3 text-lg leading-[2.1]">
            Wait until minute{' '}
            {figure('Minute', at, { unit: 'min', min: earliest, max: last, step, digits: step < 1 ? 1 : 0 }, (m) =>
              setAt(Math.max(earliest, Math.round(m / step) * step)),
            )}
            , and then
          </p>
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Button
              disabled={left <= 0}
              onClick={() => change({ pot: { ...course, sipsMin: [...course.sipsMin, at] } })}
            >
              Sip it
            </Button>
            <Button kind="main" onClick={() => change({ pot: { ...course, pulledMin: at } })}>
              Pull it
            </Button>
            <span className="text-sm text-muted">
              {left > 0 ? `${left} ${left === 1 ? 'sip' : 'sips'} left` : 'no sips left: pull it by what you know'}
            </span>
          </div>
        </>
      ) : (
        <Button kind="main" className="mt-3" onClick={() => change({ pot: { ...course, pulledMin: last } })}>
          Pull it at last
        </Button>
      )}
    </Panel>
  );
}

/** What was said of each sip. */
function Sips({ course }: { course: PotCourse }): ReactNode {
  if (course.sipsMin.length === 0) return null;
  return (
    <ol aria-label="Sips so far" className="mt-2 divide-y divide-line border-y border-line">
      {course.sipsMin.map((minutes, i) => {
        const { strength, harsh } = saidOfSip(course, i, minutes);
        return (
          <li key={i} className="flex justify-between gap-4 py-1.5">
            <span>at {minutes} min</span>
            <strong className="font-semibold">
              {wordFor(STRENGTH_WORDS, strength)}, {wordFor(HARSH_WORDS, harsh)}
            </strong>
          </li>
        );
      })}
    </ol>
  );
}

function Pulled({ course }: { course: PotCourse & { pulledMin: number } }): ReactNode {
  const end = useTrainer((s) => s.end);
  const result = potResult(course);
  const { truth, ownLn, bestLn, bestMin } = result;
  const next = levelAfterPot(course.level, result);
  return (
    <Panel title="The truth">
      <p className="text-lg">
        You pulled it at {course.pulledMin} min, off by <strong className="font-semibold">{offBy(ownLn)}</strong>. At{' '}
        {bestMin} min it was off by {offBy(bestLn)}, as little as it ever was.
      </p>
      <p className="mt-1">
        Its leaf gives {f.strength(truth.leafX)} of the reference; this house likes it at {f.strength(truth.likedX)} of
        a usual glass and bears {f.strength(truth.bearsX)} of the usual harshness.
      </p>
      <Curve {...result} pulledMin={course.pulledMin} />
      <Sips course={course} />
      <Button
        kind="main"
        className="mt-4"
        onClick={() => end({ room: 'pot', level: course.level, own: ownLn, best: bestLn }, next)}
      >
        {anotherWords('pot', course.level, next)}
      </Button>
    </Panel>
  );
}

/** How far off the pot was by the minute, its best and where it was pulled. */
function Curve({
  curve,
  bestMin,
  pulledMin,
}: {
  curve: readonly { minutes: number; offLn: number }[];
  bestMin: number;
  pulledMin: number;
}): ReactNode {
  const [width, height, floor] = [560, 148, 108];
  // What comes long after both is the same as what comes soon after.
  const shown = curve.filter((p) => p.minutes <= 2.5 * Math.max(bestMin, pulledMin));
  const last = shown.at(-1)!.minutes;
  const x = (minutes: number): number => (width * minutes) / last;
  const y = (offLn: number): number => floor - (floor - 12) * (1 - Math.min(1, offLn / MOST_SHOWN));
  const path = shown
    .map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.minutes).toFixed(1)} ${y(p.offLn).toFixed(1)}`)
    .join(' ');
  const anchor = (minutes: number): 'start' | 'middle' | 'end' =>
    x(minutes) < 60 ? 'start' : x(minutes) > width - 60 ? 'end' : 'middle';
  // Two names beside each other go away from each other; by the edge both stand on their own lines.
  const close = Math.abs(x(bestMin) - x(pulledMin)) < 120;
  const stacked = close && Math.min(x(bestMin), x(pulledMin)) < 110;
  const sideOf = (minutes: number, other: number): 'start' | 'middle' | 'end' =>
    stacked ? 'start' : close ? (minutes < other ? 'end' : 'start') : anchor(minutes);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Nearest to right at ${bestMin} min; you pulled at ${pulledMin} min`}
      className="mt-3 w-full max-w-xl"
    >
      <line x1={0} x2={width} y1={floor} y2={floor} className="stroke-line" />
      <path d={path} fill="none" strokeWidth={2.5} className="stroke-action" />
      <line x1={x(bestMin)} x2={x(bestMin)} y1={6} y2={floor} strokeDasharray="4 4" className="stroke-ink" />
      <line x1={x(pulledMin)} x2={x(pulledMin)} y1={6} y2={floor} strokeWidth={3} className="stroke-ink" />
      <text
        x={x(bestMin)}
        y={floor + (stacked ? 34 : 17)}
        textAnchor={sideOf(bestMin, pulledMin)}
        className="fill-muted text-[13px]"
      >
        best, {bestMin} min
      </text>
      <text
        x={x(pulledMin)}
        y={floor + 17}
        textAnchor={sideOf(pulledMin, bestMin)}
        className="fill-ink text-[13px] font-semibold"
      >
        yours, {pulledMin} min
      </text>
    </svg>
  );
}

/** Further off than this all pots look alike: at the foot of the drawing. */
const MOST_SHOWN = 1;

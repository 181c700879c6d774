import { useState, type ReactNode } from 'react';
import {
  type Course,
  COURSE_GLASSES,
  type CourseLevel,
  houseTruth,
  newBagTold,
  nextLevel,
  resultOf,
  saidOf,
  STRENGTH_WORDS,
  wordFor,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { JugRoom } from './JugRoom';
import { PotRoom } from './PotRoom';
import { anotherWords, offBy } from './trainerWords';
import { useTrainer, type Room } from './trainerStore';

const LEVEL_WORDS: Readonly<Record<CourseLevel, string>> = {
  1: 'one bag of leaf, and a sure tongue',
  2: 'one bag of leaf, and a tongue as tongues are',
  3: 'a new bag of leaf half way, which is told',
  4: 'a new bag of leaf at some time, which nobody tells',
};

const ROOMS: readonly { value: Room; label: string; tells: string }[] = [
  {
    value: 'glass',
    label: 'one glass from the last',
    tells:
      'Somebody here likes the drink at some strength, and the leaf gives what it gives; you know neither. Six glasses.',
  },
  {
    value: 'pot',
    label: 'a pot that wants pulling',
    tells:
      'The leaf is in and the clock runs. You sip when you like and are told how it tastes; pull it when you think it is right.',
  },
  {
    value: 'jug',
    label: 'a jug that is off',
    tells:
      'A jug is not as it should be. You are told how it tastes; put it right with the least that does it, in three goes at most.',
  },
];

/** Made-up houses whose truth is hidden: glasses, pots and jugs, then the truth, one's own errors and what the best answer would have been. */
export function Component(): ReactNode {
  const { room, enter, past, begin } = useTrainer();
  const course = useTrainer((s) => s[room]);
  const { tells } = ROOMS.find((r) => r.value === room)!;
  const mine = past.filter((p) => p.room === room);
  return (
    <Page
      title="Train your judgement"
      note="Made-up houses with a truth that nobody tells: you hear in words how it tastes. It gets harder as you get better."
      actions={<LinkButton to="/taste">What can be tasted</LinkButton>}
    >
      <p className="mb-3 text-[1.12rem] leading-[2.1]">
        I want to judge <InlineChoice label="What to judge" value={room} choices={ROOMS} onValue={enter} />.
      </p>
      <div className="grid items-start gap-3 lg:grid-cols-[1.4fr_1fr]">
        {!course ? (
          <Panel title="A house of its own">
            <p>{tells}</p>
            <Button kind="main" className="mt-3" onClick={() => begin(room, 1)}>
              Begin
            </Button>
          </Panel>
        ) : room === 'glass' ? (
          <Glasses />
        ) : room === 'pot' ? (
          <PotRoom />
        ) : (
          <JugRoom />
        )}
        <Panel title="Your courses">
          {mine.length === 0 ? (
            <p className="text-muted">None yet.</p>
          ) : (
            <ol className="space-y-1">
              {mine.map((p, i) => (
                <li key={i}>
                  Level {p.level}: off by {offBy(p.own)}, {room === 'glass' ? 'advice' : 'the best answer'}{' '}
                  {offBy(p.best)}
                </li>
              ))}
            </ol>
          )}
        </Panel>
      </div>
    </Page>
  );
}

function Glasses(): ReactNode {
  const course = useTrainer((s) => s.glass)!;
  return course.pouredX.length < COURSE_GLASSES ? (
    <Pour key={course.pouredX.length} course={course} />
  ) : (
    <Truth course={course} />
  );
}

/** The next glass: what was said so far, and how strong it is to be. */
function Pour({ course }: { course: Course }): ReactNode {
  const pour = useTrainer((s) => s.pourGlass);
  const glass = course.pouredX.length;
  const [x, setX] = useState(course.pouredX.at(-1) ?? 1);
  return (
    <Panel title={`Glass ${glass + 1} of ${COURSE_GLASSES}`}>
      <p className="text-muted">
        Level {course.level}: {LEVEL_WORDS[course.level]}.
      </p>
      <Said course={course} />
      {newBagTold(course.level, glass) && (
        <p className="mt-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2">A new bag of leaf was opened.</p>
      )}
      <p className="mt-3 text-lg leading-[2.1]">
        Make it{' '}
        {glass === 0 ? (
          <>as it stands on the card, ×1.00</>
        ) : (
          figure('How strong', x, { unit: 'times', min: 0.2, max: 3, step: 0.05, digits: 2, shown: 'times' }, setX)
        )}
        {glass > 0 && ' as strong as on the card'}.
      </p>
      <Button kind="main" className="mt-2" onClick={() => pour(glass === 0 ? 1 : x)}>
        Pour it, and ask
      </Button>
    </Panel>
  );
}

/** What was said of each glass so far. */
function Said({ course }: { course: Course }): ReactNode {
  if (course.pouredX.length === 0) return null;
  return (
    <ol aria-label="Said so far" className="mt-2 divide-y divide-line border-y border-line">
      {course.pouredX.map((x, i) => (
        <li key={i} className="flex justify-between gap-4 py-1.5">
          <span>{f.strength(x)}</span>
          <strong className="font-semibold">{wordFor(STRENGTH_WORDS, saidOf(course, i, x))}</strong>
        </li>
      ))}
    </ol>
  );
}

/** The truth, one's own errors, and what advice would have done in the same house. */
function Truth({ course }: { course: Course }): ReactNode {
  const { end } = useTrainer();
  const result = resultOf(course);
  const { likedX, bagsX } = houseTruth(course);
  const level = nextLevel(course.level, result);
  return (
    <Panel title="The truth">
      <p className="text-lg">
        This house likes it at {f.strength(likedX)}. Its bag gives {f.strength(bagsX[0])} of the reference
        {bagsX[1] !== undefined && <>, the second one {f.strength(bagsX[1])}</>}.
      </p>
      <p className="mt-1">
        Your glasses were off by <strong className="font-semibold">{offBy(result.ownMean)}</strong> on the mean; with
        the advice of the bench they would have been off by {offBy(result.advisedMean)}.
      </p>
      <table className="mt-3 w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-muted">
            <th scope="col" className="font-normal">
              Glass
            </th>
            <th scope="col" className="font-normal">
              said
            </th>
            <th scope="col" className="font-normal">
              yours was off by
            </th>
            <th scope="col" className="font-normal">
              advised
            </th>
          </tr>
        </thead>
        <tbody>
          {course.pouredX.map((x, i) => (
            <tr key={i} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-medium">
                {f.strength(x)}
              </th>
              <td>{wordFor(STRENGTH_WORDS, saidOf(course, i, x))}</td>
              <td>{offBy(result.own[i]!)}</td>
              <td>{offBy(result.advised[i]!)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        kind="main"
        className="mt-4"
        onClick={() =>
          end({ room: 'glass', level: course.level, own: result.ownMean, best: result.advisedMean }, level)
        }
      >
        {anotherWords('house', course.level, level)}
      </Button>
    </Panel>
  );
}

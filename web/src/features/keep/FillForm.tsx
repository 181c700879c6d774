import { useState, type ReactNode } from 'react';
import {
  filledFrom,
  fillUp,
  HEADSPACE,
  MOULDS,
  TRAY,
  type FilledVessel,
  type FillWish,
  type ShelfItem,
} from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice, type Choice } from '@/shared/ui/InlineChoice';

type Into = 'bottle' | 'jar' | 'tray' | 'moulds' | 'bag';

const INTO: readonly Choice<Into>[] = [
  { value: 'bottle', label: 'bottles' },
  { value: 'jar', label: 'jars' },
  { value: 'tray', label: 'an ice tray' },
  { value: 'moulds', label: 'pop moulds' },
  { value: 'bag', label: 'freezer bags' },
];
const FOR: readonly Choice<'cold' | 'hot' | 'fizz'>[] = [
  { value: 'cold', label: 'cold and still' },
  { value: 'hot', label: 'hot' },
  { value: 'fizz', label: 'sparkling' },
];
const NAMES: Readonly<Record<Into, string>> = {
  bottle: 'bottle',
  jar: 'jar',
  tray: 'tray of cubes',
  moulds: 'pops',
  bag: 'bag',
};

/** A jug into bottles, cubes, moulds or bags: so many whole ones, with the room that each wants, part of them into the freezer. */
export function FillForm({
  item,
  pending,
  onFill,
}: {
  item: ShelfItem;
  pending: boolean;
  onFill: (into: readonly FilledVessel[]) => void;
}): ReactNode {
  const { data: house } = useHouse();
  const [into, setInto] = useState<Into>('bottle');
  const own = (house?.kitchen.body.vessels ?? []).filter((v) => v.kind === into).map((v) => v.capacityMl);
  const [size, setSize] = useState<number | undefined>(undefined);
  const [how, setHow] = useState<'cold' | 'hot' | 'fizz'>('cold');
  const [most, setMost] = useState<number | undefined>(undefined);
  const [inFreezer, setInFreezer] = useState(0);
  const [name, setName] = useState('');
  const frozenKind = into === 'tray' || into === 'moulds' || into === 'bag';
  const pieces = into === 'tray' ? TRAY.pieces : into === 'moulds' ? MOULDS.pieces : undefined;
  const usual = {
    bottle: Math.min(500, ...own),
    jar: Math.min(500, ...own),
    tray: TRAY.pieces * TRAY.eachMl,
    moulds: MOULDS.pieces * MOULDS.eachMl,
    bag: 400,
  }[into];
  const capacityMl = size ?? usual;
  const freeze = frozenKind || inFreezer > 0;
  const wish: FillWish = {
    kind: into,
    capacityMl,
    ...(pieces === undefined ? {} : { pieces }),
    ...(most === undefined ? {} : { most }),
    for: freeze ? 'frost' : how,
  };
  const fill = fillUp(item.volumeMl, wish);
  const all = fillUp(item.volumeMl, { ...wish, most: 60 });
  const frozen = frozenKind ? fill.count : Math.min(inFreezer, fill.count);
  const take = (): void =>
    onFill(
      filledFrom(fill, wish, {
        id: () => crypto.randomUUID(),
        kindName: name.trim() || NAMES[into],
        inFreezer: frozen,
      }),
    );
  return (
    <section aria-label="Fill" className="basis-full rounded-md border border-line p-3">
      <p className="leading-[2.1]">
        Into{' '}
        <InlineChoice
          label="Filled into"
          value={into}
          choices={INTO}
          onValue={(v) => {
            setInto(v);
            setSize(undefined);
            setMost(undefined);
            setInFreezer(0);
          }}
        />{' '}
        of {figure('Size', capacityMl, { unit: 'ml', min: 20, max: 10_000, step: 10, shown: true }, setSize)}
        {!frozenKind && (
          <>
            , filled <InlineChoice label="Filled how" value={how} choices={FOR} onValue={setHow} />
          </>
        )}
        , at most {figure('At most', most ?? Math.max(1, all.count), { unit: '', min: 1, max: 60, step: 1 }, setMost)}
        {!frozenKind && (
          <>
            , of them {figure('Into the freezer', inFreezer, { unit: '', min: 0, max: 60, step: 1 }, setInFreezer)} into
            the freezer
          </>
        )}
        , called{' '}
        <input
          aria-label="What they are called"
          value={name}
          maxLength={40}
          placeholder={NAMES[into]}
          onChange={(e) => setName(e.target.value)}
          className="min-h-11 w-36 border-b-2 border-action bg-transparent px-1 font-semibold leading-tight sm:min-h-0"
        />
        .
      </p>
      {fill.count === 0 ? (
        <p role="status">That is less than one of them holds: {f.volume(item.volumeMl)}.</p>
      ) : (
        <p data-testid="fill-up">
          <strong>
            {fill.count} of {f.volume(fill.eachMl)}
          </strong>
          {frozen > 0 && frozen < fill.count && `, ${frozen} of them frozen`}
          {`, ${Math.round(HEADSPACE[wish.for] * 100)} % left empty`}
          {fill.overMl >= 5 ? `; ${f.volume(fill.overMl)} stays where it is` : '; nothing is over'}.
        </p>
      )}
      <Button kind="main" className="mt-2" disabled={pending || fill.count === 0} onClick={take}>
        They are filled
      </Button>
    </section>
  );
}

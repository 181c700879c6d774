import type { ReactNode } from 'react';
import { brixOfPop, CUBE_ML, glassesOf, glassFrom, HEADSPACE, MOULDS, popOf, type FilledVessel } from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import type { Thing } from '@/shared/keep/things';
import { Button, LinkButton } from '@/shared/ui/Button';
import { workedOut } from '@/shared/ui/reasonOf';

/** Below so much it is what is left over, ml. House choice: two large glasses. */
const LEFT_OVER_ML = 700;

/** So many cubes or pops, with room for their ice, in the freezer. */
const frozen = (kind: 'tray' | 'moulds', pieces: number, eachMl: number, haveMl: number): FilledVessel => ({
  id: crypto.randomUUID(),
  name: kind === 'tray' ? 'tray of cubes' : 'pops',
  shape: { kind, capacityMl: pieces * eachMl, pieces },
  ml: Math.floor(Math.min(haveMl, pieces * eachMl * (1 - HEADSPACE.frost)) * 10) / 10,
  where: 'freezer',
});

/** What a rest could become today. */
export function Become({
  thing,
  onFill,
}: {
  thing: Thing;
  onFill: (into: readonly FilledVessel[]) => void;
}): ReactNode {
  const { item } = thing;
  const { data: house } = useHouse();
  if (item.volumeMl > LEFT_OVER_ML || item.pieces !== undefined) return null;
  const glasses = glassesOf(item);
  const { ofItMl, waterMl } = glassFrom(item);
  const whole = Math.floor(glasses + 0.05);
  const cubes = Math.floor(item.volumeMl / CUBE_ML);
  const pops = Math.floor(item.volumeMl / MOULDS.eachMl);
  const pop = workedOut(() =>
    popOf(
      {
        brix: brixOfPop(item.figures.sugarGPerL),
        abv: 0,
        sweetGPerL: item.figures.sugarGPerL,
        strengthX: item.figures.strengthX,
      },
      house?.kitchen.body.freezerC ?? -18,
    ),
  ).value;
  return (
    <section aria-label="What it could become" className="mt-4 border-t border-line pt-2">
      <h3 className="text-base">What it could become</h3>
      <ul className="text-[0.95rem]">
        {whole >= 1 && (
          <li>
            {whole} {whole === 1 ? 'glass' : 'glasses'} of {item.glassMl} ml
            {waterMl > 1 && `, each ${f.volume(ofItMl)} of it with ${f.volume(waterMl)} of cold water`}
          </li>
        )}
        {cubes >= 2 && (
          <li>
            {cubes} cubes, so that the last sip of another glass is as the first{' '}
            <Button kind="quiet" onClick={() => onFill([frozen('tray', cubes, CUBE_ML, item.volumeMl)])}>
              Make the cubes
            </Button>
          </li>
        )}
        {pops >= 1 && pop && pop.sets !== 'not' && (
          <li>
            {pops} {pops === 1 ? 'pop' : 'pops'} of {MOULDS.eachMl} ml: {pop.words}{' '}
            <Button kind="quiet" onClick={() => onFill([frozen('moulds', pops, MOULDS.eachMl, item.volumeMl)])}>
              Make the pops
            </Button>
          </li>
        )}
        <li className="flex flex-wrap gap-x-4">
          <LinkButton kind="quiet" to="/mix/jug">
            Into a jug with what else stands
          </LinkButton>
          <LinkButton kind="quiet" to="/mix/guests">
            A base for guests
          </LinkButton>
        </li>
      </ul>
    </section>
  );
}

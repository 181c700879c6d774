import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, ROSELLE_COOLER, type BatchEventBody, type Drink } from '@steepsis/core';
import { Component as JarPage } from '@/features/keep/JarPage';
import { aBatchOf, AServer, show } from '@/test/aServer';

const SODA = BOOK.find((d) => d.id === 'spruce-tip-soda')!;
/** The same in a closed jar, whose gas is let out twice a day. */
const CLOSED: Drink = {
  ...SODA,
  brews: SODA.brews.map((b) => ({
    ...b,
    ways: b.ways.map((w) => ({
      ...w,
      stages: w.stages.map((s) =>
        s.kind === 'ferment' ? { ...s, lid: 'closed' as const, tend: { vent: { everyH: 12 } } } : s,
      ),
    })),
  })) as unknown as Drink['brews'],
};
const DAY = 1440;
let server: AServer;
beforeEach(() => void (server = new AServer()));

/** The jar after some days, told up to where it works. */
function jar(drink: Drink, days: number, more: readonly [number, BatchEventBody][] = []): void {
  const [brew] = drink.brews;
  const { stages } = brew.ways[0]!;
  const before = stages
    .slice(
      0,
      stages.findIndex((s) => s.kind === 'ferment'),
    )
    .filter((s) => s.kind !== 'strain');
  const told = before.map((s, i): [number, BatchEventBody] => [
    (i + 1) * 10,
    { type: 'stage-ended', brewId: brew.id, stageId: s.id },
  ]);
  const view = aBatchOf(drink, days * DAY, [...told, ...more]);
  server.answers['/api/batches/b1'] = view;
  server.answers['/api/batches/b1/events'] = view;
  show(<JarPage />, '/keep/jar/:batchId', '/keep/jar/b1');
}

describe('a jar that lives', () => {
  it('tells a missed venting, and how to make up for it', async () => {
    jar(CLOSED, 2, [[100, { type: 'tended', brewId: 'soda', task: 'vent' }]]);
    expect(await screen.findByText(/A venting was missed\. Stand it in a sink/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Done: let the gas out' }));
    await waitFor(() => expect(server.sent[0]?.body).toMatchObject({ type: 'tended', task: 'vent' }));
  });
  it('says nothing of a venting that was seen to', async () => {
    jar(CLOSED, 2, [[2 * DAY - 60, { type: 'tended', brewId: 'soda', task: 'vent' }]]);
    expect(await screen.findByRole('heading', { name: /^Jar: Spruce/ })).toBeInTheDocument();
    expect(screen.queryByText(/A venting was missed/)).toBeNull();
  });
  it('tells what it should be doing, each with its range, and is not ready before its pH', async () => {
    jar(SODA, 3);
    expect(await screen.findByText(/^\d+ g\/L to \d+ g\/L, of \d+ g\/L$/)).toBeInTheDocument();
    expect(screen.getByText(/not measured: until it reads 4\.2 or below it is not ready/)).toBeInTheDocument();
  });
  it('takes some of a mother that stands on the shelf, and counts anew', async () => {
    const mother = aBatchOf(ROSELLE_COOLER, 120, [
      [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
      [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
      [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
      [
        40,
        { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 950 }, hadMl: { syrup: 310 }, sugarAddedG: 0 },
      ],
      [
        50,
        {
          type: 'filled',
          vesselId: 'jug',
          into: [{ id: 'm', name: 'mother', shape: { kind: 'jar', capacityMl: 500 }, ml: 300, where: 'fridge' }],
        },
      ],
    ]);
    server.answers['/api/shelf'] = { batches: [{ ...mother, id: 'b2' }], serverNow: mother.serverNow };
    jar(SODA, 1);
    await userEvent.click(await screen.findByRole('button', { name: 'It is in' }));
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[0]!.body).toMatchObject({ type: 'poured', vesselId: 'm', ml: 100 });
    expect(server.sent[1]!.body).toMatchObject({ type: 'tended', task: 'added' });
  });
});

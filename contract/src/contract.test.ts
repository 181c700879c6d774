import { AUDIENCE_FLAGS, BOOK, ROSELLE_COOLER } from '@steepsis/core';
import { drinkSchema } from './drinkSchema';
import { appendEventSchema, check, listBatchesSchema, startBatchSchema, targetSchema } from './index';

const uuid = '3f0c8a58-6f0f-4a59-9e59-0d1d0f1a2b3c';
const start = {
  id: uuid,
  eventId: uuid,
  at: '2026-07-05T09:00:00.000Z',
  drinkId: 'd',
  drinkVersion: 1,
  target: ROSELLE_COOLER.defaults,
};
const faults = (result: ReturnType<typeof check>): string[] =>
  result.ok ? [] : result.errors.map((e) => `${e.field}: ${e.accepted}, got ${e.got}`);

describe('checking a target', () => {
  it('takes the book’s own', () => expect(check(targetSchema, ROSELLE_COOLER.defaults)).toMatchObject({ ok: true }));

  it.each([
    [{ litres: -1 }, 'litres: a number of at least 0.2, got -1'],
    [{ litres: 1e9 }, 'litres: a number of at most 20, got 1000000000'],
    [{ litres: 'two' }, 'litres: a number, got "two"'],
    [{ litres: '2.4' }, 'litres: a number, got "2.4"'],
    [{ litres: null }, 'litres: a number, got null'],
    [{ iced: 'yes' }, 'iced: yes or no, got "yes"'],
    [{ audience: ['king'] }, `audience.0: one of ${AUDIENCE_FLAGS.join(', ')}, got "king"`],
    [{ people: 0 }, 'people: a number of at least 1, got 0'],
    [{ people: 201 }, 'people: a number of at most 200, got 201'],
    [{ people: 2.5 }, 'people: a whole number, got 2.5'],
    [{ mood: 'good' }, 'mood: no such field, got "good"'],
  ])('names what is wrong with %j', (change, message) => {
    expect(faults(check(targetSchema, { ...ROSELLE_COOLER.defaults, ...change }))).toEqual([message]);
  });

  it('names every fault at once, and a missing field as required', () => {
    const { litres: _litres, ...rest } = ROSELLE_COOLER.defaults;
    expect(faults(check(targetSchema, { ...rest, glassMl: 0 }))).toEqual([
      'litres: required, got nothing',
      'glassMl: a number of at least 50, got 0',
    ]);
  });
});

describe('checking a start and an event', () => {
  it('takes a whole one', () => {
    expect(check(startBatchSchema, start)).toMatchObject({ ok: true });
    expect(
      check(appendEventSchema('stage-ended'), {
        id: uuid,
        at: start.at,
        v: 2,
        type: 'stage-ended',
        brewId: 'b',
        stageId: 'heat',
      }),
    ).toMatchObject({ ok: true });
  });
  it.each(['2026-07-05T09:00+02', '2026-13-01T09:00:00Z', 'noon'])(
    'refuses %s, which is no moment to a program',
    (at) =>
      expect(faults(check(startBatchSchema, { ...start, at }))).toEqual([
        `at: a day or moment, got ${JSON.stringify(at)}`,
      ]),
  );

  it('refuses what is no object, no id, no time', () => {
    expect(faults(check(startBatchSchema, 'hello'))).toEqual(['body: an object, got "hello"']);
    expect(faults(check(startBatchSchema, { ...start, id: '7', at: 'noon' }))).toEqual([
      'id: an id as this program makes them, got "7"',
      'at: a day or moment, got "noon"',
    ]);
  });
  it('knows the kinds of event, and how far each figure goes', () => {
    expect(faults(check(appendEventSchema('explode'), { type: 'explode' }))[0]).toMatch(
      /^type: one of brew-started, stage-ended, stage-skipped, .* got "explode"$/,
    );
    const measured = { id: uuid, at: start.at, v: 2, type: 'measured', what: 'ph', value: 15, method: 'meter' };
    expect(faults(check(appendEventSchema('measured'), measured))).toEqual(['value: a number of at most 14, got 15']);
  });
  it('reads numbers out of an address, where all is text', () => {
    expect(check(listBatchesSchema, { limit: '7' }, { fromQuery: true })).toEqual({ ok: true, value: { limit: 7 } });
    expect(faults(check(listBatchesSchema, { limit: '900' }, { fromQuery: true }))).toEqual([
      'limit: a number of at most 200, got 900',
    ]);
  });
});

describe('checking a drink', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))('takes %s of the book as it is', (_id, drink) =>
    expect(check(drinkSchema, drink)).toEqual({ ok: true, value: drink }),
  );
  it('refuses what is no drink, by its place in the recipe', () => {
    const [brew] = ROSELLE_COOLER.brews;
    const bad = { ...ROSELLE_COOLER, brews: [{ ...brew, ways: [{ ...brew.ways[0], waterMl: -3 }] }] };
    expect(faults(check(drinkSchema, bad))).toEqual(['brews.0.ways.0.waterMl: a number of at least 0, got -3']);
    expect(faults(check(drinkSchema, { ...ROSELLE_COOLER, mood: 1 }))).toEqual(['mood: no such field, got 1']);
  });
});

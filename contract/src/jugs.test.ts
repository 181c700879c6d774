import { check } from './check';
import { additionSchema, jugEventSchema, startJugSchema } from './jugSchemas';

const ID = '3f1c2b34-5d6e-4f70-8a91-b2c3d4e5f601';
const water = { name: 'Water', ml: 300, from: { kind: 'water', water: 'still' } };
const start = {
  id: ID,
  eventId: ID,
  at: '2026-06-01T08:00:00.000Z',
  name: 'Porch jug',
  capacityMl: 1500,
  glassMl: 250,
  iced: true,
  standard: 1,
  likeName: 'a usual glass',
  wantedX: 1,
  audience: [],
  acknowledged: [],
  parts: [water],
};
const faults = (schema: Parameters<typeof check>[0], input: unknown): string[] => {
  const c = check(schema, input);
  return c.ok ? [] : c.errors.map((e) => `${e.field}: ${e.accepted}`);
};

describe('a jug that is asked for', () => {
  it('is accepted with every kind of thing in it', () => {
    const kinds = [
      { kind: 'shelf', batchId: ID, vesselId: 'jug' },
      { kind: 'brew', batchId: ID, brewId: 'concentrate' },
      { kind: 'jug', jugId: ID },
      { kind: 'made', made: { plant: 'rooibos_cut', grams: 20, waterMl: 1000, minutes: 8, place: 'off-heat' } },
      { kind: 'read', plant: 'rooibos_cut', brix: 0.8 },
      { kind: 'syrup', brix: 50, sweetener: 'honey' },
      { kind: 'sweetener', sweetener: 'maple_syrup' },
      { kind: 'juice', juice: 'lime' },
      { kind: 'water', water: 'sparkling' },
      { kind: 'spirit', name: 'Rum', abv: 40 },
    ];
    expect(faults(startJugSchema, { ...start, parts: kinds.map((from) => ({ ...water, from })) })).toEqual([]);
  });
  it.each<[object, string[]]>([
    [{ parts: [] }, ['parts: a list of at least 1']],
    [{ capacityMl: 0 }, ['capacityMl: a number of at least 50']],
    [{ standard: 0 }, ['standard: a number greater than 0']],
    [{ wantedX: 9 }, ['wantedX: a number of at most 6']],
    [{ name: '  ' }, ['name: text without spaces around it']],
    [{ iced: 'yes' }, ['iced: yes or no']],
    [{ parts: [{ ...water, ml: -5 }] }, ['parts.0.ml: a number greater than 0']],
    [
      { parts: [{ ...water, from: { kind: 'spirit', name: 'x', abv: 120 } }] },
      ['parts.0.from.abv: a number of at most 96'],
    ],
    [{ parts: [{ ...water, from: { kind: 'water', water: 'still', brix: 4 } }] }, ['parts.0.from.brix: no such field']],
    [{ parts: [{ ...water, facts: [] }] }, ['parts.0.facts: no such field']],
  ])('is refused with %j, field by field', (change, expected) =>
    expect(faults(startJugSchema, { ...start, ...change })).toEqual(expected),
  );
  it('names the kinds there are', () =>
    expect(faults(startJugSchema, { ...start, parts: [{ ...water, from: { kind: 'potion' } }] })[0]).toMatch(
      /^parts\.0\.from\.kind: one of shelf, brew, jug, made, read, syrup, sweetener, juice, water, spirit$/,
    ));
});

describe('what is told of a jug', () => {
  const event = (type: string, body: object): string[] =>
    faults(jugEventSchema(type), { id: ID, at: start.at, v: 1, type, ...body });
  const taste = { state: 'neat', strength: 1, sweet: 0, tart: -1, harsh: 2 };
  it('is accepted as its kind has it', () => {
    expect(
      event('added', { parts: [water], after: { ...taste, flavour: { of: 'clove_whole', wants: 'less' } } }),
    ).toEqual([]);
    expect(event('tasted', { taste })).toEqual([]);
    expect(event('tasted', { taste: { ...taste, sweet: 0.5, tart: -0.5 } })).toEqual([]);
    expect(event('poured-out', { ml: 200 })).toEqual([]);
    expect(event('undone', { eventId: ID })).toEqual([]);
    expect(event('discarded', { why: 'flat' })).toEqual([]);
  });
  it('is refused where it says too much or too little', () => {
    expect(event('tasted', { taste: { ...taste, strength: 3 } })).toEqual(['taste.strength: a number of at most 2']);
    expect(event('tasted', { taste: { ...taste, state: 'boiling' } })).toEqual([
      'taste.state: one of warm, chilled, iced, neat',
    ]);
    expect(event('tasted', { taste: { ...taste, sweet: 0.3 } })).toEqual(['taste.sweet: one of -1, -0.5, 0, 0.5, 1']);
    expect(event('added', {})).toEqual(['parts: required']);
    expect(event('poured-out', { ml: 0 })).toEqual(['ml: a number of at least 1']);
    expect(event('sung-to', {})[0]).toMatch(
      /^type: one of added, tasted, poured-out, poured, filled, .*undone, discarded$/,
    );
    expect(event('filled', { vesselId: 'jug', into: [] })[0]).toMatch(/^into: /);
  });
  it('is an addition to a recipe’s jug, by its vessel', () => {
    const addition = { id: ID, at: start.at, vesselId: 'jug', parts: [water] };
    expect(faults(additionSchema, addition)).toEqual([]);
    expect(faults(additionSchema, { ...addition, vesselId: undefined })).toEqual(['vesselId: required']);
  });
});

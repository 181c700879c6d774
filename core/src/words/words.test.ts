import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { BatchEventBody } from '../batch/batchEvent';
import { decide } from '../batch/decide';
import { InputError } from '../quantity/errors';
import { nearestThatWorks, planDrink } from '../plan/planDrink';
import { requireDrink } from '../plan/requireDrink';
import { decideFreeJug, freeJugAfter } from '../jug/freeJug';
import { toldLiquid } from '../jug/pourable';
import { aBatch, aPlan, MEASURED, minutesIn, START, type Told } from '../test/aBatch';
import { codeIn } from './codeIn';
import { FIELD_WORDS } from './fieldWords';
import { faultInWords, inWords } from './inWords';

const plain = (message: string): void => expect([message, codeIn(message)]).toEqual([message, undefined]);

describe('a word of the code', () => {
  it.each([
    ['bookOf must be', 'bookOf'],
    ['white_sugar', 'white_sugar'],
    ['jug.size', 'jug.size'],
    ['after 2026-07-05T09:00:00Z', '2026-07-05T'],
    ['not NaN', 'NaN'],
    ['for 5e-324 g/L', '5e-324'],
  ])('is found in %j', (text, word) => expect(codeIn(text)).toContain(word.slice(0, 4)));
  it.each([
    'pH 3.2 by strip, 1.5 L at 45 °Bx',
    'Up to 200 ml. Nothing else.',
    'It takes 1.4 kWh.',
    'The rules lie in docs/instruments.md, the log is log.csv.',
    'KEEP-01: past its day.',
  ])('is not found in %j', plain);
});

it('the words for fields are no code themselves', () => {
  for (const words of Object.values(FIELD_WORDS)) plain(words.split('|')[0]!);
});

describe('a refusal in words', () => {
  it.each([
    ['litres', 'a number, 0.2 to 20 L', 25, 'Volume: 0.2 to 20 L is accepted, not 25 L.'],
    [
      'parts.0.ml',
      'a number of at most 50000',
      '60000',
      'Part 1, amount: at most 50,000 ml is accepted, not 60,000 ml.',
    ],
    ['brews.concentrate.ways.hot.stages', 'ids that are each there once', 'heat', /^Brew, way, stages: ids that are/],
    ['target.litres', 'required', 'nothing', 'Volume is missing.'],
    ['mix.syrup', 'a number of at least 0', '-5', 'Part of the mix: at least 0 is accepted, not -5.'],
    ['brix', 'a number, 1 to 80 °Bx', NaN, 'Brix: 1 to 80 °Bx is accepted, not something that is no number.'],
    ['plant', 'a plant of the table', 'own-night-mix-r1', 'Plant: a plant of the table is accepted, not “night mix”.'],
  ])('%s, %s, %j', (field, accepted, got, words) =>
    expect(inWords({ field, accepted, got })).toEqual(
      typeof words === 'string' ? words : (expect.stringMatching(words) as unknown),
    ),
  );
  it('of what boils dry says what to do', () =>
    expect(faultInWords(new InputError('runBrew', 'steam', 'less', 3))).toBe(
      'It would boil dry: more water, less time, or the lid on.',
    ));
  it('says of a fault of ours that it is one', () => {
    expect(faultInWords(new TypeError('x is undefined'))).toMatch(/fault of Steepsis/);
  });
});

describe('what may not happen', () => {
  const MIX: BatchEventBody = {
    type: 'mixed',
    mix: { concentrate: 900, syrup: 300, water: 900 },
    hadMl: { syrup: 300 },
    sugarAddedG: 0,
  };
  const states: Told[][] = [
    [],
    MEASURED.slice(0, 1),
    MEASURED.slice(0, 2),
    [...MEASURED],
    [...MEASURED, [30, MIX]],
    [...MEASURED, [30, MIX], [40, { type: 'poured', vesselId: 'jug', ml: 500 }]],
    [...MEASURED, [30, MIX], [50, { type: 'discarded', why: 'x' }]],
  ];
  const verdict = { strength: 0, harsh: 0, sweet: 0, tart: 0 } as const;
  const events: BatchEventBody[] = [
    { type: 'started', plan: aBatch().plan },
    { type: 'laid-out', item: 'ice', how: 'seen' },
    ...['concentrate', 'nope'].flatMap((brewId): BatchEventBody[] => [
      { type: 'brew-started', brewId },
      ...['heat', 'steep', 'fly'].flatMap((stageId): BatchEventBody[] => [
        { type: 'stage-ended', brewId, stageId },
        { type: 'stage-skipped', brewId, stageId },
      ]),
      ...['roselle', 'nope'].flatMap((ingredientId): BatchEventBody[] => [
        { type: 'put-in', brewId, ingredientId, more: true },
        { type: 'put-in', brewId, ingredientId },
        { type: 'taken-out', brewId, ingredientId },
        { type: 'left-out', brewId, ingredientId },
      ]),
      { type: 'lid-set', brewId, lid: 'open' },
      { type: 'topped-up', brewId, ml: 100, tempC: 20 },
      { type: 'tended', brewId, task: 'shake' },
      { type: 'measured', what: 'volume', brewId, value: 50_000, method: 'jug' },
      { type: 'measured', what: 'pan-weight', brewId, value: 50_000, method: 'scale' },
      { type: 'measured', what: 'brix', brewId, value: 8, method: 'refractometer' },
      { type: 'measured', what: 'temp', brewId, value: 80, method: 'probe' },
    ]),
    { type: 'measured', what: 'temp', value: 80, method: 'probe' },
    { type: 'measured', what: 'ph', value: 3, method: 'strip' },
    { type: 'cooled-by', how: 'fridge' },
    MIX,
    { ...MIX, mix: { concentrate: 9000 } },
    { ...MIX, mix: {} },
    { ...MIX, mix: { other_part: 5 } },
    { type: 'bottled' },
    { type: 'added', vesselId: 'jug', parts: [] },
    ...['jug', 'cellar'].flatMap((vesselId): BatchEventBody[] => [
      { type: 'poured', vesselId, ml: 9000 },
      { type: 'stood-out', vesselId, minutes: 5, ambientC: 20 },
      { type: 'moved', vesselId, where: 'freezer' },
    ]),
    { type: 'observed', sign: 'mould' },
    { type: 'tasted', state: 'iced', verdict },
    ...['e0', 'e1', 'e4', 'nope'].map((eventId): BatchEventBody => ({ type: 'undone', eventId })),
    { type: 'discarded', why: 'x' },
  ];
  it('is refused in words, naming the thing, at every stage of a batch', () => {
    const seen = new Set<string>();
    const plan = aPlan();
    for (const batch of states.map((told) => aBatch(told, plan)))
      for (const event of events)
        for (const minutes of [-5, 1, 28, 60, 6000]) {
          const decision = decide(batch, event, minutesIn(minutes));
          if (decision.kind === 'accepted') continue;
          seen.add(decision.reason);
          expect(decision.message).toMatch(/^[A-Z0-9].*[.]$/);
          plain(decision.message);
        }
    for (const reason of [
      'too-early',
      'unknown-brew',
      'unknown-stage',
      'unknown-part',
      'more-than-there-is',
      'discarded',
    ])
      expect([...seen]).toContain(reason);
    expect(seen.size).toBeGreaterThan(15);
  });
  it('is refused in words of a jug poured together', () => {
    const jug = freeJugAfter([
      {
        id: 'p',
        jugId: 'j',
        seq: 0,
        v: 1,
        at: START,
        type: 'poured-together',
        name: 'Jug',
        capacityMl: 600,
        glassMl: 250,
        iced: false,
        standard: 1,
        likeName: 'x',
        wantedX: 1,
        audience: [],
        acknowledged: [],
        parts: [],
      },
    ]);
    for (const e of [
      { type: 'poured-out', ml: 500 },
      { type: 'undone', eventId: 'x' },
      {
        type: 'added',
        parts: [
          {
            name: 'w',
            ml: 900,
            from: { kind: 'water', water: 'still' },
            liquid: toldLiquid({ kind: 'water', water: 'still' }, 900, DEFAULT_KITCHEN),
            facts: [],
            madeAt: START,
          },
        ],
      },
    ] as const) {
      const decision = decideFreeJug(jug, e, minutesIn(-3));
      if (decision.kind === 'refused') plain(decision.message);
      const later = decideFreeJug(jug, e, minutesIn(3));
      expect(later.kind).toBe('refused');
      if (later.kind === 'refused') plain(later.message);
    }
  });
  it('has no plan, in words, however far the wish is', () => {
    for (const drink of BOOK)
      for (const change of [
        { strengthX: 3, sugarGPerL: 250 },
        { litres: 20 },
        { strengthX: 0.2, sugarGPerL: 200 },
        { steepMin: 1440 },
        { acidGPerL: 20 },
      ]) {
        const target = { ...drink.defaults, ...change };
        const result = planDrink(drink, target, DEFAULT_KITCHEN);
        if (result.kind === 'no-plan') plain(result.message);
      }
    expect(
      nearestThatWorks(BOOK[0]!, { ...BOOK[0]!.defaults, strengthX: 3, sugarGPerL: 250 }, DEFAULT_KITCHEN),
    ).toBeDefined();
  });
  it('is no drink, in words', () => {
    const [drink] = BOOK;
    const [brew] = drink!.brews;
    const [way] = brew.ways;
    const faulty = [
      { ...drink!, mix: [] },
      { ...drink!, book: { ...drink!.book, wayId: 'gone' } },
      { ...drink!, brews: [{ ...brew, ways: [{ ...way!, ingredients: [] }] }] },
      {
        ...drink!,
        brews: [{ ...brew, ways: [{ ...way!, ingredients: [{ ...way!.ingredients[0]!, plant: 'moon_wort' }] }] }],
      },
      {
        ...drink!,
        brews: [
          {
            ...brew,
            ways: [{ ...way!, ingredients: [{ ...way!.ingredients[0]!, enters: { stageId: 'gone', atMin: 0 } }] }],
          },
        ],
      },
      { ...drink!, defaults: { ...drink!.defaults, litres: 900 } },
      { ...drink!, defaults: { ...drink!.defaults, hot: true, iced: true } },
    ];
    for (const d of faulty) {
      const thrown = ((): unknown => {
        try {
          requireDrink(d as never);
          return undefined;
        } catch (error) {
          return error;
        }
      })();
      expect(thrown).toBeInstanceOf(InputError);
      plain(faultInWords(thrown));
    }
    expect(aPlan().drink).toBeDefined();
  });
});

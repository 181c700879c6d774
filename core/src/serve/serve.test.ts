import { readPhoto } from '../colour/fromPhoto';
import { liquorColour } from '../colour/liquorColour';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { toldFacts, toldLiquid, type Told } from '../jug/pourable';
import { usualStrength } from '../blend/stretch';
import { buildGlass, guestTotals, type Drinkers, type GuestBase } from './guests';
import { holdHot, type HotHolding } from './hotHolding';
import { hotPortion } from './hotPortion';
import { brixOfPop, popFillMl, popOf, popToFeel } from './pops';
import { shaken } from './shaken';

describe('pops', () => {
  const plain = { brix: 10, abv: 0, sweetGPerL: 100, strengthX: 1 };
  it('set firm when lightly sweet, and hard without sugar', () => {
    expect(popOf(plain, -18).sets).toBe('hard');
    expect(popOf({ ...plain, brix: 18 }, -18).sets).toBe('firm');
    expect(popOf({ ...plain, brix: 0 }, -18).iceShare).toBe(1);
  });
  it('never set with much spirit in them', () => expect(popOf({ ...plain, brix: 15, abv: 8 }, -18).sets).toBe('not'));
  it('begin to freeze where a sugar solution does: 10 °Bx at about -0.6 °C', () =>
    expect(popOf(plain, -18).freezesAtC).toBeCloseTo(-0.63, 1));
  it('hold less ice the sweeter they are and the warmer the freezer', () => {
    const shares = [5, 10, 20, 30].map((brix) => popOf({ ...plain, brix }, -18).iceShare);
    expect([...shares].sort((a, b) => b - a)).toEqual(shares);
    expect(popOf(plain, -8).iceShare).toBeLessThan(popOf(plain, -18).iceShare);
  });
  it('are mixed stronger and sweeter, to be felt as wanted', () => {
    const asked = popToFeel({ strengthX: 1, sweetGPerL: 80 });
    const felt = popOf({ ...plain, ...asked }, -18);
    expect(felt.feltX).toBeCloseTo(1, 9);
    expect(felt.feltSweetGPerL).toBeCloseTo(80, 9);
  });
  it('leave a mould room for the ice, and less of it the sweeter they are', () => {
    const [plainOnes, sweet] = [0, 250].map((g) => popOf({ ...plain, brix: brixOfPop(g) }, -18));
    expect(popFillMl(plainOnes!, 80)).toBeCloseTo(80 * 0.91, 6);
    expect(popFillMl(sweet!, 80)).toBeGreaterThan(popFillMl(plainOnes!, 80));
    expect(popFillMl(sweet!, 80)).toBeLessThan(80);
  });
  it('need a freezer', () => expect(() => popOf(plain, 4)).toThrow(/freezerC.*-40 to -1/));
});

describe('a hot portion from a cold base', () => {
  it('is a third of a base of ×3, at what the two come to', () => {
    const p = hotPortion({ concentrateX: 3, portionMl: 200, baseC: 4 });
    expect(p.baseMl + p.waterMl).toBeCloseTo(200, 9);
    expect(p.baseMl).toBeCloseTo(200 / 3, 9);
    // Two thirds of 98 °C and a third of 4 °C, less what the glass takes.
    expect(p.tempC).toBeCloseTo(64, 0);
  });
  it('is the base as it is at ×1, and hotter the stronger the base', () => {
    expect(hotPortion({ concentrateX: 1, portionMl: 200, baseC: 4 }).waterMl).toBe(0);
    const at = (x: number) => hotPortion({ concentrateX: x, portionMl: 200, baseC: 4 }).tempC;
    expect(at(6)).toBeGreaterThan(at(3));
  });
  it('cannot come from a base that is weaker than the glass', () =>
    expect(() => hotPortion({ concentrateX: 0.5, portionMl: 200, baseC: 4 })).toThrow(/concentrateX/));
});

describe('shaken with ice', () => {
  const drink = { ml: 150, tempC: 20 };
  it('takes up about a quarter to a third of water from dry ice, and ends near freezing', () => {
    const s = shaken(drink, { iceG: 150, iceC: -18, wet: false }, 22);
    expect(s.thinning).toBeGreaterThan(1.15);
    expect(s.thinning).toBeLessThan(1.35);
    expect(s.finalC).toBeLessThan(2);
  });
  it('takes up more from wet ice and from a warm drink', () => {
    const dry = shaken(drink, { iceG: 150, iceC: 0, wet: false }, 22);
    expect(shaken(drink, { iceG: 150, iceC: 0, wet: true }, 22).thinning).toBeGreaterThan(dry.thinning);
    expect(shaken({ ...drink, tempC: 40 }, { iceG: 200, iceC: 0, wet: false }, 22).thinning).toBeGreaterThan(
      dry.thinning,
    );
  });
});

describe('kept hot for guests', () => {
  const vessel = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-5')!;
  const pot: HotHolding = {
    vessel,
    volumeMl: 3000,
    holdC: 70,
    hours: 4,
    lid: 'open',
    roomC: 20,
    servedMlPerHour: 0,
    spice: { plant: 'clove_whole', alreadyMin: 10 },
  };
  it('grows stronger by what leaves as steam, and topping up undoes it', () => {
    // All of the range that is accepted is answered.
    for (const holdC of [40, 60, 95, 99]) expect(holdHot({ ...pot, holdC }).hours.length).toBeGreaterThan(1);
    const last = holdHot(pot).hours.at(-1)!;
    expect(last.thicker).toBeCloseTo(3000 / last.volumeMl, 6);
    expect(last.volumeMl + last.topUpMl).toBeCloseTo(3000, 6);
  });
  it('keeps its own extract: what was served is not topped up', () => {
    const last = holdHot({ ...pot, servedMlPerHour: 400 }).hours.at(-1)!;
    expect(last.volumeMl + last.topUpMl).toBeLessThan(3000 - 4 * 400 + 400);
    expect(last.thicker).toBeGreaterThan(1);
  });
  it('loses far less under a lid', () => {
    const lidded = holdHot({ ...pot, lid: 'closed' }).hours.at(-1)!;
    expect(lidded.topUpMl).toBeLessThan(0.6 * holdHot(pot).hours.at(-1)!.topUpMl);
  });
  it('says when the spice comes out, sooner the hotter it stands', () => {
    const at = (holdC: number): number => holdHot({ ...pot, hours: 12, holdC }).takeOutAfterMin ?? Infinity;
    expect(at(90)).toBeLessThan(at(65));
    expect(holdHot({ ...pot, spice: { plant: 'clove_whole', alreadyMin: 600 } }).takeOutAfterMin).toBeUndefined();
  });
  it('is safe at 60 °C or above, and not below', () => {
    expect(holdHot(pot).safe).toBe(true);
    expect(holdHot({ ...pot, holdC: 55 }).safe).toBe(false);
  });
  it('refuses a juice as its spice', () =>
    expect(() => holdHot({ ...pot, spice: { plant: 'lemon_juice', alreadyMin: 5 } })).toThrow(
      /a plant that is steeped/,
    ));
});

describe('one base for many drinkers', () => {
  const made: Told = {
    kind: 'made',
    made: { plant: 'roselle_dried_cut', grams: 60, waterMl: 1000, minutes: 12, place: 'off-heat' },
  };
  const base: GuestBase = {
    liquid: toldLiquid(made, 1000, DEFAULT_KITCHEN),
    standard: usualStrength('roselle_dried_cut', DEFAULT_KITCHEN),
    parts: [{ ml: 1000, facts: [toldFacts(made, 1000)], madeAt: '2026-06-01T08:00:00.000Z' }],
    glassMl: 250,
    iceG: 90,
    syrupBrix: 50,
    abv: 40,
  };
  const kind = (more: Partial<Drinkers>): Drinkers => ({
    id: 'x',
    name: 'guests',
    people: 4,
    glassesEach: 2,
    strengthX: 1,
    sweetGPerL: 70,
    spiritMl: 0,
    served: 'iced',
    audience: [],
    ...more,
  });
  const now = Date.parse('2026-06-01T12:00:00Z');
  const glass = (more: Partial<Drinkers> = {}): ReturnType<typeof buildGlass> =>
    buildGlass(base, kind(more), DEFAULT_KITCHEN, now);

  it('fills the glass, and is right once the ice has thinned it', () => {
    const g = glass();
    expect(g.pour.base + g.pour.water + g.pour.syrup + g.pour.lemon).toBe(250);
    expect(g.figures.strengthX).toBeCloseTo(1, 1);
    expect(g.figures.sweetGPerL).toBeCloseTo(70, -1);
  });
  it('makes a weaker, unsweetened glass for a child from the same base', () => {
    const g = glass({ strengthX: 0.6, sweetGPerL: 0, served: 'chilled', audience: ['child'] });
    expect(g.pour.syrup).toBe(0);
    expect(g.iceG).toBe(0);
    expect(g.figures.strengthX).toBeCloseTo(0.6, 1);
  });
  it('puts spirit into the glass of those who want it alone, and keeps the rest as strong', () => {
    const g = glass({ spiritMl: 30, served: 'chilled' });
    expect(g.pour.base + g.pour.water + g.pour.syrup + g.pour.lemon + 30).toBe(250);
    expect(g.figures.strengthX).toBeCloseTo(1, 1);
  });
  it('meets the rules of each drinker: no spirit for one who does not drink, no roselle in pregnancy', () => {
    expect(glass({ spiritMl: 30, audience: ['no-alcohol'] }).findings.map((f) => f.id)).toContain('ALC-01');
    expect(glass({ audience: ['pregnant'] }).findings.map((f) => f.id)).toContain('HIB-01');
    expect(glass().findings.map((f) => f.id)).not.toContain('ALC-01');
  });
  it('says what the base cannot do', () =>
    expect(glass({ strengthX: 6 }).missed).toEqual(['the base is not strong enough for ×6']));
  it('adds up for the table, in glasses and jugs', () => {
    const [a, b] = [glass(), glass({ people: 3, glassesEach: 1, spiritMl: 30 })];
    const totals = guestTotals([a, b], 2000);
    expect(totals.glasses).toBe(11);
    expect(totals.pour.base).toBe(8 * a.pour.base + 3 * b.pour.base);
    expect(totals.pour.spirit).toBe(90);
    expect(totals.jugs).toBe(Math.ceil(totals.pour.base / 2000));
  });
});

describe('a colour read off a photograph', () => {
  const drawn = (times: number): ReturnType<typeof liquorColour> =>
    liquorColour([{ colourant: 'black_tea', times: 0.3 * times }], 6);
  /** The same drink and white under a lamp that is warm and dim. */
  const underLamp = ({ r, g, b }: ReturnType<typeof liquorColour>): typeof white => {
    const lin = (c: number): number => (c / 255 <= 0.04045 ? c / 255 / 12.92 : ((c / 255 + 0.055) / 1.055) ** 2.4);
    const enc = (l: number): number => Math.round(255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055));
    return { r: enc(0.8 * lin(r)), g: enc(0.65 * lin(g)), b: enc(0.4 * lin(b)) };
  };
  const white = { r: 255, g: 255, b: 255 };

  it('finds how strong it looks, whatever the lamp', () => {
    for (const times of [0.4, 0.8, 1, 1.6, 2.5]) {
      const found = readPhoto(underLamp(drawn(times)), underLamp(white), drawn);
      expect(found.times / times).toBeGreaterThan(0.9);
      expect(found.times / times).toBeLessThan(1.1);
      expect(found.sameHue).toBe(true);
    }
  });
  it('says so when it is another colour altogether', () =>
    expect(readPhoto({ r: 40, g: 60, b: 190 }, white, drawn).sameHue).toBe(false));
  it('refuses a white that is too dark to measure against', () =>
    expect(() => readPhoto(drawn(1), { r: 40, g: 40, b: 40 }, drawn)).toThrow(/something white and well lit/));
});

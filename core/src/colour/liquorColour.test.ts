import { COLOURANTS, type Colourant, type ColourantName } from './colourants';
import { butterflyPeaAt, depthPerCm, liquorColour, toHex, type Coloured, type Rgb } from './liquorColour';
import { SWATCHES } from './swatches';

const channels = (hex: string): number[] => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));
const far = (a: string, b: string): number => Math.max(...channels(a).map((c, i) => Math.abs(c - channels(b)[i]!)));
const phOf = (name: ColourantName): number => (COLOURANTS[name] as Colourant).redAtPh ?? 7;
const glass = (name: ColourantName, times: number, widthCm = 7): Rgb =>
  liquorColour([{ colourant: name, times }], widthCm, phOf(name));
const light = ({ r, g, b }: Rgb): number => {
  const [x, y, z] = [r, g, b].map((c) => (c / 255) ** 2.2) as [number, number, number];
  return 0.2126 * x + 0.7152 * y + 0.0722 * z;
};

describe('the colour of a drink', () => {
  it.each(SWATCHES)('%s, pale, ordinary and strong: %s', (name, hexes) => {
    hexes.split(' ').forEach((hex, i) => {
      expect(far(toHex(glass(name, [0.25, 1, 2.5][i]!)), hex)).toBeLessThanOrEqual(4);
    });
  });
  it('is never lighter for being stronger or thicker, and water is white', () => {
    for (const [name] of SWATCHES) {
      const steps = [0, 0.1, 0.25, 1, 2.5, 6].map((times) => light(glass(name, times)));
      steps.forEach((l, i) => i > 0 && expect(l).toBeLessThanOrEqual(steps[i - 1]! + 1e-3));
      const widths = [3, 7, 10, 14].map((cm) => light(glass(name, 1, cm)));
      widths.forEach((l, i) => i > 0 && expect(l).toBeLessThanOrEqual(widths[i - 1]! + 1e-3));
    }
    expect(toHex(liquorColour([], 7))).toMatch(/^#f[ef]f[ef]f[ef]$/);
  });
  it('of two clear things is never lighter than the darker of them', () => {
    const clear = SWATCHES.map(([n]) => n).filter((n) => !(COLOURANTS[n] as Colourant).haze);
    for (const a of clear)
      for (const b of clear) {
        const both = liquorColour(
          [a, b].map((colourant): Coloured => ({ colourant, times: 1 })),
          7,
          3,
        );
        const each = [a, b].map((colourant) => light(liquorColour([{ colourant, times: 1 }], 7, 3)));
        expect(light(both)).toBeLessThanOrEqual(Math.min(...each) + 1e-3);
      }
  });
  const mixed = (ph: number, ...parts: [ColourantName, number][]): string =>
    toHex(
      liquorColour(
        parts.map(([colourant, times]) => ({ colourant, times })),
        7,
        ph,
      ),
    );
  it('of what is poured together is what one sees', () => {
    // Roselle 10 g/L, pineapple peel 150 g/L, cinnamon 3 g/L: brown-red, not orange.
    expect(far(mixed(3, ['roselle', 10 / 18], ['pineapple_peel', 150 / 180], ['cinnamon', 1]), '#952f29')).toBeLessThan(
      24,
    );
    expect(far(mixed(6.5, ['black_tea', 2.2]), '#713005')).toBeLessThan(6);
    expect(far(mixed(6.5, ['green_tea', 0.5], ['cucumber', 1]), '#e0de92')).toBeLessThan(12);
    expect(far(mixed(2.8, ['roselle', 0.1]), '#fd7c9b')).toBeLessThan(24);
    expect(far(mixed(7, ['molasses', 1], ['brown_sugar_dark', 1]), '#572a05')).toBeLessThan(6);
  });
  it('of a butterfly pea is blue by itself, violet with a little acid, magenta with lime', () => {
    const at = (ph: number): Rgb => liquorColour(butterflyPeaAt(ph), 7, ph);
    expect(far(toHex(at(6)), '#222aa8')).toBeLessThan(8);
    expect(far(toHex(at(2.6)), '#a1236c')).toBeLessThan(10);
    expect(at(7).b).toBeGreaterThan(3 * at(7).r);
    expect(at(2.5).r).toBeGreaterThan(at(2.5).b);
    for (const ph of [2, 2.5, 3.3, 4.7, 6, 7, 9])
      expect(butterflyPeaAt(ph).reduce((sum, c) => sum + c.times, 0)).toBeCloseTo(1, 9);
  });
  it('of roselle fades as its acid leaves', () => {
    const red = (ph: number): number => depthPerCm([{ colourant: 'roselle', times: 1 }], ph);
    expect(red(3.5)).toBeLessThan(red(2.8));
    expect(far(mixed(3.5, ['roselle', 1]), '#991e21')).toBeLessThan(24);
  });
  it('of black tea pales with lemon', () =>
    expect(light(liquorColour([{ colourant: 'black_tea', times: 1 }], 7, 3))).toBeGreaterThan(
      light(liquorColour([{ colourant: 'black_tea', times: 1 }], 7, 6.5)),
    ));
});

import { COLOURANTS, type Colourant, type ColourantName } from './colourants';

/** A colour of a screen, sRGB, 0 to 255 each. */
export type Rgb = { r: number; g: number; b: number };

/** So much of something, in times of its ordinary strength. */
export type Coloured = {
  colourant: ColourantName;
  times: number;
  /** of its haze, what is left of it once it is strained clear */
  hazeShare?: number;
};

const BANDS = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);

const gaussian = (l: number, middle: number, below: number, above: number): number =>
  Math.exp(-(((l - middle) / (l < middle ? below : above)) ** 2) / 2);

// CIE 1931 colour matching, fits of Wyman, Sloan & Shirley 2013.
const MATCHING = BANDS.map((l) => ({
  x: 1.056 * gaussian(l, 599.8, 37.9, 31) + 0.362 * gaussian(l, 442, 16, 26.7) - 0.065 * gaussian(l, 501.1, 20.4, 26.2),
  y: 0.821 * gaussian(l, 568.8, 46.9, 40.5) + 0.286 * gaussian(l, 530.9, 16.3, 31.1),
  z: 1.217 * gaussian(l, 437, 11.8, 36) + 0.681 * gaussian(l, 459, 26, 13.8),
}));
const SUM = MATCHING.reduce((s, m) => ({ x: s.x + m.x, y: s.y + m.y, z: s.z + m.z }), { x: 0, y: 0, z: 0 });

/**
 * Share of an anthocyanin that is red: the flavylium takes up water with a pK of about 2.9 (Brouillard 1982; Giusti & Wrolstad
 * 2001), and what has is colourless.
 */
const redShare = (ph: number): number => 0.15 + 0.85 / (1 + 10 ** (ph - 2.9));
/** Above this an anthocyanin is purple and brown, whatever it was. */
const PURPLE_PH = 5.5;

/** Acid takes thearubigin's ionised form, and with it a part of the colour of black tea (Roberts 1962). House estimate of how much. */
const teaInAcid = (ph: number): number => Math.min(1, Math.max(0.7, 0.7 + (0.3 * (ph - 3.2)) / 1.8));

type Butterfly = Extract<ColourantName, `butterfly_pea_ph_${string}`>;
const BUTTERFLY: readonly (readonly [ph: number, Butterfly])[] = [
  [2.5, 'butterfly_pea_ph_2_5'],
  [3, 'butterfly_pea_ph_3'],
  [4, 'butterfly_pea_ph_4'],
  [5, 'butterfly_pea_ph_5'],
  [7, 'butterfly_pea_ph_7'],
];

/** What a flower of the butterfly pea is at a pH: its rows in proportion, blue to magenta. */
export function butterflyPeaAt(ph: number): readonly Coloured[] {
  const above = BUTTERFLY.findIndex(([at]) => ph <= at);
  if (above === 0) return [{ colourant: BUTTERFLY[0]![1], times: 1 }];
  if (above < 0) return [{ colourant: BUTTERFLY.at(-1)![1], times: 1 }];
  const [low, high] = [BUTTERFLY[above - 1]!, BUTTERFLY[above]!];
  const share = (ph - low[0]) / (high[0] - low[0]);
  return [
    { colourant: low[1], times: 1 - share },
    { colourant: high[1], times: share },
  ];
}

/** Absorbance to a centimetre of a colourant at its ordinary strength, at a wavelength, nm, in a drink of a pH. */
export function absorbanceAt(name: ColourantName, l: number, ph: number): number {
  const { peaks = [], tail, flat = 0, redAtPh }: Colourant = COLOURANTS[name];
  let a = flat;
  let tailHeight = tail?.[0] ?? 0;
  for (const [height, centre, width] of peaks) {
    const red = redAtPh === undefined ? 1 : redShare(ph) / redShare(redAtPh);
    const at =
      redAtPh === undefined ? centre : ph > PURPLE_PH ? 560 : centre + 4 * (Math.max(3, ph) - Math.max(3, redAtPh));
    if (redAtPh !== undefined && ph > PURPLE_PH) tailHeight += 0.3 * height;
    a += height * red * Math.exp(-(((l - at) / width) ** 2) / 2);
  }
  if (tail) a += tailHeight * Math.exp(-(l - 400) / tail[1]);
  return name === 'black_tea' ? a * teaInAcid(ph) : a;
}

/** Whatever is brewed, squeezed or sweetened with something brown is a little dull, to a centimetre. House estimate. */
const DULL = 0.006;
/** Mean way of light through a round glass, in widths: a chord is π/4 of the diameter. */
const CHORD = 0.79;
/** Share of what is seen that came the short way, at the sides and the surface, and how short it is. House estimates. */
const SHORT_WAY = { share: 0.12, of: 0.2 };
const GLOSS = 0.004;

/**
 * A liquor in a round glass, white behind it, 0 to 255 a channel. Absorbance and haze of several things add; light goes both ways
 * through the haze (two fluxes, Kubelka & Munk 1931, Kubelka 1948), which is Beer's law where it is clear. Left out is that
 * pigments deepen each other; good to 8 ΔE.
 * @param widthCm inner width of the glass
 */
export function liquorColour(coloured: readonly Coloured[], widthCm: number, ph = 7): Rgb {
  const any = coloured.some((c) => c.times > 0);
  const haze = coloured.reduce(
    (sum, c) => sum + c.times * (c.hazeShare ?? 1) * ((COLOURANTS[c.colourant] as Colourant).haze ?? 0),
    0,
  );
  let [x, y, z] = [0, 0, 0];
  BANDS.forEach((l, i) => {
    let a = any ? DULL : 0;
    for (const { colourant, times } of coloured) a += times * absorbanceAt(colourant, l, ph);
    const way = CHORD * widthCm;
    const seen =
      (1 - GLOSS) * ((1 - SHORT_WAY.share) * back(a, haze, way) + SHORT_WAY.share * back(a, haze, way * SHORT_WAY.of)) +
      GLOSS;
    const m = MATCHING[i]!;
    x += seen * m.x;
    y += seen * m.y;
    z += seen * m.z;
  });
  return srgb((0.95047 * x) / SUM.x, y / SUM.y, (1.08883 * z) / SUM.z);
}

/** Light that comes back of a white ground behind `cm` of a liquor, and from its haze. */
function back(absorbance: number, haze: number, cm: number): number {
  const k = Math.LN10 * absorbance + 1e-5;
  const m = Math.sqrt(k * (k + 2 * haze));
  const r = haze / (haze + k + m);
  const e = Math.exp(-m * cm);
  const d = 1 - r * r * e * e;
  return ((1 - r * r) * e) / d + (r * (1 - e * e)) / d;
}

/** Out of what a screen shows, saturation gives: luminance and hue stay. */
function srgb(x: number, y: number, z: number): Rgb {
  const grey = Math.min(1, Math.max(0, y));
  const linear = [
    3.2406 * x - 1.5372 * y - 0.4986 * z,
    -0.9689 * x + 1.8758 * y + 0.0415 * z,
    0.0557 * x - 0.204 * y + 1.057 * z,
  ];
  const share = linear.reduce((most, c) => {
    if (c > 1) return Math.min(most, (1 - grey) / (c - grey));
    return c < 0 ? Math.min(most, grey / (grey - c)) : most;
  }, 1);
  const [r, g, b] = linear.map((c) => encoded(grey + share * (c - grey))) as [number, number, number];
  return { r, g, b };
}

function encoded(linear: number): number {
  const c = Math.min(1, Math.max(0, linear));
  return Math.round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055));
}

/** Depth of colour: what a centimetre swallows of all visible light, as mean absorbance. */
export const depthPerCm = (coloured: readonly Coloured[], ph: number): number =>
  coloured.reduce((sum, { colourant, times }) => sum + times * meanAbsorbance(colourant, ph), 0);

const meanAbsorbance = (name: ColourantName, ph: number): number =>
  BANDS.reduce((sum, l) => sum + absorbanceAt(name, l, ph), 0) / BANDS.length;

/** "#ff335b" */
export const toHex = ({ r, g, b }: Rgb): string => `#${[r, g, b].map((c) => c.toString(16).padStart(2, '0')).join('')}`;

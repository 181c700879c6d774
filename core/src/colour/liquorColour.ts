import { COLOUR_FAMILIES, type ColourFamily, type Family, type Spectrum } from './colourFamilies';

export type Rgb = { r: number; g: number; b: number };

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

function spectrumAt(spectrum: Spectrum, l: number): number {
  let a = spectrum.flat ?? 0;
  for (const [height, centre, width] of spectrum.peaks ?? [])
    a += height * Math.exp(-(((l - centre) / width) ** 2) / 2);
  if (spectrum.tail) a += spectrum.tail[0] * Math.exp(-(l - 400) / spectrum.tail[1]);
  return a;
}

/** Absorptivity of a family at a wavelength, L/(g cm), between its acidity anchors in proportion. */
export function absorptivity(family: ColourFamily, wavelengthNm: number, ph = 7): number {
  const { anchors }: Family = COLOUR_FAMILIES[family];
  const first = anchors[0]!;
  if (ph <= first.ph || anchors.length === 1) return spectrumAt(first.spectrum, wavelengthNm);
  for (let i = 1; i < anchors.length; i++) {
    const [a, b] = [anchors[i - 1]!, anchors[i]!];
    if (ph <= b.ph) {
      const share = (ph - a.ph) / (b.ph - a.ph);
      return spectrumAt(a.spectrum, wavelengthNm) * (1 - share) + spectrumAt(b.spectrum, wavelengthNm) * share;
    }
  }
  return spectrumAt(anchors[anchors.length - 1]!.spectrum, wavelengthNm);
}

export type Colourant = { family: ColourFamily; gPerL: number };

/**
 * Colour of a liquor seen through `depthCm` of it against white, 0 to 255 a channel. Absorbances add; haze and
 * copigmentation are left out. The magnitudes are house estimates, so judge hue and order, not the last shade.
 */
export function liquorColour(colourants: readonly Colourant[], depthCm: number, ph = 7): Rgb {
  let [x, y, z] = [0, 0, 0];
  BANDS.forEach((l, i) => {
    let a = 0;
    for (const { family, gPerL } of colourants) a += gPerL * absorptivity(family, l, ph);
    const through = 10 ** (-a * depthCm);
    const m = MATCHING[i]!;
    x += through * m.x;
    y += through * m.y;
    z += through * m.z;
  });
  return srgb((0.95047 * x) / SUM.x, y / SUM.y, (1.08883 * z) / SUM.z);
}

function srgb(x: number, y: number, z: number): Rgb {
  const channel = (linear: number): number => {
    const c = Math.min(1, Math.max(0, linear));
    return Math.round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055));
  };
  return {
    r: channel(3.2406 * x - 1.5372 * y - 0.4986 * z),
    g: channel(-0.9689 * x + 1.8758 * y + 0.0415 * z),
    b: channel(0.0557 * x - 0.204 * y + 1.057 * z),
  };
}

/** "#ff335b" */
export const toHex = ({ r, g, b }: Rgb): string => `#${[r, g, b].map((c) => c.toString(16).padStart(2, '0')).join('')}`;

/**
 * Absorptivity a(l) of a liquor, L/(g cm), as a sum of shapes: a gaussian peak [height, centre nm, width nm],
 * a blue-end tail falling from 400 nm [height, width nm], and a flat part.
 * Shapes follow known absorption maxima; magnitudes are house estimates. `perPh` families change with acidity.
 */
export type Spectrum = {
  peaks?: readonly (readonly [number, number, number])[];
  tail?: readonly [number, number];
  flat?: number;
};
export type Family = { anchors: readonly { ph: number; spectrum: Spectrum }[] };

/**
 * A brewed liquor is never as clear as its pigment: what browns and clouds it dulls all wavelengths alike. House estimate,
 * set by eye so that a roselle glass is crimson rather than scarlet.
 */
const BROWNING = 0.02;

const one = (spectrum: Spectrum): Family => ({ anchors: [{ ph: 7, spectrum }] });
const perPh = (...anchors: [number, Spectrum][]): Family => ({
  anchors: anchors.map(([ph, spectrum]) => ({ ph, spectrum })),
});

export const COLOUR_FAMILIES = {
  roselle_red: perPh(
    [3, { peaks: [[0.22, 520, 34]], tail: [0.12, 45], flat: BROWNING }],
    [4.5, { peaks: [[0.09, 525, 40]], tail: [0.12, 50], flat: BROWNING }],
  ),
  tea_amber: one({ tail: [0.4, 62], flat: 0.012 }),
  green_pale: one({ tail: [0.1, 32] }),
  rooibos_orange: one({ peaks: [[0.02, 510, 45]], tail: [0.38, 75] }),
  turmeric_yellow: one({ peaks: [[0.9, 425, 34]] }),
  chlorophyll: one({ peaks: [[0.004, 668, 12]], tail: [0.12, 38] }),
  flower_straw: one({ tail: [0.12, 38] }),
  tan_bark: one({ tail: [0.18, 60], flat: 0.004 }),
  fruit_red: one({ peaks: [[0.05, 515, 36]], tail: [0.05, 45] }),
  fruit_orange: one({ peaks: [[0.03, 450, 40]], tail: [0.08, 45] }),
  fruit_pale: one({ tail: [0.03, 40] }),
  berry_dark: one({ peaks: [[0.3, 530, 42]], tail: [0.2, 60], flat: 0.01 }),
  anthocyanin_purple: perPh(
    [3, { peaks: [[0.15, 525, 38]], tail: [0.08, 45] }],
    [6.5, { peaks: [[0.12, 560, 45]], tail: [0.1, 50] }],
  ),
  butterfly_pea: perPh(
    [2.5, { peaks: [[0.28, 548, 36]], tail: [0.06, 40] }],
    [
      4,
      {
        peaks: [
          [0.1, 618, 26],
          [0.36, 562, 36],
        ],
        tail: [0.05, 40],
      },
    ],
    [
      6.5,
      {
        peaks: [
          [0.35, 620, 22],
          [0.33, 574, 26],
        ],
        tail: [0.06, 40],
      },
    ],
  ),
} as const satisfies Record<string, Family>;

export type ColourFamily = keyof typeof COLOUR_FAMILIES;

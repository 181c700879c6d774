/** Where one looks for a rule: by the plant, by who drinks, by what is done. Families of rules by the letters of their ids. */
export const CHAPTERS: readonly { title: string; of: readonly string[] }[] = [
  {
    title: 'Plants that want care',
    of: ['ELD', 'HIP', 'PIT', 'LIQ', 'HIB', 'JUN', 'LAV', 'SPI', 'DOSE', 'FLO', 'NOV', 'DEN'],
  },
  { title: 'Picked yourself', of: ['FOR'] },
  { title: 'Who drinks it', of: ['INF', 'CAF', 'ALC', 'MED', 'ALG', 'TEETH', 'PET'] },
  { title: 'Cold steeps, and the way down from the heat', of: ['CB', 'TT', 'COOL', 'HOT'] },
  { title: 'On the shelf', of: ['KEEP', 'STO', 'PH', 'BOT', 'CAN'] },
  { title: 'Live jars and fizz', of: ['FER', 'CARB'] },
  { title: 'Pots, cloths and produce', of: ['VES', 'EQP', 'PRO', 'OPT'] },
  { title: 'Given away or sold', of: ['DIL', 'CLM', 'SELL', 'GEN'] },
];

/** The family of a rule: "ELD" of "ELD-01". */
export const familyOf = (id: string): string => id.split('-')[0]!;

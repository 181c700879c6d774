/**
 * How long home drinks are kept, in days from the brew, at or below 5 °C unless said. Conservative home-kitchen choices of
 * medium to low confidence, save for the general leftover rule and the freezing advice. The first line that matches counts.
 * Local food-safety authorities come first.
 */
export type KeepingCategory =
  | 'canned_opened'
  | 'canned_tested'
  | 'frozen'
  | 'spirit_infusion'
  | 'ferment'
  | 'milk'
  | 'syrup_fruit'
  | 'syrup_65'
  | 'syrup_50'
  | 'syrup_low'
  | 'fruit'
  | 'fresh_herb'
  | 'acid_hot'
  | 'plain_tea_hot'
  | 'herb_hot'
  | 'cold_tea'
  | 'cold_herb';

/** How long something keeps: days at its best, days to its last, and why. */
export type KeepingWindow = {
  category: KeepingCategory;
  targetDays: number;
  hardDays: number;
  reason: string;
  /** near an edge: which reading decides, and between what */
  decides?: string;
};

const WINDOWS: Record<KeepingCategory, { target: number; hard: number; reason: string }> = {
  canned_opened: { target: 5, hard: 7, reason: 'opened jar of a tested canning process' },
  canned_tested: { target: 365, hard: 540, reason: 'unopened jar of a tested canning process' },
  frozen: { target: 90, hard: 180, reason: 'frozen; a limit of quality' },
  spirit_infusion: { target: 90, hard: 180, reason: '20 % alcohol or more' },
  ferment: { target: 7, hard: 14, reason: 'live ferment with a measured pH of 4.2 or less' },
  milk: { target: 1, hard: 2, reason: 'milk mixed in' },
  syrup_fruit: { target: 14, hard: 28, reason: 'syrup with fruit in it' },
  syrup_65: { target: 60, hard: 90, reason: 'syrup of 65 °Bx or more' },
  syrup_50: { target: 14, hard: 28, reason: 'syrup of 50 to 65 °Bx' },
  syrup_low: { target: 5, hard: 7, reason: 'syrup below 50 °Bx' },
  fruit: { target: 2, hard: 3, reason: 'fresh fruit or juice in it' },
  fresh_herb: { target: 2, hard: 3, reason: 'fresh, low-acid plants in it' },
  acid_hot: { target: 5, hard: 7, reason: 'brewed hot, with a measured pH of 4.2 or less' },
  plain_tea_hot: { target: 3, hard: 5, reason: 'tea brewed hot' },
  herb_hot: { target: 3, hard: 4, reason: 'dried plants brewed hot; measure the pH to see if it keeps longer' },
  cold_tea: { target: 2, hard: 3, reason: 'tea that was never heated' },
  cold_herb: { target: 1, hard: 2, reason: 'plants that were never heated' },
};

/** What decides the category. Missing facts count as not so. */
export type KeepingFacts = {
  hotBrewed: boolean;
  onlyTea: boolean;
  brix?: number;
  abv?: number;
  frozen?: boolean;
  milk?: boolean;
  cannedTested?: boolean;
  opened?: boolean;
  ferment?: boolean;
  freshFruit?: boolean;
  freshLowAcid?: boolean;
  /** a measured pH that certainly is at most this; estimates never count: see {@link measuredPhAtMost} */
  measuredPhAtMost42?: boolean;
  /** as it was read, whatever it was read by */
  ph?: number;
};

/** Category and days of a drink, first match first. */
export function keepingWindow(f: KeepingFacts): KeepingWindow {
  const category = categoryOf(f);
  const { target, hard, reason } = WINDOWS[category];
  const decides = nearAnEdge(f, category);
  return { category, targetDays: target, hardDays: hard, reason, ...(decides ? { decides } : {}) };
}

/** How near an edge a prediction or a reading is no answer. House choice: a kitchen refractometer, a kitchen meter. */
const NEAR = { brix: 1, ph: 0.15 };

/** Near 65 °Bx and near pH 4.2 a reading decides between two windows, and it says which. */
function nearAnEdge(f: KeepingFacts, category: KeepingCategory): string | undefined {
  const days = (c: KeepingCategory): string => `${WINDOWS[c].target} days`;
  if ((category === 'syrup_65' || category === 'syrup_50') && Math.abs((f.brix ?? 0) - 65) <= NEAR.brix)
    return `a refractometer decides: at 65 °Bx or more it keeps ${days('syrup_65')}, below that ${days('syrup_50')}`;
  const byPh = category === 'acid_hot' || (category === 'herb_hot' && f.hotBrewed);
  if (byPh && f.ph !== undefined && Math.abs(f.ph - 4.2) <= NEAR.ph)
    return `a pH meter decides: at 4.2 or less it keeps ${days('acid_hot')}, above that ${days('herb_hot')}`;
  return undefined;
}

function categoryOf(f: KeepingFacts): KeepingCategory {
  const brix = f.brix ?? 0;
  if (f.cannedTested && f.opened) return 'canned_opened';
  if (f.cannedTested) return 'canned_tested';
  if (f.frozen) return 'frozen';
  if ((f.abv ?? 0) >= 20) return 'spirit_infusion';
  if (f.ferment && f.measuredPhAtMost42) return 'ferment';
  if (f.milk) return 'milk';
  if (brix >= 50 && f.freshFruit) return 'syrup_fruit';
  if (brix >= 65) return 'syrup_65';
  if (brix >= 50) return 'syrup_50';
  if (brix >= 20) return 'syrup_low';
  if (f.freshFruit) return 'fruit';
  if (f.freshLowAcid) return 'fresh_herb';
  if (f.hotBrewed && f.measuredPhAtMost42) return 'acid_hot';
  if (f.hotBrewed && f.onlyTea) return 'plain_tea_hot';
  if (f.hotBrewed) return 'herb_hot';
  return f.onlyTea ? 'cold_tea' : 'cold_herb';
}

/** A pH and by what it was measured. */
export type PhReading = { ph: number; method: 'meter' | 'strip' | 'estimate' };

/** A meter counts as it reads, a strip only 0.4 below the limit, an estimate never. */
export const measuredPhAtMost = (reading: PhReading | undefined, limit: number): boolean =>
  reading?.method === 'meter' ? reading.ph <= limit : reading?.method === 'strip' ? reading.ph <= limit - 0.4 : false;

/** Longest a thing keeps at another temperature if it keeps `days` at the reference. @source Q10 rule, 2 to 4, house default 2.5 */
export const keepingDaysAt = ({
  days,
  tempC,
  referenceC = 4,
  q10 = 2.5,
}: {
  days: number;
  tempC: number;
  referenceC?: number;
  q10?: number;
}): number => days * q10 ** ((referenceC - tempC) / 10);

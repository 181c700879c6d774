import CASES_FILE from '../test/amountCases.json';
import { botanicalIfKnown } from '../reference/botanicals';
import { SWEETENERS, type SweetenerName } from '../sugar/sweeteners';
import { readTemperature } from './degrees';
import { readMinutes } from './minutes';
import type { AmountRead, ReadingOf } from './meaning';
import { readAmount, scaledWords } from './readAmount';
import { ICE_THING, thingMade, thingOfPlant, thingPoured, thingSweet, type Thing } from './thing';
import type { House } from './weigh';

type Row = Record<
  | 'text'
  | 'plant'
  | 'expect_kind'
  | 'grams_or_ml_low'
  | 'typical'
  | 'high'
  | 'unit'
  | 'reads_as'
  | 'scaled_x2'
  | 'note',
  string
>;
const rows = CASES_FILE as readonly Row[];

function thingNamed(slug: string): Thing {
  if (slug === 'water' || slug === 'sparkling_water' || slug === 'liquor')
    return thingPoured(slug, slug.replace('_', ' '));
  if (slug === 'syrup' || slug === 'tea' || slug === 'shelf') return thingMade(slug, slug);
  if (slug === 'ice') return ICE_THING;
  if (slug === 'brown_sugar_light') return { ...thingSweet('brown_sugar_loose'), slug: 'brown_sugar_light' };
  if (slug === 'stevia_drops') return thingPoured('stevia_drops', 'stevia');
  if (slug in SWEETENERS) return thingSweet(slug as SweetenerName);
  const b = botanicalIfKnown(slug);
  if (!b) throw new Error(`no ${slug}`);
  return thingOfPlant(b);
}

function houseOf(note: string): ReadingOf {
  const told = [...note.matchAll(/\[(house|recipe|field): ([^\]]+)\]/g)].map((m) => `${m[1]}: ${m[2]}`).join('; ');
  const house: { -readonly [K in keyof House]: House[K] } = {};
  if (/house: us/.test(told)) house.pints = 'us';
  if (/house: imperial/.test(told)) house.pints = 'imperial';
  if (/decimal comma/.test(told)) house.decimal = ',';
  const grams = /(cup|thumb) of this plant (\d+) g/.exec(told);
  if (grams) house.measures = grams[1] === 'cup' ? { cupG: Number(grams[2]) } : { pieces: { thumb: Number(grams[2]) } };
  const ml = /(cup|tablespoon|mug) (\d+) ml/.exec(told);
  if (ml?.[1] === 'cup') house.cupMl = Number(ml[2]);
  if (ml?.[1] === 'tablespoon') house.tbspMl = Number(ml[2]);
  if (ml?.[1] === 'mug') house.vessels = { mug: Number(ml[2]) };
  return {
    house,
    ...(/T and t both/.test(told) ? { spoonsTold: true } : {}),
    ...(/field: shows/.test(told) ? { fieldUnit: true } : {}),
    ...(/2 mandarins above/.test(told) ? { earlier: { mandarin: 2 } } : {}),
    ...(/pasted, imperial/.test(told) ? { pasted: 'imperial' as const } : {}),
  };
}

const near = (got: number | undefined, want: string, share: number): boolean =>
  want === '' || (got !== undefined && Math.abs(Math.log(got / Number(want))) <= Math.log(1 + share));

type Read = { read: AmountRead; scaled: string };
function readOf({ text: typed, plant, note }: Row): Read {
  const text = typed.replaceAll('\\n', '\n');
  if (plant === 'temperature') return { read: readTemperature(text, { boilsAtC: 100 }), scaled: text };
  if (plant === 'time') return { read: readMinutes(text), scaled: text };
  const [thing, of] = [thingNamed(plant), houseOf(note)];
  return { read: readAmount(text, thing, of), scaled: scaledWords(text, thing, 2, of) };
}

/** What of a case does not hold, in words. Typical within 3 %, low and high within 12 %. */
function faultsOf(row: Row): string[] {
  const { read, scaled } = readOf(row);
  const faults: string[] = [];
  if (read.kind !== row.expect_kind) faults.push(`is ${read.kind}`);
  if (row.expect_kind === 'not_understood') return faults;
  if (row.typical !== '' && read.unit !== row.unit) faults.push(`in ${read.unit ?? 'no unit'}`);
  if (!near(read.typical, row.typical, 0.03)) faults.push(`typical ${read.typical ?? 'none'}`);
  if (row.typical === '' && read.typical !== undefined) faults.push(`typical ${read.typical}`);
  if (!near(read.low, row.grams_or_ml_low, 0.12)) faults.push(`low ${read.low ?? 'none'}`);
  if (!near(read.high, row.high, 0.12)) faults.push(`high ${read.high ?? 'none'}`);
  if (read.words !== row.reads_as.trim()) faults.push(`words “${read.words}”`);
  const timed = row.plant === 'temperature' || row.plant === 'time';
  if (row.scaled_x2 !== '' && !timed && scaled !== row.scaled_x2) faults.push(`twice as much “${scaled}”`);
  return faults;
}

describe('what people write, as it is read', () => {
  it.each(rows.map((row) => [row.text, row.plant, row.note, row] as const))('%s · %s %s', (_text, _plant, _note, row) =>
    expect(faultsOf(row)).toEqual([]),
  );
});

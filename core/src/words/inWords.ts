import { BOILS_DRY, HELD_BY_PLANTS } from '../brew/brewRun';
import { InputError } from '../quantity/errors';
import { FIELD_WORDS } from './fieldWords';

// What a refusal says to a cook: the thing, what would do, and what came. The names that programs use stay in the error's fields.

/** A figure that was refused: which, what is accepted, what was given. */
export type Refused = { field: string; accepted: string; got: unknown };

/** "Volume: 0.2 to 20 L is accepted, not 25." Holds for refusals of the core and of the contract. */
export function inWords({ field, accepted, got }: Refused): string {
  const { name, unit } = fieldInWords(field);
  if (accepted === 'required') return `${capital(name)} is missing.`;
  if (accepted === 'no such field') return `${capital(name)} is not known here.`;
  return `${capital(name)}: ${acceptedInWords(accepted, unit)} is accepted, not ${gotInWords(got, unit)}.`;
}

/** What could not be worked out and why, for whatever was thrown on the way. */
export function faultInWords(error: unknown): string {
  if (!(error instanceof InputError)) return 'Something in it could not be worked out. That is a fault of Steepsis.';
  if (error.where === 'runBrew' && error.field === BOILS_DRY)
    return 'It would boil dry: more water, less time, or the lid on.';
  if (error.where === 'runBrew' && error.field === HELD_BY_PLANTS)
    return `Nothing would come out: ${error.accepted}, is needed, and ${String(error.got)} ml is there. More water, or fewer plants.`;
  return inWords(error);
}

/** Lists of a recipe or a house, and what one of them is called. */
const ONE_OF: Readonly<Record<string, string>> = {
  parts: 'part',
  brews: 'brew',
  ways: 'way',
  stages: 'stage',
  ingredients: 'plant',
  mix: 'part of the mix',
  lots: 'lot',
  vessels: 'vessel',
  readings: 'reading',
  plants: 'plant of your own',
  others: 'other brew',
  potency: 'lot',
  provenance: 'plant',
  audience: 'drinker',
  acknowledged: 'caution',
  hadMl: 'part of the mix',
};

/** A path to a field as a cook would say where it is: "part 1, amount". */
export function fieldInWords(field: string): { name: string; unit: string } {
  const whole = FIELD_WORDS[field];
  if (whole !== undefined && field.includes('.')) return split(whole);
  const segments = field.split('.');
  const named: string[] = [];
  let [last, unit] = ['', ''];
  segments.forEach((segment, i) => {
    const one = Object.hasOwn(ONE_OF, segments[i - 1] ?? '') ? ONE_OF[segments[i - 1]!] : undefined;
    if (one !== undefined) {
      // One of a list: by its place; by nothing where it only has a name of its own.
      named.push(/^\d+$/.test(segment) ? `${one} ${Number(segment) + 1}` : one);
      last = '';
    } else if (Object.hasOwn(FIELD_WORDS, segment)) {
      ({ name: last, unit } = split(FIELD_WORDS[segment]!));
    }
  });
  const name = [...new Set([...named, last].filter((w) => w !== ''))].join(', ');
  return { name: name || 'this', unit };
}

function split(words: string): { name: string; unit: string } {
  const [name, unit = ''] = words.split('|');
  return { name: name!, unit };
}

/** "a number of at most 50000" becomes "at most 50,000 ml". */
function acceptedInWords(accepted: string, unit: string): string {
  const bare = accepted.replace(/^a number(, | of )?/, '');
  const words = bare === '' ? 'a number' : bare;
  const withUnit = /^at (least|most) [-\d.]+$/.test(words) && unit ? `${words} ${unit}` : words;
  return plain(withUnit).replace(/\d{5,}(?![\d.])/g, thousands);
}

function gotInWords(got: unknown, unit: string): string {
  if (got === undefined || got === null || got === '' || got === 'nothing' || got === 'null') return 'nothing';
  if (typeof got === 'number') {
    if (!Number.isFinite(got)) return 'something that is no number';
    const figure = String(Math.round(got * 1000) / 1000).replace(/\d{5,}(?![\d.])/g, thousands);
    return unit ? `${figure} ${unit}` : figure;
  }
  if (typeof got === 'boolean') return got ? 'yes' : 'no';
  if (typeof got !== 'string') return 'this';
  if (/^-?[\d.]+(e[-+]?\d+)?$/.test(got)) return gotInWords(Number(got), unit);
  if (/^[[{]/.test(got)) return 'this';
  return `“${plain(got.replace(/^"|"…?$/g, '').slice(0, 60))}”`;
}

const thousands = (digits: string): string => Number(digits).toLocaleString('en-GB');

/** Names that programs use, as words: "white_sugar" is white sugar, and a moment is not told in a time stamp. */
const plain = (text: string): string =>
  text
    .replace(/\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:?\d\d)?/g, 'that moment')
    .replace(/\bown-([a-z0-9-]+)-r\d+\b/g, (_all, stem: string) => stem.replaceAll('-', ' '))
    .replace(/(?<=[a-z0-9])_(?=[a-z0-9])/g, ' ');

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A span of time as it is spoken of: "12 min", "3 h", "5 days". */
export const spanInWords = (minutes: number): string =>
  minutes < 1
    ? 'less than a minute'
    : minutes < 120
      ? `${Math.round(minutes)} min`
      : minutes < 48 * 60
        ? `${Math.round(minutes / 60)} h`
        : `${Math.round(minutes / 1440)} days`;

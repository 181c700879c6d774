import { COOLS, DAY_MIN, LEFT_OF, REDUCED, STEEPS } from './marks';
import { takeDegrees, takeTime, type Sentence } from './sentence';

// What a sentence of the method does to the pot, by how far the pot has come.

/** How far the pot has come. */
export type PotSoFar = {
  watered: boolean;
  heated: boolean;
  /** its water was told to be cold, and nothing has heated it */
  cold: boolean;
  steeped: boolean;
  strained: boolean;
  offHeat: boolean;
};

/** A pot before anything is in it. */
export const emptyPot = (): PotSoFar => ({
  watered: false,
  heated: false,
  cold: false,
  steeped: false,
  strained: false,
  offHeat: false,
});

/** What stands in for a time that is not told, min. House estimates, asked. */
const GUESS_MIN = { simmer: 10, boil: 5, steep: 15 } as const;
const TIMED = /\d ?(?:min|hour|hr|h\b)|\b(?:until|till|overnight|minutes|hours)\b/i;
const HOW_WARM = 'how warm the water is is not told: poured on boiling for now';

/** What a segment says is done, in the words of cards; the pot is as it leaves it. @param kept what the pot has no use for */
export function doingsIn(
  s: Sentence,
  pot: PotSoFar,
  hasItems: boolean,
  strain: boolean,
): { doings: string[]; guesses: string[]; kept: string[] } {
  const doings: string[] = [];
  const guesses: string[] = [];
  const to = (re: RegExp): boolean => s.take(re) !== undefined;
  if (to(/\b(?:to taste|until it tastes right|as (?:sweet|strong) as you like)\b/i)) doings.push('to taste');
  const less = s.take(REDUCED);
  if (less) doings.push(`simmer to ${less[2] ?? LEFT_OF[less[1]!.toLowerCase()]!}`);
  const boils = to(
    /\b(?:back )?(?:up )?to (?:(?:a|the) )?(?:rolling |full |gentle |hard )?boil\b|\b(?:until|till) (?:it )?(?:just )?boil(?:s|ing)\b|\bcomes? to (?:a|the) boil\b|\bboil(?= (?:\S+ ){0,5}?(?:water|kettle)\b)/i,
  );
  // Brought to a simmer, and nobody says for how long: hot, and no more.
  const boil = boils || (!TIMED.test(s.text) && to(/\bto a (?:bare |gentle |low )?simmer\b/i));
  const loose = to(
    /\b(?:with )?(?:the |a )?lid (?:ajar|loose|half on|a little open)\b|\bpart(?:ly|ially) covered\b|\b(?:loosely cover(?:ed)?|cover(?:ed)?(?: it)? (?:loosely|with (?:a )?(?:\p{L}+ )?(?:cloth|towel|muslin|cheesecloth)))\b/iu,
  );
  const cover = to(
    /\b(?:covered|cover(?: (?:it|the (?:pot|pan|jar)|tightly|and|with (?:a |the )?lid))*|(?:with |put )?(?:the |a )?lid on|lidded|(?:with|under) a (?:tight )?lid)\b/i,
  );
  const open = to(/\b(?:uncovered|lid off|without a lid)\b/i);
  const off = to(
    /\b(?:(?:re)?moved?(?: (?:it|them|the (?:pot|pan|saucepan)|everything))? from (?:the )?(?:heat|stove|hob)|(?:take|taken|pull|pulled)(?: (?:it|them|the (?:pot|pan)))? off(?: (?:the )?(?:heat|stove|hob))?|turn(?:ed)?(?: (?:it|the (?:heat|stove|gas|flame)))? off(?: (?:the )?(?:heat|stove|flame|burner|gas|hob))?|off (?:the )?(?:heat|boil)|kill the heat|switch(?: it)? off)\b/i,
  );
  const simmer = to(
    /\b(?:(?:reduce|lower|turn down|turn)(?: the)?(?: heat)?(?: down)?(?: and| to)?(?: a| let it)?(?: gentle| low| bare)? ?simmer|simmer(?:ed|ing|s)?(?: gently)?|bubble gently)\b/i,
  );
  void to(/\b(?:reduce|lower|turn down) (?:the )?heat(?: to (?:low|medium(?:-low)?))?\b/i);
  const boiling =
    !boil &&
    to(/\bboil(?:ed|ing)?(?: (?:it|them|everything)(?: all)?(?: up)?| hard| gently| together| up)?\b(?! water)/i);
  const cool = to(COOLS);
  const steep = to(STEEPS);
  const fridge = to(
    /\b(?:refrigerat(?:e|ed|or)|(?:in|into|to) (?:the |a )?(?:fridge|refrigerator)|fridge|chill(?:ed)?)\b/i,
  );
  const sun = to(/\b(?:in (?:the |full |direct )*sun(?:shine|light)?|in (?:a|the) sunny (?:spot|place|window))\b/i);
  const counter = to(/\b(?:at room temp(?:erature)?|on the (?:counter|worktop)|in (?:a|the) warm (?:spot|place))\b/i);
  const press = to(
    /\b(?:press(?:ed|ing)?\b(?: down)?(?: on)?|squeez(?:e|ed|ing)(?= (?:out|the (?:solids|cloth|pulp|flowers|bag)|well|every|to|it)| ?$))(?: (?:to extract|out) [\p{L} ]+)?/iu,
  );
  const dissolve = to(
    /\b(?:stir(?:ring)?|whisk(?:ing)?|cook(?:ing)?)?(?: well)?(?: ?until| to)? ?(?:all )?(?:the |it |is |sugar |honey )*(?:has |is |have )?(?:fully |completely )?(?:dissolv(?:e|ed|es|ing)|melted)\b/i,
  );
  const toast = to(/\btoast(?:ed)?\b/i);
  if (to(/\b(?:crush|mash|muddle|bash)\b/i)) doings.push('crush');
  if (to(/\b(?:blend|liquidi[sz]e)\b/i)) doings.push('blend');
  const bottle = to(/\b(?:pour into (?:clean |sterili[sz]ed )*bottles|bottle(?:d)?(?= it| up|$))\b/i);
  // Days tell it: what works for them is a ferment.
  void to(/\bferment(?:ed|ing|s)?\b(?=.*\b(?:days?|weeks?)\b)/i);
  const warmth = takeDegrees(s);
  const degrees = warmth?.told;
  const time = takeTime(s);
  // What works for days stands where it stands.
  const drawn = !pot.heated && !(time && time.minutes >= DAY_MIN);
  const place = !drawn ? undefined : sun ? 'in the sun' : counter ? 'on the counter' : undefined;
  const lasts = (minutes: number): string => `${Math.round(minutes * 100) / 100} min`;
  const minutesOr = (guess: number, what: string): string => {
    if (time && !time.guess) return lasts(time.minutes);
    const until = time ? undefined : s.take(/\b(?:until|till) [^,;]+/i);
    const told = time?.minutes ?? guess;
    guesses.push(
      time || until
        ? `\u201c${(time?.words ?? until![0]).trim()}\u201d: ${told} min for now`
        : `how long it ${what} is not told: ${told} min for now`,
    );
    return lasts(told);
  };
  let timed = false;
  if (toast) [timed] = [doings.push(`toast ${minutesOr(3, 'is toasted')}`) > 0];
  if (boil) doings.push('to the boil');
  if (degrees && cool) doings.push(`cool to ${degrees}`);
  if (degrees && !pot.strained && !cool) {
    // Poured on or steeped so warm; heated to it where nothing is done but that.
    if (pot.heated && (steep || (time && !simmer)))
      doings.push(`at ${degrees} ${minutesOr(GUESS_MIN.steep, 'stands')}`);
    else doings.push(`heat to ${degrees}`);
    timed = pot.heated && (steep || time !== undefined) && !simmer;
  }
  if (boil || (degrees && !pot.strained)) pot.heated = true;
  if (simmer || (boiling && !pot.strained)) {
    doings.push(
      simmer ? `simmer ${minutesOr(GUESS_MIN.simmer, 'simmers')}` : `boil ${minutesOr(GUESS_MIN.boil, 'boils')}`,
    );
    [timed, pot.heated] = [true, true];
  }
  if (off) pot.offHeat = true;
  if (steep && cool && !time && !pot.strained) doings.push('until cool');
  else if (steep && !timed && !pot.strained) {
    const standing = !pot.heated && !fridge && !place && pot.cold && drawn;
    if (standing) guesses.push('where it stands is not told: on the counter for now');
    else if (!pot.heated && !fridge && !place) guesses.push(HOW_WARM);
    if (standing) doings.push(`${minutesOr(240, 'stands')} on the counter`);
    else if (place) doings.push(`${minutesOr(240, 'stands')} ${place}`);
    else if (fridge) doings.push(`${minutesOr(480, 'stands in the fridge')} in the fridge`);
    else doings.push(`off the heat ${minutesOr(GUESS_MIN.steep, 'stands')}`);
    [timed, pot.steeped, pot.offHeat] = [true, true, false];
  } else if (place && time && !timed && !pot.strained) {
    doings.push(`${lasts(time.minutes)} ${place}`);
    [timed, pot.steeped] = [true, true];
  } else if (fridge && !timed && !pot.strained && (time ?? !pot.heated)) {
    doings.push(`${minutesOr(480, 'stands in the fridge')} in the fridge`);
    [timed, pot.steeped] = [true, true];
  } else if (pot.offHeat && time && !timed && !pot.strained && !cool) {
    doings.push(`off the heat ${lasts(time.minutes)}`);
    [timed, pot.steeped, pot.offHeat] = [true, true, false];
  }
  if (cover) doings.push('lid on');
  if (loose) doings.push('lid loose');
  if (open) doings.push('lid off');
  if (cool && !degrees && !pot.strained && !timed && !steep) {
    doings.push(time ? `off the heat ${lasts(time.minutes)}` : 'until cool');
    if (time) timed = true;
  }
  if (press && pot.strained && !strain) doings.push('press');
  else if (strain || press) {
    // Where only "let stand until cool" is said nothing more is drawn; a strain ends it.
    doings.push(...(press ? ['strain', 'press'] : ['strain']));
    [pot.strained, pot.offHeat] = [true, false];
  }
  if (
    time &&
    time.minutes < DAY_MIN &&
    !timed &&
    !pot.strained &&
    !pot.heated &&
    !fridge &&
    !place &&
    !strain &&
    !dissolve &&
    !cool
  )
    guesses.push(HOW_WARM);
  if (time && !timed && !strain && !dissolve && !pot.strained && !hasItems) {
    doings.push(lasts(time.minutes));
    pot.steeped = true;
  } else if (time && !timed && !pot.strained && hasItems) {
    doings.push(lasts(time.minutes));
    pot.steeped = true;
  }
  if (bottle) doings.push('bottles');
  // A time that the pot has no use for, as of chilling what is strained, stands in the note.
  const used = time !== undefined && doings.some((d) => d.includes(lasts(time.minutes)));
  const warm = degrees !== undefined && !doings.some((d) => d.includes(degrees));
  return { doings, guesses, kept: [...(time && !used ? [time.words] : []), ...(warm ? [warmth!.words] : [])] };
}

import { waterBeside, waterToCover } from '../brew/contents';
import type { BrewIngredient, BrewWay, Lid, Stage, StageKind, SteepPlace } from '../drink/drink';
import { addStage, blankWay, fitRatio, freeId, nameOfWay } from '../drink/editing';
import type { Vessel } from '../heat/vessel';
import { smallestVesselFor } from '../plan/vesselChoice';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Botanical } from '../reference/botanicals';
import type { Verb } from './doings';

/** What a boil or a simmer is kept at, or where it steeps; the minutes and the lid of a clause belong to it. */
export type Going = { kind: 'hold' | 'steep'; place: SteepPlace; boiling: boolean };

type Fill = { kind: 'line'; ml: number } | { kind: 'rim'; cm: number } | { kind: 'cover' };
type Told = { words: string; asked?: boolean; noted?: boolean };
type Change = Partial<Omit<Stage, 'kind' | 'id'>> & Readonly<Record<string, unknown>>;

/** A mouth of a jar of 1.5 L, cm; others by the cube root of their size. House estimate. */
const MOUTH_CM = 8.5;
const JAR_ML = 1500;
const OFF: Going = { kind: 'steep', place: 'off-heat', boiling: false };
const DAY_MIN = 24 * 60;
/** Where an ice bath is left, °C: from here a fridge takes any pot down in its time. */
const BATH_TO_C = 8;

/** Writes a brew down as a card tells it: what is put in waits for the next thing that is done, and goes in with that. */
export class PotWriter {
  private way: BrewWay = { ...blankWay(), waterMl: 0, stages: [], ingredients: [] };
  /** plants that wait for the stage they go in with */
  private waiting: string[] = [];
  private clauseStage: string | undefined;
  private going: Going | undefined;
  private lid: Lid | undefined;
  private vessel: { kind: 'jar' | 'pot'; ml: number | undefined } | undefined;
  private fill: Fill | undefined;

  constructor(private readonly pots: readonly Vessel[]) {}

  isEmpty = (): boolean => this.way.stages.length === 0 && this.way.ingredients.length === 0 && this.way.waterMl === 0;
  isStrained = (): boolean => this.way.stages.some((s) => s.kind === 'strain');
  waterMl = (): number => this.way.waterMl;

  newClause(): void {
    [this.clauseStage, this.going, this.lid] = [undefined, undefined, undefined];
  }

  endClause(): void {
    if (this.lid) this.setLid(this.lid);
    // "off the heat" without a time of its own is a steep all the same.
    if (this.going && this.clauseStage === undefined) this.keep(this.going, 10);
  }

  standsIn(kind: 'jar' | 'pot', ml: number | undefined): void {
    this.vessel = { kind, ml };
  }

  addWater(ml: number, written: string | undefined): void {
    const more = this.way.waterMl > 0;
    const { waterWritten: _was, ...rest } = this.way;
    this.way = {
      ...rest,
      waterMl: this.way.waterMl + ml,
      ...(more || written === undefined ? {} : { waterWritten: written }),
    };
  }

  fillTo(ml: number): void {
    this.fill = { kind: 'line', ml };
  }

  fillUnderRim(cm: number): void {
    this.fill = { kind: 'rim', cm };
  }

  fillToCover(): void {
    this.fill = { kind: 'cover' };
  }

  underWeight(): void {
    this.way = { ...this.way, underWeight: true };
  }

  /** What has just gone in hangs in a bag or a basket. */
  holdIn(heldIn: 'bag' | 'basket'): void {
    const last = this.way.ingredients.at(-1);
    if (last) this.changeIngredient(last.id, { heldIn });
  }

  private changeIngredient(id: string, change: Partial<BrewIngredient>): void {
    this.way = { ...this.way, ingredients: this.way.ingredients.map((i) => (i.id === id ? { ...i, ...change } : i)) };
  }

  putIn(plant: Botanical, grams: number, more: Pick<BrewIngredient, 'written' | 'heldIn'>): void {
    const id = freeId(
      plant.slug.replace(/[^a-z0-9_-]/g, '-'),
      this.way.ingredients.map((i) => i.id),
    );
    const after = this.way.stages.at(-1);
    const stageId = this.clauseStage ?? (this.going ? undefined : this.isStrained() ? after?.id : undefined);
    const ingredient: BrewIngredient = {
      id,
      plant: plant.slug,
      grams: Math.round(grams * 1000) / 1000,
      enters: { stageId: stageId ?? '', atMin: 0 },
      ...more,
    };
    this.way = { ...this.way, ingredients: [...this.way.ingredients, ingredient] };
    if (stageId === undefined) this.waiting.push(id);
  }

  stage(kind: StageKind, change: Change = {}): string {
    const next = addStage(this.way, kind, this.way.stages.length);
    const stage = { ...next.stages.at(-1)!, ...change } as Stage;
    // What waited goes in with it; what is stirred in or strained off is no place to steep.
    const holds = !['strain', 'dissolve', 'rinse'].includes(kind);
    const waiting = holds ? new Set(this.waiting) : new Set<string>();
    if (holds) this.waiting = [];
    this.way = {
      ...this.way,
      stages: [...this.way.stages, stage],
      ingredients: this.way.ingredients.map((i) =>
        waiting.has(i.id) ? { ...i, enters: { stageId: stage.id, atMin: 0 } } : i,
      ),
    };
    if (holds) this.clauseStage = stage.id;
    return stage.id;
  }

  setsLid(lid: Lid): void {
    this.lid = lid;
  }

  private setLid(lid: Lid): void {
    this.way = { ...this.way, stages: this.way.stages.map((s) => (s.id === this.clauseStage ? { ...s, lid } : s)) };
  }

  /** Keeps what is going on for so long: a simmer, a steep. */
  keep(going: Going, minutes: number): void {
    const m = Math.max(0.1, Math.round(minutes * 10) / 10);
    if (going.kind === 'hold') {
      this.heated();
      this.stage('hold', { minutes: m, ...(going.boiling ? { agitation: 'boiling' } : {}) });
    } else {
      if (going.place === 'off-heat') this.heated();
      this.stage('steep', { place: going.place, minutes: m });
    }
    this.going = undefined;
  }

  /** Before it simmers or steeps hot it is brought to the boil, if nothing has heated it yet. */
  heated(): void {
    if (this.way.stages.some((s) => s.kind === 'heat' || s.kind === 'hold' || s.kind === 'reduce')) return;
    this.way = { ...this.way, stages: addStage(this.way, 'heat', this.way.stages.length).stages };
  }

  /** Heated to a temperature, before anything goes in. */
  heatTo(to: number): void {
    const { stages } = addStage(this.way, 'heat', this.way.stages.length);
    this.way = {
      ...this.way,
      stages: stages.map((st, k) => (k === stages.length - 1 ? ({ ...st, to } as Stage) : st)),
    };
  }

  cool(toC: number, by: 'standing' | 'ice-bath'): void {
    this.stage('cool', { toC, by });
  }

  /** A time without a word of what is done: of what is going on, or of days in a jar. */
  lasts(minutes: number): Told {
    const cold = !this.way.stages.some((s) => s.kind === 'heat' || s.kind === 'hold');
    if (!this.going && cold && minutes >= DAY_MIN && !this.isStrained()) {
      this.stage('ferment', { days: Math.round(minutes / (DAY_MIN / 10)) / 10 });
      return { words: `left to work for ${Math.round(minutes / DAY_MIN)} days` };
    }
    // Stirred-in sugar that is left standing before the water is no steep.
    const nothing =
      this.way.waterMl === 0 && !this.fill && !this.going && this.way.stages.every((s) => s.kind === 'dissolve');
    if (nothing && this.way.stages.length > 0) return { words: 'left standing', noted: true };
    this.keep(this.going ?? OFF, minutes);
    return { words: `for ${minutes >= 120 ? `${Math.round(minutes / 6) / 10} h` : `${minutes} min`}` };
  }

  does(
    verb: Exclude<Verb, { kind: 'onto-ice' | 'bottles' }>,
    minutes: number | undefined,
    inAll: boolean,
  ): Told | undefined {
    switch (verb.kind) {
      case 'boil-up':
        this.stage('heat', {});
        // A time without a word of its own is one on the heat.
        this.going = { kind: 'hold', place: 'off-heat', boiling: false };
        if (minutes !== undefined) this.keep(this.going, minutes);
        return { words: 'brought to the boil' };
      case 'heat':
        this.stage('heat', { to: verb.toC });
        return { words: `heated to ${verb.toC} °C` };
      case 'boil':
      case 'simmer': {
        const going: Going = { kind: 'hold', place: 'off-heat', boiling: verb.kind === 'boil' };
        if (minutes !== undefined) this.keep(going, minutes);
        else if (verb.kind === 'boil') this.stage('heat', {});
        else this.going = going;
        return {
          words: verb.kind === 'boil' ? (minutes === undefined ? 'brought to the boil' : 'boiled') : 'simmered',
        };
      }
      case 'off':
        if (minutes === undefined) this.going = OFF;
        else this.keep(OFF, minutes);
        return { words: minutes === undefined ? 'off the heat' : 'steeped off the heat' };
      case 'fridge': {
        if (minutes === undefined) return { words: 'into the fridge', noted: true };
        const before = this.way.stages.reduce((sum, s) => sum + (s.kind === 'steep' ? s.minutes : 0), 0);
        this.keep({ kind: 'steep', place: 'fridge', boiling: false }, Math.max(1, inAll ? minutes - before : minutes));
        return { words: 'steeped in the fridge' };
      }
      case 'counter':
      case 'sun': {
        // Written down as it was told: what a plan says of it is told there.
        const going: Going = { kind: 'steep', place: verb.kind, boiling: false };
        if (minutes === undefined) this.going = going;
        else this.keep(going, minutes);
        return { words: verb.kind === 'sun' ? 'steeped in the sun' : 'steeped on the counter' };
      }
      case 'toast':
        return this.toasted(minutes);
      case 'ferment':
        this.stage('ferment', { days: Math.max(0.1, Math.round((minutes ?? 3 * DAY_MIN) / (DAY_MIN / 10)) / 10) });
        return { words: 'left to ferment', ...(minutes === undefined ? { asked: true } : {}) };
      case 'cool':
        this.stage('cool', { toC: verb.toC, by: 'standing' });
        return { words: `cooled to ${verb.toC} °C` };
      case 'ice-bath':
        this.going = undefined;
        // Down to where the fridge takes over in time.
        this.stage('cool', { toC: BATH_TO_C, by: 'ice-bath' });
        return { words: 'into an ice bath' };
      case 'reduce':
        this.stage('reduce', {
          to: verb.to,
          lid: 'open',
          agitation: verb.boiling ? 'boiling' : 'stirred-now-and-then',
        });
        return 'share' in verb.to
          ? { words: `boiled down until ${Math.round(verb.to.share * 100)} % is left` }
          : { words: `boiled down to ${verb.to.brix} °Bx: is that how thick it is?`, asked: true };
      case 'strain':
        if (verb.pressOnly && this.isStrained()) this.press();
        else this.strain(verb.through ?? (verb.pressOnly ? 'fine-cloth' : undefined), verb.press);
        return {
          words: verb.press && !verb.pressOnly ? 'strained and pressed' : verb.pressOnly ? 'pressed' : 'strained',
        };
      case 'hands':
        this.stage('hands', { work: verb.work });
        return {
          words:
            { blend: 'blended', crush: 'crushed', skim: 'skimmed', bottle: 'bottled' }[verb.work as string] ??
            verb.work,
        };
      case 'rinse':
        this.stage('rinse', { waterMl: verb.ml });
        return { words: 'rinsed' };
      case 'out':
        return this.takenOut(verb.what);
      case 'tend':
        return this.tended(verb);
    }
  }

  /** What was put in last is toasted, before any water. */
  private toasted(minutes: number | undefined): Told {
    const known = this.way.stages.find((s) => s.kind === 'toast');
    const id = known?.id ?? this.stage('toast', { minutes: minutes ?? 3 });
    const last = this.way.ingredients.at(-1);
    if (last && (known || this.waiting.includes(last.id))) {
      this.changeIngredient(last.id, { enters: { stageId: id, atMin: 0 } });
      this.waiting = this.waiting.filter((w) => w !== last.id);
    }
    this.clauseStage = undefined;
    return { words: 'toasted' };
  }

  /** "Peel out", "bag out": what it names leaves with what is done next, and here is strained off where all of it hung in a basket. */
  private takenOut(what: string): Told | undefined {
    const word = what.toLowerCase().replace(/s$/, '');
    const holder = word === 'bag' || word === 'basket' || word === 'infuser';
    const out = this.way.ingredients.filter((i) =>
      holder ? i.heldIn !== undefined : /^(?:spice|herb|plant|everything)$/.test(word) || i.plant.includes(word),
    );
    if (out.length === 0) return undefined;
    const last = this.way.stages.at(-1);
    if (!last) return undefined;
    const atMin = last.kind === 'steep' || last.kind === 'hold' ? last.minutes : 0;
    for (const i of out) this.changeIngredient(i.id, { leaves: { stageId: last.id, atMin } });
    // A basket with all that is steeped in it: nothing is strained, and what was poured in stays.
    if (holder && !this.isStrained()) {
      this.way = { ...this.way, keepPulp: true };
      this.strain(undefined, false);
    }
    return { words: holder ? `the ${word} out` : `${what} out` };
  }

  private tended({ task, everyH, fromDay }: Extract<Verb, { kind: 'tend' }>): Told | undefined {
    const jar = this.way.stages.findLast((s) => s.kind === 'ferment');
    if (!jar) return undefined;
    const rhythm = { everyH, ...(fromDay === undefined ? {} : { fromDay }) };
    this.way = {
      ...this.way,
      stages: this.way.stages.map((s) =>
        s === jar && s.kind === 'ferment' ? { ...s, tend: { ...s.tend, [task]: rhythm } } : s,
      ),
    };
    return {
      words: `${task === 'shake' ? 'shaken' : 'vented'} every ${everyH} h${fromDay === undefined ? '' : ` from day ${fromDay}`}`,
    };
  }

  strain(through: 'sieve' | 'fine-cloth' | 'paper' | undefined, press: boolean): void {
    this.stage('strain', { through: through ?? 'sieve', press });
  }

  private press(): void {
    this.way = { ...this.way, stages: this.way.stages.map((s) => (s.kind === 'strain' ? { ...s, press: true } : s)) };
  }

  /** The brew as it stands: what still waits goes in at what lasts, or else at the first thing that is done. */
  whole(): BrewWay {
    if (this.isGuessed()) this.strainAfterSteep();
    if (this.way.stages.length === 0) this.stage('strain');
    const lasting = this.way.stages.find((s) => ['steep', 'hold', 'ferment'].includes(s.kind)) ?? this.way.stages[0]!;
    const known = new Set(this.way.stages.map((s) => s.id));
    const ingredients = this.way.ingredients.map((i) =>
      known.has(i.enters.stageId) ? i : { ...i, enters: { stageId: lasting.id, atMin: 0 } },
    );
    const cold = this.way.stages.every((s) => s.kind !== 'heat' && s.kind !== 'hold' && s.kind !== 'reduce');
    const vesselKind = this.vessel?.kind ?? (cold ? 'jar' : 'pot');
    const way = this.filled({ ...this.way, ingredients, vesselKind });
    return fitRatio({ ...way, ...nameOfWay(way) });
  }

  /** Plants were steeped, and the card does not say that they are strained off. */
  isGuessed = (): boolean =>
    !this.isStrained() &&
    this.way.ingredients.length > 0 &&
    this.way.stages.some((s) => ['steep', 'hold', 'ferment'].includes(s.kind));

  /** The strain stands behind the steep: before what is stirred in after that. */
  private strainAfterSteep(): void {
    const at = this.way.stages.findLastIndex((s) => ['steep', 'hold', 'ferment'].includes(s.kind)) + 1;
    const { stages } = addStage(this.way, 'strain', at);
    this.way = { ...this.way, stages };
  }

  /** With the water that fills it: to a line, to under the rim, or so that it just covers. */
  private filled(way: BrewWay): BrewWay {
    const { fill } = this;
    if (!fill) return way;
    const sugarMl = way.stages
      .slice(
        0,
        Math.max(
          0,
          way.stages.findIndex((s) => s.kind === 'strain'),
        ),
      )
      .reduce((sum, s) => sum + (s.kind === 'dissolve' && 'grams' in s.to ? s.to.grams * 0.7 : 0), 0);
    const after = new Set(way.stages.slice(way.stages.findIndex((s) => s.kind === 'strain')).map((s) => s.id));
    const inIt = way.ingredients.filter((i) => !after.has(i.enters.stageId));
    const round = (ml: number): BrewWay => ({ ...way, waterMl: Math.round(ml) });
    if (fill.kind === 'line')
      return round(waterBeside({ capacityMl: fill.ml, brim: false }, MOUTH_CM, 0, inIt, sugarMl).waterMl);
    if (fill.kind === 'rim') {
      const capacityMl = this.vessel?.ml ?? JAR_ML;
      return round(
        waterBeside({ capacityMl }, MOUTH_CM * (capacityMl / JAR_ML) ** (1 / 3), fill.cm, inIt, sugarMl).waterMl,
      );
    }
    const grams = inIt.reduce((sum, i) => sum + i.grams, 0);
    const vessels = this.pots.length > 0 ? this.pots : DEFAULT_KITCHEN.vessels;
    const pot = smallestVesselFor(vessels, { ...way, waterMl: grams * 0.8 }, 1);
    return pot ? round(waterToCover(pot, inIt).waterMl) : way;
  }
}

import type { BatchView, DrinkList, HouseView, JugView } from '@steepsis/contract';

// A kitchen that does anything: legal requests in any order, drawn from a seed, over the calls that the interface makes.

type Json = Record<string, unknown>;
type Draw = { next: () => number; of: <T>(all: readonly T[]) => T; between: (min: number, max: number) => number };

/** The same seed, the same kitchen (mulberry32). */
function drawer(seed: number): Draw {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    of: (all) => all[Math.floor(next() * all.length)]!,
    between: (min, max) => min + next() * (max - min),
  };
}

export type Walked = {
  /** how often each kind of action was answered with each status */
  statuses: Readonly<Record<string, Readonly<Record<number, number>>>>;
  /** every answer of 500 or more, and what was asked */
  faults: readonly { action: string; status: number; path: string; body: unknown; detail: unknown }[];
  /** what was said of what was refused, each once, and how often */
  refusals: Readonly<Record<string, number>>;
  batchIds: readonly string[];
  jugIds: readonly string[];
  drinkIds: readonly string[];
};

/** Walks so many steps. Batches live in the past, each by a clock of its own that goes on by minutes, hours and days. */
export async function walk(url: string, seed: number, steps: number): Promise<Walked> {
  const kitchen = new AnyKitchen(url, drawer(seed));
  await kitchen.look();
  for (let i = 0; i < steps; i++) await kitchen.step();
  return kitchen.walked();
}

type Known = { id: string; atMs: number; view: BatchView | undefined };

class AnyKitchen {
  private readonly statuses: Record<string, Record<number, number>> = {};
  private readonly faults: Walked['faults'][number][] = [];
  private readonly refusals: Record<string, number> = {};
  private readonly batches: Known[] = [];
  private readonly jugs: { id: string; atMs: number; view: JugView | undefined }[] = [];
  private drinks: DrinkList['drinks'] = [];
  private house: HouseView | undefined;

  constructor(
    private readonly url: string,
    private readonly draw: Draw,
  ) {}

  async look(): Promise<void> {
    this.drinks = ((await this.get('/api/drinks')) as DrinkList).drinks;
    this.house = (await this.get('/api/house')) as HouseView;
  }

  walked(): Walked {
    return {
      statuses: this.statuses,
      faults: this.faults,
      refusals: this.refusals,
      batchIds: this.batches.map((b) => b.id),
      jugIds: this.jugs.map((j) => j.id),
      drinkIds: this.drinks.map((d) => d.id),
    };
  }

  async step(): Promise<void> {
    const { next } = this.draw;
    const x = next();
    if (this.batches.length === 0 || x < 0.07) return this.start();
    if (x < 0.72) return this.tell();
    if (x < 0.78) return this.pourTogether();
    if (x < 0.85) return this.tellJug();
    if (x < 0.89) return this.add();
    if (x < 0.94) return this.changeDrink();
    if (x < 0.97) return this.changeHouse();
    return this.open();
  }

  private async start(): Promise<void> {
    const { draw } = this;
    const { drink } = draw.of(this.drinks);
    const way = draw.of(drink.brews[0].ways);
    const ago = draw.between(0.2, 40) * 86_400_000;
    const target = {
      ...drink.defaults,
      wayId: way.id,
      litres: Math.round(draw.between(0.4, 4) * 10) / 10,
      strengthX: Math.round(draw.between(0.6, 1.3) * 100) / 100,
      ...(draw.next() < 0.3 ? { sugarGPerL: Math.round(draw.between(0, 120)) } : {}),
    };
    const known: Known = { id: this.uuid(), atMs: Date.now() - ago, view: undefined };
    const body = {
      id: known.id,
      eventId: this.uuid(),
      at: this.at(known),
      drinkId: drink.id,
      drinkVersion: drink.version,
      target,
      acknowledged: RULES,
      ...(draw.next() < 0.4 ? { layOut: true } : {}),
    };
    const answer = await this.send('start', 'POST', '/api/batches', body);
    if (answer.ok) this.batches.push({ ...known, view: answer.body as BatchView });
  }

  /** Something that a batch may be told, at a moment of its own. */
  private async tell(): Promise<void> {
    const { draw } = this;
    const batch = draw.of(this.batches.slice(-12));
    const onward = draw.next() < 0.45;
    batch.atMs = Math.min(Date.now(), batch.atMs + (onward ? draw.between(1, 20) * 60_000 : this.pause()));
    const event = onward ? this.onwardFor(batch) : this.eventFor(batch);
    if (!event) return;
    const body = { id: this.uuid(), at: this.at(batch), v: 2, ...event };
    const answer = await this.send(event.type as string, 'POST', `/api/batches/${batch.id}/events`, body);
    if (answer.ok) batch.view = answer.body as BatchView;
  }

  /** Minutes, hours or days, and now and then a moment that is past. */
  private pause(): number {
    const { draw } = this;
    const x = draw.next();
    const min =
      x < 0.1
        ? draw.between(-20, 0)
        : x < 0.7
          ? draw.between(0, 25)
          : x < 0.95
            ? draw.between(30, 700)
            : draw.between(1000, 20_000);
    return min * 60_000;
  }

  /** What a cook would do next: end the stage, strain, measure, mix, then pour and taste. */
  private onwardFor(known: Known): Json | undefined {
    const { draw } = this;
    const all = known.view?.events ?? [];
    const undone = new Set(all.map((e) => (e.type === 'undone' ? e.eventId : '')));
    const events = all.filter((e) => !undone.has(e.id));
    const started = events.find((e) => e.type === 'started');
    if (started?.type !== 'started') return undefined;
    const { plan } = started;
    const ended = (brewId: string, stageId: string): boolean =>
      events.some(
        (e) => (e.type === 'stage-ended' || e.type === 'stage-skipped') && e.brewId === brewId && e.stageId === stageId,
      );
    for (const { brewId, way } of plan.brews) {
      // Straining follows by itself.
      const stage = way.stages.find((s) => s.kind !== 'strain' && !ended(brewId, s.id));
      const begun = events.some((e) => 'brewId' in e && e.brewId === brewId);
      if (stage && !begun && draw.next() < 0.5) return { type: 'brew-started', brewId };
      if (stage) return { type: 'stage-ended', brewId, stageId: stage.id };
    }
    const volumeOf = (brewId: string): number | undefined => {
      const said = events.filter((e) => e.type === 'measured' && e.what === 'volume' && e.brewId === brewId).at(-1);
      return said?.type === 'measured' ? said.value : undefined;
    };
    const unmeasured = plan.brews.find((b) => volumeOf(b.brewId) === undefined);
    if (unmeasured) {
      const value = Math.max(1, unmeasured.promised.volumeMl * draw.between(0.8, 1.02));
      return { type: 'measured', what: 'volume', brewId: unmeasured.brewId, value, method: 'jug' };
    }
    if (!events.some((e) => e.type === 'mixed' || e.type === 'bottled')) {
      const share = Math.min(1, ...plan.brews.map((b) => volumeOf(b.brewId)! / b.promised.volumeMl)) * 0.99;
      const lines = plan.drink.mix.filter((l) => l.at === 'jug');
      const mix = Object.fromEntries(lines.map((l) => [l.id, (plan.promised.mix[l.id] ?? 0) * share]));
      return draw.next() < 0.9 ? { type: 'mixed', mix, hadMl: {}, sugarAddedG: 0 } : { type: 'bottled' };
    }
    return draw.of<() => Json>([
      () => ({ type: 'poured', vesselId: 'jug', ml: draw.between(20, 300) }),
      () => ({ type: 'tasted', state: 'iced', verdict: this.verdict() }),
      () => ({ type: 'moved', vesselId: 'jug', where: 'fridge' }),
      () => ({ type: 'stood-out', vesselId: 'jug', minutes: draw.between(1, 90), ambientC: draw.between(5, 35) }),
      () => ({ type: 'undone', eventId: draw.of(events.slice(-3)).id }),
    ])();
  }

  private eventFor(known: Known): Json | undefined {
    const { draw } = this;
    const events = known.view?.events ?? [];
    const started = events.find((e) => e.type === 'started');
    if (started?.type !== 'started') return undefined;
    const { plan } = started;
    const brew = draw.of(plan.brews);
    const { brewId } = brew;
    const stages = brew.way.stages.filter((s) => s.kind !== 'strain');
    const ended = events.filter((e) => e.type === 'stage-ended' || e.type === 'stage-skipped').length;
    const stage = draw.next() < 0.8 ? (stages[ended % Math.max(1, stages.length)] ?? draw.of(stages)) : draw.of(stages);
    const lines = plan.drink.mix.filter((l) => l.at === 'jug');
    const vesselId = draw.of(['jug', 'jug', ...lines.map((l) => l.id)]);
    const mix = (share: number): Json =>
      Object.fromEntries(lines.map((l) => [l.id, Math.max(0, (plan.promised.mix[l.id] ?? 100) * share)]));
    const plant = brew.way.ingredients.length > 0 ? draw.of(brew.way.ingredients).id : 'none';
    const options: readonly (() => Json)[] = [
      () => ({ type: 'brew-started', brewId }),
      () => ({ type: 'stage-ended', brewId, stageId: stage.id }),
      () => ({ type: 'stage-ended', brewId, stageId: stage.id }),
      () => ({ type: 'stage-ended', brewId, stageId: stage.id }),
      () => ({ type: 'stage-skipped', brewId, stageId: stage.id }),
      () => ({
        type: 'put-in',
        brewId,
        ingredientId: plant,
        ...(draw.next() < 0.3 ? { grams: draw.between(0.1, 60), more: true } : {}),
      }),
      () => ({ type: 'taken-out', brewId, ingredientId: plant }),
      () => ({ type: 'left-out', brewId, ingredientId: plant }),
      () => ({ type: 'lid-set', brewId, lid: draw.of(['open', 'loose', 'closed']) }),
      () => ({ type: 'topped-up', brewId, ml: draw.between(10, 3000), tempC: draw.between(0, 100) }),
      () => ({ type: 'heard', call: 'any', ...(draw.next() < 0.5 ? { againMin: 3 } : {}) }),
      () => ({ type: 'cooled-by', how: draw.of(['counter', 'ice-bath', 'fridge']) }),
      () => ({
        type: 'measured',
        what: 'volume',
        brewId,
        value: Math.max(1, brew.promised.volumeMl * draw.between(0.05, 1.2)),
        method: 'jug',
      }),
      () => ({
        type: 'measured',
        what: 'volume',
        brewId,
        value: Math.max(1, brew.promised.volumeMl * draw.between(0.6, 1.1)),
        method: 'jug',
      }),
      () => ({ type: 'measured', what: 'brix', brewId, value: draw.between(0.1, 70), method: 'refractometer' }),
      () => ({ type: 'measured', what: 'pan-weight', brewId, value: draw.between(200, 6000), method: 'scale' }),
      () => ({
        type: 'measured',
        what: 'temp',
        ...(draw.next() < 0.6 ? { brewId } : {}),
        value: draw.between(0, 104),
        method: 'thermometer',
      }),
      () => ({ type: 'measured', what: 'ph', value: draw.between(2, 7), method: draw.of(['meter', 'strip']) }),
      () => ({
        type: 'mixed',
        mix: mix(draw.between(0.2, 1)),
        hadMl: {},
        sugarAddedG: draw.next() < 0.2 ? draw.between(1, 200) : 0,
      }),
      () => ({
        type: 'mixed',
        mix: mix(1),
        hadMl: Object.fromEntries(
          lines.filter((l) => l.from.kind === 'syrup').map((l) => [l.id, draw.between(0, 800)]),
        ),
        sugarAddedG: 0,
      }),
      () => ({ type: 'bottled' }),
      () => ({ type: 'poured', vesselId, ml: draw.between(1, 900) }),
      () => ({ type: 'stood-out', vesselId, minutes: draw.between(1, 600), ambientC: draw.between(-10, 45) }),
      () => ({ type: 'moved', vesselId, where: draw.of(['fridge', 'freezer']) }),
      () => ({ type: 'observed', sign: draw.of(['mould', 'slime', 'off_smell', 'bulging', 'unexpected_fizz']) }),
      () => ({ type: 'acknowledged', rule: draw.of(RULES) }),
      () => ({ type: 'tended', brewId, task: draw.of(['shake', 'vent', 'look', 'taste', 'added']) }),
      () => ({ type: 'tasted', state: draw.of(['warm', 'chilled', 'iced', 'neat']), verdict: this.verdict() }),
      () => ({ type: 'undone', eventId: draw.of(events.slice(-4)).id }),
      () => ({ type: 'undone', eventId: draw.of(events).id }),
      () =>
        draw.next() < 0.15
          ? { type: 'discarded', why: 'walked past it' }
          : { type: 'laid-out', item: 'ice', how: 'seen' },
    ];
    return draw.of(options)();
  }

  private verdict(): Json {
    const { draw } = this;
    return {
      strength: draw.of([-2, -1, 0, 1, 2]),
      harsh: draw.of([0, 1, 2, 3]),
      sweet: draw.of([-1, 0, 1]),
      tart: draw.of([-1, 0, 1]),
    };
  }

  private parts(): Json[] {
    const { draw } = this;
    const sources: (() => Json)[] = [
      () => ({ kind: 'water', water: draw.of(['still', 'sparkling']) }),
      () => ({ kind: 'syrup', brix: draw.between(1, 80), sweetener: draw.of(['white_sugar', 'honey']) }),
      () => ({ kind: 'juice', juice: draw.of(['lemon', 'lime', 'apple']) }),
      () => ({ kind: 'sweetener', sweetener: draw.of(['honey', 'white_sugar']) }),
      () => ({ kind: 'spirit', name: 'Rum', abv: draw.between(0.5, 96) }),
      () => ({ kind: 'read', plant: draw.of(['rooibos_cut', 'roselle_dried_cut']), brix: draw.between(0.1, 30) }),
      () => ({
        kind: 'made',
        made: {
          plant: 'rooibos_cut',
          grams: draw.between(1, 60),
          waterMl: draw.between(200, 3000),
          minutes: draw.between(1, 60),
          place: draw.of(['simmered', 'off-heat', 'fridge']),
        },
      }),
      ...this.batches.slice(-6).map((b) => () => ({ kind: 'shelf', batchId: b.id, vesselId: 'jug' })),
      ...this.batches.slice(-6).map((b) => () => ({ kind: 'brew', batchId: b.id, brewId: this.brewOf(b) })),
      ...this.jugs.slice(-3).map((j) => () => ({ kind: 'jug', jugId: j.id })),
    ];
    return Array.from({ length: 1 + Math.floor(draw.next() * 4) }, () => ({
      name: 'Part',
      ml: draw.between(1, 500),
      from: draw.of(sources)(),
    }));
  }

  private brewOf(known: Known): string {
    const started = known.view?.events.find((e) => e.type === 'started');
    return started?.type === 'started' ? started.plan.brews[0].brewId : 'brew';
  }

  private async pourTogether(): Promise<void> {
    const { draw } = this;
    const jug = { id: this.uuid(), atMs: Date.now() - draw.between(0, 2000), view: undefined };
    const body = {
      id: jug.id,
      eventId: this.uuid(),
      at: this.at(jug),
      name: 'Any jug',
      capacityMl: draw.between(200, 5000),
      glassMl: 250,
      iced: draw.next() < 0.5,
      standard: 1,
      likeName: 'a usual glass',
      wantedX: 1,
      audience: [],
      acknowledged: RULES,
      parts: this.parts(),
    };
    const answer = await this.send('pour together', 'POST', '/api/jugs', body);
    if (answer.ok) this.jugs.push({ ...jug, view: answer.body as JugView });
  }

  private async tellJug(): Promise<void> {
    const { draw } = this;
    const jug = this.jugs.length > 0 ? draw.of(this.jugs.slice(-8)) : undefined;
    if (!jug) return;
    jug.atMs = Math.min(Date.now(), jug.atMs + Math.max(0, this.pause()));
    const events = jug.view?.events ?? [];
    const event = draw.of<() => Json>([
      () => ({ type: 'added', parts: this.parts() }),
      () => ({ type: 'poured-out', ml: draw.between(1, 600) }),
      () => ({ type: 'tasted', taste: { state: 'chilled', ...this.verdict() } }),
      () => ({ type: 'undone', eventId: events.length > 0 ? draw.of(events).id : this.uuid() }),
      () => (draw.next() < 0.2 ? { type: 'discarded', why: 'emptied' } : { type: 'poured-out', ml: 50 }),
    ])();
    const answer = await this.send(`jug ${String(event['type'])}`, 'POST', `/api/jugs/${jug.id}/events`, {
      id: this.uuid(),
      at: this.at(jug),
      v: 1,
      ...event,
    });
    if (answer.ok) jug.view = answer.body as JugView;
  }

  private async add(): Promise<void> {
    const { draw } = this;
    const batch = draw.of(this.batches.slice(-12));
    const body = { id: this.uuid(), at: new Date().toISOString(), vesselId: 'jug', parts: this.parts() };
    const answer = await this.send('add', 'POST', `/api/batches/${batch.id}/additions`, body);
    if (answer.ok) batch.view = answer.body as BatchView;
  }

  /** A recipe changed as an editor would: another amount, another time, a way less, a way more. */
  private async changeDrink(): Promise<void> {
    const { draw } = this;
    await this.look();
    const { drink } = draw.of(this.drinks);
    const [brew, ...rest] = drink.brews;
    const [way, ...ways] = brew.ways;
    const withWays = (all: readonly object[]): object => ({ ...drink, brews: [{ ...brew, ways: all }, ...rest] });
    const grown = {
      ...way!,
      waterMl: way!.waterMl * draw.between(0.6, 1.6),
      ingredients: way!.ingredients.map((i) => ({ ...i, grams: Math.max(0.01, i.grams * draw.between(0.5, 2)) })),
      stages: way!.stages.map((s) =>
        'minutes' in s ? { ...s, minutes: Math.max(0.1, s.minutes * draw.between(0.3, 3)) } : s,
      ),
    };
    const changed = draw.of<() => object>([
      () => withWays([grown, ...ways]),
      () => withWays([way!]),
      () =>
        withWays([
          ...brew.ways.slice(0, 6),
          { ...grown, id: `way-${drink.version}`, name: 'another way', shortName: 'Another way' },
        ]),
      () => ({ ...drink, book: { ...drink.book, jugMl: drink.book.jugMl * draw.between(0.8, 1.5) } }),
      () => ({
        ...drink,
        mix: drink.mix.map((l) =>
          l.from.kind === 'syrup' ? { ...l, from: { ...l.from, brix: draw.between(1, 80) } } : l,
        ),
      }),
      () => ({ ...drink, mix: [...drink.mix].reverse() }),
    ])();
    await this.send('keep a drink', 'PUT', `/api/drinks/${drink.id}`, { ...changed, version: drink.version + 1 });
    await this.look();
  }

  private async changeHouse(): Promise<void> {
    const { draw } = this;
    const { kitchen, plants = [] } = this.house ?? { kitchen: undefined };
    if (!kitchen) return;
    if (draw.next() < 0.5) {
      const body = {
        ...kitchen.body,
        altitudeM: draw.between(-430, 5000),
        roomC: draw.between(5, 45),
        fridgeC: draw.between(0, 12),
        tapC: draw.between(1, 35),
        burner: { ...kitchen.body.burner, watts: draw.between(200, 10_000) },
      };
      await this.send('keep the kitchen', 'PUT', '/api/house/kitchen/kitchen', { version: kitchen.version, body });
    } else {
      const id = `own-mix-${Math.floor(draw.next() * 4)}-r1`;
      const body = {
        v: 1,
        id,
        name: 'Any mix',
        parts: [{ plant: draw.of(['rooibos_cut', 'black_tea_leaf']), share: 1 }],
        doseGPerL: draw.between(1, 30),
        strengthKnown: draw.next() < 0.5,
      };
      const known = plants.find((p) => p.body.id === id);
      await this.send('keep a plant', 'PUT', `/api/house/plants/${id}`, { version: known?.version ?? 0, body });
    }
    await this.look();
  }

  private async open(): Promise<void> {
    const { draw } = this;
    const drink = draw.of(this.drinks);
    await this.get(
      draw.of([
        '/api/shelf',
        '/api/jugs',
        '/api/house',
        '/api/batches?limit=50',
        `/api/drinks/${drink.id}`,
        `/api/print/drinks/${drink.id}/card.md`,
        `/api/batches/${draw.of(this.batches).id}`,
      ]),
    );
  }

  private async get(path: string): Promise<unknown> {
    return (await this.send('open', 'GET', path)).body;
  }

  private async send(
    action: string,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ ok: boolean; body: unknown }> {
    const answer = await fetch(this.url + path, {
      method,
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
    // More than the server takes in a minute is told to wait, as a page would.
    if (answer.status === 429) {
      await new Promise((later) => setTimeout(later, 1000));
      return this.send(action, method, path, body);
    }
    const text = await answer.text();
    const read: unknown = answer.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text;
    const seen = (this.statuses[action] ??= {});
    seen[answer.status] = (seen[answer.status] ?? 0) + 1;
    if (answer.status >= 400) {
      const said = `${action}: ${String((read as { detail?: unknown } | undefined)?.detail)}`;
      this.refusals[said] = (this.refusals[said] ?? 0) + 1;
    }
    if (answer.status >= 500)
      this.faults.push({
        action,
        status: answer.status,
        path,
        body,
        detail: (read as { detail?: unknown } | undefined)?.detail,
      });
    return { ok: answer.ok, body: read };
  }

  private at = ({ atMs }: { atMs: number }): string => new Date(Math.round(atMs)).toISOString();

  /** Ids from the same seed too, so that a walk can be walked again. */
  private uuid(): string {
    const hex = (n: number): string =>
      Array.from({ length: n }, () => Math.floor(this.draw.next() * 16).toString(16)).join('');
    return `${hex(8)}-${hex(4)}-4${hex(3)}-${this.draw.of(['8', '9', 'a', 'b'])}${hex(3)}-${hex(12)}`;
  }
}

/** Warnings that this kitchen has read, whatever they are: a block is another matter. */
const RULES: readonly string[] = [
  ...[
    'CB',
    'TT',
    'CAF',
    'HIB',
    'LIQ',
    'MED',
    'FOR',
    'FLO',
    'SPI',
    'DOSE',
    'LAV',
    'ELD',
    'HIP',
    'PRO',
    'STO',
    'COOL',
    'KEEP',
    'ALC',
    'INF',
    'SUG',
    'ALL',
    'FER',
    'DATE',
  ].flatMap((family) => [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => `${family}-0${n}`)),
].slice(0, 200);

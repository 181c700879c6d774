import fc from 'fast-check';
import texts from '../test/pastedTexts.json';
import { recipesOfJsonLd } from '../formats/schemaOrg';
import { clausesOfText, readPasted, recipesIn, type PastedClause, type PastedRead } from './index';

// Texts of very different hands, made up: lists and methods, a message, prose alone, parts, fractions, gallons and degrees of every kind.
const TEXTS: readonly string[] = texts;
const known = new Map<string, readonly PastedRead[]>();
/** Each text is read once, however many tests ask about it. */
function readAll(text: string): readonly PastedRead[] {
  const reads = known.get(text) ?? recipesIn(text).map((r) => readPasted(r, clausesOfText(r)));
  known.set(text, reads);
  return reads;
}
const read = (text: string): PastedRead => readAll(text)[0]!;
const titled = (title: string): PastedRead => {
  const found = TEXTS.map(read).find((r) => r.title === title);
  if (!found) throw new Error(`no text is called ${title}`);
  return found;
};

const beginning = (words: string): PastedRead => read(TEXTS.find((t) => t.startsWith(words))!);
const grams = (r: PastedRead): Record<string, number> =>
  Object.fromEntries(
    r.card.brews.flatMap((b) => b.way.ingredients.map((i) => [i.plant, Math.round(i.grams * 10) / 10] as const)),
  );
const stages = (r: PastedRead): string[] =>
  r.card.brews.flatMap((b) => b.way.stages.map((s) => s.kind + ('minutes' in s ? ` ${s.minutes}` : '')));
const waterMl = (r: PastedRead): number => Math.round(r.card.brews.reduce((sum, b) => sum + b.way.waterMl, 0));
const sugarG = (r: PastedRead): number =>
  r.card.brews
    .flatMap((b) => b.way.stages)
    .reduce((sum, s) => sum + (s.kind === 'dissolve' && 'grams' in s.to ? s.to.grams : 0), 0);
const poured = (r: PastedRead): Record<string, unknown> =>
  Object.fromEntries(r.card.mix.map((l) => [l.name, typeof l.book === 'number' ? Math.round(l.book) : l.book]));
const guesses = (r: PastedRead): string[] => r.lines.flatMap((l) => [...l.guesses]);
const marked = (r: PastedRead): string[] => r.lines.flatMap((l) => [...l.left]);

describe('a pasted recipe', () => {
  it('goes in where its method names it, by the amount of its list, once', () => {
    const r = titled('Hibiscus Iced Tea');
    expect(grams(r)).toMatchObject({ cassia_stick: 4, ginger_fresh: 12 });
    expect(waterMl(r)).toBe(946);
    expect(stages(r)).toEqual(['heat', 'hold 10', 'dissolve', 'steep 20', 'strain']);
    expect(sugarG(r)).toBe(150);
    expect(poured(r)).toEqual({ 'Lime juice': 60, 'Cold water': 946 });
    expect(r.card.iced).toBe(true);
    expect(guesses(r)).toEqual([]);
  });
  it('reads decimal commas, halves now and later, and what it is topped up to', () => {
    const r = titled('Thé glacé à la menthe (in English)');
    expect(sugarG(r)).toBe(100);
    expect(r.card.brews[0]!.way.stages.filter((s) => s.kind === 'dissolve')).toHaveLength(2);
    expect(r.card.jugMl).toBe(2000);
    expect(waterMl(r)).toBe(1000);
    expect(grams(r)['black_tea_bag']).toBeCloseTo(8.8, 1);
  });
  it('asks what a word for the clock leaves open, and does not make it up in silence', () => {
    const r = titled('Roselle punch (for a crowd)');
    expect(guesses(r)).toEqual(['“until it smells right”: 10 min for now']);
    expect(stages(r)).toEqual(['heat', 'hold 10', 'steep 60', 'strain', 'dissolve']);
    // A gallon is one of two, and is asked.
    expect(r.lines.flatMap((l) => l.lines).find((l) => l.text.includes('gallon'))?.kind).toBe('asked');
  });
  it('begins a brew for each part that has its own water, and goes on in the pot where one has none', () => {
    expect(titled('Peach iced tea').card.brews.map((b) => b.name)).toEqual(['Peach syrup', 'Tea']);
    const chai = titled('Masala iced chai concentrate');
    expect(chai.card.brews).toHaveLength(1);
    expect(Object.keys(grams(chai))).toEqual(
      expect.arrayContaining(['cardamom_pod', 'black_pepper_whole', 'ginger_fresh', 'black_tea_leaf']),
    );
  });
  it('takes zest and juice of the same fruit apart, and two measures of one amount for one', () => {
    const r = titled('Elderflower cordial');
    expect(grams(r)).toMatchObject({ elderflower_fresh: 200, lemon_peel_fresh: 12, citric_acid: 50 });
    expect(poured(r)['Lemon juice']).toBe(135);
    expect(sugarG(r)).toBe(1000);
    expect(waterMl(r)).toBe(1500);
  });
  it('reads prose without a list: amounts in the sentences, degrees of either scale', () => {
    const green = TEXTS.map(read).find((r) => r.lines.some((l) => l.words.includes('175°F')))!;
    expect(grams(green)).toEqual({ green_tea_leaf: 15 });
    expect(stages(green)).toEqual(['heat', 'steep 2', 'strain', 'onto-ice']);
    const tamarind = titled('Tamarind cooler');
    expect(grams(tamarind)['tamarind_pulp']).toBe(150);
    expect(sugarG(tamarind)).toBe(120);
    expect(poured(tamarind)).toEqual({ 'Cold water': 1000 });
  });
  it('pours by parts in a glass that it names as a guess', () => {
    const r = titled('Lemon verbena cordial');
    expect(guesses(r).join()).toContain('in a glass of 200 ml for now');
    expect(r.card.mix.find((l) => l.at === 'glass')?.book).toBe(160);
  });
  it('tells what it cannot place of the list by asking', () => {
    const r = read(
      'Rose cooler\nIngredients\n5 g rose petals\n1 litre water\n2 g cardamom\nMethod\nBoil the water, add the petals, steep 10 minutes. Strain.',
    );
    expect(grams(r)).toMatchObject({ cardamom_pod: 2 });
    expect(guesses(r)).toContain('the method does not name it: it goes in here for now');
  });
  it('reads amounts behind their names, everything but one thing, and a list told in a sentence', () => {
    expect(grams(titled('Zobo drink'))).toMatchObject({ roselle_dried_whole: 76, clove_whole: 1.8 });
    expect(waterMl(titled('Zobo drink'))).toBe(3000);
    const chamomile = titled('Chamomile and honey');
    expect(grams(chamomile)).toEqual({ chamomile_dried: 56 });
    expect(poured(chamomile)).toMatchObject({ 'Lemon juice': 180, 'Cold water': 1893 });
    // Half of a gallon is half of one of two, and is asked.
    expect(guesses(chamomile).join()).toContain('1 gallon water');
  });
  it('ends a sentence behind an abbreviation, and a time belongs to what it is said of', () => {
    expect(stages(titled('Moroccan mint tea, iced'))).toEqual(['heat', 'steep 3', 'dissolve', 'steep 4', 'strain']);
    const lavender = titled('Lavender Lemonade Iced Tea');
    expect(lavender.card.brews.map((b) => b.name)).toEqual(['Lavender simple syrup', 'Tea']);
    expect(stages(lavender)).toEqual(['dissolve', 'heat', 'hold 5', 'steep 30', 'strain', 'heat', 'steep 5', 'strain']);
  });
  it('writes down a steep in the sun as one, not as a hot one, and takes the jar that is filled for its water', () => {
    const sun = titled('Lavender + lemon balm sun infusion (kid friendly)');
    const [brew] = sun.card.brews;
    expect(brew!.way.stages.map((s) => ('place' in s ? s.place : s.kind))).toEqual(['sun', 'strain']);
    expect(guesses(sun).join()).toContain('all of 1/2 gallon for now');
    const oolong = titled('Cold-brewed oolong');
    expect([waterMl(oolong), grams(oolong), stages(oolong)]).toEqual([
      1500,
      { oolong_rolled: 12 },
      ['steep 660', 'strain'],
    ]);
    expect(guesses(oolong).join()).toContain('for 1.5 L for now');
  });
  it('steeps once where it says "off the heat" and its minutes behind', () => {
    const r = titled('Raspberry leaf and rosehip');
    expect(stages(r)).toEqual(['heat', 'hold 20', 'steep 10', 'strain', 'dissolve']);
  });
  it('puts into water that boils what is put in then, and not before', () => {
    const plant = fc.constantFrom('dried mint', 'black tea', 'rooibos', 'dried hibiscus');
    const heat = fc.constantFrom('Boil the water', 'Bring the water to a boil', 'Heat the water to 80 °C');
    const next = fc.constantFrom(', add it', '. Add it', ', then add it', ' and pour over it');
    fc.assert(
      fc.property(plant, heat, next, (what, hot, then) => {
        const text = `Some drink\n10 g ${what}\n1 litre water\n${hot}${then.replace('it', `the ${what}`)}, steep 5 minutes, strain.`;
        const { way } = read(text).card.brews[0]!;
        const stage = way.stages.find((s) => s.id === way.ingredients[0]!.enters.stageId);
        expect([text, stage?.kind]).toEqual([text, 'steep']);
      }),
    );
  });
  it('multiplies what bags hold', () => {
    for (const [line, g] of [
      ['8 tea bags of 2 g', { black_tea_bag: 16 }],
      ['4 bags rooibos (2.5 g each)', { rooibos_cut: 10 }],
      ['4 rooibos bags, 2 g each', { rooibos_cut: 8 }],
    ] as const)
      expect(
        grams(read(`Tea\n${line}\n2 litres water\nBoil the water, add the bags, steep 5 minutes, strain.`)),
      ).toEqual(g);
  });
  it('has the water as warm as it is told before the leaf is in it', () => {
    const { way } = titled('Iced rose-black').card.brews[0]!;
    const steep = way.stages.find((s) => s.kind === 'steep');
    expect(new Set(way.ingredients.map((i) => i.enters.stageId))).toEqual(new Set([steep?.id]));
    expect(stages(titled('Iced rose-black'))).toEqual(['heat', 'steep 4', 'strain', 'onto-ice']);
    expect(poured(titled('Iced rose-black'))).toEqual({ 'Lemon juice': 10, Syrup: 20 });
  });
  it('takes bags of a leaf that is named for as heavy as such bags are, and says so', () => {
    const mint = titled('Minted Green Iced Tea');
    expect(grams(mint)).toEqual({ green_tea_leaf: 8.8, mint_fresh: 45 });
    expect(guesses(mint).join()).toContain('2.2 g in a bag, 1.8 to 2.5, for now');
    expect(grams(titled('HOT SPICED APPLE ROOIBOS (6 mugs)'))['rooibos_cut']).toBe(6);
  });
  it('reads a pot by its size for no amount, and numbers of steps without a dot', () => {
    const sorrel = titled('Sorrel (Christmas)');
    expect([waterMl(sorrel), stages(sorrel)]).toEqual([2366, ['heat', 'hold 5', 'steep 720', 'strain', 'dissolve']]);
    const base = titled('Tamarind-hibiscus base');
    expect(stages(base)).toEqual(['dissolve', 'heat', 'hold 15', 'reduce', 'strain']);
    expect(poured(base)).toEqual({ 'Cold sparkling water': 150 });
  });
  it('puts what no step names into the part it is listed in, into water that is hot, with all that was guessed', () => {
    const r = read(
      'Porch tea\nFor the syrup:\n100 g sugar\n100 ml water\n5 g lavender\nFor the tea:\n4 green tea bags\n1 litre water\nMethod\n' +
        'Boil the sugar and water, steep 10 minutes, strain.\nBoil the water, steep 4 minutes, strain.',
    );
    expect(r.card.brews.map((b) => [b.name, b.way.ingredients.map((i) => i.plant)])).toEqual([
      ['Syrup', ['lavender_fresh']],
      ['Tea', ['green_tea_leaf']],
    ]);
    const { way } = r.card.brews[1]!;
    expect(way.stages.find((s) => s.id === way.ingredients[0]!.enters.stageId)?.kind).toBe('steep');
    expect(guesses(r).join()).toContain('2.2 g in a bag');
  });
  it('heats no pot again that was cooled to where it is poured on', () => {
    const r = titled('Nettle cordial');
    expect(stages(r)).toEqual(['dissolve', 'heat', 'cool', 'steep 10080', 'strain']);
  });
  it('reads an amount in prose of zest and juice as two things', () => {
    const r = titled('Ginger beer base');
    expect(grams(r)).toMatchObject({ ginger_fresh: 200, lemon_peel_fresh: 8 });
    expect(sugarG(r)).toBe(300);
  });
  it('reads a line that is told in one breath: slashes, times alone, a name before it', () => {
    const cold = beginning('COLD BREW GREEN TEA. 10g');
    expect([grams(cold), waterMl(cold), stages(cold)]).toEqual([{ green_tea_leaf: 10 }, 1000, ['steep 360', 'strain']]);
    const sweet = titled('Southern sweet tea');
    // What comes after its minutes is not in it while it draws.
    expect(stages(sweet)).toEqual(['heat', 'steep 15', 'dissolve', 'strain']);
    expect(waterMl(sweet)).toBe(473);
    expect(poured(sweet)).toEqual({ 'Cold water': 1420 });
    expect(guesses(sweet)).toEqual(['when it is strained is not told: before more water goes in, for now']);
    expect(marked(sweet)).toContain('family size 2');
  });
  it('guesses how much water it is where none is told, by what it is to make', () => {
    const cooler = titled('Lemon verbena and chamomile cooler');
    expect(waterMl(cooler)).toBe(1500);
    expect(guesses(cooler)).toContain('no water is told: as much as it is to make, for now');
    // A slice of lemon is on the glass, and nothing of the verbena.
    expect(grams(cooler)).toEqual({ lemon_verbena_dried: 12, chamomile_dried: 8 });
    expect(marked(cooler)).toContain('a slice of lemon');
  });
  it('takes a thing that is told as a part of its own for what that part makes', () => {
    const peach = titled('Iced peach tea');
    expect(peach.card.brews.map((b) => b.name)).toEqual(['Brew', 'Peach syrup']);
    expect(grams(peach)).toEqual({ black_tea_bag: 8.8, peach_fresh: 285.2 });
    expect(guesses(peach)).toContain(
      '“1 cup peach syrup (recipe follows)”: all that is made of it further down, for now',
    );
    // Mashed when it has simmered, as it is told.
    expect(stages(peach)).toEqual(expect.arrayContaining(['heat', 'hold 15', 'hands', 'strain']));
  });
  it('tells of a glass what is told of a glass', () => {
    const syrup = titled('Lavender lemonade syrup');
    expect(syrup.card.mix.map((l) => [l.name, l.at])).toEqual([
      ['Cold sparkling water', 'glass'],
      ['Lemon juice', 'glass'],
    ]);
  });
  it('reads a list whose amounts stand behind, and fruit by how many there are', () => {
    const list = TEXTS.map(read).find((r) => r.lines.some((l) => l.card.startsWith('1 qt of the water')))!;
    expect(grams(list)).toEqual({ black_tea_leaf: 28.4 });
    expect(sugarG(list)).toBe(300);
    expect(poured(list)).toMatchObject({ 'Lemon juice': 135 });
    const tonic = titled('Turmeric tonic');
    expect(grams(tonic)).toEqual({ turmeric_fresh: 10, ginger_fresh: 24 });
    expect(poured(tonic)).toEqual({ 'Lemon juice': 23 });
    const nettle = titled('Nettle and lemon balm tea');
    expect(Object.keys(grams(nettle)).sort()).toEqual(['lemon_balm_fresh', 'nettle_dried']);
  });
  it('keeps a lid loose where it is told so, and lets what works for days work', () => {
    const jar = titled('Tepache-ish pineapple');
    expect(stages(jar)).toEqual(['dissolve', 'ferment', 'strain']);
    expect(jar.card.brews[0]!.way.stages.find((s) => s.kind === 'ferment')).toMatchObject({ lid: 'loose' });
    const sun = titled('1 gallon sun tea');
    expect(grams(sun)).toEqual({ black_tea_bag: 15.4 });
    expect(sun.card.brews[0]!.way.stages[0]).toMatchObject({ kind: 'steep', minutes: 240, place: 'sun' });
  });
  it('has water as warm as the list has it, and says whose degrees it took', () => {
    const grey = titled('Iced Earl Grey (for two)');
    expect(grey.card.brews[0]!.way.stages[0]).toMatchObject({ kind: 'heat', to: 95 });
    expect(guesses(grey)).toContain('“95 degrees”: °C for now');
  });
  it('steeps in cold water where the water is told to be cold, and pours on what is poured over what lies there', () => {
    const sumac = beginning('Sumac-ade. Steep');
    expect(sumac.card.brews[0]!.way.stages[0]).toMatchObject({ kind: 'steep', minutes: 60, place: 'counter' });
    expect(guesses(sumac)).toEqual(['where it stands is not told: on the counter for now']);
    for (const [title, plants] of [
      ['Tea one', ['oolong_rolled']],
      ['Blackcurrant leaf "wild" tea, big batch (5 l)', ['blackcurrant_leaf_dried']],
    ] as const) {
      const [brew] = titled(title).card.brews;
      expect(brew!.way.stages[0]).toMatchObject({ kind: 'heat' });
      // None of it is in the water while that is heated.
      expect(brew!.way.ingredients.map((i) => [i.plant, i.enters.stageId])).toEqual(plants.map((p) => [p, 'steep']));
    }
  });
  it('takes ice that is weighed for ice that it is strained onto, and bags for what bags hold', () => {
    expect(stages(titled('Cascara iced tea'))).toContain('onto-ice');
    const jug = titled('My everyday jug');
    expect(grams(jug)).toEqual({ black_tea_bag: 6.6, peppermint_dried: 1.5 });
    expect(jug.card.jugMl).toBe(1500);
  });
  it('takes all of a list where a step of the pot says all, and what is squeezed in behind the strain behind it', () => {
    const golden = titled('Golden milk-free turmeric tea');
    expect(golden.lines[0]!.card).toBe(
      '1 heaped tsp turmeric powder, 1/4 tsp pepper, 1 cinnamon stick, 500 ml water, simmer 10 min',
    );
    expect(poured(titled('Ginger beer-ish'))).toMatchObject({ 'Lemon juice': 135 });
  });
  it('is poured hot where it is told so, and nothing is made of either', () => {
    expect([titled('Winter cup'), titled('Either way')].map((r) => r.card.hot)).toEqual([true, false]);
    expect(marked(titled('Either way'))).toContain('Drink hot or cold');
  });
  it('heats the water of a part in the pot of that part, and takes a warning for no doing', () => {
    const tea = titled('Iced Hibiscus-Ginger Tea');
    expect(tea.card.brews.map((b) => [b.name, b.way.waterMl])).toEqual([['Tea', 1400]]);
    expect(stages(tea)).toEqual(['heat', 'steep 20', 'strain', 'dissolve']);
    expect(guesses(tea)).toEqual([]);
    const sleepy = titled('Licorice mint sleepy tea - for 1 mug');
    expect(stages(sleepy)).toEqual(['heat', 'steep 10', 'strain']);
    expect(marked(sleepy)).toEqual(['Avoid licorice if you have high blood pressure']);
  });
  it('brings to a simmer what is brought to one, and takes so much of a drink for its title', () => {
    expect(stages(titled('Quick chamomile-apple'))).toEqual(['heat', 'steep 10', 'strain']);
    expect(grams(titled('MINT LIMEADE'))).toEqual({ mint_fresh: 52 });
    expect(grams(titled('Recipe: White tea and lychee'))).toEqual({ white_tea_leaf: 6 });
  });
  it('makes a brew of its own of what is simmered in water of its own, while the first stands strained', () => {
    const cooler = titled('Tamarind ginger cooler');
    expect(cooler.card.brews.map((b) => [b.name, b.way.waterMl])).toEqual([
      ['Brew', 500],
      ['Second brew', 1000],
    ]);
    const [, tea] = titled('Strawberry-basil shrub tea').card.brews;
    expect(tea!.way.ingredients.map((i) => [i.plant, i.enters.stageId])).toEqual([['black_tea_leaf', 'steep']]);
  });
  it('knows leaf from drink: no tea in a dry pot is taken for its water, however many pots there are', () => {
    const dry = read(
      'Pot tea\nPut 2 tbsp black tea in a pot. Pour over 500 ml water at 90 C and wait 4 minutes. Strain.',
    );
    expect(dry.card.brews[0]!.way.ingredients.map((i) => i.enters.stageId)).toEqual(['steep']);
    expect(waterMl(read('Fridge tea\n10 g green tea. Fridge 8 hours. Strain.'))).toBe(1000);
    expect(waterMl(beginning('SUN-FREE'))).toBe(1893);
    const many = Array.from(
      { length: 7 },
      (_, i) => `Simmer ${i + 1} sticks cinnamon in 200 ml water 5 minutes, strain.`,
    );
    expect(read(`Many\n${many.join(' ')}`).card.brews).toHaveLength(5);
  });
  it('makes no cherries of cherry leaves', () => {
    const tisane = titled('Cherry leaf and vanilla tisane');
    expect(grams(tisane)).toEqual({ vanilla_bean: 1.5 });
    expect(marked(tisane)).toContain('30 fresh cherry leaves');
  });
  it('reads a glass by what the list calls its parts, and a line between two things as a thing', () => {
    const soda = titled('Rosemary-grapefruit soda');
    expect(soda.lines.map((l) => l.card)).toContain('glass: 1 oz syrup, 2 oz grapefruit juice, 4 oz soda water');
    expect(poured(soda)).not.toHaveProperty('Cold water');
    expect(marked(titled("Auntie's zobo"))).toContain('from 1 pineapple');
  });
  it('knows a title by the rule under it, and what is made beside it', () => {
    expect(grams(titled("DAD'S ICED TEA"))).toEqual({ black_tea_bag: 35.2 });
    expect(recipesIn(TEXTS.find((t) => t.startsWith("DAD'S"))!)[0]!.besides).toEqual(['2 gal batch']);
  });
  it('loses nothing of its list: each thing stands in a clause, or is marked', () => {
    for (const text of TEXTS)
      for (const recipe of recipesIn(text)) {
        const clauses = clausesOfText(recipe);
        const told = clauses
          .flatMap((c) => [c.card, ...c.left, ...c.guesses, c.words])
          .join(' ')
          .toLowerCase();
        for (const thing of recipe.things) {
          const figure = /\d+/.exec(thing.text)?.[0];
          const words = thing.text.toLowerCase().match(/\p{L}{4,}/gu) ?? [];
          expect([
            thing.text,
            figure === undefined || told.includes(figure) || words.some((w) => told.includes(w)),
          ]).toEqual([thing.text, true]);
        }
      }
  });
  it('keeps several recipes of one text apart', () => {
    const two = `${TEXTS[0]!}\n-----\n${TEXTS[3]!}`;
    expect(readAll(two).map((r) => r.title)).toEqual(['Hibiscus Iced Tea', 'Lemon verbena cordial']);
  });
  it('keeps stories, sources and what is optional in the note, and nothing of it in the pot', () => {
    const r = read(
      'Mint tea\n10 g dried mint\n1 litre water\nMy aunt made this every June. Boil the water, add the mint, steep 5 minutes, strain. Add a splash of rum if you like.',
    );
    expect(r.card.note).toContain('My aunt made this every June');
    expect(r.card.mix).toEqual([]);
    expect(r.card.note).toContain('rum if you like');
  });

  /** Figures of a text: "1 1/2", "½", "175". */
  const figures = (text: string): string[] => text.match(/\d+(?:[.,]\d+)?|[½¼¾⅓⅔]/gu) ?? [];
  const lost = (c: PastedClause, all: readonly PastedClause[]): string[] => {
    // What is told of the glass is told last, in a clause of its own; water that is heated first in one before.
    const ofOne = (o: PastedClause): boolean => c.words.includes(o.words.trim()) || o.words.startsWith(c.words);
    const kept = [c, ...all.filter((o) => o.words !== '' && ofOne(o))]
      .flatMap((o) => [o.card, ...o.guesses, ...o.left])
      .join(' ');
    // A time becomes minutes, half of an amount its figure: then there is one for each.
    const rest = (t: string): string => t.replace(/^[\d.]+ /, '');
    const turned = /\bmin\b|\d ?(?:g|ml) /.test(c.card) || (c.card !== '' && rest(c.card) === rest(c.words));
    return figures(c.words).filter((x) => !kept.includes(x) && !turned);
  };
  it.each(TEXTS.map((t, i) => [i, t] as const))('%i: no figure of it is lost: taken, guessed or marked', (_i, text) => {
    for (const r of recipesIn(text)) {
      const all = clausesOfText(r);
      for (const c of all) expect([c.words, lost(c, all)]).toEqual([c.words, []]);
    }
  });
  it('reads five hundred mangled texts as what they are, without a fault', () => {
    const mangled = fc
      .tuple(
        fc.constantFrom(...TEXTS),
        fc.constantFrom(...TEXTS),
        fc.nat(400),
        fc.nat(60),
        fc.constantFrom('', '(((', '½/', '°', '\n\n', '; ', ' / ', ': '),
      )
      .map(([a, b, at, long, odd]) => `${a.slice(0, at)}${odd}${a.slice(at + long)}\n${b.slice(long)}`);
    fc.assert(
      fc.property(mangled, (text) => {
        for (const r of recipesIn(text)) for (const c of clausesOfText(r)) expect(typeof c.card).toBe('string');
      }),
      { numRuns: 500, seed: 3 },
    );
  });
  it('marks every figure that it has no use for', () => {
    const odd = fc.constantFrom(
      'Tap it 37 times',
      'Sing 41 songs',
      'Set the dial to 53',
      'Wait for train 29',
      'Think of 61 things',
    );
    fc.assert(
      fc.property(odd, fc.integer({ min: 0, max: TEXTS.length - 1 }), (sentence, i) => {
        const r = read(`${TEXTS[i]!.trimEnd()}\n${sentence}.`);
        const figure = /\d+/.exec(sentence)![0];
        const all = [...marked(r), ...r.besides, ...r.lines.flatMap((l) => [l.card, ...l.guesses])].join(' ');
        expect(all).toContain(figure);
        expect(
          r.lines.some(
            (l) => l.words.includes(sentence) && l.card.includes(figure) && l.lines.every((x) => x.kind === 'taken'),
          ),
        ).toBe(false);
      }),
      { numRuns: 60, seed: 3 },
    );
  });
  it('reads what a hand has mended in the place of what was guessed', () => {
    const [recipe] = recipesIn(TEXTS[5]!);
    const clauses = clausesOfText(recipe!).map((c) =>
      c.card === 'simmer 10 min' ? { ...c, card: 'simmer 25 min; 2.5 g of salt. x', guesses: [] } : c,
    );
    const r = readPasted(recipe!, clauses);
    expect(stages(r)).toContain('hold 25');
    // Whatever was written, the clauses after it keep their own lines.
    expect(r.lines.find((l) => l.words === 'Strain')?.lines.map((l) => l.text)).toEqual(['strain']);
  });
});

describe('data of recipes', () => {
  const recipe = {
    '@context': 'https://schema.org',
    '@type': ['Recipe', 'NewsArticle'],
    name: 'Sumac cooler &amp; mint',
    recipeYield: ['6', '6 glasses'],
    recipeIngredient: ['20 g ground sumac', '1&frac12; litres water', '80 g sugar'],
    recipeInstructions: [
      {
        '@type': 'HowToSection',
        name: 'For the base',
        itemListElement: [{ '@type': 'HowToStep', text: '<p>Boil the water, add the sumac, steep 15 minutes.</p>' }],
      },
      { '@type': 'HowToStep', text: 'Strain. Stir in the sugar.' },
    ],
  };
  it('are found however they are wrapped, and read as text is', () => {
    for (const wrapped of [
      recipe,
      [recipe],
      { '@graph': [{ '@type': 'WebPage' }, recipe] },
      { '@type': 'WebPage', mainEntity: recipe },
    ]) {
      const [found] = recipesOfJsonLd(wrapped);
      expect(found?.title).toBe('Sumac cooler and mint');
      const r = readPasted(found!, clausesOfText(found!));
      expect(waterMl(r)).toBe(1500);
      expect(sugarG(r)).toBe(80);
      expect(grams(r)['sumac_ground']).toBe(20);
      expect(stages(r)).toEqual(['heat', 'steep 15', 'strain', 'dissolve']);
    }
  });
  it('are none in anything else, however deep or odd it is', () => {
    let deep: unknown = recipe;
    for (let i = 0; i < 5000; i++) deep = { '@graph': [deep] };
    expect(recipesOfJsonLd(deep)).toEqual([]);
    fc.assert(
      fc.property(fc.jsonValue(), (x) => void expect(Array.isArray(recipesOfJsonLd(x))).toBe(true)),
      { numRuns: 200 },
    );
    expect(
      recipesOfJsonLd({ '@type': 'Recipe', recipeInstructions: null, recipeIngredient: [null, 4, { a: 1 }] }),
    ).toHaveLength(1);
  });
});

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  BOOK,
  DEFAULT_KITCHEN,
  factsOfPlan,
  findingsOf,
  planOrWhy,
  type Drink,
  type Finding,
  type PlanTarget,
} from '@steepsis/core';

// docs/cautions.md: what is said where, of every drink of the book, to four kinds of drinkers. UPDATE_DOCS=1 writes it anew.

const FILE = join(__dirname, '..', '..', 'docs', 'cautions.md');
const DRINKERS: readonly (readonly [name: string, audience: PlanTarget['audience']])[] = [
  ['Healthy adults', []],
  ['Someone pregnant', ['pregnant']],
  ['A child of two', ['toddler']],
  ['Weak immunity', ['vulnerable']],
];
const LEVEL = { block: 'Stop', warn: 'Mind', note: 'Note' } as const;

const foundIn = (drink: Drink, audience: PlanTarget['audience']): readonly Finding[] => {
  const result = planOrWhy(drink, { ...drink.defaults, audience }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return findingsOf(...factsOfPlan(result.plan));
};
const whereOf = (f: Finding): string =>
  f.places.includes('plan') || f.places.includes('picker')
    ? 'plan'
    : f.places.includes('stove')
      ? 'stove'
      : f.places[0]!;
const cell = (found: readonly Finding[]): string =>
  found.length === 0 ? 'nothing' : found.map((f) => `${LEVEL[f.level]} ${f.id} (${whereOf(f)})`).join('<br>');

function cautionsTable(): string {
  const rows = BOOK.map((drink) => ({ drink, found: DRINKERS.map(([, audience]) => foundIn(drink, audience)) }));
  const said = new Map(rows.flatMap((r) => r.found.flat().map((f) => [f.id, f] as const)));
  const words = [...said.values()].sort((a, b) => a.id.localeCompare(b.id)).map((f) => `- **${f.id}**: ${f.message}`);
  return [
    '# What is said where',
    '',
    'Every drink of the book at its defaults, for four kinds of drinkers. What the list before the heat asks for (washing, unwaxed peel, looking over, the clean jar) is',
    'no caution unless it was left there. Written by `UPDATE_DOCS=1 npx jest server/test/cautionsDoc`; a test holds it to what the rules say.',
    '',
    `| drink | ${DRINKERS.map(([name]) => name).join(' | ')} |`,
    `| --- | ${DRINKERS.map(() => '---').join(' | ')} |`,
    ...rows.map(({ drink, found }) => `| ${drink.name} | ${found.map(cell).join(' | ')} |`),
    '',
    '## Their words',
    '',
    ...words,
    '',
  ].join('\n');
}

describe('the table of what is said where', () => {
  it('is what the rules say', () => {
    const now = cautionsTable();
    if (process.env['UPDATE_DOCS']) writeFileSync(FILE, now);
    expect(readFileSync(FILE, 'utf8')).toBe(now);
  });
  it('asks healthy adults to read at most two things before the stove, of any drink', () => {
    for (const drink of BOOK)
      expect(foundIn(drink, []).filter((f) => f.level !== 'note' && whereOf(f) === 'plan').length).toBeLessThanOrEqual(
        2,
      );
  });
});

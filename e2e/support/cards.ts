import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { Cook } from '../pages/cook';

type Range = readonly [number, number];
export type Made = {
  n: number;
  name: string;
  card: string;
  /** what comes into the jug as written, ml, and what is drunk of it where more is poured at the glass */
  jugMl?: Range;
  drunkMl?: Range;
  /** words of the cook's own that stand on the plan, with grams or ml beside them */
  words: readonly string[];
  /** the same for one and a half times as much */
  more?: string;
};

/** The cards that the core is measured by: the same text, the same ranges. */
export const MADE = JSON.parse(
  readFileSync(join(__dirname, '..', '..', 'core', 'src', 'test', 'cards.json'), 'utf8'),
) as readonly Made[];
export const madeBy = (n: number): Made => MADE.find((m) => m.n === n)!;

/** Writes a card down, up to where it can be kept. */
export async function writeDown(page: Page, url: string, { name, card }: Pick<Made, 'name' | 'card'>): Promise<Cook> {
  const cook = new Cook(page, url);
  await cook.open('/recipe/new');
  await cook.field('Name').fill(name);
  await cook.field('The recipe, as it stands on a card').fill(card);
  await cook.button('Take it').click();
  return cook;
}

/** What the plan says comes out as written, ml. */
export async function makesMl(cook: Cook): Promise<number> {
  const button = cook.button(/^As written: /);
  await expect(button).toHaveAttribute('aria-pressed', 'true');
  const [, amount, unit] = /([\d.,]+) (L|ml)/.exec((await button.textContent())!)!;
  return Number(amount!.replace(',', '')) * (unit === 'L' ? 1000 : 1);
}

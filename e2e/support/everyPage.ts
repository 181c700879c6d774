import { expect, type APIRequestContext, type Page } from '@playwright/test';
import type { BatchList } from '@steepsis/contract';

/** Every page of the demo notebook, by what it is called in a failed test. */
export async function everyPage(request: APIRequestContext, url: string): Promise<{ name: string; path: string }[]> {
  const batches = async (phase: string): Promise<string> =>
    ((await (await request.get(`${url}/api/batches?phase=${phase}`)).json()) as BatchList).batches[0]!.id;
  const [running, putAway] = [await batches('running'), await batches('put-away')];
  const all = (await (await request.get(`${url}/api/batches?phase=running`)).json()) as BatchList;
  const jar = all.batches.find((b) => b.drinkId === 'spruce-tip-soda')?.id ?? running;
  return [
    { name: 'Bench', path: '/' },
    { name: 'Occasions', path: '/plan/occasion' },
    { name: 'Occasion', path: '/plan/occasion/open-day' },
    { name: 'Drinks', path: '/drinks' },
    { name: 'Plan', path: '/plan/roselle-rose-hip-cooler' },
    { name: 'Plan, with cautions', path: '/plan/cold-sencha-cucumber' },
    { name: 'Drinks, none found', path: '/drinks?find=zzz' },
    { name: 'Versions', path: '/drinks/roselle-rose-hip-cooler/versions' },
    { name: 'Recipe', path: '/recipe/hot-spiced-pear-rooibos' },
    { name: 'Recipe, empty', path: '/recipe/new' },
    { name: 'Ways', path: '/plan/hot-spiced-pear-rooibos/methods' },
    { name: 'What to get', path: '/plan/spruce-tip-soda/list' },
    { name: 'Pantry', path: '/pantry' },
    { name: 'Pantry, a plant', path: '/pantry/roselle_dried_whole' },
    { name: 'Kitchen', path: '/kitchen' },
    { name: 'Rules', path: '/rules' },
    { name: 'Steep', path: `/steep/${running}` },
    { name: 'Mix, with nothing to mix', path: '/mix' },
    { name: 'Mix, of what is done', path: `/mix/${putAway}` },
    { name: 'Stretch', path: '/mix/stretch' },
    { name: 'Syrup', path: '/mix/syrup' },
    { name: 'Ice', path: '/mix/ice' },
    { name: 'Jug of anything', path: '/mix/jug' },
    { name: 'Guests', path: '/mix/guests' },
    { name: 'Colour', path: '/mix/colour' },
    { name: 'Keep', path: '/keep' },
    { name: 'Labels', path: '/keep/labels' },
    { name: 'Jar', path: `/keep/jar/${jar}` },
    { name: 'Taste, all', path: '/taste' },
    { name: 'Tongue', path: '/taste/tongue' },
    { name: 'Paste', path: '/drinks/paste' },
    { name: 'Notebook', path: '/kitchen/notebook' },
    { name: 'Trainer', path: '/taste/trainer' },
    { name: 'A drink’s life', path: '/taste/drink/roselle-rose-hip-cooler' },
    { name: 'Taste', path: `/taste/${putAway}` },
    { name: 'no such page', path: '/nowhere' },
  ];
}

/** Waits until the page has its heading and no longer says that it works. */
export async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /Drawing|Working|Fetching/ })).toHaveCount(0);
}

/** Two dozen pages one after the other, on a machine that may be several times slower than ours. */
export const MS_FOR_ALL = 6 * 60_000;

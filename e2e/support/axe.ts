import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What axe finds on the page as it stands, a line each: by every rule of WCAG 2.2 AA, by its advice as well, or, of all rules, by
 * contrast, which is what a theme can break. Our pages have no frames: they are examined where they are, in half the time.
 */
export async function axeFinds(page: Page, by: 'wcag' | 'advice' | 'contrast' = 'wcag'): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (by === 'wcag') axe.withTags(WCAG);
  if (by === 'contrast') axe.withRules(['color-contrast']);
  let found: string[] = [];
  // A clock that ticks is drawn anew while it is looked at, and has no colour for that moment: it is looked at again. A fault stays.
  for (let look = 0; look < LOOKS; look++) {
    const { violations } = await axe.analyze();
    found = violations.map((v) => `${v.impact} ${v.id}: ${v.nodes[0]?.html}`);
    if (found.length === 0) break;
  }
  return found;
}

/** As often a page is looked at before what is found counts. */
const LOOKS = 3;

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
  const { violations } = await axe.analyze();
  return violations.map((v) => `${v.impact} ${v.id}: ${v.nodes[0]?.html}`);
}

import { expect, type Locator, type Page } from '@playwright/test';

/** Speaks the language of a cook; all that is known of the pages' structure is known here. */
export class Cook {
  constructor(
    readonly page: Page,
    readonly url: string,
  ) {}

  open(path: string): Promise<unknown> {
    return this.page.goto(this.url + path);
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name });
  }

  field(name: string): Locator {
    return this.page.getByRole('textbox', { name, exact: true });
  }

  async setField(name: string, text: string): Promise<void> {
    await this.field(name).fill(text);
  }

  async choose(label: string, option: string): Promise<void> {
    await this.page.getByRole('combobox', { name: label }).click();
    await this.page.getByRole('option', { name: option }).click();
  }

  async tick(group: string, option: string): Promise<void> {
    await this.button(new RegExp(`^${group}`)).click();
    await this.page.getByRole('checkbox', { name: option }).click();
    await this.page.keyboard.press('Escape');
  }

  chip(group: string, word: string): Locator {
    return this.page.getByRole('radiogroup', { name: group }).getByRole('radio', { name: word, exact: true });
  }

  async expectTitle(title: string | RegExp): Promise<void> {
    await expect(this.page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  }

  async expectText(text: string | RegExp): Promise<void> {
    await expect(this.page.getByText(text).first()).toBeVisible();
  }

  async expectAlert(text: string | RegExp): Promise<void> {
    await expect(this.page.getByRole('alert').filter({ hasText: text })).toBeVisible();
  }

  /** Minutes that the large words promise until the pull, or are over it (negative). */
  async minutesToPull(): Promise<number> {
    const heading = this.page.getByRole('heading', { name: /^Pull it/ });
    await expect(heading).toBeVisible();
    const said = (await heading.textContent())!;
    const clock = said === 'Pull it now' ? (await this.page.getByText(/over its time; it would/).textContent())! : said;
    const [, h, m, s] = /(?:(\d+):)?(\d+):(\d\d)/.exec(clock)!;
    const minutes = Number(h ?? 0) * 60 + Number(m) + Number(s) / 60;
    return said === 'Pull it now' ? -minutes : minutes;
  }
}

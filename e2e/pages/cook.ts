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

  /** Goes on by the Tab key until what has this name is reached. */
  async tabTo(name: string | RegExp): Promise<void> {
    for (let i = 0; i < 200; i++) {
      await this.page.keyboard.press('Tab');
      const here = await this.page.evaluate(() => {
        const e = document.activeElement as HTMLInputElement | null;
        return e?.getAttribute('aria-label') ?? e?.labels?.[0]?.textContent ?? e?.textContent ?? '';
      });
      if (typeof name === 'string' ? here.trim() === name : name.test(here.trim())) return;
    }
    throw new Error(`Tab does not reach ${String(name)}`);
  }

  /** Types into the field that is reached by Tab, over what was in it. */
  async typeInto(name: string | RegExp, text: string): Promise<void> {
    await this.tabTo(name);
    await this.page.keyboard.press('ControlOrMeta+a');
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Tab');
  }

  /** Takes an option of a choice that is reached by Tab, with the keyboard alone. */
  async keyChoice(name: string | RegExp, option: string): Promise<void> {
    await this.tabTo(name);
    await this.page.keyboard.press('Enter');
    const wanted = this.page.getByRole('option', { name: option, exact: true });
    await expect(wanted).toBeVisible();
    for (let i = 0; i < 20 && !(await wanted.evaluate((e) => e === document.activeElement)); i++)
      await this.page.keyboard.press(i < 10 ? 'ArrowDown' : 'ArrowUp');
    await this.page.keyboard.press('Enter');
    await expect(wanted).toHaveCount(0);
  }

  /** Opens a stage of the recipe's line, by how its name begins. */
  async openStage(name: string): Promise<void> {
    const stage = this.page.getByRole('list', { name: 'Stages' }).getByRole('button', { name: new RegExp(`^${name}`) });
    if ((await stage.first().getAttribute('aria-expanded')) !== 'true') await stage.first().click();
  }

  /** Keeps the recipe that is open; it is kept when its plan opens. */
  async keepInTheBook(): Promise<void> {
    await this.button('Keep it in the book').click();
    await this.page.waitForURL(/\/plan\//);
  }

  /** Adds a plant of the table to the recipe that is open, and says how much. */
  async addPlant(find: string, full: string, amount: string): Promise<void> {
    await this.button('Add a plant').click();
    await this.page.getByPlaceholder('Type a name').fill(find);
    await this.page.getByRole('option', { name: full }).click();
    const field = this.page.getByRole('textbox', { name: /^Amount of / }).last();
    await field.fill(amount);
    await field.press('Enter');
  }

  /** A thing of the shelf, by the heading of its card. */
  onShelf(name: string): Locator {
    return this.page
      .getByRole('listitem')
      .filter({ has: this.page.getByRole('heading', { name, exact: true }) })
      .first();
  }

  /** Opens everything about a thing of the shelf. */
  async openThing(name: string): Promise<Locator> {
    await this.onShelf(name)
      .getByRole('button', { name: /^(More|Why)/ })
      .click();
    const dialog = this.page.getByRole('dialog');
    await expect(dialog).toBeVisible();
    return dialog;
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

  /** Starts what is planned, with nothing ticked off the list before the heat. */
  async startAtStove(laidOut?: RegExp): Promise<void> {
    await this.button('Start at the stove').click();
    if (laidOut) await this.expectText(laidOut);
    await this.button(/^(Heat on|Start it)$/).click();
  }

  /** Minutes that the large words promise until the pull, or are over it (negative). */
  async minutesToPull(): Promise<number> {
    return (await this.pullRead()).minutes;
  }

  /** The moment of the pull by this page’s words; a page that was held up for a moment may put itself right. */
  async expectPullAtMs(ms: number): Promise<void> {
    await expect.poll(async () => Math.abs((await this.pullAtMs()) - ms)).toBeLessThan(3_000);
  }

  /** The moment of the pull as the page has it, ms by the clock of the machine: what is read at two times agrees. */
  async pullAtMs(): Promise<number> {
    const { minutes, readMs } = await this.pullRead();
    return readMs + minutes * 60_000;
  }

  /** The words and the time at which they stood, taken in one go: a slow machine may rest between two. */
  private async pullRead(): Promise<{ minutes: number; readMs: number }> {
    const heading = this.page.getByRole('heading', { name: /^(Pull it|Good to pull)/ });
    await expect(heading).toBeVisible();
    const late = (await heading.textContent())!.startsWith('Pull it in') === false;
    const words = late ? this.page.getByText(/over its time; it would/) : heading;
    const { said, readMs } = await words.evaluate((e) => ({ said: e.textContent, readMs: Date.now() }));
    const [, h, m, s] = /(?:(\d+):)?(\d+):(\d\d)/.exec(said)!;
    const minutes = Number(h ?? 0) * 60 + Number(m) + Number(s) / 60;
    return { minutes: late ? -minutes : minutes, readMs };
  }
}

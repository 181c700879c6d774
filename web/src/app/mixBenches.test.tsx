import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Component as IcePage } from '@/features/mix/IcePage';
import { Component as StretchPage } from '@/features/mix/StretchPage';
import { Component as SyrupPage } from '@/features/mix/SyrupPage';
import { AServer, show } from '@/test/aServer';

beforeAll(() => {
  // jsdom has no layout; the floating choices only need these to exist.
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.hasPointerCapture = () => false;
});
beforeEach(() => void new AServer());

const type = async (name: string, text: string): Promise<void> => {
  const field = await screen.findByRole('textbox', { name });
  await userEvent.tripleClick(field);
  await userEvent.paste(text);
  await userEvent.tab();
};
const choose = async (name: string, option: string): Promise<void> => {
  (await screen.findByRole('combobox', { name })).focus();
  await userEvent.keyboard('{Enter}');
  await userEvent.click(await screen.findByRole('option', { name: option }));
};

describe('stretching', () => {
  it('gives parts, millilitres, glasses and the line for the label', async () => {
    show(<StretchPage />, '/mix/stretch', '/mix/stretch');
    expect(await screen.findByTestId('label-line')).toHaveTextContent('1 part with 2 parts of cold water');
    await type('Concentrate', '1000');
    expect(screen.getByRole('heading', { name: '3.0 L, 12 glasses' })).toBeInTheDocument();
    await type('Sugar', '60');
    expect(screen.getByTestId('label-line')).toHaveTextContent(
      /1 part with 1.75 parts of cold water and 0.3 parts of syrup/,
    );
    expect(screen.getByText(/^The syrup: \d+ g of sugar/)).toBeInTheDocument();
  });
  it('is stronger in the jug for the ice', async () => {
    show(<StretchPage />, '/mix/stretch', '/mix/stretch');
    await type('Sugar', '0');
    await choose('Ice', 'over ice');
    expect(screen.getByTestId('label-line')).not.toHaveTextContent('2 parts of cold water');
    await choose('Ice', 'without ice');
  });
  it('says what binds, and takes the strength that goes', async () => {
    show(<StretchPage />, '/mix/stretch', '/mix/stretch');
    await type('Wanted', '5');
    expect(screen.getByRole('alert')).toHaveTextContent('It is weaker than wanted already: ×3');
    await userEvent.click(screen.getByRole('button', { name: 'Take ×3' }));
    expect(screen.getByTestId('label-line')).toHaveTextContent('1 part with 0 parts of cold water');
    await type('Wanted', '1');
  });
  it('works from how it was made, with how unsure that is, and refuses what cannot have been', async () => {
    show(<StretchPage />, '/mix/stretch', '/mix/stretch');
    await choose('How strong it is', 'I made it with');
    expect(await screen.findByText(/^Made so it is about ×/)).toBeInTheDocument();
    await type('Its water', '50');
    expect(screen.getByRole('alert')).toHaveTextContent(/So it cannot have been made: .* is wanted/);
    await type('Its water', '1000');
  });
  it('remembers what was stretched last', () => {
    expect(localStorage.getItem('steepsis.stretch')).toContain('"how":"made"');
  });
});

describe('the syrup bench', () => {
  it('is asked for by what it should be, and says where two wishes cannot both be had', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    expect(await screen.findByText('like maple syrup', { selector: 'strong' })).toBeInTheDocument();
    await choose('Keeps', 'two months');
    expect(await screen.findByRole('alert')).toHaveTextContent(/cannot both be had/);
    await choose('Crystals', 'may set');
    await choose('Pours', 'as it will');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('weighs a syrup by its Brix, and says how it will be cold', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    await choose('Made by', 'By its Brix:');
    await type('Brix', '65');
    // 500 ml at 65 °Bx hold 428 g of sugar.
    expect(await screen.findAllByText('428 g')).not.toEqual([]);
    expect(screen.getByText(/; in the fridge/)).toHaveTextContent(/about \d{2,} times as thick/);
  });
  it('goes by what came out: gram for millilitre', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    await choose('Made by', 'From what came out:');
    await type('Measured yield', '380');
    expect(screen.getAllByText('380 g').length).toBeGreaterThan(0);
    expect(screen.getByText(/^5\d\.\d °Bx$/)).toBeInTheDocument();
  });
  it('names a Brix that the sweetener itself does not reach', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    await choose('Sweetener', 'maple syrup');
    await choose('Made by', 'By its Brix:');
    await type('Brix', '75');
    expect(screen.getByRole('alert')).toHaveTextContent(
      'Maple syrup by itself is thinner than 75 °Bx. Take at most 67 °Bx.',
    );
  });
  it('reads the end of a reduction on the scale, the rim and the thermometer, and a weighing re-times it', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    await type('Liquid', '900');
    await type('Brix now', '40');
    await type('End Brix', '60');
    // 900 g at 40 °Bx hold 360 g: at 60 °Bx that is 600 g, in a pot of 900 g.
    expect(await screen.findByText('1500 g')).toBeInTheDocument();
    expect(screen.getByText(/^300 g leave as steam/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('checkbox', { name: 'I measured it on the way' }));
    await type('Minutes boiled', '10');
    await type('Pan weighs', '1700');
    expect(screen.getByTestId('time-left')).toHaveTextContent('20 min more at this pace.');
    await type('Pan weighs', '1900');
    expect(screen.getByTestId('time-left')).toHaveTextContent('the pan must weigh below the 1800 g at the start.');
    await type('Pan weighs', '1480');
    expect(screen.getByTestId('time-left')).toHaveTextContent('it is there, take it off.');
  });
  it('refuses an end that is no boiling down', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    await type('Brix now', '70');
    expect(await screen.findByText(/That is no boiling down/)).toBeInTheDocument();
  });
  it('tells what is as sweet, with its spread', async () => {
    show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
    const honey = (await screen.findByText('Honey', { selector: 'li span span' })).closest('li')!;
    expect(honey).toHaveTextContent(/128 g/);
    expect(honey).toHaveTextContent(/117 g to 140 g/);
  });
});

describe('the ice bench', () => {
  it('says how strong to make it, and how it thins from the first sip to the last', async () => {
    show(<IcePage />, '/mix/ice', '/mix/ice');
    const strength = await screen.findByTestId('pour-x');
    const before = Number(strength.textContent.slice(1));
    expect(before).toBeGreaterThan(1);
    await type('Right after', '20');
    expect(Number(screen.getByTestId('pour-x').textContent.slice(1))).toBeGreaterThan(before);
    // What the room melts in twenty minutes is known by half or double: no finer figure is told.
    expect(screen.getByRole('row', { name: /^after 20 min/ })).toHaveTextContent(/about ×1\.0|×[\d.]+ to ×1\.[01]/);
  });
  it('ice of the drink itself keeps every sip alike', async () => {
    show(<IcePage />, '/mix/ice', '/mix/ice');
    await choose('Ice made of', 'the drink itself');
    expect(await screen.findByTestId('cubes')).toHaveTextContent('4 cubes');
    const table = screen.getByRole('table', { name: 'Strength over the minutes' });
    for (const row of within(table).getAllByRole('row').slice(1)) expect(row).toHaveTextContent('×1.00');
  });
  it('chills a hot concentrate at once, and says what cannot be', async () => {
    show(<IcePage />, '/mix/ice', '/mix/ice');
    // 500 g from 85 to 6 °C against ice at -18 °C: 165 kJ over 396 J/g.
    expect(await screen.findByTestId('flash-ice')).toHaveTextContent(/^4[012]\d g$/);
    await type('Hot at', '20');
    await type('Ends at', '30');
    expect(screen.getByRole('alert')).toHaveTextContent('It must start above the final 30 °C');
  });
});

describe('serving', () => {
  const open = (): void => show(<IcePage />, '/mix/ice', '/mix/ice');
  it('says how strong to mix what is shaken, more so with wet ice', async () => {
    open();
    const dry = (await screen.findByTestId('shaken-x')).textContent;
    await userEvent.click(screen.getByRole('checkbox', { name: 'wet ice, off the counter' }));
    expect(Number(screen.getByTestId('shaken-x').textContent.slice(1))).toBeGreaterThan(Number(dry.slice(1)));
  });
  it('shows what ice in the jug does to the last glass', async () => {
    open();
    await type('Over', '120');
    expect(screen.getByText(/^The first glass is/)).toHaveTextContent(/the last (about )?×0\.[678]/);
  });
  it('counts cubes of concentrate for a glass, and refuses one that is too weak', async () => {
    open();
    expect(await screen.findByTestId('portion-cubes')).toHaveTextContent('2 cubes');
    await type('Cube strength', '2');
    expect(screen.getByTestId('portion-cubes')).toHaveTextContent('4 cubes');
    await type('Frozen concentrate', '1.5');
    expect(screen.getByRole('alert')).toHaveTextContent('It must be stronger than the glass: above ×2 is wanted.');
  });
  it('sets a pop, and does not with spirit in it', async () => {
    open();
    expect(await screen.findByTestId('pop-sets')).toHaveTextContent(/sets/);
    await type('Alcohol', '12');
    expect(screen.getByTestId('pop-sets')).toHaveTextContent('does not set');
  });
  it('keeps a pot hot: what to top up, when the spice comes out, and never too cool', async () => {
    open();
    const table = await screen.findByRole('table', { name: 'Hour by hour, without topping up' });
    expect(within(table).getAllByRole('row')).toHaveLength(5);
    expect(screen.getByText(/^Take the spice out after/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('checkbox', { name: 'spice is still in it' }));
    expect(screen.queryByText(/^Take the spice out after/)).toBeNull();
    await type('Kept at', '52');
    expect(screen.getByRole('alert')).toHaveTextContent('Below 60 °C germs grow');
  });
  it('refuses a flash chill that would have to grow hotter', async () => {
    open();
    await type('Hot at', '25');
    await type('Ends at', '30');
    expect(screen.getByRole('alert')).toHaveTextContent('It must start above the final 30 °C');
  });
});

describe('more of the syrup bench', () => {
  const open = (): void => show(<SyrupPage />, '/mix/syrup', '/mix/syrup');
  it('counts in cups, and says how long that keeps', async () => {
    open();
    expect(await screen.findByTestId('cups-brix')).toHaveTextContent('46 °Bx');
    await type('Cups of sweetener', '2');
    // Two to one is the rich syrup of the kitchen.
    expect(screen.getByTestId('cups-brix')).toHaveTextContent('63 °Bx');
    await choose('By cups of', 'honey');
    expect(Number(screen.getByTestId('cups-brix').textContent.split(' ')[0])).toBeGreaterThan(55);
  });
  it('keeps a shorter time with fruit in it', async () => {
    open();
    await choose('Made by', 'By its Brix:');
    await type('Brix', '66');
    expect(screen.getByText(/60 days, 90 at most/)).toBeInTheDocument();
    await userEvent.click(screen.getAllByRole('checkbox', { name: 'fruit or puree is in it' })[0]!);
    expect(screen.getAllByText(/14 days, 28 at most/).length).toBeGreaterThan(0);
  });
  it('re-times a reduction by a refractometer or a cold spoon', async () => {
    open();
    await userEvent.click(await screen.findByRole('checkbox', { name: 'I measured it on the way' }));
    await choose('Measured by', 'it reads');
    await type('It reads', '50');
    // From 40 to 50 °Bx 160 of 267 g have left in ten minutes.
    expect(screen.getByTestId('time-left')).toHaveTextContent('6.5 min more at this pace.');
    await type('It reads', '40');
    expect(screen.getByTestId('time-left')).toHaveTextContent(/must weigh below/);
    await choose('Measured by', 'on a cold spoon it');
    await choose('On the spoon', 'creeps like honey');
    expect(screen.getByTestId('time-left')).toHaveTextContent('it is there, take it off.');
  });
  it('waits for honey, on a clock that outlives the page', async () => {
    open();
    expect(await screen.findByTestId('honey-minutes')).toHaveTextContent(/min|h/);
    await userEvent.click(screen.getByRole('button', { name: 'Start the clock' }));
    expect(screen.getByRole('timer')).toHaveTextContent(/until it is at 40 °C/);
    expect(localStorage.getItem('steepsis.honey')).toContain('startedAt');
    await userEvent.click(screen.getByRole('button', { name: 'Stop it' }));
    await type('Honey below', '25');
    await type('Now', '30');
    expect(screen.getByTestId('honey-minutes')).toBeInTheDocument();
  });
  it('says where sweeteners by the pinch give out', async () => {
    open();
    await type('Sugar to match', '50');
    expect(screen.getByText('Stevia, rebaudioside A').nextSibling).toHaveTextContent('200 mg');
    await type('Sugar to match', '90');
    expect(screen.getByText('Stevia, rebaudioside A').nextSibling).toHaveTextContent('not by itself');
  });
});

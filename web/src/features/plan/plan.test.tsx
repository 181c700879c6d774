import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { DEFAULT_KITCHEN, planDrink, ROSELLE_COOLER, type Plan, type PlanTarget } from '@steepsis/core';
import { TargetSentence } from './TargetSentence';
import { useTargets } from './targetStore';
import { shortName } from '@/shared/format/names';
import { VesselLine } from '@/shared/plan/VesselLine';
import { coolingText, WaterAndCooling } from '@/shared/plan/WaterAndCooling';

const planned = (change: Partial<PlanTarget> = {}): Plan => {
  const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

describe('the target sentence', () => {
  const show = (change: jest.Mock, target: Partial<PlanTarget> = {}): void => {
    render(
      <TargetSentence
        drink={ROSELLE_COOLER}
        target={{ ...ROSELLE_COOLER.defaults, ...target }}
        onChange={change}
        onAudience={change}
        onDrinker={change}
        onFaults={() => undefined}
      />,
    );
  };
  const type = async (field: string, text: string): Promise<void> => {
    const input = screen.getByRole('textbox', { name: field });
    await userEvent.tripleClick(input);
    await userEvent.paste(text);
  };

  it('turns glasses into litres by their size', async () => {
    const change = jest.fn();
    show(change);
    expect(screen.getByRole('textbox', { name: 'Glasses' })).toHaveValue('8');
    await type('Glasses', '5');
    expect(change).toHaveBeenCalledWith({ litres: 1.5 });
  });

  it('counts a fridge steep in hours, and a hot one in minutes', async () => {
    const change = jest.fn();
    show(change, { wayId: 'fridge-overnight', steepMin: 600 });
    expect(screen.getByRole('textbox', { name: 'Steep' })).toHaveValue('10');
    await type('Steep', '8.5');
    expect(change).toHaveBeenCalledWith({ steepMin: 510 });
  });

  it('names who it is for', () => {
    show(jest.fn(), { audience: ['child', 'pregnant'] });
    expect(screen.getByRole('button', { name: 'For whom: a child, someone pregnant' })).toBeInTheDocument();
  });

  it('tells of each fault by its field and keeps the plan', async () => {
    const change = jest.fn();
    show(change);
    await type('Sugar', '-4');
    expect(screen.getByRole('alert')).toHaveTextContent(
      'Sugar: a number from 0 to 250 g/L is accepted, not “-4”. The figures below are still those of the last accepted plan.',
    );
    expect(change).not.toHaveBeenCalled();
  });
});

describe('the vessel line', () => {
  it('goes from the water to the glass in six steps, five without syrup', () => {
    const { rerender } = render(<VesselLine plan={planned()} />);
    expect(screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent)).toEqual([
      '1 Measure',
      '2 Boil, then steep',
      '3 Strain and press',
      '4 Syrup',
      '5 Mix',
      '6 Serve',
    ]);
    rerender(<VesselLine plan={planned({ sugarGPerL: 0 })} />);
    expect(screen.getAllByRole('heading', { level: 3 })).toHaveLength(5);
  });

  it('says in words what each drawing shows', () => {
    render(<VesselLine plan={planned()} />);
    const said = screen.getAllByRole('img').map((i) => i.getAttribute('aria-label'));
    expect(said[0]).toBe('1.3 L of water in the 2 L pot');
    expect(said.at(-1)).toMatch(/^Glass at ×/);
  });

  it('opens a figure to its steps', async () => {
    render(<VesselLine plan={planned()} />);
    await userEvent.click(screen.getByRole('button', { name: /50 g roselle/ }));
    const opened = within(screen.getByRole('dialog'));
    expect(opened.getByText('in the recipe as written')).toBeInTheDocument();
    expect(opened.getAllByText(/botanical table/).length).toBeGreaterThan(0);
  });

  it('calls a plant by the name a cook uses', () => expect(shortName('Rose hip, dried cut shells')).toBe('rose hip'));
});

describe('water and cooling', () => {
  it('adds up to the concentrate', () => {
    render(<WaterAndCooling plan={planned()} />);
    const figures = screen
      .getAllByRole('cell')
      .map((c) => Number(c.textContent.replace('−', '-').replace(/[^-\d]/g, '')));
    const out = figures.pop()!;
    expect(Math.abs(figures.reduce((a, b) => a + b) - out)).toBeLessThanOrEqual(3);
  });

  it('says how to cool a hot brew, and that a cold one needs little', () => {
    expect(coolingText(planned())).toMatch(/^Stand it in an ice bath and stir, .* to \d+ °C\./);
    expect(coolingText(planned({ wayId: 'fridge-overnight', steepMin: 600 }))).not.toContain('ice bath');
    expect(coolingText(planned({ hot: true, iced: false }))).toMatch(/^Poured hot, it needs no cooling\./);
  });
});

describe('changes to a target', () => {
  beforeEach(() => useTargets.setState({ drafts: {} }));
  it('are kept by drink and forgotten one by one', () => {
    const { change, forget } = useTargets.getState();
    change('a', { litres: 3 });
    change('a', { iced: false });
    change('b', { litres: 1 });
    expect(useTargets.getState().drafts['a']).toEqual({ litres: 3, iced: false });
    forget('a');
    expect(useTargets.getState().drafts).toEqual({ b: { litres: 1 } });
  });
  it('survive a reload of the page', () => {
    useTargets.getState().change('a', { litres: 3 });
    expect(JSON.parse(localStorage.getItem('steepsis.targets')!)).toMatchObject({
      state: { drafts: { a: { litres: 3 } } },
      version: 1,
    });
  });
});

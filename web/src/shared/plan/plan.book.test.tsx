import { render, screen } from '@testing-library/react';
import {
  BOOK,
  botanicalBySlug,
  DEFAULT_KITCHEN,
  doseLadder,
  planDrink,
  type Drink,
  type Plan,
  type PlanTarget,
} from '@steepsis/core';
import { setMeasures } from '@/shared/format/format';
import { DoseLadder } from './DoseLadder';
import { VesselLine } from './VesselLine';
import { WaterAndCooling } from './WaterAndCooling';

const planOf = (drink: Drink, change: Partial<PlanTarget> = {}): Plan => {
  const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const drinkOf = (id: string): Drink => BOOK.find((d) => d.id === id)!;
afterEach(() => setMeasures('metric'));

describe.each(BOOK.map((d) => [d.id, d] as const))('the vessel line of %s', (_id, drink) => {
  it('goes from the measure to the glass, each step in words, with units and no empty figure', () => {
    const plan = planOf(drink);
    render(
      <>
        <VesselLine plan={plan} />
        <WaterAndCooling plan={plan} />
      </>,
    );
    const titles = screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent);
    expect(titles[0]).toBe('1 Measure');
    expect(titles.some((t) => /Mix$/.test(t))).toBe(true);
    expect(titles.some((t) => /Serve$/.test(t))).toBe(true);
    expect(document.body.textContent).not.toMatch(/NaN|undefined|Infinity|\[object/);
    const { way } = plan.brews[0];
    expect(/held under by a weight/.test(document.body.textContent)).toBe(way.underWeight === true);
    expect(/best after \d+ h/.test(document.body.textContent)).toBe(way.restHours !== undefined);
    for (const l of plan.brews[0].leaf) expect(document.body.textContent).toContain(`${l.grams} g`);
  });
});

describe('what else stands on the line', () => {
  it('a second drink, in a jug of its own', () => {
    render(
      <VesselLine
        plan={planOf(drinkOf('roselle-rose-hip-cooler'), {
          second: { name: 'the light one', litres: 1, strengthX: 0.6, water: 'sparkling' },
        })}
      />,
    );
    expect(screen.getByRole('heading', { name: /The light one$/ })).toBeInTheDocument();
    expect(screen.getByText(/sparkling water$/)).toBeInTheDocument();
    expect(screen.getByRole('img', { name: /of the light one at ×0\.6/ })).toBeInTheDocument();
  });
  it('a hot glass says how it is warmed', () => {
    render(<VesselLine plan={planOf(drinkOf('hot-spiced-pear-rooibos'))} />);
    expect(screen.getByText('usual strength (×1.00), hot')).toBeInTheDocument();
    expect(screen.getByText(/^warmed to 68 °C in \d/)).toBeInTheDocument();
  });
  it('is written in the measures of the house', () => {
    setMeasures('us');
    render(<VesselLine plan={planOf(drinkOf('hot-spiced-pear-rooibos'))} />);
    expect(screen.getByText(/^warmed to 154 °F/)).toBeInTheDocument();
    expect(document.body.textContent).toMatch(/quart|cup/);
    expect(document.body.textContent).not.toMatch(/\d ml water/);
  });
});

describe('a dose on its ladder', () => {
  it('says in words where it stands and where it turns', () => {
    render(<DoseLadder rungs={doseLadder(botanicalBySlug('lavender_dried'))} now={2} />);
    expect(screen.getByText(/turns soapy above/)).toBeInTheDocument();
    expect(screen.getByText(/Here 2.0 g\/L: usual/)).toBeInTheDocument();
  });
  it('below the first rung it says so', () => {
    render(<DoseLadder rungs={doseLadder(botanicalBySlug('lavender_dried'))} now={0.1} />);
    expect(screen.getByText(/below restrained/)).toBeInTheDocument();
  });
});

import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState, type ReactNode } from 'react';
import { botanicals } from '@steepsis/core';
import { Figure, figure, TextField, Tick } from './Figure';
import { PlantPicker } from './PlantPicker';

beforeAll(() => {
  // jsdom has no layout; the list only needs this to exist.
  Element.prototype.scrollIntoView = () => undefined;
});

describe('finding a plant', () => {
  const open = async (): Promise<{ picked: string[] }> => {
    const picked: string[] = [];
    render(
      <PlantPicker label="Find a plant" plants={botanicals()} onPick={(b) => picked.push(b.slug)}>
        Add
      </PlantPicker>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    return { picked };
  };
  it('finds by any words of its name, and takes it with Enter', async () => {
    const { picked } = await open();
    await userEvent.type(screen.getByPlaceholderText('Type a name'), 'leaf currant{Enter}');
    expect(picked).toEqual(['blackcurrant_leaf_dried']);
    expect(screen.queryByPlaceholderText('Type a name')).toBeNull();
  });
  it('finds by its Latin name', async () => {
    await open();
    await userEvent.type(screen.getByPlaceholderText('Type a name'), 'clitoria');
    expect(screen.getAllByRole('option')).toHaveLength(1);
  });
  it('says what to do when nothing has the name', async () => {
    await open();
    await userEvent.type(screen.getByPlaceholderText('Type a name'), 'moon dust');
    expect(screen.getByText(/Add it as a plant of your own/)).toBeInTheDocument();
  });
});

function Held({ children }: { children: (value: number, set: (v: number) => void) => ReactNode }): ReactNode {
  const [value, set] = useState(12);
  return (
    <>
      {children(value, set)}
      <output>{value}</output>
    </>
  );
}

describe('a figure by itself', () => {
  const accepts = { unit: 'ml', min: 10, max: 50, step: 5 };
  it('tells its fault beside itself, and keeps the last good figure', async () => {
    render(
      <Held>{(v, set) => <Figure label="Water" value={v} range={accepts} step={5} unit="ml" onValue={set} />}</Held>,
    );
    const field = screen.getByRole('textbox', { name: 'Water' });
    await userEvent.tripleClick(field);
    await userEvent.paste('500');
    expect(screen.getByRole('alert')).toHaveTextContent('Water: a number from 10 to 50 ml is accepted, not “500”.');
    expect(screen.getByRole('status')).toHaveTextContent('12');
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('is moved by arrow keys to its steps, and stays within its range', async () => {
    render(<Held>{(v, set) => figure('Water', v, { ...accepts, shown: true }, set)}</Held>);
    screen.getByRole('textbox', { name: 'Water' }).focus();
    await userEvent.keyboard('{ArrowUp}');
    expect(screen.getByRole('status')).toHaveTextContent('15');
    for (let i = 0; i < 12; i++) await userEvent.keyboard('{ArrowUp}');
    expect(screen.getByRole('status')).toHaveTextContent('50');
    expect(screen.getByText('ml')).toBeInTheDocument();
  });
  it('has its unit, other words, or none', () => {
    render(
      <>
        {figure('A', 1, { ...accepts, shown: 'ml to a litre' }, () => undefined)}
        {figure('B', 1, accepts, () => undefined)}
      </>,
    );
    expect(screen.getByText('ml to a litre')).toBeInTheDocument();
    expect(screen.queryByText('ml')).toBeNull();
  });
  it('ticks and lines of text say what was done to them', async () => {
    const said: unknown[] = [];
    render(
      <>
        <Tick checked={false} onChange={(on) => said.push(on)}>
          Pulp wanted
        </Tick>
        <TextField label="Name" value="" maxLength={3} onChange={(t) => said.push(t)} />
      </>,
    );
    await userEvent.click(screen.getByRole('checkbox', { name: 'Pulp wanted' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), 'x');
    expect(said).toEqual([true, 'x']);
  });
});

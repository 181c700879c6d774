import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState, type ReactNode } from 'react';
import { InlineNumber, type FieldFault } from './InlineNumber';

const LITRES = { unit: 'L', min: 0.2, max: 20 } as const;

function Sentence({ taken }: { taken: (value: number) => void }): ReactNode {
  const [value, setValue] = useState(2.4);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const take = (v: number): void => {
    setValue(v);
    taken(v);
  };
  return (
    <>
      <InlineNumber
        label="Litres"
        value={value}
        range={LITRES}
        step={0.1}
        digits={2}
        unit="L"
        onValue={take}
        onFault={setFault}
      />
      {fault && <p role="alert">{fault.message}</p>}
    </>
  );
}

const field = (): HTMLElement => screen.getByRole('textbox', { name: 'Litres' });

describe('a figure in a sentence', () => {
  it('is taken as it is typed, with a comma too', async () => {
    const taken = jest.fn();
    render(<Sentence taken={taken} />);
    await userEvent.clear(field());
    await userEvent.type(field(), '3,5');
    expect(taken).toHaveBeenLastCalledWith(3.5);
  });

  it.each([
    ['-1', 'Litres: a number from 0.2 to 20 L is accepted, not “-1”.'],
    ['1e9', 'Litres: a number from 0.2 to 20 L is accepted, not “1e9”.'],
    ['lots', 'Litres: a number from 0.2 to 20 L is accepted, not “lots”.'],
  ])('refuses %s by name and keeps what was typed', async (text, message) => {
    const taken = jest.fn();
    render(<Sentence taken={taken} />);
    await userEvent.tripleClick(field());
    await userEvent.paste(text);
    expect(screen.getByRole('alert')).toHaveTextContent(message);
    expect(field()).toHaveValue(text);
    expect(field()).toHaveAttribute('aria-invalid', 'true');
    expect(taken).not.toHaveBeenCalled();
  });

  it('goes back to the last accepted figure on Escape', async () => {
    render(<Sentence taken={() => undefined} />);
    await userEvent.tripleClick(field());
    await userEvent.keyboard('x{Escape}');
    expect(field()).toHaveValue('2.4');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('steps with the arrow keys and stops at the ends', async () => {
    const taken = jest.fn();
    render(<Sentence taken={taken} />);
    await userEvent.click(field());
    await userEvent.keyboard('{ArrowUp}{ArrowUp}{ArrowDown}');
    expect(taken.mock.calls.map(([v]) => v)).toEqual([2.5, 2.6, 2.5]);
    await userEvent.keyboard('{ArrowDown}'.repeat(40));
    expect(taken).toHaveBeenLastCalledWith(0.2);
  });
});

import { fireEvent, render, screen } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import { setMeasures } from '@/shared/format/format';
import { figure } from './Figure';

let kept: number;
function Field({ value, ...accepts }: { value: number } & Parameters<typeof figure>[2]): ReactNode {
  const [now, setNow] = useState(value);
  kept = now;
  return figure('Amount', now, accepts, setNow);
}
const ml = { unit: 'ml', min: 20, max: 1000, step: 10, shown: true } as const;
const type = (text: string): void =>
  void fireEvent.change(screen.getByRole('textbox', { name: 'Amount' }), { target: { value: text } });
const field = (): HTMLInputElement => screen.getByRole('textbox', { name: 'Amount' });
afterEach(() => setMeasures('metric'));

describe('a figure in any measure', () => {
  it('takes another measure of its kind, and shows what it came to', () => {
    render(<Field value={250} {...ml} />);
    type('2 tbsp');
    expect(kept).toBeCloseTo(29.57, 1);
    fireEvent.blur(field());
    expect(field()).toHaveValue('30');
    type('2 elephants');
    expect(screen.getByRole('alert')).toHaveTextContent('20 to 1000 ml is accepted, not “2 elephants”');
  });

  it('stands in the scale of an American house, is typed in it, and says its range in it', () => {
    setMeasures('us');
    render(<Field value={80} unit="°C" min={0} max={100} step={5} shown />);
    expect(field()).toHaveValue('176');
    expect(screen.getByText('°F')).toBeInTheDocument();
    type('200');
    expect(kept).toBeCloseTo(93.33, 2);
    type('93 °C');
    expect(kept).toBe(93);
    type('400');
    expect(screen.getByRole('alert')).toHaveTextContent('32 to 212 °F is accepted');
    fireEvent.keyDown(field(), { key: 'Escape' });
    fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect(kept).toBeCloseTo(((210 - 32) * 5) / 9, 1);
  });

  it('ounces go in and come back, and every end that is told is accepted', () => {
    setMeasures('us');
    render(<Field value={240} {...ml} />);
    type('8');
    expect(kept).toBeCloseTo(236.6, 1);
    type('5000');
    const [, low, high] = /([\d.]+) to ([\d.]+) fl oz/.exec(screen.getByRole('alert').textContent!)!;
    for (const end of [low!, high!]) {
      type(end);
      expect(screen.queryByRole('alert')).toBeNull();
    }
  });

  it('keeps its own unit where the words around it tell that', () => {
    setMeasures('us');
    render(<Field value={250} unit="ml" min={0} max={1000} step={10} shown="ml served an hour" />);
    expect(field()).toHaveValue('250');
  });
});

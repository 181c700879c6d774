import { render as renderPlain, screen, type RenderResult } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { ROSELLE_COOLER, type Finding } from '@steepsis/core';
import { Cautions } from './Cautions';

const render = (ui: ReactNode): RenderResult => renderPlain(<MemoryRouter>{ui}</MemoryRouter>);

const finding = (id: string, level: Finding['level']): Finding => ({
  id,
  level,
  places: ['plan'],
  message: `message of ${id}`,
  source: 'kitchen practice',
  at: undefined,
  plants: [],
  forecast: false,
});

describe('cautions', () => {
  it('open three at most, and fold the rest with the notes', () => {
    render(
      <Cautions
        findings={[
          finding('A', 'block'),
          finding('B', 'warn'),
          finding('C', 'warn'),
          finding('D', 'warn'),
          finding('E', 'note'),
        ]}
      />,
    );
    const folded = screen.getByText('2 more cautions').closest('details')!;
    for (const id of ['A', 'B', 'C']) expect(folded).not.toHaveTextContent(`message of ${id}`);
    for (const id of ['D', 'E']) expect(folded).toHaveTextContent(`message of ${id}`);
  });

  it('say in a word how grave each is, besides its colour', () => {
    render(<Cautions findings={[finding('A', 'block'), finding('B', 'warn')]} />);
    expect(screen.getByText('Stop.')).toBeInTheDocument();
    expect(screen.getByText('Mind.')).toBeInTheDocument();
  });

  it('show text from anywhere as text', () => {
    render(<Cautions findings={[{ ...finding('A', 'warn'), message: '<img src=x onerror=alert(1)>' }]} />);
    expect(screen.getByText('<img src=x onerror=alert(1)>', { exact: false })).toBeInTheDocument();
    expect(document.querySelector('img')).toBeNull();
  });

  it('offer the change that clears one, and take a warning as read', async () => {
    const [onTake, onRead] = [jest.fn(), jest.fn()];
    const way = { kind: 'target', label: 'Make it weaker', target: ROSELLE_COOLER.defaults } as const;
    render(
      <Cautions
        findings={[
          finding('A', 'block'),
          { ...finding('B', 'warn'), at: { slug: 'peach_fresh' }, plants: ['peach_fresh'] },
        ]}
        waysOut={(f) => (f.id === 'A' ? [way] : [])}
        onTake={onTake}
        read={new Set()}
        onRead={onRead}
      />,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Make it weaker' }));
    expect(onTake).toHaveBeenCalledWith(way);
    expect(screen.getByText(/Peach: message of B/)).toBeInTheDocument();
    // A block is not a matter of reading: only the warning has a box.
    await userEvent.click(screen.getByRole('checkbox', { name: 'I have read this and go ahead' }));
    expect(onRead).toHaveBeenCalledWith('B');
  });
});

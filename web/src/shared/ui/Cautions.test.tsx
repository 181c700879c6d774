import { render, screen } from '@testing-library/react';
import type { Finding } from '@steepsis/core';
import { Cautions } from './Cautions';

const finding = (id: string, level: Finding['level']): Finding => ({
  id,
  level,
  places: ['plan'],
  message: `message of ${id}`,
  resolves: '',
  source: 'kitchen practice',
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
    const folded = screen.getByText('2 more notes').closest('details')!;
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
});

import { keepingStateAt } from './keepingState';

const ends = { useBy: '2026-07-08T09:00:00.000Z', discardAfter: '2026-07-10T09:00:00.000Z' };
const at = (iso: string) => keepingStateAt(ends, Date.parse(iso));

describe('a thing that is kept', () => {
  it('is good up to its use-by, due up to its last day, past from then on', () => {
    expect(at('2026-07-08T09:00:00.000Z')).toEqual({ kind: 'good' });
    expect(at('2026-07-08T09:00:01.000Z')).toEqual({ kind: 'due' });
    expect(at('2026-07-10T09:00:00.000Z')).toEqual({ kind: 'due' });
    expect(at('2026-07-10T09:00:01.000Z')).toEqual({ kind: 'past', days: 0 });
    expect(at('2026-07-13T10:00:00.000Z')).toEqual({ kind: 'past', days: 3 });
  });
});

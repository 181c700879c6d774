import { ASKED_AFTER_MS, ASKED_UNTIL_MS, dueToTaste, useTasteLater, type ToTaste } from './tasteLater';

const jug = (id: string, mixedMs: number): ToTaste => ({ kind: 'batch', id, name: 'Cooler', mixedMs });

describe('what is asked about after the mixing', () => {
  it('is the jug that was mixed longest ago, from an hour on and for a day', () => {
    const waiting = [jug('late', 1_000_000), jug('early', 0)];
    expect(dueToTaste(waiting, ASKED_AFTER_MS - 1)).toBeUndefined();
    expect(dueToTaste(waiting, ASKED_AFTER_MS)?.id).toBe('early');
    expect(dueToTaste(waiting, ASKED_AFTER_MS + 1_000_000)?.id).toBe('early');
    expect(dueToTaste(waiting, ASKED_UNTIL_MS)?.id).toBe('late');
    expect(dueToTaste(waiting, ASKED_UNTIL_MS + 1_000_000)).toBeUndefined();
  });
  it('is asked once for each jug, and no more when it was said or put off', () => {
    const { mixed, done } = useTasteLater.getState();
    mixed(jug('a', 0));
    mixed(jug('a', 5));
    mixed(jug('b', 1));
    expect(useTasteLater.getState().waiting.map((w) => [w.id, w.mixedMs])).toEqual([
      ['a', 5],
      ['b', 1],
    ]);
    done('a');
    expect(useTasteLater.getState().waiting.map((w) => w.id)).toEqual(['b']);
  });
});

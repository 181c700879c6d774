import { pourTogether, waterOf } from '../liquid/liquid';
import { givenBy } from '../liquid/stirredIn';
import { botanicalBySlug } from '../reference/botanicals';
import { correctForBrix } from './correctForBrix';

const ledger = {
  waterMl: 1000,
  steamMl: 20,
  ownMl: 0,
  stirredMl: 0,
  dissolvedMl: 10,
  heldMl: 0,
  pressedMl: 0,
  clingingMl: 0,
  rinsedMl: 0,
  sweetenedMl: 0,
  reducedMl: 0,
  outMl: 990,
};

describe('a liquor that reads thicker than it should', () => {
  const clove = botanicalBySlug('clove_whole');
  const chamomile = botanicalBySlug('chamomile_dried');
  const liquor = pourTogether(
    waterOf(1000),
    givenBy(clove, 20),
    givenBy(chamomile, { body: 30, tongue: 20, oil: 0, cooked: 5 }),
  );
  it('has more of all that its plants give: body, what is bitter, oils and what is cooked alike', () => {
    const more = correctForBrix(liquor, ledger, 2.5, true);
    const times = more.bodyG['clove_whole']! / liquor.bodyG['clove_whole']!;
    expect(times).toBeGreaterThan(1.1);
    expect(more.harshG['chamomile_dried']! / liquor.harshG['chamomile_dried']!).toBeCloseTo(times, 9);
    expect(more.oilG['clove_whole']! / liquor.oilG['clove_whole']!).toBeCloseTo(times, 9);
    expect(more.cookedG['chamomile_dried']! / liquor.cookedG['chamomile_dried']!).toBeCloseTo(times, 9);
  });
});

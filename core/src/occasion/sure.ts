import { normalCdf } from '../quantity/normal';
import { bisect } from '../quantity/solve';
import { normalQuantile } from '../uncertainty/random';
import type { Chain, Mode, PlacedChain } from './kitchenDay';

/** How sure it is that all is ready when it is said to be. House choice. */
export const SURE = 0.9;
/** Standard deviations of a normal spread on either side that hold four in five. */
const FOUR_IN_FIVE_SD = 1.2816;
/** Standard deviations beyond which nothing is told apart. */
const FAR_SD = 8;

/** How unsure the end of a chain is, min, one standard deviation: spreads along it add in squares. What is over is known. */
const sdMin = ({ tasks }: Pick<Mode, 'tasks'>, over = 0): number =>
  Math.sqrt(tasks.slice(over).reduce((sum, t) => sum + t.slackMin ** 2, 0)) / FOUR_IN_FIVE_SD;

/**
 * Chains with the slack that their spread asks for: so much earlier that all of them are ready in time as often as {@link SURE} says,
 * as if none delayed another (house estimate). What others wait for has its own.
 */
export function withSlack(chains: readonly Chain[]): readonly Chain[] {
  const last = chains.filter((c) => !chains.some((o) => o.after?.some((a) => a.chain === c.id)));
  const z = last.length > 0 ? normalQuantile(SURE ** (1 / last.length)) : 0;
  return chains.map((c) =>
    last.includes(c) ? { ...c, slackMin: Math.ceil(z * Math.max(...c.modes.map((m) => sdMin(m)))) } : c,
  );
}

/**
 * When all of it is ready nine times in ten, min against ready: earlier than it was to be where there is room. That every chain is ready
 * is the product of their chances, as if none delayed another (house estimate).
 */
export function surelyReadyMin(placed: readonly PlacedChain[]): number {
  if (placed.length === 0) return 0;
  const each = placed.map((p) => ({
    readyMin: p.starts.at(-1)! + p.tasks.at(-1)!.minutes + p.restMin,
    // The running one may still run over.
    sdMin: sdMin(p, Math.max(0, p.begun - 1)),
  }));
  const chanceBy = (min: number): number =>
    each.reduce(
      (all, { readyMin, sdMin: sd }) => all * (sd > 0 ? normalCdf((min - readyMin) / sd) : min >= readyMin ? 1 : 0),
      1,
    );
  const soon = Math.max(...each.map(({ readyMin, sdMin: sd }) => readyMin - FAR_SD * sd)) - 1;
  const far = Math.max(...each.map(({ readyMin, sdMin: sd }) => readyMin + FAR_SD * sd)) + 1;
  return bisect('surelyReadyMin', (min) => chanceBy(min) - SURE, soon, far, 1e-3);
}

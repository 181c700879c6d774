import type { ReduceTo } from './drink';

/** The end of a boil-down as a cook says it, to follow "boil down": "to 40 %". */
export function reduceWords(to: ReduceTo): string {
  if ('share' in to) return to.share === 0.5 ? 'until half is left' : `to ${Math.round(to.share * 100)} %`;
  if ('volumeMl' in to) return `to the ${Math.round(to.volumeMl)} ml mark`;
  if ('massG' in to) return `until it weighs ${Math.round(to.massG)} g`;
  if ('brix' in to) return `to ${to.brix} °Bx`;
  return `until it boils at ${to.boilsAtC} °C`;
}

import { SWEETENERS, type Sweetener } from '../sugar/sweeteners';
import { volumeMl, type Liquid } from './liquid';

/** Sweetness as that of so much white sugar, g/L: each sweetener by its own strength, a plant's and a fruit's own sugar as sugar. */
export function sweetGPerL(l: Liquid): number {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return 0;
  let sweet = 0;
  for (const kind in l.sugarG) sweet += l.sugarG[kind]! * sweetnessOf(kind);
  return sweet / litres;
}

const sweetnessOf = (kind: string): number =>
  (SWEETENERS as Readonly<Record<string, Sweetener>>)[kind]?.sweetness.value ?? 1;

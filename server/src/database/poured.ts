import { asStored, plantsMissingIn, soundPlants, withPlantsOf, type OwnPlant, type PouredPart } from '@steepsis/core';
import type { Transaction } from 'sequelize';
import { storedOrNone } from '../shared/stored';
import { HouseRow } from './models';

type Poured = { parts: readonly PouredPart[] };
const isPoured = (event: object): event is Poured => 'parts' in event && Array.isArray(event.parts);

/** What was poured, as any release stored it: figures of the cook's own plants that it lacks are taken from the house. */
export async function withFiguresOfHouse<E extends object>(stored: E[], transaction?: Transaction): Promise<E[]> {
  const withLiquids = (e: E, change: (l: PouredPart['liquid']) => PouredPart['liquid']): E =>
    isPoured(e) ? { ...e, parts: e.parts.map((p) => ({ ...p, liquid: change(p.liquid) })) } : e;
  const lacks = (p: PouredPart): boolean => plantsMissingIn(p.liquid).length > 0;
  if (!stored.some((e) => isPoured(e) && e.parts.some(lacks))) return stored.map((e) => withLiquids(e, asStored));
  const rows = await HouseRow.findAll({ where: { kind: 'plants' }, ...(transaction ? { transaction } : {}) });
  const { plants } = soundPlants(rows.flatMap((r) => storedOrNone<OwnPlant>('plants', r.body) ?? []));
  return stored.map((e) => withLiquids(e, (l) => asStored(withPlantsOf(plants, l))));
}

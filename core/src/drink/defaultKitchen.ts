import type { IceMaking, Kitchen } from './drink';

/** Two trays of a quarter of a kilogram freeze over night, or in some four hours. House estimate until the kitchen tells its own. */
export const ICE_MAKING: IceMaking = { trayG: 500, hours: 4, storeG: 2000 };

/** A kitchen to start from; every figure is the cook's to change. Vessel sizes are ordinary ones, not any maker's. */
export const DEFAULT_KITCHEN: Kitchen = {
  altitudeM: 0,
  roomC: 22,
  tapC: 12,
  fridgeC: 4,
  freezerC: -18,
  burner: { kind: 'induction', watts: 1800 },
  glassG: 260,
  vessels: [
    { id: 'pot-2', name: '2 L pot', kind: 'pot', capacityMl: 2000, diameterCm: 16, emptyG: 900, material: 'steel' },
    { id: 'pot-3', name: '3 L pot', kind: 'pot', capacityMl: 3000, diameterCm: 18, emptyG: 1100, material: 'steel' },
    { id: 'pot-5', name: '5 L pot', kind: 'pot', capacityMl: 5000, diameterCm: 22, emptyG: 1500, material: 'steel' },
    {
      id: 'pot-10',
      name: '10 L stock pot',
      kind: 'pot',
      capacityMl: 10000,
      diameterCm: 26,
      emptyG: 2400,
      material: 'steel',
    },
    { id: 'jar-1', name: '1 L jar', kind: 'jar', capacityMl: 1000, diameterCm: 9, emptyG: 480, material: 'glass' },
    { id: 'jar-2', name: '2 L jar', kind: 'jar', capacityMl: 2000, diameterCm: 12, emptyG: 760, material: 'glass' },
    { id: 'jar-3', name: '3 L jar', kind: 'jar', capacityMl: 3000, diameterCm: 14, emptyG: 1050, material: 'glass' },
    { id: 'jar-5', name: '5 L jar', kind: 'jar', capacityMl: 5000, diameterCm: 17, emptyG: 1600, material: 'glass' },
    { id: 'jug-1', name: '1.5 L jug', kind: 'jug', capacityMl: 1500, diameterCm: 11, emptyG: 700, material: 'glass' },
    { id: 'jug-2', name: '2.5 L jug', kind: 'jug', capacityMl: 2500, diameterCm: 14, emptyG: 1000, material: 'glass' },
    {
      id: 'jug-5',
      name: '5 L serving jar',
      kind: 'jug',
      capacityMl: 5000,
      diameterCm: 17,
      emptyG: 1600,
      material: 'glass',
    },
    {
      id: 'bottle-05',
      name: '0.5 L bottle',
      kind: 'bottle',
      capacityMl: 500,
      diameterCm: 7,
      emptyG: 380,
      material: 'glass',
    },
    {
      id: 'bottle-1',
      name: '1 L bottle',
      kind: 'bottle',
      capacityMl: 1000,
      diameterCm: 8.5,
      emptyG: 520,
      material: 'glass',
    },
  ],
};

import type { Drink } from '../drink';
import { BUTTERFLY_PEA_LIME, LINDEN_PEAR_SYRUP } from './flowers';
import { ROSELLE_COOLER } from './roselleCooler';
import { DANDELION_BURDOCK, HOT_SPICED_PEAR, SOUR_CHERRY_POPS, SPRUCE_SODA, SUMAC_BARBERRY } from './roots';
import { ASSAM_CURRANT_LEAF, COLD_SENCHA, ROOIBOS_QUINCE } from './teas';

/** The drinks that the book starts with. */
export const BOOK: readonly Drink[] = [
  ROSELLE_COOLER,
  ASSAM_CURRANT_LEAF,
  COLD_SENCHA,
  ROOIBOS_QUINCE,
  LINDEN_PEAR_SYRUP,
  BUTTERFLY_PEA_LIME,
  SUMAC_BARBERRY,
  DANDELION_BURDOCK,
  SPRUCE_SODA,
  HOT_SPICED_PEAR,
  SOUR_CHERRY_POPS,
];

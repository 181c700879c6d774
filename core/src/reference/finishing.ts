/** Things that finish a drink and are not steeped. Weights from household tables; effects per gram are modelling defaults. */
export type FinishingThing = {
  name: string;
  gPerTsp: number | null;
  gPerMl?: number;
  abv?: number;
  saltG?: number;
  caffeineMgPerG?: number;
  usual: string;
  source: string;
};

const table = 'household weights, public food-composition tables';
const label = 'legal or label strength';

export const FINISHING = {
  salt: { name: 'Table salt', gPerTsp: 6, saltG: 1, usual: 'a pinch a litre', source: table },
  cocoa: { name: 'Cocoa powder', gPerTsp: 1.8, caffeineMgPerG: 2.3, usual: '5 to 10 g/L', source: table },
  vanilla_extract: {
    name: 'Vanilla extract',
    gPerTsp: 4.2,
    gPerMl: 0.88,
    abv: 35,
    usual: '1/2 tsp a litre',
    source: label,
  },
  almond_extract: {
    name: 'Almond extract',
    gPerTsp: 4.2,
    gPerMl: 0.88,
    abv: 32,
    usual: 'a few drops a litre',
    source: label,
  },
  rose_water: { name: 'Rose water', gPerTsp: 4.9, gPerMl: 1, usual: '1 tsp a litre', source: 'house estimate' },
  orange_blossom_water: {
    name: 'Orange blossom water',
    gPerTsp: 4.9,
    gPerMl: 1,
    usual: '1 tsp a litre',
    source: 'house estimate',
  },
  aromatic_bitters: {
    name: 'Aromatic bitters',
    gPerTsp: 4.6,
    gPerMl: 0.94,
    abv: 45,
    usual: 'two dashes a glass',
    source: label,
  },
  rum: { name: 'Rum', gPerTsp: null, gPerMl: 0.95, abv: 40, usual: '30 ml a glass, by the glass', source: label },
  gin: { name: 'Gin', gPerTsp: null, gPerMl: 0.95, abv: 40, usual: '30 ml a glass, by the glass', source: label },
} as const satisfies Record<string, FinishingThing>;

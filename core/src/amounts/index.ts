export { readAmount, scaledWords } from './readAmount';
export { ownWordsOf, type OwnWords } from './ownWords';
export type { AmountRead, AmountUnit, Meaning, ReadingOf } from './meaning';
export { readTemperature } from './degrees';
export { readMinutes } from './minutes';
export { FIELD_UNITS, readInUnit, type FieldUnit } from './inUnit';
export { ICE_THING, thingMade, thingOfPlant, thingPoured, thingSweet, type Thing } from './thing';
export type { House } from './weigh';

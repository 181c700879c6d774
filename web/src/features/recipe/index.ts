export { asDraft, blankDrink, drinkId, tryDrink, type Tried } from './draft';
export { LineRead } from './LineRead';
export { HAS_PINTS, WhosePints, withPints, type Pints } from './WhosePints';
export { beginCopy } from './recipeStore';

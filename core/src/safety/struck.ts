/**
 * Rules of the published book that no drink here can meet, each with the reason. They are no part of this house's rules: a rule
 * that nobody can meet is a promise that nobody keeps.
 */
export const STRUCK: Readonly<Record<string, string>> = {
  'CAN-01': 'nothing here is canned or kept unchilled for weeks: it goes into the fridge or the freezer',
  'CAN-02': 'nothing here is canned',
  'CAN-03': 'nothing here is canned, and the kitchen always has its altitude',
  'CAN-04': 'nothing here is canned',
  'CAN-05': 'nothing here is canned',
  'BOT-01': 'no drink here has oil in it',
  'BOT-04': 'nothing here is packed under vacuum',
  'HOT-08': 'nothing here is heated by microwave',
  'HOT-09': 'nothing here is cooked under pressure',
  'HOT-10': 'ice here is frozen water',
  'FLO-04': 'where a plant is from is chosen from a list, and a packet that is no food is not on it',
  'VES-03': 'what a vessel is made of is chosen from a list, and all of that list is made for food',
  'PRO-03': 'its words stand in the line that asks for washing: plain running water',
  'OPT-01': 'a wish and no caution',
  'EQP-01': 'its words stand in the line that asks for the strainer: whole, no loose wire',
  'EQP-02': 'its words stand in the line that asks for the cloth: undyed, boiled, washed without scent',
  'KEEP-04': 'whatever is kept has both its days written on it by the house',
  'DIL-01': 'whatever is to be let down has that written on it by the house',
  'ALG-07': 'whatever is given away has its plants written on it by the house',
  'GEN-01': 'true of every drink: it stands at the foot of the rules',
};

import { isToday, isTomorrow, format as formatDate } from 'date-fns';
import { JUG, type ShelfAction, type ShelfItem, type ShelfPlace } from '@steepsis/core';
import type { Thing } from '@/shared/keep/things';
import * as f from '@/shared/format/format';

/** What the parts of the shelf are called. */
export const PLACE_WORDS: Readonly<Record<ShelfPlace, string>> = {
  'pour-away': 'Pour away',
  'drink-today': 'Drink today',
  keeps: 'Keeps',
  resting: 'Resting',
  frozen: 'Frozen',
};

/** "Roselle and rose hip cooler: bottle 2 of 3"; the jug goes by its drink's name alone. */
export const titleOf = (item: ShelfItem): string =>
  item.vesselId === JUG ? item.drinkName : `${item.drinkName}: ${item.name.toLowerCase()}`;

/** Until when, as one says it. */
export function untilWords({ item, placed }: Thing): string {
  if (placed.place === 'pour-away') return `Last day: ${f.day(item.discardAfter)}`;
  const day = new Date(item.useBy);
  if (placed.place === 'resting') return `Best from ${momentWords(item.restedFrom!)}, until ${f.day(item.useBy)}`;
  if (Date.parse(item.useBy) < Date.now() && !isToday(day)) {
    const last = new Date(item.discardAfter);
    return isToday(last) ? 'Finish it today' : `Finish it by ${f.day(item.discardAfter)}`;
  }
  return isToday(day) ? 'Until tonight' : isTomorrow(day) ? 'Until tomorrow' : `Until ${f.day(item.useBy)}`;
}

const momentWords = (iso: string): string => {
  const at = new Date(iso);
  const time = formatDate(at, 'H:mm');
  return isToday(at) ? time : isTomorrow(at) ? `tomorrow ${time}` : `${formatDate(at, 'EEE')} ${time}`;
};

/** What is pressed for an action. */
export const actionWords = (action: ShelfAction, { item }: Thing): string => {
  const words: Readonly<Record<ShelfAction, string>> = {
    pour: item.pieces === undefined ? 'Pour a glass' : 'Take one',
    taste: 'Taste',
    'put-right': 'Put it right',
    fill: 'Fill bottles',
    label: 'Label',
    freeze: 'Freeze',
    thaw: 'Thaw',
    'to-fridge': 'Into the fridge',
    'stood-out': 'It stood out',
    ph: 'Enter its pH',
    sign: 'Something is off',
    'how-kept': 'How it is kept',
    'pour-away': 'Pour it away',
  };
  return words[action];
};

/** What one pour takes, ml: a glass, let down as its label says; one cube or pop. */
export const glassOf = (item: ShelfItem): number => {
  const one =
    item.pieces !== undefined && item.pieces > 0
      ? item.volumeMl / item.pieces
      : item.glassMl / (1 + (item.dilution?.waterPerPart ?? 0));
  return Math.max(1, Math.min(Math.floor(item.volumeMl * 10) / 10, Math.round(one)));
};

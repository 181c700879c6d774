import type { Migration } from '../migration';
import { drinksAndBatches } from './0001-drinks-and-batches';
import { house } from './0002-house';
import { jugs } from './0003-jugs';
import { instrumentsAndDevices } from './0004-instruments-and-devices';
import { whatWasSaid } from './0005-what-was-said';

/** In order. A released migration is never changed or removed. */
export const MIGRATIONS: readonly Migration[] = [drinksAndBatches, house, jugs, instrumentsAndDevices, whatWasSaid];

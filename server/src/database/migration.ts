import type { QueryInterface, Transaction } from 'sequelize';

/** A step forward of the database. Its name is permanent once released; there is no way back but the backup. */
export type Migration = { name: string; up: (queries: QueryInterface, transaction: Transaction) => Promise<void> };

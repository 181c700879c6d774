import { DataTypes } from 'sequelize';
import type { Migration } from '../migration';

/**
 * What was said of a batch last, and how it looks, on its line. Lines of older batches stay empty: they are read off their events until
 * something happens to them.
 */
export const whatWasSaid: Migration = {
  name: '0005-what-was-said',
  async up(queries, transaction) {
    await queries.addColumn('batches', 'said', { type: DataTypes.TEXT, allowNull: true }, { transaction });
    await queries.addColumn('batches', 'colour', { type: DataTypes.STRING(9), allowNull: true }, { transaction });
  },
};

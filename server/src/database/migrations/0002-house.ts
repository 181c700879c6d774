import { DataTypes } from 'sequelize';
import type { Migration } from '../migration';

export const house: Migration = {
  name: '0002-house',
  async up(queries, transaction) {
    await queries.createTable(
      'house_documents',
      {
        kind: { type: DataTypes.STRING(20), allowNull: false, primaryKey: true },
        id: { type: DataTypes.STRING(80), allowNull: false, primaryKey: true },
        version: { type: DataTypes.INTEGER, allowNull: false },
        body: { type: DataTypes.TEXT, allowNull: false },
        updated_at: { type: DataTypes.STRING(30), allowNull: false },
      },
      { transaction },
    );
    await queries.createTable(
      'archived_drinks',
      {
        id: { type: DataTypes.STRING(80), allowNull: false, primaryKey: true },
        archived_at: { type: DataTypes.STRING(30), allowNull: false },
      },
      { transaction },
    );
  },
};

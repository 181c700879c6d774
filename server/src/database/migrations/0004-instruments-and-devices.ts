import { DataTypes } from 'sequelize';
import type { Migration } from '../migration';

export const instrumentsAndDevices: Migration = {
  name: '0004-instruments-and-devices',
  async up(queries, transaction) {
    await queries.createTable(
      'instruments',
      {
        id: { type: DataTypes.STRING(60), allowNull: false, primaryKey: true },
        name: { type: DataTypes.STRING(60), allowNull: false },
        kind: { type: DataTypes.STRING(20), allowNull: false },
        simulated: { type: DataTypes.BOOLEAN, allowNull: false },
        batch_id: { type: DataTypes.STRING(36), allowNull: true },
        brew_id: { type: DataTypes.STRING(60), allowNull: true },
        known_since: { type: DataTypes.STRING(30), allowNull: false },
      },
      { transaction },
    );
    await queries.createTable(
      'readings',
      {
        instrument_id: {
          type: DataTypes.STRING(60),
          allowNull: false,
          primaryKey: true,
          references: { model: 'instruments', key: 'id' },
          onDelete: 'RESTRICT',
        },
        at_ms: { type: DataTypes.BIGINT, allowNull: false, primaryKey: true },
        value: { type: DataTypes.DOUBLE, allowNull: false },
        batch_id: { type: DataTypes.STRING(36), allowNull: true },
        brew_id: { type: DataTypes.STRING(60), allowNull: true },
      },
      { transaction },
    );
    await queries.addIndex('readings', ['batch_id', 'at_ms'], { transaction });
    await queries.createTable(
      'devices',
      {
        id: { type: DataTypes.STRING(36), allowNull: false, primaryKey: true },
        name: { type: DataTypes.STRING(60), allowNull: false },
        token_hash: { type: DataTypes.STRING(64), allowNull: false, unique: true },
        paired_at: { type: DataTypes.STRING(30), allowNull: false },
        last_seen_at: { type: DataTypes.STRING(30), allowNull: false },
        revoked_at: { type: DataTypes.STRING(30), allowNull: true },
      },
      { transaction },
    );
  },
};

import { DataTypes } from 'sequelize';
import type { Migration } from '../migration';

export const drinksAndBatches: Migration = {
  name: '0001-drinks-and-batches',
  async up(queries, transaction) {
    await queries.createTable(
      'drinks',
      {
        id: { type: DataTypes.STRING(80), allowNull: false, primaryKey: true },
        version: { type: DataTypes.INTEGER, allowNull: false, primaryKey: true },
        body: { type: DataTypes.TEXT, allowNull: false },
        created_at: { type: DataTypes.STRING(30), allowNull: false },
      },
      { transaction },
    );
    await queries.createTable(
      'batches',
      {
        id: { type: DataTypes.STRING(36), allowNull: false, primaryKey: true },
        drink_id: { type: DataTypes.STRING(80), allowNull: false },
        drink_name: { type: DataTypes.STRING(200), allowNull: false },
        started_at: { type: DataTypes.STRING(30), allowNull: false },
        litres: { type: DataTypes.FLOAT, allowNull: false },
        way_name: { type: DataTypes.STRING(200), allowNull: false },
        phase: { type: DataTypes.STRING(20), allowNull: false },
        on_shelf: { type: DataTypes.BOOLEAN, allowNull: false },
        tasted: { type: DataTypes.BOOLEAN, allowNull: false },
        last_event_at: { type: DataTypes.STRING(30), allowNull: false },
      },
      { transaction },
    );
    await queries.createTable(
      'batch_events',
      {
        id: { type: DataTypes.STRING(36), allowNull: false, primaryKey: true },
        batch_id: {
          type: DataTypes.STRING(36),
          allowNull: false,
          references: { model: 'batches', key: 'id' },
          onDelete: 'RESTRICT',
        },
        seq: { type: DataTypes.INTEGER, allowNull: false },
        at: { type: DataTypes.STRING(30), allowNull: false },
        received_at: { type: DataTypes.STRING(30), allowNull: false },
        body: { type: DataTypes.TEXT, allowNull: false },
      },
      { transaction, uniqueKeys: { batch_seq: { fields: ['batch_id', 'seq'] } } },
    );
    await queries.addIndex('batches', ['started_at'], { transaction });
    await queries.addIndex('batches', ['drink_id', 'started_at'], { transaction });
    await queries.addIndex('batches', ['phase'], { transaction });
    await queries.addIndex('batches', ['on_shelf'], { transaction });
    // What happened is never rewritten: the database itself refuses.
    for (const verb of ['UPDATE', 'DELETE']) {
      await queries.sequelize.query(
        `CREATE TRIGGER batch_events_no_${verb.toLowerCase()} BEFORE ${verb} ON batch_events
         BEGIN SELECT RAISE(ABORT, 'batch events are append-only'); END`,
        { transaction },
      );
    }
  },
};

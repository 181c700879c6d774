import { DataTypes } from 'sequelize';
import type { Migration } from '../migration';

export const jugs: Migration = {
  name: '0003-jugs',
  async up(queries, transaction) {
    await queries.createTable(
      'jugs',
      {
        id: { type: DataTypes.STRING(36), allowNull: false, primaryKey: true },
        name: { type: DataTypes.STRING(200), allowNull: false },
        poured_at: { type: DataTypes.STRING(30), allowNull: false },
        on_shelf: { type: DataTypes.BOOLEAN, allowNull: false },
      },
      { transaction },
    );
    await queries.createTable(
      'jug_events',
      {
        id: { type: DataTypes.STRING(36), allowNull: false, primaryKey: true },
        jug_id: {
          type: DataTypes.STRING(36),
          allowNull: false,
          references: { model: 'jugs', key: 'id' },
          onDelete: 'RESTRICT',
        },
        seq: { type: DataTypes.INTEGER, allowNull: false },
        at: { type: DataTypes.STRING(30), allowNull: false },
        received_at: { type: DataTypes.STRING(30), allowNull: false },
        body: { type: DataTypes.TEXT, allowNull: false },
      },
      { transaction, uniqueKeys: { jug_seq: { fields: ['jug_id', 'seq'] } } },
    );
    await queries.addIndex('jugs', ['on_shelf'], { transaction });
    for (const verb of ['UPDATE', 'DELETE']) {
      await queries.sequelize.query(
        `CREATE TRIGGER jug_events_no_${verb.toLowerCase()} BEFORE ${verb} ON jug_events
         BEGIN SELECT RAISE(ABORT, 'jug events are append-only'); END`,
        { transaction },
      );
    }
  },
};

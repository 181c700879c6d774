import { DataTypes, Model, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize';

export class DrinkRow extends Model<InferAttributes<DrinkRow>, InferCreationAttributes<DrinkRow>> {
  declare id: string;
  declare version: number;
  declare body: string;
  declare created_at: string;
}

/**
 * A line about each batch, so that lists stay quick. All of it is computed from the batch's events and rewritten with every
 * append, in the same transaction; the events alone are the truth.
 */
export class BatchRow extends Model<InferAttributes<BatchRow>, InferCreationAttributes<BatchRow>> {
  declare id: string;
  declare drink_id: string;
  declare drink_name: string;
  declare started_at: string;
  declare litres: number;
  declare way_name: string;
  declare phase: string;
  declare on_shelf: boolean;
  declare tasted: boolean;
  /** what was said last, as JSON; empty where nothing was, and on lines that are older than this column */
  declare said: string | null;
  /** in a glass, #rrggbb; empty where it cannot be worked out, likewise */
  declare colour: string | null;
  declare last_event_at: string;
}

export class BatchEventRow extends Model<InferAttributes<BatchEventRow>, InferCreationAttributes<BatchEventRow>> {
  declare id: string;
  declare batch_id: string;
  declare seq: number;
  declare at: string;
  declare received_at: string;
  declare body: string;
}

/** A line about each jug poured together, computed from its events as a batch's is. */
export class JugRow extends Model<InferAttributes<JugRow>, InferCreationAttributes<JugRow>> {
  declare id: string;
  declare name: string;
  declare poured_at: string;
  declare on_shelf: boolean;
}

export class JugEventRow extends Model<InferAttributes<JugEventRow>, InferCreationAttributes<JugEventRow>> {
  declare id: string;
  declare jug_id: string;
  declare seq: number;
  declare at: string;
  declare received_at: string;
  declare body: string;
}

/** What is kept of the house, as documents: the kitchen, what the pantry holds, the cook's own plants. */
export class HouseRow extends Model<InferAttributes<HouseRow>, InferCreationAttributes<HouseRow>> {
  declare kind: string;
  declare id: string;
  declare version: number;
  declare body: string;
  declare updated_at: string;
}

/** Drinks that are put away: they stay, with all their versions, and out of the book. */
export class ArchivedDrinkRow extends Model<
  InferAttributes<ArchivedDrinkRow>,
  InferCreationAttributes<ArchivedDrinkRow>
> {
  declare id: string;
  declare archived_at: string;
}

export class InstrumentRow extends Model<InferAttributes<InstrumentRow>, InferCreationAttributes<InstrumentRow>> {
  declare id: string;
  declare name: string;
  declare kind: string;
  declare simulated: boolean;
  declare batch_id: string | null;
  declare brew_id: string | null;
  declare known_since: string;
}

/** One reading of an instrument; the pot is the one it was in at that moment. */
export class ReadingRow extends Model<InferAttributes<ReadingRow>, InferCreationAttributes<ReadingRow>> {
  declare instrument_id: string;
  declare at_ms: number;
  declare value: number;
  declare batch_id: string | null;
  declare brew_id: string | null;
}

/** A device that was paired. Only the hash of its token is kept. */
export class DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> {
  declare id: string;
  declare name: string;
  declare token_hash: string;
  declare paired_at: string;
  declare last_seen_at: string;
  declare revoked_at: string | null;
}

// Sequelize writes into attribute objects, so each column gets one of its own.
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const key = () => ({ type: DataTypes.STRING, allowNull: false, primaryKey: true });
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false });
const maybe = () => ({ type: DataTypes.TEXT, allowNull: true });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });

export function defineModels(sequelize: Sequelize): void {
  const options = { sequelize, timestamps: false };
  DrinkRow.init(
    { id: key(), version: { ...whole(), primaryKey: true }, body: text(), created_at: text() },
    { ...options, tableName: 'drinks' },
  );
  BatchRow.init(
    {
      id: key(),
      drink_id: text(),
      drink_name: text(),
      started_at: text(),
      litres: { type: DataTypes.FLOAT, allowNull: false },
      way_name: text(),
      phase: text(),
      on_shelf: flag(),
      tasted: flag(),
      said: { type: DataTypes.TEXT, allowNull: true },
      colour: { type: DataTypes.STRING(9), allowNull: true },
      last_event_at: text(),
    },
    { ...options, tableName: 'batches' },
  );
  BatchEventRow.init(
    { id: key(), batch_id: text(), seq: whole(), at: text(), received_at: text(), body: text() },
    { ...options, tableName: 'batch_events' },
  );
  JugRow.init({ id: key(), name: text(), poured_at: text(), on_shelf: flag() }, { ...options, tableName: 'jugs' });
  JugEventRow.init(
    { id: key(), jug_id: text(), seq: whole(), at: text(), received_at: text(), body: text() },
    { ...options, tableName: 'jug_events' },
  );
  HouseRow.init(
    { kind: key(), id: key(), version: whole(), body: text(), updated_at: text() },
    { ...options, tableName: 'house_documents' },
  );
  ArchivedDrinkRow.init({ id: key(), archived_at: text() }, { ...options, tableName: 'archived_drinks' });
  InstrumentRow.init(
    {
      id: key(),
      name: text(),
      kind: text(),
      simulated: flag(),
      batch_id: maybe(),
      brew_id: maybe(),
      known_since: text(),
    },
    { ...options, tableName: 'instruments' },
  );
  ReadingRow.init(
    {
      instrument_id: key(),
      at_ms: { ...whole(), primaryKey: true },
      value: { type: DataTypes.DOUBLE, allowNull: false },
      batch_id: maybe(),
      brew_id: maybe(),
    },
    { ...options, tableName: 'readings' },
  );
  DeviceRow.init(
    { id: key(), name: text(), token_hash: text(), paired_at: text(), last_seen_at: text(), revoked_at: maybe() },
    { ...options, tableName: 'devices' },
  );
}

import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { DeviceView } from '@steepsis/contract';
import { DatabaseService } from '../database/database.service';
import { DeviceRow } from '../database/models';

/** Devices that were paired. A token is told once, to its device; here only its hash is kept. */
@Injectable()
export class DevicesStore {
  constructor(private readonly database: DatabaseService) {}

  async list(): Promise<DeviceView[]> {
    const rows = await DeviceRow.findAll({ where: { revoked_at: null }, order: [['paired_at', 'ASC']] });
    return rows.map((r) => ({ id: r.id, name: r.name, pairedAt: r.paired_at, lastSeenAt: r.last_seen_at }));
  }

  /** A new device and its token. */
  async pair(name: string, at: string): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    await this.database.write((transaction) =>
      DeviceRow.create(
        { id: randomUUID(), name, token_hash: hashOf(token), paired_at: at, last_seen_at: at, revoked_at: null },
        { transaction },
      ),
    );
    return token;
  }

  /** Whether a token is that of a device that may come in. */
  async knows(token: string): Promise<{ id: string; lastSeenAt: string } | undefined> {
    const row = await DeviceRow.findOne({ where: { token_hash: hashOf(token), revoked_at: null } });
    return row ? { id: row.id, lastSeenAt: row.last_seen_at } : undefined;
  }

  seen(id: string, at: string): Promise<unknown> {
    return this.database.write((transaction) => DeviceRow.update({ last_seen_at: at }, { where: { id }, transaction }));
  }

  /** @returns whether there was such a device */
  async revoke(id: string, at: string): Promise<boolean> {
    const [count] = await this.database.write((transaction) =>
      DeviceRow.update({ revoked_at: at }, { where: { id, revoked_at: null }, transaction }),
    );
    return count > 0;
  }
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

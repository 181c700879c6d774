import { Inject, Injectable } from '@nestjs/common';
import {
  botanicalOf,
  DEFAULT_KITCHEN,
  drawnDown,
  putBack,
  takenAgain,
  type Drawn,
  InputError,
  measuresOf,
  type Kitchen,
  type Occasion,
  type OwnPlant,
  type PantryEntry,
} from '@steepsis/core';
import type { HouseKind, HouseView, Kept, Unread } from '@steepsis/contract';
import type { Transaction } from 'sequelize';
import { DatabaseService } from '../database/database.service';
import { HouseRow } from '../database/models';
import { CONFIG, type Config } from '../shared/config';
import { ProblemException, refusal, unfit } from '../shared/problem.filter';
import { eachAlone, storedBody, storedOrNone } from '../shared/stored';
import { StreamService } from '../stream/stream';

type Body = Kitchen | PantryEntry | OwnPlant | Occasion;

/** There is one kitchen. */
export const KITCHEN_ID = 'kitchen';

/** The house: its kitchen, what its pantry holds, and plants of its own. */
@Injectable()
export class HouseService {
  constructor(
    private readonly database: DatabaseService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async view(): Promise<HouseView> {
    const rows = await HouseRow.findAll({ order: [['id', 'ASC']] });
    const kept = async <T extends object>(kind: HouseKind): Promise<{ items: Kept<T>[]; unread: Unread[] }> =>
      eachAlone(
        rows.filter((r) => r.kind === kind).map((row) => ({ id: row.id, name: row.id.replaceAll(/[-_]/g, ' '), row })),
        ({ row }) => ({ version: row.version, body: storedBody<T>(kind, row.body) }),
      );
    const kitchen = await kept<Kitchen>('kitchen');
    const pantry = await kept<PantryEntry>('pantry');
    const plants = await kept<OwnPlant>('plants');
    const occasions = await kept<Occasion>('occasions');
    // A kitchen that cannot be read is the one to start from again, kept over the damaged one.
    const again = { version: rows.find((r) => r.kind === 'kitchen')?.version ?? 0, body: DEFAULT_KITCHEN };
    return {
      kitchen: kitchen.items[0] ?? again,
      pantry: pantry.items,
      plants: plants.items,
      occasions: occasions.items,
      unread: [...kitchen.unread, ...pantry.unread, ...plants.unread, ...occasions.unread],
    };
  }

  /** The kitchen as plans are worked out for, with the measures of the house. */
  async kitchen(): Promise<Kitchen> {
    const { kitchen, pantry } = await this.view();
    return { ...kitchen.body, measures: measuresOf(pantry.map((p) => p.body)) };
  }

  /**
   * Keeps a document in the place of the version it was made from. Another version is refused and sent back with the one that
   * is kept, so that nobody's change is lost in silence; the same words again are answered as kept.
   */
  async save(kind: HouseKind, id: string, basedOn: number, body: Body): Promise<Kept<Body>> {
    if (kind === 'plants') refuseUnfitPlant(body as OwnPlant);
    const text = JSON.stringify(body);
    const kept = await this.database.write(async (transaction) => {
      const row = await HouseRow.findOne({ where: { kind, id }, transaction });
      if (row?.body === text) return { version: row.version, body };
      const version = row?.version ?? 0;
      if (version !== basedOn) throw changedMeanwhile(version, basedOn);
      if (kind === 'plants' && row) refuseOtherFigures(storedBody<OwnPlant>(kind, row.body), body as OwnPlant);
      const updated_at = this.config.now().toISOString();
      await HouseRow.upsert({ kind, id, version: version + 1, body: text, updated_at }, { transaction });
      return { version: version + 1, body };
    });
    this.stream.announce({ house: kind });
    return kept;
  }

  /**
   * What a batch uses is taken out of the lots at hand, the oldest first; what is not kept track of stays so. In the transaction of
   * the batch: either both are stored or neither.
   */
  async takeFromPantry(
    used: readonly { plant: string; needG: number }[],
    transaction: Transaction,
  ): Promise<readonly Drawn[]> {
    const taken: Drawn[] = [];
    this.announceOnce(transaction);
    for (const { plant, needG } of used)
      await this.changeLots(plant, transaction, (entry) => {
        const { entry: after, drawn } = drawnDown(entry, needG);
        taken.push(...drawn);
        return after;
      });
    return taken;
  }

  /** What was drawn goes back into its lots, or is taken once more when that is taken back. */
  async moveBack(drawn: readonly Drawn[], how: 'back' | 'out-again', transaction: Transaction): Promise<void> {
    this.announceOnce(transaction);
    for (const plant of new Set(drawn.map((d) => d.plant)))
      await this.changeLots(plant, transaction, (entry) => (how === 'back' ? putBack : takenAgain)(entry, drawn));
  }

  /** Pages hear of it when it is stored, and not of what was rolled back. */
  private announceOnce(transaction: Transaction): void {
    transaction.afterCommit(() => this.stream.announce({ house: 'pantry' }));
  }

  private async changeLots(
    plant: string,
    transaction: Transaction,
    change: (entry: PantryEntry) => PantryEntry,
  ): Promise<void> {
    const row = await HouseRow.findOne({ where: { kind: 'pantry', id: plant }, transaction });
    const entry = row && storedOrNone<PantryEntry>('pantry', row.body);
    if (!row || !entry || entry.lots.length === 0) return;
    await HouseRow.update(
      { version: row.version + 1, body: JSON.stringify(change(entry)), updated_at: this.config.now().toISOString() },
      { where: { kind: 'pantry', id: plant }, transaction },
    );
  }
}

/** A plant that the core cannot use is refused by its field. */
function refuseUnfitPlant(plant: OwnPlant): void {
  try {
    botanicalOf(plant);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw unfit(error);
  }
}

/** An id stands for its figures for good: drinks that were made with them say so. Its note may change, and it can be put away. */
function refuseOtherFigures(was: OwnPlant, is: OwnPlant): void {
  const figures = ({ note: _note, archived: _archived, ...plant }: OwnPlant): string =>
    JSON.stringify(Object.entries(plant).sort(([a], [b]) => a.localeCompare(b)));
  if (figures(was) !== figures(is))
    throw refusal(
      'figures-are-for-good',
      'id',
      'Drinks may have been made with this plant as it was. Keep what it is now under its next name.',
    );
}

const changedMeanwhile = (version: number, basedOn: number): ProblemException =>
  new ProblemException({
    type: 'changed-meanwhile',
    title: 'Changed meanwhile',
    status: 409,
    detail:
      'This was changed in another tab or on another device. What is kept now is shown; your change was not stored.',
    errors: [{ field: 'version', accepted: String(version), got: String(basedOn) }],
  });

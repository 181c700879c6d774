import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import type { Kitchen, Occasion, OwnPlant, PantryEntry } from '@steepsis/core';
import { HOUSE_SCHEMAS, type HouseKind, type HouseView, type KeptDocument } from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { invalidInput, notFound } from '../shared/problem.filter';
import { HouseService, KITCHEN_ID } from './house.service';

@Controller('api/house')
export class HouseController {
  constructor(
    private readonly house: HouseService,
    private readonly intake: Intake,
  ) {}

  @Get()
  view(): Promise<HouseView> {
    return this.house.view();
  }

  /** Keeps the kitchen, a pantry entry, or a plant of one's own: `{ version, body }`, the version it was made from. */
  @Put(':kind/:id')
  save(@Param('kind') kind: string, @Param('id') id: string, @Body() sent: unknown): Promise<KeptDocument> {
    if (!Object.hasOwn(HOUSE_SCHEMAS, kind)) throw notFound('part of the house', kind);
    const { version, body } = (sent ?? {}) as { version?: unknown; body?: unknown };
    if (typeof version !== 'number' || !Number.isInteger(version) || version < 0)
      throw invalidInput([
        { field: 'version', accepted: 'the version it was made from, 0 for a new one', got: String(version) },
      ]);
    const value = this.intake.accept<Kitchen | PantryEntry | OwnPlant | Occasion>(
      HOUSE_SCHEMAS[kind as HouseKind],
      body,
    );
    const own = idOf(value);
    if (own !== id)
      throw invalidInput([{ field: 'id', accepted: `the id of the address, ${id}`, got: JSON.stringify(own) }]);
    return this.house.save(kind as HouseKind, id, version, value);
  }
}

const idOf = (body: Kitchen | PantryEntry | OwnPlant | Occasion): string =>
  'vessels' in body ? KITCHEN_ID : 'plant' in body ? body.plant : body.id;

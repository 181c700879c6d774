import { Body, Controller, Get, HttpCode, Module, Param, Post, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import { jsonLdOf, plainTextOf, type MadeRead, type TastedRead } from '@steepsis/core';
import { keepLinesSchema, madeLinesSchema, tastedLinesSchema, type TableReport } from '@steepsis/contract';
import { BatchesStoreModule } from '../batches/batches-store.module';
import { DrinksModule } from '../drinks/drinks.module';
import { DrinksService } from '../drinks/drinks.service';
import { HouseModule } from '../house/house.module';
import { Intake } from '../shared/intake';
import { notFound } from '../shared/problem.filter';
import { StreamModule } from '../stream/stream.module';
import { documentSchema, type JsonSchema } from './documents';
import { openApi } from './openApi';
import { TABLES, TablesService } from './tables.service';
import { TablesInService } from './tablesIn.service';

/** Open formats: what the addresses answer, what the documents are, and drinks for other programs. */
@Controller('api')
class FormatsController {
  private description: JsonSchema | undefined;

  constructor(
    private readonly drinks: DrinksService,
    private readonly tables: TablesService,
    private readonly tablesIn: TablesInService,
    private readonly intake: Intake,
  ) {}

  @Get('openapi.json')
  describe(): JsonSchema {
    this.description ??= openApi();
    return this.description;
  }

  @Get('schemas/:name.json')
  schema(@Param('name') name: string): JsonSchema {
    const schema = documentSchema(name);
    if (!schema) throw notFound('schema', name);
    return schema;
  }

  /** Batches, tastings, the shelf, the pantry as a table. */
  @Get('tables/:name.csv')
  async table(@Param('name') name: string, @Res() response: Response): Promise<void> {
    const known = TABLES.find((t) => t === name);
    if (!known) throw notFound('table', name);
    response
      .type('text/csv; charset=utf-8')
      .setHeader('Content-Disposition', `attachment; filename="steepsis-${known}.csv"`)
      .send(await this.tables.csv(known));
  }

  /** Lines of a table of batches or of the shelf: looked over, or taken in. */
  @Post('tables/batches')
  @HttpCode(200)
  takeMade(@Body() body: unknown, @Query() query: unknown): Promise<TableReport> {
    const { lines } = this.intake.accept<{ lines: (MadeRead & { line: number })[] }>(madeLinesSchema, body);
    return this.tablesIn.made(lines, this.keeps(query));
  }

  /** Lines of a table of tastings: looked over, or taken in. */
  @Post('tables/tastings')
  @HttpCode(200)
  takeTasted(@Body() body: unknown, @Query() query: unknown): Promise<TableReport> {
    const { lines } = this.intake.accept<{ lines: (TastedRead & { line: number })[] }>(tastedLinesSchema, body);
    return this.tablesIn.tasted(lines, this.keeps(query));
  }

  private keeps(query: unknown): boolean {
    return this.intake.accept<{ keep: boolean }>(keepLinesSchema, query, { fromQuery: true }).keep;
  }

  @Get('drinks/:id/recipe.jsonld')
  async data(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const recipe = jsonLdOf(await this.drinks.drink(id));
    response.type('application/ld+json').send(`${JSON.stringify(recipe, null, 2)}\n`);
  }

  @Get('drinks/:id/recipe.txt')
  async text(@Param('id') id: string, @Res() response: Response): Promise<void> {
    response.type('text/plain; charset=utf-8').send(plainTextOf(await this.drinks.drink(id)));
  }
}

@Module({
  imports: [DrinksModule, BatchesStoreModule, HouseModule, StreamModule],
  controllers: [FormatsController],
  providers: [TablesService, TablesInService],
})
export class FormatsModule {}

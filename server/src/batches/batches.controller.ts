import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import {
  additionSchema,
  appendEventSchema,
  listBatchesSchema,
  startBatchSchema,
  type Addition,
  type BatchList,
  type BatchView,
  type PouredView,
  type ShelfView,
  type StartBatch,
} from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { BatchesService } from './batches.service';
import type { NewEvent } from './batches.store';

@Controller('api')
export class BatchesController {
  constructor(
    private readonly batches: BatchesService,
    private readonly intake: Intake,
  ) {}

  @Get('batches')
  async list(@Query() query: unknown): Promise<BatchList> {
    const filter = this.intake.accept<Parameters<BatchesService['list']>[0]>(listBatchesSchema, query, {
      fromQuery: true,
    });
    return { batches: await this.batches.list(filter), serverNow: this.batches.serverNow() };
  }

  @Post('batches')
  start(@Body() body: unknown): Promise<BatchView> {
    return this.batches.start(this.intake.accept<StartBatch>(startBatchSchema, body));
  }

  @Get('batches/:id')
  view(@Param('id') id: string): Promise<BatchView> {
    return this.batches.view(id);
  }

  @Post('batches/:id/events')
  @HttpCode(200)
  append(@Param('id') id: string, @Body() body: unknown): Promise<BatchView> {
    const type = (body as { type?: unknown } | null)?.type;
    const { v: _version, ...event } = this.intake.accept<NewEvent & { v: 1 }>(appendEventSchema(type), body);
    return this.batches.append(id, event);
  }

  @Post('batches/:id/additions')
  @HttpCode(200)
  add(@Param('id') id: string, @Body() body: unknown): Promise<BatchView> {
    return this.batches.add(id, this.intake.accept<Addition>(additionSchema, body));
  }

  @Get('pours')
  poured(): Promise<PouredView> {
    return this.batches.poured();
  }

  @Get('shelf')
  shelf(): Promise<ShelfView> {
    return this.batches.shelf();
  }
}

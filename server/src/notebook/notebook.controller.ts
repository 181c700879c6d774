import { Body, Controller, Get, HttpCode, Post, Put, Query, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import {
  copiesAlsoSchema,
  nextCopySchema,
  takeNotebookSchema,
  type CopyList,
  type NotebookReport,
} from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { refuseFromOutside } from '../lan/lanGate';
import { CopiesService } from './copies.service';
import { NotebookService } from './notebook.service';

/** The whole notebook: taken along with one click, and taken in after a report. */
@Controller('api/notebook')
export class NotebookController {
  constructor(
    private readonly notebook: NotebookService,
    private readonly copiesOf: CopiesService,
    private readonly intake: Intake,
  ) {}

  @Get()
  async file(@Res() response: Response): Promise<void> {
    const file = await this.notebook.file();
    response
      .type('application/json')
      .setHeader('Content-Disposition', `attachment; filename="steepsis-${file.exportedAt.slice(0, 10)}.json"`)
      .send(`${JSON.stringify(file, null, 1)}\n`);
  }

  /** The copies that were made, with what is in them. */
  @Get('copies')
  copies(): Promise<CopyList> {
    return this.copiesOf.list();
  }

  /** A copy of the notebook as it is now. */
  @Post('copies')
  @HttpCode(201)
  copyNow(): Promise<CopyList> {
    return this.copiesOf.makeOne();
  }

  /** The copy that the next start begins with; none where nothing is named. */
  @Put('copies/next')
  next(@Body() body: unknown): Promise<CopyList> {
    return this.copiesOf.askFor(this.intake.accept<{ name?: string }>(nextCopySchema, body).name);
  }

  /** A second folder for copies, or none any more: chosen on the machine itself alone. */
  @Put('copies/also')
  also(@Req() request: Request, @Body() body: unknown): Promise<CopyList> {
    refuseFromOutside(request);
    return this.copiesOf.putAlsoInto(this.intake.accept<{ folder?: string }>(copiesAlsoSchema, body).folder);
  }

  /** What taking it in would change; nothing is stored. */
  @Post('look')
  @HttpCode(200)
  look(@Body() body: unknown): Promise<NotebookReport> {
    return this.notebook.look(body);
  }

  @Post()
  @HttpCode(200)
  take(@Body() body: unknown, @Query() query: unknown): Promise<NotebookReport> {
    const { as } = this.intake.accept<{ as: 'merged' | 'whole' }>(takeNotebookSchema, query);
    return this.notebook.take(body, as);
  }
}

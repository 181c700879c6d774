import { Body, Controller, Get, HttpCode, Post, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import { takeNotebookSchema, type NotebookReport } from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { NotebookService } from './notebook.service';

/** The whole notebook: taken along with one click, and taken in after a report. */
@Controller('api/notebook')
export class NotebookController {
  constructor(
    private readonly notebook: NotebookService,
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

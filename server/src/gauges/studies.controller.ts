import { Body, Controller, Get, Param, Patch, Post } from '@nestjs/common';
import { Retire, StudyBody, type StudyView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { StudiesService } from './studies.service.js';

@Controller('studies')
export class StudiesController {
  constructor(private readonly studies: StudiesService) {}

  /** Studies of how well a gauge repeats in these hands. */
  @Get()
  list(): Promise<StudyView[]> {
    return this.studies.list();
  }

  /** Enters a study: one part, read again and again. */
  @Post()
  @May('measure')
  add(@Body() body: StudyBody): Promise<StudyView> {
    return this.studies.add(body);
  }

  /** Rests nothing on a study any longer, or does again. */
  @Patch(':id/retired')
  @May('edit-gauges')
  retire(@Param('id', IdPipe) id: string, @Body() body: Retire): Promise<StudyView> {
    return this.studies.retire(id, body);
  }
}

import { Body, Controller, Get, Param, Patch, Post } from '@nestjs/common';
import { Retire, StudyBody, type StudyView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { StudiesService } from './studies.service.js';

@Controller('studies')
export class StudiesController {
  constructor(private readonly studies: StudiesService) {}

  @Get()
  list(): Promise<StudyView[]> {
    return this.studies.list();
  }

  @Post()
  @May('measure')
  add(@Body() body: StudyBody): Promise<StudyView> {
    return this.studies.add(body);
  }

  @Patch(':id/retired')
  @May('edit-gauges')
  retire(@Param('id', IdPipe) id: string, @Body() body: Retire): Promise<StudyView> {
    return this.studies.retire(id, body);
  }
}

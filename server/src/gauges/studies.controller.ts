import { Body, Controller, Get, Post } from '@nestjs/common';
import { StudyBody, type StudyView } from '@tribos/contract';
import { May } from '../kit/access.js';
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
}

import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { FilesModule } from '../files/index.js';
import { PeopleModule } from '../people/index.js';
import { PhotoModel } from './models.js';
import { PhotosController } from './photos.controller.js';
import { PhotosService } from './photos.service.js';
import { PutAwayService } from './putAway.service.js';

@Module({
  imports: [SequelizeModule.forFeature([PhotoModel]), FilesModule, PeopleModule],
  controllers: [PhotosController],
  providers: [PhotosService, PutAwayService],
})
export class PhotosModule {}
export { PutAwayService };

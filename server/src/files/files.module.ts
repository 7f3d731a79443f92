import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { FilesService } from './files.service.js';
import { FileModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([FileModel])],
  providers: [FilesService],
  exports: [FilesService],
})
export class FilesModule {}

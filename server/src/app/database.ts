import { createRequire } from 'node:module';
import type { SequelizeModuleOptions } from '@nestjs/sequelize';
import pg from 'pg';

// Lengths are 64-bit integers in the database and safe integers here.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

const require = createRequire(import.meta.url);

/** How the application reaches its database: as the role that owns nothing. */
export const databaseOptions = (url: string): SequelizeModuleOptions => ({
  dialect: 'postgres',
  dialectModule: require('pg') as object,
  uri: url,
  autoLoadModels: true,
  synchronize: false,
  logging: false,
  retryAttempts: 3,
  retryDelay: 500,
  pool: { max: 10, min: 1, acquire: 8_000, idle: 30_000 },
});
